import { dots, higherFirst, rowsOf } from '../../charts';
import { number, text, type Block, type SectionRecord } from '../../presentation';
import { methodTestText } from '../../verdict';
import { methodTestBlocks, methodTestLines, titled } from '../basis/methodTest';
import { PIECES } from '../basis/whys';
import type { Chosen } from './choices';

/** How often each method was the best, and the worst. */
export const bestWorstSection: SectionRecord<Chosen> = {
  why: {
    how: 'How often a method was chosen as the best, less how often as the worst, of how often it was shown. Strengths are fitted so that the choices that were made are the likeliest: the best in proportion to its worth, the worst in inverse proportion; held against equal worths by the chi-squared limit.',
    source: `Marley & Louviere 2005, Journal of Mathematical Psychology 49, 464-480; ${PIECES}`,
    certainty: ({ methodTest }) => methodTestText(methodTest),
  },
  lines: ({ result, methodTest }, { methods }) => [
    ...methodTestLines(methodTest),
    ...(result.test === null
      ? [result.reason]
      : result.counts.map(
          ({ best, worst, shown }, at) => `  ${methods[at].name}: best ${best}, worst ${worst}, of ${shown}`,
        )),
  ],
  blocks: ({ result, methodTest }, told): Block[] =>
    result.test === null
      ? [text(result.reason)]
      : [
          ...methodTestBlocks(methodTest),
          {
            kind: 'table',
            above: titled(told, 'best and worst'),
            columns: [{ name: 'Method', isWide: true }, number('Best'), number('Worst'), number('Shown')],
            rows: told.methods.map(({ name }, at) => {
              const { best, worst, shown } = result.counts[at];
              return [name, String(best), String(worst), String(shown)];
            }),
          },
        ],
  charts: ({ result }, told, status) =>
    result.test === null
      ? []
      : dots({
          ...{ id: 'best-worst', status, unit: 'best less worst, of times shown, %', domain: [-100, 100] },
          title: 'How much more often each was the best than the worst',
          rows: rowsOf(told, (_, place) => {
            const { best, worst, shown } = result.counts[place];
            return { at: shown > 0 ? (100 * (best - worst)) / shown : null, interval: null, note: `of ${shown}` };
          }).sort(higherFirst),
        }),
};
