import { type OrderReport, orderReport, type PlannedSitting } from '@jacana/core/design';

/** Serving orders as they are shown: rows of samples, and what the samples are called. */
export interface ShownOrders {
  names: string[];
  report: OrderReport;
}

/** Each set is a row: what stands side by side is what is compared. */
export function ordersOf(sittings: readonly PlannedSitting[], methods: number): ShownOrders {
  const rows = sittings.flatMap(({ sets }) => sets.map(({ samples }) => samples.map(({ method }) => method)));
  return { names: letters(methods), report: orderReport(rows, methods) };
}

/** Codes in rising order, so that the table says nothing about the order of the methods. */
export function ordersByCode(rows: readonly string[][]): ShownOrders {
  const names = [...new Set(rows.flat())].sort();
  return {
    names,
    report: orderReport(
      rows.map((row) => row.map((code) => names.indexOf(code))),
      names.length,
    ),
  };
}

/** A, B, C; beyond the alphabet AA, AB. They stand for no method in particular. */
export const letters = (count: number): string[] =>
  Array.from({ length: count }, (_, at) => (at < 26 ? letter(at) : letter(Math.floor(at / 26) - 1) + letter(at % 26)));

const letter = (at: number): string => String.fromCharCode(65 + at);

/** How often each pattern of the two samples is served, such as AAB, in alphabetical order. */
export function patternsOf(sittings: readonly PlannedSitting[]): { pattern: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { sets } of sittings)
    for (const { samples } of sets) {
      const pattern = samples.map(({ method }) => letter(method)).join('');
      counts.set(pattern, (counts.get(pattern) ?? 0) + 1);
    }
  return [...counts].map(([pattern, count]) => ({ pattern, count })).sort((a, b) => (a.pattern < b.pattern ? -1 : 1));
}

/** What is even and what is not, in a title. */
export function evenness(
  { positionImbalance, carryOverImbalance, concurrenceImbalance }: OrderReport,
  complete: boolean,
): string {
  if (positionImbalance === 0 && carryOverImbalance === 0 && concurrenceImbalance === 0)
    return 'Orders are perfectly even';
  if (complete) return 'Orders are as even as this panel allows';
  return concurrenceImbalance === 0
    ? 'Every two samples meet equally often'
    : `Meetings of two samples differ by ${concurrenceImbalance} at most`;
}
