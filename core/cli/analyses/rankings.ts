import {
  durbin,
  friedman,
  midRanks,
  page,
  rankSumLimits,
  rankSumPairs,
  skillingsMack,
  type NoTest,
  type Probability,
} from '../../src/inference';
import { BadInput } from '../badInput';
import { blocksOf, bySample, completeRows, readLongTable, type Columns, type LongTable } from '../longTable';
import { columns, decimal, pText, probabilityText, type Report } from '../report';
import type { AnalyseOptions, TestCommand } from './testCommand';

const READS = ['panelist', 'sample', 'value', 'higherIsBetter'] as const;
const OF_PIECES = ['block', 'piece'] as const;

export const friedmanCommand: TestCommand = {
  about:
    'Which sample is liked best, by panelists who tasted them all? Values are ranked within each panelist, ascending; who lacks a value is left out and named.',
  needs: ['panelist', 'sample', 'value'],
  reads: [...READS, ...OF_PIECES],
  pieces: 'ranks',
  run: (text, options) => {
    const table = readLongTable(text, options as Columns);
    const { rows, leftOut } = completeRows(table, everySample(table));
    const ranks = rows.map(midRanks);
    const result = friedman(ranks, options);
    if (result.test === null) return nothing('friedman', result, ranks.length, leftOut, { kendallW: null });
    const pairs = rankSumPairs(ranks).map(({ a, b, ...pair }) => ({
      a: table.samples[a],
      b: table.samples[b],
      ...pair,
    }));
    const limits = rankSumLimits(ranks, options.alpha);
    return {
      json: {
        ...shared(table, result, options),
        kendallW: result.kendallW,
        pairs: pairs.map(({ probability, ...pair }) => ({ ...pair, p: probability.p, probability })),
        leastSignificantDifference: limits.leastSignificantDifference,
        limitingPairs: limits.pairs.map(({ a, b, ...pair }) => ({ a: table.samples[a], b: table.samples[b], ...pair })),
        leftOut,
      },
      lines: [
        `Friedman chi-squared = ${decimal(result.statistic)} on ${result.df} df, ${probabilityText(result.probability)}`,
        `Kendall's W = ${decimal(result.kendallW)}, ${result.panelists} panelists`,
        ...sumLines(table, result, options),
        'Pairs (difference of rank sums, p, p by Holm):',
        ...columns(
          pairs.map((pair) => [
            `${pair.a} - ${pair.b}`,
            String(pair.difference),
            pText(pair.probability.p),
            pText(pair.adjustedP),
          ]),
        ),
        `Least significant difference of two rank sums at ${options.alpha}, each pair by itself (ISO 8587): ${decimal(limits.leastSignificantDifference, 2)}`,
        ...leftOutLine(leftOut),
      ],
    };
  },
};

export const pageCommand: TestCommand = {
  about:
    'Do values rise along an order that was stated before tasting? Needs --order, the samples from lowest to highest expected value.',
  needs: ['panelist', 'sample', 'value', 'order'],
  reads: ['panelist', 'sample', 'value', 'order'],
  run: (text, options) => {
    const table = readLongTable(text, options as Columns);
    const places = statedOrder(table, options.order as string[]);
    const { rows, leftOut } = completeRows(table, places);
    const result = page(rows.map(midRanks));
    if (result.test === null) {
      const reason = {
        json: { test: 'page', L: null, z: null, p: null, panelists: rows.length, leftOut, reason: result.reason },
      };
      return { ...reason, lines: [result.reason, ...leftOutLine(leftOut)] };
    }
    const ordered = { samples: places.map((place) => table.samples[place]) };
    const { L, z, probability, limitingP, panelists } = result;
    return {
      json: {
        test: 'page',
        L,
        z,
        p: probability.p,
        probability,
        limitingP,
        rankSums: bySample(ordered, result.rankSums),
        panelists,
        leftOut,
      },
      lines: [
        `Page's L = ${L}, z = ${decimal(z)}, ${probabilityText(probability)}, one-sided, ${panelists} panelists`,
        'Rank sums in the stated order (ascending ranks):',
        ...columns(ordered.samples.map((sample, at) => [sample, String(result.rankSums[at])])),
        ...leftOutLine(leftOut),
      ],
    };
  },
};

export const durbinCommand: TestCommand = {
  about:
    "Friedman's question for a balanced incomplete design: each panelist tasted equally many samples, every two samples met equally often.",
  needs: ['panelist', 'sample', 'value'],
  reads: [...READS, ...OF_PIECES],
  pieces: 'ranks',
  run: (text, options) => {
    const table = readLongTable(text, options as Columns);
    const result = durbin(blocksOf(table), table.samples.length, options);
    if (result.test === null) return nothing('durbin', result, table.panelists.length, []);
    const { perPanelist, replication, concurrence } = result.design;
    const f = result.f
      ? [`F form: F = ${decimal(result.f.F)} on ${result.f.df1} and ${result.f.df2} df, p = ${pText(result.f.p)}`]
      : [];
    return {
      json: { ...shared(table, result, options), f: result.f, design: result.design },
      lines: [
        `Durbin chi-squared = ${decimal(result.statistic)} on ${result.df} df, ${probabilityText(result.probability)}`,
        ...f,
        `${result.panelists} panelists, ${perPanelist} samples each; every sample ${replication} times, every two together ${concurrence} times`,
        ...sumLines(table, result, options),
      ],
    };
  },
};

export const skillingsMackCommand: TestCommand = {
  about: "Friedman's question when answers are missing in any pattern.",
  needs: ['panelist', 'sample', 'value'],
  reads: [...READS, ...OF_PIECES],
  pieces: 'ranks',
  run: (text, options) => {
    const table = readLongTable(text, options as Columns);
    const result = skillingsMack(blocksOf(table), table.samples.length, options);
    if (result.test === null) return nothing('skillings-mack', result, table.panelists.length, []);
    const sums = bySample(table, result.adjustedSums);
    return {
      json: {
        ...shared(table, result, options),
        // Rank sums over different numbers of servings do not compare; the adjusted ones do.
        leads: leader(table.samples, result.adjustedSums, result.probability, options),
        adjustedSums: sums,
        setAside: result.setAside,
      },
      lines: [
        `Skillings-Mack = ${decimal(result.statistic)} on ${result.df} df, ${probabilityText(result.probability)}`,
        `${result.panelists} panelists, ${result.setAside} set aside for having fewer than two values`,
        'Adjusted sums (below 0: ranked lower than chance would have it):',
        ...columns(Object.entries(sums).map(([sample, sum]) => [sample, decimal(sum)])),
        leadLine(leader(table.samples, result.adjustedSums, result.probability, options)),
      ],
    };
  },
};

const everySample = ({ samples }: LongTable): number[] => samples.map((_, at) => at);

/** The samples' numbers in the stated order, which must name each of them once. */
function statedOrder({ samples }: LongTable, order: readonly string[]): number[] {
  const unknown = order.find((sample) => !samples.includes(sample));
  if (unknown !== undefined) throw new BadInput(`--order names "${unknown}", but the file has: ${samples.join(', ')}.`);
  const missing = samples.find((sample) => !order.includes(sample));
  if (missing !== undefined) throw new BadInput(`--order leaves out "${missing}": give a place to every sample.`);
  const double = order.find((sample, at) => order.indexOf(sample) !== at);
  if (double !== undefined) throw new BadInput(`--order names "${double}" twice.`);
  return order.map((sample) => samples.indexOf(sample));
}

interface RankResult {
  test: string;
  statistic: number;
  df: number;
  probability: Probability;
  limitingP: number;
  rankSums: number[];
  panelists: number;
}

function shared(table: LongTable, result: RankResult, options: AnalyseOptions) {
  const { test, statistic, df, probability, limitingP, rankSums, panelists } = result;
  return {
    test,
    statistic,
    df,
    p: probability.p,
    probability,
    limitingP,
    rankSums: bySample(table, rankSums),
    leads: leader(table.samples, rankSums, probability, options),
    panelists,
  };
}

function nothing(test: string, { reason }: NoTest, panelists: number, leftOut: string[], more: object = {}): Report {
  const empty = { statistic: null, df: null, p: null, probability: null, limitingP: null, rankSums: {}, leads: null };
  return { json: { test, ...empty, ...more, panelists, leftOut, reason }, lines: [reason, ...leftOutLine(leftOut)] };
}

/** Ranks ascend with the value, so high scores lead by the largest sum, ranks by the smallest. */
function leader(
  samples: readonly string[],
  sums: readonly number[],
  { p }: Probability,
  { higherIsBetter, alpha }: AnalyseOptions,
): string | null {
  if (p > alpha) return null;
  const best = higherIsBetter ? Math.max(...sums) : Math.min(...sums);
  const leading = samples.filter((_, at) => sums[at] === best);
  return leading.length === 1 ? leading[0] : null;
}

const leadLine = (leads: string | null): string =>
  leads === null ? 'No sample leads at this alpha.' : `Leads: ${leads}`;

function sumLines(table: LongTable, { rankSums, probability }: RankResult, options: AnalyseOptions): string[] {
  return [
    'Rank sums (ascending ranks):',
    ...columns(table.samples.map((sample, at) => [sample, String(rankSums[at])])),
    leadLine(leader(table.samples, rankSums, probability, options)),
  ];
}

const leftOutLine = (leftOut: readonly string[]): string[] =>
  leftOut.length > 0 ? [`Left out (incomplete): ${leftOut.join(', ')}`] : [];
