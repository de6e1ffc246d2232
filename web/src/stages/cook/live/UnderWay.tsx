import { cookLossOf, isOver } from '@jacana/core/kitchen';
import { useDegrees } from '../../../shell/degrees';
import { Card } from '../../../ui/Card';
import { countdown, type Day } from './day';

/** Every piece that was begun: what it is in, for how long still, and what was measured last. A tap opens it. */
export function UnderWay({ day, now, onPiece }: { day: Day; now: number; onPiece: (tag: string) => void }) {
  const { text } = useDegrees();
  const begun = [...day.state.pieces].filter(([, { gate }]) => gate === null).sort(([a], [b]) => (a < b ? -1 : 1));
  const gated = [...day.state.pieces].filter(([, { gate }]) => gate !== null).sort(([a], [b]) => (a < b ? -1 : 1));
  return (
    <Card title="Under way">
      {begun.length === 0 && <p className="text-quiet">Nothing was begun yet.</p>}
      <ul className="divide-y divide-line">
        {begun.map(([tag, piece]) => {
          const running = [...piece.steps].find(([, step]) => step.startedAt !== null && !isOver(step))?.[0];
          const end = day.actions.find((one) => one.kind === 'end' && one.step === running && one.pieces.includes(tag));
          const loss = cookLossOf(piece);
          const last = piece.celsius.at(-1);
          return (
            <li key={tag} className="flex items-center gap-3 py-1.5">
              <button
                type="button"
                onClick={() => onPiece(tag)}
                className="min-h-12 min-w-14 rounded border-2 border-ink px-2 font-mono text-lg font-semibold"
              >
                {tag}
              </button>
              <span className="grow text-sm">
                {end?.name ?? 'between steps'}
                <span className="block text-quiet">
                  {[last && text(last.value), loss !== null && `${(loss * 100).toFixed(1)} % lost`]
                    .filter(Boolean)
                    .join(', ')}
                </span>
              </span>
              {end && <span className="font-mono text-xl font-semibold">{countdown(end.due, now).text}</span>}
            </li>
          );
        })}
      </ul>
      {gated.length > 0 && (
        <p className="mt-2 text-sm text-quiet">
          {gated
            .map(
              ([tag, { gate }]) =>
                `${tag} ${gate?.decision === 'passed' ? 'passed' : (gate?.decision ?? '').replaceAll('-', ' ')}`,
            )
            .join(', ')}
        </p>
      )}
    </Card>
  );
}
