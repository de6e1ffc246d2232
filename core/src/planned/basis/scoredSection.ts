import { decimal } from '../../format';
import { dash, nameIn, number, text, type Block, type SectionRecord } from '../../presentation';
import { methodTestText } from '../../verdict';
import { likingChart, likingChecks } from './likingSection';
import { methodTestBlocks, methodTestLines, titled } from './methodTest';
import type { Scored } from './scored';
import { MIXED, MIXED_SOURCE, PIECES } from './whys';

/** Scores of liking as the planned test, for a winner or against a margin. */
export const scoredSection: SectionRecord<Scored> = {
  why: {
    how: `${MIXED} Of the methods, beside it: F of the means of blocks of pieces, or re-assignment within them.`,
    source: `${MIXED_SOURCE}; ${PIECES}`,
    checked: ({ liking }) => (liking ? likingChecks(liking) : []),
    certainty: ({ methodTest }) => methodTestText(methodTest),
  },
  lines: ({ liking, letters, methodTest }, told) => [
    ...methodTestLines(methodTest),
    ...(liking?.means ?? []).map(
      ({ method, mean }) =>
        `  ${nameIn(told)(method)}: mean ${dash(mean ?? NaN, 2)}, ${letters[placeIn(told.methods, method)] ?? ''}`,
    ),
  ],
  blocks: ({ liking, margins, letters, methodTest }, told): Block[] => {
    const nameOf = nameIn(told);
    return [
      ...methodTestBlocks(methodTest),
      {
        kind: 'table',
        above: titled(told, 'mean liking'),
        columns: [{ name: 'Method', isWide: true }, number('Mean'), number('Interval'), number('Group')],
        rows: (liking?.means ?? []).map(({ method, mean, interval }) => [
          nameOf(method),
          decimal(mean, 2),
          interval ? `${decimal(interval[0], 2)} to ${decimal(interval[1], 2)}` : '–',
          letters[placeIn(told.methods, method)] ?? '',
        ]),
      },
      ...margins.map(({ method, difference, test }) =>
        text(
          `${nameOf(method)}: ${decimal(difference, 2)} against the margin of ${test.margin}, interval ${decimal(test.interval[0], 2)} to ${decimal(test.interval[1], 2)}.`,
        ),
      ),
    ];
  },
  charts: ({ liking, letters }, told, status) => (liking ? likingChart(told, liking, status, letters) : []),
};

const placeIn = (methods: readonly { id: string }[], method: string): number =>
  methods.findIndex(({ id }) => id === method);
