import { leftOutText } from '../answers';
import type { Findings } from './findings';
import { whyIn, type SectionId, type Why } from './sections';

/** How the numbers of a section came to be, and who is not counted. @returns null for sections that only list what happened */
export function whyOf(found: Findings, id: SectionId): Why | null {
  const why = whyIn(found, id);
  return why && { ...why, checked: [...why.checked, ...found.leftOut.map(leftOutText)] };
}
