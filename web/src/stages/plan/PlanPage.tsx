import { SMALL_PANEL, SMALLEST_PANEL } from '@jacana/core/design';
import { counted } from '../../app/stages';
import type { DraftInput, TastingView } from '../../app/api.generated';
import { Card } from '../../ui/Card';
import { ToCome } from '../../ui/Notice';
import { StageLayout } from '../../ui/StageLayout';
import { useDrafting } from '../../drafting/draft';
import { SaveNote } from '../../drafting/SaveNote';
import { BalanceCard } from './BalanceCard';
import { BallotCard } from './BallotCard';
import { LockCard } from './LockCard';
import { LockedCard } from './LockedCard';
import { PanelCard } from './PanelCard';

/** Stage 2: who tastes, in which orders, and the lock. */
export function PlanPage() {
  const { draft, problems, isLocked, tasting } = useDrafting();
  return (
    <StageLayout
      sentence={planSentence(draft, problems.length, tasting)}
      support={
        draft.panel.length > 0 && draft.methods.length > 0
          ? `${counted(draft.panel.length * draft.methods.length, 'serving')}, ${counted(draft.methods.length, 'bite')} each, ${counted(draft.methods.length * draft.piecesPerMethod, 'piece')} to cook.`
          : undefined
      }
      margin={
        <>
          {isLocked ? <LockedCard /> : <LockCard />}
          {!isLocked && <SaveNote />}
          <PieceGuard draft={draft} />
          <ToCome>
            <p>
              Power as the panel grows, more than eight methods over several sittings, quantities to buy, a rehearsal
              with a simulated panel, and other ballots.
            </p>
          </ToCome>
        </>
      }
    >
      <div className="grid items-start gap-4 md:grid-cols-2">
        <PanelCard />
        <div className="space-y-4">
          <BallotCard />
          <BalanceCard />
        </div>
      </div>
    </StageLayout>
  );
}

function planSentence({ panel, methods }: DraftInput, problems: number, { lockedAt, unsealedAt }: TastingView): string {
  if (lockedAt)
    return `Locked: ${counted(panel.length, 'person', 'people')}, ${counted(methods.length, 'sample')} each, and ${unsealedAt ? 'the key is open' : 'a sealed key'}.`;
  if (problems > 0) return `${counted(problems, 'thing')} to settle before this plan can be locked.`;
  return `With ${counted(panel.length, 'person', 'people')} and ${methods.length} methods, this plan is ready to lock.`;
}

/** The guard against taking many bites of one piece for many pieces, and against tiny panels. */
function PieceGuard({ draft }: { draft: DraftInput }) {
  const notes = [
    ...(draft.piecesPerMethod === 1
      ? [
          'One piece a method: the answer will be about these pieces, not about the methods. Three pieces or more let it speak of the methods.',
        ]
      : []),
    ...(draft.panel.length > 0 && draft.panel.length < SMALLEST_PANEL
      ? [`With fewer than ${SMALLEST_PANEL} people there will be no verdict: even complete agreement may be chance.`]
      : []),
    ...(draft.panel.length >= SMALLEST_PANEL && draft.panel.length < SMALL_PANEL
      ? [`With ${draft.panel.length} people only large differences will show.`]
      : []),
  ];
  if (notes.length === 0) return null;
  return (
    <Card title="What this plan cannot say">
      <ul className="space-y-2">
        {notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
    </Card>
  );
}
