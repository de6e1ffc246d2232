import { dots, higherFirst, rowsOf, type Chart } from '../../charts';
import {
  dash,
  nameIn,
  nothing,
  pShort,
  type SectionRecord,
  type SectionStatus,
  type SectionContext,
} from '../../presentation';
import type { LikingFinding } from './liking';
import { MIXED, MIXED_SOURCE } from './whys';

/** Liking looked at beside what was planned. */
export const likingSection: SectionRecord<LikingFinding> = {
  why: { how: MIXED, source: MIXED_SOURCE, checked: likingChecks },
  lines: (liking, context) => {
    const nameOf = nameIn(context);
    const test =
      liking.test.test === null
        ? liking.test.reason
        : `F = ${dash(liking.test.F, 3)} on ${liking.test.df1} and ${dash(liking.test.df2, 1)} df, p = ${pShort(liking.test.p)}`;
    return [
      '',
      `Liking (explored, not the planned test): ${test}; ${liking.answers} scores, ${liking.panelists} panelists, ${liking.pieces} pieces`,
      ...liking.means.map(
        (mean) =>
          `  ${nameOf(mean.method)}: ${dash(mean.mean, 2)}${mean.interval ? ` (${dash(mean.interval[0], 2)} to ${dash(mean.interval[1], 2)})` : ''}, ${mean.letters}`,
      ),
      ...liking.leftOut.map(({ reason }) => `  ${reason}`),
      ...liking.concerns.map((concern) => `  ${concern}`),
    ];
  },
  // Stands in the table of the rank sums.
  blocks: nothing,
  charts: (liking, context, status) => likingChart(context, liking, status),
};

/** What was checked about the model of the scores. */
export function likingChecks({ concerns, leftOut }: LikingFinding): string[] {
  return [
    ...concerns,
    ...leftOut.map(({ reason }) => reason),
    ...(concerns.length === 0 ? ['Residuals were looked at, and nothing in them speaks against the model.'] : []),
  ];
}

export function likingChart(
  context: SectionContext,
  liking: LikingFinding,
  status: SectionStatus,
  letters: readonly string[] = [],
): Chart[] {
  return dots({
    ...{ id: 'liking', status, unit: 'liking, 1 to 9', domain: [1, 9] },
    title: 'Mean liking with intervals',
    rows: rowsOf(context, ({ id }, place) => {
      const own = liking.means.find(({ method }) => method === id);
      return { at: own?.mean ?? null, interval: own?.interval ?? null, note: letters[place] ?? own?.letters ?? '' };
    }).sort(higherFirst),
  });
}
