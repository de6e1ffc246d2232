import {
  compare,
  estimatedMeans,
  fitMixed,
  friedman,
  influence,
  midRanks,
  panelPerformance,
  residualChecks,
  skillingsMack,
  termTest,
  withinMargin,
  type MixedData,
  type MixedFit,
  type NoTest,
  type TermTest,
} from '../../src/inference';
import { BadInput } from '../badInput';
import { blocksOf, completeRows, readLongTable, type Columns, type LongTable } from '../longTable';
import { columns, decimal, pText, probabilityText, type Report } from '../report';
import type { AnalyseOptions, TestCommand } from './testCommand';

export const mixedModelCommand: TestCommand = {
  about:
    'Do mean scores differ? Linear mixed model by REML: samples fixed, panelists random, and with --replicate also panelist x sample. Satterthwaite F, means, all pairs by Tukey, with --reference each against it by Dunnett, and with --margin whether it is within so many points of the reference (higher scores being better).',
  needs: ['panelist', 'sample', 'value'],
  reads: ['panelist', 'sample', 'value', 'replicate', 'reference', 'margin', 'block', 'piece'],
  pieces: 'scores',
  run: (text, options) => {
    const table = readLongTable(text, options as Columns);
    refuseReference(table, options);
    const data: MixedData = {
      y: table.answers.map(({ value }) => value),
      factors: {
        panelist: table.answers.map(({ panelist }) => table.panelists[panelist]),
        sample: table.answers.map(({ sample }) => table.samples[sample]),
      },
    };
    const random = options.replicate === undefined ? [['panelist']] : [['panelist'], ['panelist', 'sample']];
    const fit = fitMixed(data, { fixed: [['sample']], random });
    const test = fit.test === null ? fit : termTest(fit, 0);
    if (fit.test === null || test.test === null) return nothing(table, (test as NoTest).reason);
    const found = { ...compared(fit, options), fit, test, random, table, rankCheck: rankBased(table, options) };
    const checks = residualChecks(fit.residuals, data.factors.sample);
    const mostInfluential = influence(data, { fixed: [['sample']], random }, fit, 'panelist')?.slice(0, 5) ?? null;
    const panelists = options.replicate === undefined ? {} : { panelists: performances(table) };
    return {
      json: { ...asJson(found, options), ...panelists, checks, mostInfluential, rankCheck: found.rankCheck },
      lines: [...asLines(found, options), ...checks.concerns, found.rankCheck.line],
    };
  },
};

function refuseReference({ samples }: LongTable, { reference, margin }: AnalyseOptions): void {
  if (reference !== undefined && !samples.includes(reference))
    throw new BadInput(`No sample "${reference}" for --reference. The file has: ${samples.join(', ')}.`);
  if (margin !== undefined && reference === undefined)
    throw new BadInput('--margin needs --reference: within so many points of what?');
}

/** Means and everything that is compared. */
function compared(fit: MixedFit, { alpha, reference, margin, seed }: AnalyseOptions) {
  const against = reference === undefined ? [] : compare(fit, 'sample', { alpha, adjust: 'dunnett', reference, seed });
  return {
    means: estimatedMeans(fit, 'sample', alpha),
    pairs: compare(fit, 'sample', { alpha, adjust: 'tukey' }),
    against,
    margins:
      margin === undefined ? [] : against.map((pair) => ({ sample: pair.a, ...withinMargin(pair, margin, alpha) })),
  };
}

interface Found extends ReturnType<typeof compared> {
  fit: MixedFit;
  test: TermTest;
  random: string[][];
  table: LongTable;
}

/** Per random term; null for one that the data cannot show. */
function variancesOf({ fit, random }: Found): Record<string, number | null> {
  const shown = new Map(fit.variances.map(({ term, variance }) => [term, variance]));
  const entries = random.map((term): [string, number | null] => [term.join(':'), shown.get(term.join(':')) ?? null]);
  return Object.fromEntries<number | null>([...entries, ['residual', fit.residualVariance]]);
}

function asJson(found: Found, { reference, margin }: AnalyseOptions): object {
  const { fit, test, means, pairs, against, margins, table } = found;
  return {
    ...test,
    test: 'mixed-model',
    variances: variancesOf(found),
    leftOut: fit.leftOut,
    logLik: fit.logLik,
    means: Object.fromEntries(means.map(({ level, mean }) => [level, mean])),
    meanIntervals: Object.fromEntries(means.map(({ level, ...mean }) => [level, mean])),
    pairs,
    ...(reference === undefined ? {} : { againstReference: against }),
    ...(margin === undefined ? {} : { withinMargin: margins }),
    panelistCount: table.panelists.length,
    answers: fit.rows,
  };
}

function asLines(found: Found, { reference }: AnalyseOptions): string[] {
  const { fit, test, means, pairs, against, margins, table } = found;
  const bounds = (interval: [number, number] | null): string =>
    interval ? `${decimal(interval[0])} to ${decimal(interval[1])}` : '-';
  const numbers = (pair: (typeof pairs)[number]): string[] =>
    [pair.difference, pair.se, pair.df, pair.t].map((value) => decimal(value));
  return [
    `F = ${decimal(test.F)} on ${test.df1} and ${decimal(test.df2, 2)} df, p = ${pText(test.p)}; ${table.panelists.length} panelists, ${fit.rows} scores`,
    'Variances:',
    ...columns(Object.entries(variancesOf(found)).map(([term, variance]) => [term, decimal(variance)])),
    ...fit.leftOut.map(({ reason }) => `  ${reason}`),
    'Means:',
    ...columns(means.map(({ level, mean, interval }) => [level, decimal(mean), bounds(interval)])),
    'Pairs (difference, se, df, t, p by Tukey):',
    ...columns(pairs.map((pair) => [`${pair.a} - ${pair.b}`, ...numbers(pair), pText(pair.p)])),
    ...(against.length > 0 ? ['Against the reference (difference, p by Dunnett):'] : []),
    ...columns(
      against.map((pair) => [
        pair.a,
        decimal(pair.difference),
        pair.pError > 0
          ? `${pText(pair.p)} (Monte Carlo, standard error ${pair.pError.toExponential(1)})`
          : pText(pair.p),
      ]),
    ),
    ...margins.map(
      (one) =>
        `  ${one.sample} within ${one.margin} of ${reference}: not worse p = ${pText(one.nonInferiorityP)}, equivalent p = ${pText(one.equivalenceP)}`,
    ),
  ];
}

/** Beside the model, a test that only uses the order of each panelist's scores. */
function rankBased(table: LongTable, options: AnalyseOptions) {
  const averaged = averagedAnswers(table);
  const { rows, leftOut } = completeRows(
    averaged,
    table.samples.map((_, at) => at),
  );
  const result =
    leftOut.length === 0
      ? friedman(rows.map(midRanks), options)
      : skillingsMack(blocksOf(averaged), table.samples.length, options);
  const name = leftOut.length === 0 ? 'Friedman' : 'Skillings-Mack';
  if (result.test === null) return { test: null, reason: result.reason, line: `Rank-based check: ${result.reason}` };
  const { test, statistic, df, probability } = result;
  return {
    test,
    statistic,
    df,
    p: probability.p,
    probability,
    line: `Rank-based check: ${name} ${decimal(statistic)} on ${df} df, ${probabilityText(probability)}`,
  };
}

/** One value per panelist and sample: the mean of the replicates. */
function averagedAnswers({ panelists, samples, answers }: LongTable): LongTable {
  const cells = new Map<number, { total: number; count: number }>();
  for (const { panelist, sample, value } of answers) {
    const cell = panelist * samples.length + sample;
    const { total, count } = cells.get(cell) ?? { total: 0, count: 0 };
    cells.set(cell, { total: total + value, count: count + 1 });
  }
  const averaged = [...cells].map(([cell, { total, count }]) => ({
    panelist: Math.floor(cell / samples.length),
    sample: cell % samples.length,
    value: total / count,
  }));
  return { panelists, samples, answers: averaged };
}

function performances({ panelists, samples, answers }: LongTable): Record<string, object> {
  const found = panelPerformance(
    answers.map(({ panelist, sample, value }) => ({
      panelist: panelists[panelist],
      sample: samples[sample],
      score: value,
    })),
  );
  return Object.fromEntries(
    found.map(({ panelist, discrimination, repeatabilitySd, agreement, scaleUse }) => [
      panelist,
      { F: discrimination?.F ?? null, p: discrimination?.p ?? null, repeatabilitySd, agreement, scaleUse },
    ]),
  );
}

function nothing({ panelists, answers }: LongTable, reason: string): Report {
  const empty = { F: null, df1: null, df2: null, p: null, variances: {}, means: {}, pairs: [] };
  return {
    json: { test: 'mixed-model', ...empty, panelistCount: panelists.length, answers: answers.length, reason },
    lines: [reason],
  };
}
