import { decimal } from '../../format';
import { better, chancesChart, dots, rowsOf } from '../../charts';
import type { NoTest } from '../../inference';
import { dash, nameIn, nothing, number, probabilityText, type Block, type SectionRecord } from '../../presentation';
import { methodTestText } from '../../verdict';
import { methodTestBlocks, methodTestLines, titled } from '../basis/methodTest';
import type { OrdersFinding } from './completeRanking';
import type { Ordered } from './incomplete';
import type { StrengthFinding } from './strength';

/** Rankings of some of the methods each. */
export const incompleteSection: SectionRecord<Ordered> = {
  why: {
    how: 'Everyone ranked some of the methods. Ranks within what somebody tasted, weighed by how much each could vary, are held against chance (Skillings-Mack); strengths are fitted so that the rankings that were given are the likeliest (Plackett-Luce).',
    source: 'Skillings & Mack 1981, Technometrics 23, 171-177; Hunter 2004, The Annals of Statistics 32, 384-406',
    certainty: ({ methodTest }) => methodTestText(methodTest),
  },
  lines: ({ overall, means, methodTest }, { methods }) => [
    ...methodTestLines(methodTest),
    ...methods.map(
      (method, at) => `  ${method.name}: mean rank ${dash(means[at].meanRank ?? NaN, 2)} of ${means[at].times}`,
    ),
    overall.test === null
      ? overall.reason
      : `Skillings-Mack ${dash(overall.statistic, 3)} on ${overall.df} df, ${probabilityText(overall.probability)}`,
  ],
  blocks: ({ means, methodTest }, told): Block[] => [
    ...methodTestBlocks(methodTest),
    {
      kind: 'table',
      above: titled(told, 'incomplete rankings'),
      columns: [{ name: 'Method', isWide: true }, number('Mean rank'), number('Tasted')],
      rows: told.methods.map(({ name }, at) => [name, decimal(means[at].meanRank, 2), String(means[at].times)]),
    },
  ],
  charts: ({ means, chanceOfBest }, told, status) => [
    ...dots({
      ...{ id: 'mean-ranks', status, unit: 'mean rank' },
      title: `Mean ranks: lower is ${better(told)}`,
      rows: rowsOf(told, (_, place) => ({
        ...{ at: means[place].meanRank, interval: null },
        note: `of ${means[place].times}`,
      })).sort((a, b) => a.dots[0].at - b.dots[0].at),
    }),
    ...(chanceOfBest ? chancesChart(told, chanceOfBest.chances, { each: 'each', status }) : []),
  ],
};

/** How evenly samples were served; said where it is uneven, by what the data cannot say. */
export const ordersSection: SectionRecord<OrdersFinding> = {
  why: null,
  lines: nothing,
  blocks: nothing,
  charts: nothing,
};

/** How strong each method is, and how likely the best. */
export const strengthSection: SectionRecord<StrengthFinding | NoTest> = {
  why: {
    how: 'True mean ranks are taken to scatter about one another by an unknown amount; given what was seen, they are drawn many times, and it is counted how often each method comes out first. That the leader was picked out for leading is allowed for.',
    source:
      'Gelman et al., Bayesian Data Analysis, sections 5.4 and 10.4; Plackett-Luce strengths by Hunter 2004, The Annals of Statistics 32, 384-406',
  },
  lines: (strength, told) => {
    if (strength.test === null) return [strength.reason];
    const chances = told.methods.map(({ id }, at) => `${nameIn(told)(id)} ${dash(strength.chanceOfBest[at], 3)}`);
    const of = strength.about === 'pieces' ? 'Of these pieces, chance' : 'Chance';
    return [`${of} of being best, how much methods spread being open: ${chances.join(', ')}`];
  },
  blocks: nothing,
  charts: (strength, told, status) =>
    strength.test === null
      ? []
      : chancesChart(told, strength.chanceOfBest, {
          each: strength.about === 'methods' ? 'each method' : 'each of these',
          status,
        }),
};
