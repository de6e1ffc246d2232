import type { NextMove } from '../planned';
import { factOf, nothing, type SectionRecord } from '../presentation';

/** What the answer leaves to do. */
export const nextSection: SectionRecord<NextMove> = {
  why: null,
  lines: ({ text }) => [`Next: ${text}`],
  blocks: ({ text }) => [factOf('Next', [text])],
  charts: nothing,
};
