import { domainOf, type Chart, type Dot, type DotChart } from './chart';

/** Whose estimates are drawn. */
interface Drawn {
  methods: readonly { id: string; name: string }[];
}

type DotsWanted = Omit<DotChart, 'kind' | 'domain' | 'marks' | 'legend'> & Partial<DotChart>;

/** No chart where there is nothing to put on it. */
export function dots(wanted: DotsWanted): DotChart[] {
  const rows = wanted.rows.filter((row) => row.dots.length > 0);
  const values = rows.flatMap((row) => row.dots.flatMap(({ at, interval }) => [at, ...(interval ?? [])]));
  if (values.length === 0) return [];
  return [{ marks: [], legend: [], domain: domainOf(values), ...wanted, kind: 'dots', rows }];
}

export interface Estimate {
  at: number | null;
  interval: readonly [number, number] | null;
  note: string;
}

/** A line for each method that has an estimate. */
export function rowsOf(
  { methods }: Drawn,
  estimate: (method: Drawn['methods'][number], place: number) => Estimate,
): DotChart['rows'] {
  return methods.flatMap((method, place) => {
    const { at, interval, note } = estimate(method, place);
    return at === null ? [] : [{ name: method.name, dots: [{ place, at, interval }], note }];
  });
}

export const oneDot = (place: number | null, at: number, interval: readonly [number, number]): { dots: Dot[] } => ({
  dots: [{ place, at, interval }],
});
export const times100 = ([low, high]: readonly [number, number]): [number, number] => [100 * low, 100 * high];
export const percent = (share: number): Estimate => ({
  at: 100 * share,
  interval: null,
  note: `${Math.round(100 * share)} %`,
});
export const higherFirst = (a: DotChart['rows'][number], b: DotChart['rows'][number]): number =>
  b.dots[0].at - a.dots[0].at;
export const legendOf = ({ methods }: Drawn): DotChart['legend'] => methods.map(({ name }, place) => ({ place, name }));

/** What is asked about may be a word, and more of it need not be liked. */
export const better = ({ word }: { word: string }): string => (word ? `more ${word}` : 'better liked');
export const most = ({ word }: { word: string }): string => (word ? `most ${word}` : 'best');

/** How likely each method is the best. */
export function chancesChart(
  told: Drawn & { word: string },
  chances: readonly number[],
  { each, status }: { each: string; status: Chart['status'] },
): DotChart[] {
  return dots({
    ...{ id: 'chance-of-best', status, unit: `chance of being the ${most(told)}, %`, domain: [0, 100] },
    title: `How likely ${each} is the ${most(told)}`,
    rows: rowsOf(told, (_, place) => percent(chances[place])).sort(higherFirst),
  });
}
