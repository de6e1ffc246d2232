import {
  ANSWER_SECTIONS,
  headlineFirst,
  plannedView,
  rankingView,
  type Findings,
  type SectionId,
} from '@jacana/core/findings';
import type { ReactNode } from 'react';
import { CARDS, cardOf } from './cards';
import { PlannedPrint, SmallPrint } from './SmallPrint';

interface FindingsBodyProps {
  found: Findings;
  /** Stands after everything that was found, before the small print. */
  children?: ReactNode;
}

/** The answer and its parts; what was looked at beside it; and, in the order of the record, everything else. */
const ANSWER: readonly SectionId[] = [...ANSWER_SECTIONS, ...(['parts', 'weighted'] as const)];
const LOOKED_AT: readonly SectionId[] = ['practical', 'liking', 'strength', 'panel'];
const REST = (Object.keys(CARDS) as SectionId[]).filter((id) => !ANSWER.includes(id) && !LOOKED_AT.includes(id));

/** What supports the answer: for a real tasting, and for one that was only rehearsed. */
export function FindingsBody({ found, children }: FindingsBodyProps) {
  const [ranking, planned] = [rankingView(found), plannedView(found)];
  const isLookedAt = found.people > 0 && found.sections.some(({ id }) => LOOKED_AT.includes(id));
  return (
    <>
      <Cards found={found} ids={headlineFirst(found, ANSWER)} />
      {isLookedAt && <LookedAt />}
      <Cards found={found} ids={LOOKED_AT} />
      <Cards found={found} ids={REST} />
      {children}
      {ranking && <SmallPrint found={ranking} />}
      {planned && <PlannedPrint found={planned} />}
    </>
  );
}

function Cards({ found, ids }: { found: Findings; ids: readonly SectionId[] }) {
  return ids.map((id) => {
    const [section, Card] = [found.sections.find((one) => one.id === id), cardOf(id)];
    return section && Card && <Card key={id} found={found} data={section.data} status={section.status} />;
  });
}

/** Kept apart from what was planned. */
function LookedAt() {
  return (
    <h2 className="flex items-center gap-3 pt-2 font-serif text-xl">
      Looked at after unsealing
      <span className="h-px flex-1 bg-line" />
      <span className="font-sans text-sm text-quiet">hints, not the planned answer</span>
    </h2>
  );
}
