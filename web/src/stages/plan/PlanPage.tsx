import { bitesPerSitting, SMALL_PANEL, SMALLEST_PANEL } from '@jacana/core/design';
import { guideFor } from '@jacana/core/library';
import { Tabs } from 'radix-ui';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { useCommands } from '../../shell/CommandProvider';
import { useDrafting } from '../../drafting/draft';
import { SaveNote } from '../../drafting/SaveNote';
import { Card } from '../../ui/Card';
import { StageLayout } from '../../ui/StageLayout';
import { BallotPart } from './ballot/BallotPart';
import { KitchenPart } from './KitchenPart';
import { LockCard } from './LockCard';
import { LockedCard } from './LockedCard';
import { OrdersPart } from './orders/OrdersPart';
import { PeoplePart } from './people/PeoplePart';
import { planSentence, planSupport } from './planSentence';
import { QuantitiesPart } from './QuantitiesPart';
import { RehearsalPart } from './rehearsal/RehearsalPart';

const PARTS = [
  { part: 'people', name: 'People and power', shown: PeoplePart },
  { part: 'ballot', name: 'Ballot', shown: BallotPart },
  { part: 'orders', name: 'Orders', shown: OrdersPart },
  { part: 'kitchen', name: 'Kitchen', shown: KitchenPart },
  { part: 'quantities', name: 'Quantities', shown: QuantitiesPart },
  { part: 'rehearsal', name: 'Rehearsal', shown: RehearsalPart },
] as const;

/** Stage 2: who tastes what in which order, what they are asked, what is bought, and the lock. */
export function PlanPage() {
  const { design, problems, isLocked, tasting } = useDrafting();
  const [search, setSearch] = useSearchParams();
  const part = search.get('part') ?? 'people';
  useCommands(
    useMemo(
      () =>
        PARTS.map(({ part: to, name }) => ({
          label: `Plan: ${name.toLowerCase()}`,
          group: 'Plan',
          run: () => setSearch({ part: to }, { preventScrollReset: true }),
        })),
      [setSearch],
    ),
  );
  return (
    <StageLayout
      sentence={planSentence(design, problems.length, tasting)}
      support={planSupport(design)}
      margin={
        <>
          {isLocked ? <LockedCard /> : <LockCard />}
          {!isLocked && <SaveNote />}
          <PieceGuard />
        </>
      }
    >
      <Tabs.Root value={part} onValueChange={(to) => setSearch({ part: to }, { preventScrollReset: true })}>
        <Tabs.List aria-label="Parts of the plan" className="mb-4 flex flex-wrap gap-x-6 border-b border-line">
          {PARTS.map(({ part: to, name }) => (
            <Tabs.Trigger
              key={to}
              value={to}
              className="-mb-px border-b-[3px] border-transparent px-1 pb-1.5 font-bold text-quiet hover:text-ink data-[state=active]:border-chestnut data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {PARTS.map(({ part: to, shown: Part }) => (
          <Tabs.Content key={to} value={to} tabIndex={-1}>
            <Part />
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </StageLayout>
  );
}

/** The guard against taking many bites of one piece for many pieces, and against tiny panels. */
function PieceGuard() {
  const { draft, design } = useDrafting();
  const people = draft.panel.length;
  const [bites, most] = [bitesPerSitting(design), guideFor(draft.product).mostSamples];
  const notes = [
    ...(draft.piecesPerMethod === 1
      ? [
          'One piece a method: the answer will be about these pieces, not about the methods. Three pieces or more let it speak of the methods.',
        ]
      : []),
    ...(people > 0 && people < SMALLEST_PANEL
      ? [`With fewer than ${SMALLEST_PANEL} people there will be no verdict: even complete agreement may be chance.`]
      : []),
    ...(people >= SMALLEST_PANEL && people < SMALL_PANEL
      ? [`With ${people} people only large differences will show.`]
      : []),
  ];
  if (people > 0 && draft.methods.length > 1 && bites > most)
    notes.push(
      `${bites} bites at a sitting are more than the ${most} that a mouth usually manages: the last ones are judged by tired tongues.`,
    );
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
