import { cookLossOf, GATE_WORDS, isOver, type ExpectedEnd, type PieceState } from '@jacana/core/kitchen';
import { useDegrees } from '../../../shell/degrees';
import { Card } from '../../../ui/Card';
import { endText } from '../../../kitchen/curves';
import { Countdown } from './Countdown';
import type { Day } from '../day/day';

interface UnderWayProps {
  day: Day;
  now: number;
  onPiece: (tag: string) => void;
}

/** Every piece that is in something: for how long still, and what was measured last. A tap on any piece opens it. */
export function UnderWay({ day, now, onPiece }: UnderWayProps) {
  const pieces = [...day.state.pieces].sort(([a], [b]) => (a < b ? -1 : 1));
  const open = pieces.filter(([, { gate }]) => gate === null);
  const running = open.filter(([, piece]) => stepOfNow(piece) !== undefined);
  const between = open.filter(([, piece]) => stepOfNow(piece) === undefined);
  const gated = pieces.filter(([, { gate }]) => gate !== null);
  return (
    <Card title="Under way">
      {running.length === 0 && <p className="text-quiet">Nothing was begun yet.</p>}
      <ul className="divide-y divide-line">
        {running.map(([tag, piece]) => (
          <Running key={tag} tag={tag} piece={piece} day={day} now={now} onPiece={onPiece} />
        ))}
      </ul>
      {between.length > 0 && (
        <div className="mt-2">
          <p className="text-sm text-quiet">Between steps</p>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {between.map(([tag]) => (
              <Tag key={tag} tag={tag} onPiece={onPiece} />
            ))}
          </div>
        </div>
      )}
      {gated.length > 0 && (
        <p className="mt-2 text-sm text-quiet">
          {gated.map(([tag, { gate }]) => `${tag} ${gate ? GATE_WORDS[gate.decision] : ''}`).join(', ')}
        </p>
      )}
    </Card>
  );
}

/** The step that a piece is in. */
const stepOfNow = ({ steps }: PieceState): string | undefined =>
  [...steps].find(([, step]) => step.startedAt !== null && !isOver(step))?.[0];

function Running({ tag, piece, day, now, onPiece }: UnderWayProps & { tag: string; piece: PieceState }) {
  const degrees = useDegrees();
  const { text } = degrees;
  const end = day.actions.find(
    (one) => one.kind === 'end' && one.step === stepOfNow(piece) && one.pieces.includes(tag),
  );
  const loss = cookLossOf(piece);
  const last = piece.celsius.at(-1);
  const expected = day.expected.get(tag);
  const measured = [
    expected ? endText(expected, degrees) : last && text(last.value),
    loss !== null && `${(loss * 100).toFixed(1)} % lost`,
  ].filter(Boolean);
  return (
    <li className="flex items-center gap-3 py-1.5">
      <Tag tag={tag} onPiece={onPiece} />
      <span className="grow text-sm">
        {end?.name ?? 'under way'}
        {measured.length > 0 && <span className="block text-quiet">{measured.join(', ')}</span>}
      </span>
      {end && !hasNoTime(expected) && <Countdown due={end.due} now={now} />}
    </li>
  );
}

/** A plateau has no end that could be counted down to. */
const hasNoTime = (expected: ExpectedEnd | undefined): boolean =>
  expected !== undefined && ['plateau', 'levels-off'].includes(expected.end.kind);

const Tag = ({ tag, onPiece }: { tag: string; onPiece: (tag: string) => void }) => (
  <button
    type="button"
    onClick={() => onPiece(tag)}
    className="min-h-12 min-w-14 rounded border-2 border-ink px-2 font-mono text-lg font-semibold"
  >
    {tag}
  </button>
);
