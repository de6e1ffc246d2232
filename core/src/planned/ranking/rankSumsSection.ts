import { decimal, pText } from '../../format';
import { better, dots, rowsOf } from '../../charts';
import { saysHow } from '../../inference';
import {
  nameIn,
  number,
  pShort,
  probabilityText,
  text,
  type Block,
  type SectionRecord,
  type SectionContext,
} from '../../presentation';
import { methodTestText } from '../../verdict';
import type { LikingFinding } from '../basis/liking';
import { methodTestBlocks, methodTestLines, titled } from '../basis/methodTest';
import { PIECES } from '../basis/whys';
import type { RankSums } from './rankSums';

/** A complete ranking, method by method and pair by pair. */
export const rankSumsSection: SectionRecord<RankSums> = {
  why: {
    how: 'The ranks that panelists gave are added up by method; who ranked several times counts once, by the ranks of their mean ranks. Of the methods: pieces of one block are re-assigned to methods, everyone who ate from the block moving together, and it is counted how often rankings come out as far apart; where re-assignments are too few, F of the means of blocks. Of these pieces: Friedman’s chi-squared with correction for ties. Letters join what is not shown to differ.',
    source: `Conover, Practical Nonparametric Statistics, section 5.8; ISO 8587; ${PIECES}; letters by Piepho 2004`,
    certainty: ({ methodTest, overall }) => {
      const served = overall.test !== null ? `Of these pieces: ${saysHow(overall.probability)}.` : '';
      return [methodTestText(methodTest), served].filter(Boolean).join(' ');
    },
  },
  lines: rankLines,
  blocks: (ranks, context) => [...sumBlocks(ranks, context), ...pairBlocks(ranks, context)],
  charts: ({ methods }, context, status) =>
    dots({
      ...{ id: 'rank-sums', status, unit: 'rank sum' },
      title: `Rank sums with intervals: lower is ${better(context)}`,
      rows: rowsOf(context, ({ id }) => {
        const own = methods.find((method) => method.id === id);
        return { at: own?.rankSum ?? null, interval: own?.rankSumInterval ?? null, note: own?.letters ?? '' };
      }).sort((a, b) => a.dots[0].at - b.dots[0].at),
    }),
};

function rankLines({ methods, overall, methodTest, pairs }: RankSums, context: SectionContext): string[] {
  const said =
    overall.test === null
      ? overall.reason
      : `Friedman ${overall.statistic.toFixed(3)} on ${overall.df} df, ${probabilityText(overall.probability)}, W = ${overall.kendallW.toFixed(3)}`;
  const nameOf = nameIn(context);
  const isOfMethods = methodTest?.test === 'piece-blocks';
  return [
    ...methods.map(
      (method) =>
        `  ${method.name}${method.code && ` (${method.code})`}: rank sum ${method.rankSum ?? 'none'}${method.letters ? `, ${method.letters}` : ''}${method.liking ? `, mean liking ${method.liking.mean.toFixed(2)}` : ''}`,
    ),
    ...methodTestLines(methodTest),
    methodTest ? `Of these pieces: ${said}` : said,
    ...pairs.map((pair) => {
      const alone = isOfMethods ? `p = ${pShort(pair.probability.p)} (Student’s t)` : probabilityText(pair.probability);
      return `  ${nameOf(pair.a)} - ${nameOf(pair.b)}: ${pair.difference}, ${alone}, ${isOfMethods ? 'Tukey' : 'adjusted'} ${pair.adjustedP.toFixed(4)}`;
    }),
  ];
}

function sumBlocks({ methods, overall, methodTest }: RankSums, context: SectionContext): Block[] {
  const model = context.sections.find(({ id }) => id === 'liking')?.data as LikingFinding | undefined;
  // The mean of the model, as on the screen; where it could not be fitted, the plain mean stands in.
  const meanOf = ({ id, liking }: (typeof methods)[number]): number | undefined =>
    model?.means.find(({ method }) => method === id)?.mean ?? liking?.mean;
  const order = [...methods].sort((a, b) => (a.rankSum ?? Infinity) - (b.rankSum ?? Infinity));
  return [
    {
      kind: 'table',
      above: titled(context, 'rank sums, lower is better'),
      columns: [{ name: 'Method', isWide: true }, number('Sum'), number('Interval'), number('Group'), number('Liking')],
      rows: order.map((method) => [
        method.name,
        decimal(method.rankSum, 1),
        method.rankSumInterval?.map((end) => decimal(end, 0)).join(' to ') ?? '–',
        method.letters || '–',
        decimal(meanOf(method), 2),
      ]),
    },
    ...methodTestBlocks(methodTest, 'Pairs by Tukey on the error of pieces. Of these pieces alone:'),
    ...(overall.test === null
      ? []
      : [
          text(
            `Friedman ${decimal(overall.statistic, 4)} on ${overall.df} df, p ${pText(overall.probability.p)}; Kendall's W ${decimal(overall.kendallW, 4)}.`,
          ),
        ]),
  ];
}

function pairBlocks({ pairs }: RankSums, context: SectionContext): Block[] {
  const nameOf = nameIn(context);
  if (pairs.length === 0) return [];
  return [
    {
      kind: 'table',
      above: titled(context, 'pairs'),
      columns: [{ name: 'Pair', isWide: true }, number('Apart'), number('p, all pairs together'), number('Shown?')],
      rows: pairs.map(({ a, b, difference, adjustedP, differ }) => [
        `${nameOf(a)} and ${nameOf(b)}`,
        String(Math.abs(difference)),
        pText(adjustedP),
        differ ? 'differ' : 'not shown',
      ]),
    },
  ];
}
