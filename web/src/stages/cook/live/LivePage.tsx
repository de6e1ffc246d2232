import { counted } from '@jacana/core/format';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../../client/api';
import { useStoppable } from '../../../shell/useStoppable';
import { SheetMaking } from '../../../kitchen/SheetMaking';
import type { KitchenView, RunSheetView } from '../../../client/api.generated';
import { useDegrees } from '../../../shell/degrees';
import { useInTasting } from '../../../shell/session';
import { Waiting } from '../../../shell/Waiting';
import { buttonClass } from '../../../ui/Button';
import { Failure } from '../../../ui/Notice';
import { useKitchenNow } from '../../../kitchen/kitchenClock';
import { endText, useCurves } from '../../../kitchen/curves';
import { clockText } from '../../../kitchen/clock';
import { GateCard } from '../gate/GateCard';
import { Anew } from './Anew';
import { dayOf, liveSentence, tapsOf, type Day } from '../day/day';
import { useKitchenPost, type Tapped } from '../day/kitchenPost';
import { NextAction } from './NextAction';
import { PieceDialog } from './PieceDialog';
import { Proposals } from './Proposals';
import { ThenList } from './ThenList';
import { UnderWay } from './UnderWay';
import { useReminder } from './useReminder';
import { WatchedCurves } from './WatchedCurves';

const EVERY_MS = 3000;

/** The kitchen on the day, for a tablet and wet hands: one action on top, and everything written down by doing it. */
export function LivePage() {
  const { card } = useInTasting();
  const { id } = card;
  const kitchen = api.useGetKitchenQuery({ id });
  const sheet = useStoppable('getRunSheet', id);
  const log = api.useGetKitchenLogQuery({ id });
  const { waiting, written, tap } = useKitchenPost(id, log.data?.entries);
  const curves = useCurves(id, { isLive: true });
  // Probes are looked at anew as they are read, not every second.
  const now = useKitchenNow(EVERY_MS);
  const day = useMemo(
    () =>
      sheet.found && kitchen.data && log.data
        ? dayOf({ sheet: sheet.found, kitchen: kitchen.data, stored: log.data.entries, written, curves, now })
        : null,
    [sheet.found, kitchen.data, log.data, written, curves, now],
  );
  const failed = [kitchen, log].find(({ error, data }) => error && !data);
  if (failed) return <Waiting what="the kitchen" query={failed} />;
  if (!sheet.found) return <SheetMaking id={id} sheet={sheet} />;
  if (!day) return <Waiting what="the kitchen" query={log} />;
  if (card.lockedAt === null || !sheet.found.isFeasible)
    return (
      <Failure
        message={
          card.lockedAt === null
            ? 'Pieces get their tags when the plan is locked; then they can be cooked by here.'
            : (sheet.found.why[0] ?? 'There is no run sheet yet.')
        }
      />
    );
  return <LiveBoard day={day} kitchen={kitchen.data} sheet={sheet.found} waiting={waiting.length} tap={tap} id={id} />;
}

interface LiveBoardProps {
  id: string;
  day: Day;
  kitchen: KitchenView | undefined;
  sheet: RunSheetView;
  /** Taps on their way to the server. */
  waiting: number;
  tap: (tapped: Tapped) => string;
}

function LiveBoard({ id, day, kitchen, sheet, waiting, tap }: LiveBoardProps) {
  const now = useKitchenNow(1000);
  const [later, setLater] = useState<ReadonlyMap<string, number>>(new Map());
  const [last, setLast] = useState<{ ids: string[]; text: string } | null>(null);
  const [piece, setPiece] = useState<string | null>(null);
  const inTurn = [...day.actions].sort((a, b) => turnOf(a, later, now) - turnOf(b, later, now));
  const [next, ...then] = inTurn;
  useReminder(next && turnOf(next, later, now) <= now ? nameOf(next) : null);
  const degrees = useDegrees();
  const probed = ({ pieces }: Day['actions'][number]): string | null => {
    const expected = pieces.flatMap((tag) => day.expected.get(tag) ?? []).at(0);
    return expected ? endText(expected, degrees) : null;
  };
  const write = (tapped: readonly Tapped[], text: string): void => setLast({ ids: tapped.map(tap), text });
  return (
    <div className="space-y-4">
      <header className="flex items-baseline justify-between gap-4">
        <h1 className="font-serif text-[1.75rem] leading-tight">{liveSentence(day, now)}</h1>
        <span className="font-mono text-2xl font-semibold">{clockText(now)}</span>
      </header>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <div className="space-y-4">
          {next ? (
            <NextAction
              key={nameOf(next)}
              action={next}
              probed={probed(next)}
              now={now}
              onDone={() => write(tapsOf(next), `${next.name}, ${next.pieces.join(' ')}`)}
              onNo={() => write(tapsOf(next, false), `${next.check?.ask ?? next.name} No`)}
              onLater={() => setLater(new Map(later).set(nameOf(next), now + 60_000))}
              onSkip={(because) =>
                write([{ kind: 'skipped', pieces: next.pieces, step: next.step, because }], `left out: ${next.name}`)
              }
              onPiece={setPiece}
            />
          ) : (
            <p className="rounded-card border border-line bg-paper p-6 text-xl">Everything on the sheet is done.</p>
          )}
          {last && (
            <p role="status" className="flex items-center gap-4 text-quiet">
              Written down: {last.text}.
              <button
                type="button"
                className="min-h-12 px-3 font-bold text-chestnut underline underline-offset-3"
                onClick={() => {
                  for (const of of last.ids) tap({ kind: 'undone', of });
                  setLast(null);
                }}
              >
                Undo
              </button>
            </p>
          )}
          <ThenList actions={then} now={now} onPiece={setPiece} onDo={(action) => write(tapsOf(action), action.name)} />
        </div>
        <div className="space-y-4">
          {waiting > 0 && (
            <p role="status" className="rounded-card bg-look px-4 py-3 font-bold">
              {counted(waiting, 'tap')} on the way: kept on this tablet until the network is back.
            </p>
          )}
          <WatchedCurves day={day} />
          <Anew
            id={id}
            day={day}
            sheet={sheet}
            now={now}
            onAnew={() => write([{ kind: 'replanned' }], 'planned anew')}
          />
          <Proposals id={id} proposals={day.proposals} tap={tap} />
          {kitchen && <GateCard kitchen={kitchen} day={day} write={write} />}
          <UnderWay day={day} now={now} onPiece={setPiece} />
          <Link to={`/tastings/${id}/cook`} className={buttonClass()}>
            Run sheet and list
          </Link>
        </div>
      </div>
      {piece && (
        <PieceDialog
          piece={piece}
          day={day}
          write={(tapped, text) => write([tapped], text)}
          onClose={() => setPiece(null)}
        />
      )}
    </div>
  );
}

const nameOf = ({ kind, step, method, pieces }: Day['actions'][number]): string =>
  [kind, method, step, ...pieces].join(' ');

/** When it comes up: when it is due, or when somebody put it off to. */
const turnOf = (action: Day['actions'][number], later: ReadonlyMap<string, number>, now: number): number => {
  const put = later.get(nameOf(action));
  return put !== undefined && put > now ? Math.max(put, action.due) : action.due;
};
