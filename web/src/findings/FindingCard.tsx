import type { SectionId } from '@jacana/core/findings';
import { use, type ReactNode } from 'react';
import { Card } from '../ui/Card';
import { WhyContext } from './why';

interface FindingCardProps {
  /** The section of the findings that it shows. */
  section: SectionId;
  title: ReactNode;
  aside?: ReactNode;
  children: ReactNode;
}

/** A card of findings, with the way to how its numbers came to be and to the servings behind them. */
export function FindingCard({ section, title, aside, children }: FindingCardProps) {
  const open = use(WhyContext);
  const why = open && (
    <button
      type="button"
      onClick={() => open(section)}
      className="not-printed ml-3 text-chestnut underline underline-offset-3"
    >
      Why?
    </button>
  );
  return (
    <Card
      title={title}
      aside={
        <>
          {aside}
          {why}
        </>
      }
    >
      {children}
    </Card>
  );
}
