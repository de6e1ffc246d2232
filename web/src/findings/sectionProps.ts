import type { Findings } from '@jacana/core/findings';
import type { SectionStatus } from '@jacana/core/presentation';

/** What a card is given: its section, and the findings that it is a part of. */
export interface SectionProps<Data> {
  found: Findings;
  data: Data;
  status: SectionStatus;
}
