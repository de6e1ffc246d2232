import type { RunSheetView } from '../client/api.generated';
import { momentText } from './clock';

/** What a run sheet says in one sentence: what comes next, or why there is none. */
export function sheetSentence({ isFeasible, steps, waits, why }: RunSheetView, now: number): string {
  if (!isFeasible) return why[0] ?? 'There is no run sheet yet.';
  if (steps.every(({ end }) => Date.parse(end) < now))
    return `Planned from ${momentText(Date.parse(steps[0].start), now)} on; nothing was to wait longer than it may.`;
  const first = steps.find(({ start }) => Date.parse(start) > now) ?? steps[0];
  const waited = waits.some(({ minutes, least }) => minutes > least);
  return `${momentText(Date.parse(first.start), now)}: ${first.name.toLowerCase()}, ${first.method}. ${waited ? 'Nothing waits longer than it may.' : 'Nothing waits.'}`;
}
