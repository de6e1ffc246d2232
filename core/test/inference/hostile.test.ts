import * as inference from '../../src/inference';
import { blocksOf, numbersIn } from '../support/results';

type Rows = (number | null)[][];

/** Answers as no textbook has them: per panelist one value per sample, null for none. */
const HOSTILE: Record<string, Rows> = {
  empty: [],
  'one panelist': [[1, 2, 3]],
  'one sample': [[1], [2], [3]],
  'one answer in all': [[4]],
  'all tied': Array.from({ length: 6 }, () => [5, 5, 5]),
  'complete agreement': Array.from({ length: 6 }, () => [1, 2, 3]),
  'two panelists, opposed': [
    [1, 2, 3],
    [3, 2, 1],
  ],
  huge: [
    [1e300, -1e300, 5e299],
    [-1e300, 1e300, 2e299],
    [1e300, 9e299, -9e299],
    [3e299, 1e300, 1e300],
  ],
  'huge level, no spread': Array.from({ length: 4 }, () => [1e300, 1e300, 1e300]),
  tiny: [
    [1e-300, 2e-300, 3e-300],
    [2e-300, 1e-300, 3e-300],
    [1e-300, 3e-300, 2e-300],
    [3e-300, 2e-300, 5e-300],
  ],
  'mixed sizes': [
    [1e300, 1e-300, 1],
    [1, 1e300, 1e-300],
    [1e-300, 1, 1e300],
  ],
  'large level, small spread': [
    [1e15, 1e15 + 1, 1e15 + 2],
    [1e15 + 1, 1e15, 1e15 + 2],
    [1e15 + 2, 1e15, 1e15 + 1],
  ],
  'half missing': [
    [1, null, 3],
    [null, 2, null],
    [2, 1, null],
    [null, 3, 1],
  ],
  'one answer per panelist': [
    [1, null, null],
    [null, 2, null],
    [null, null, 3],
    [2, null, null],
  ],
  'samples that nobody links': [
    [1, 2, null, null],
    [2, 1, null, null],
    [null, null, 1, 2],
    [null, null, 2, 1],
  ],
  'nobody answered': [
    [null, null],
    [null, null],
  ],
  'a sample nobody tasted': [
    [1, 2, null],
    [2, 1, null],
    [1, 2, null],
  ],
};

const seed = { seed: '1', draws: 200 };
const alpha = 0.05;

const long = (rows: Rows) =>
  rows.flatMap((row, who) =>
    row.flatMap((value, what) => (value === null ? [] : [{ panelist: `p${who}`, sample: `s${what}`, score: value }])),
  );

const data = (rows: Rows) => ({
  y: long(rows).map(({ score }) => score),
  factors: { panelist: long(rows).map(({ panelist }) => panelist), sample: long(rows).map(({ sample }) => sample) },
});

const complete = (rows: Rows): number[][] =>
  rows.filter((row): row is number[] => row.every((value) => value !== null));
const ranks = (rows: Rows): number[][] => complete(rows).map(inference.midRanks);
const width = (rows: Rows): number => rows[0]?.length ?? 0;
const yesNo = (rows: Rows): number[][] => complete(rows).map((row) => row.map((value) => (value > 1 ? 1 : 0)));
const counts = (rows: Rows): number[][] => yesNo(rows);

function everythingOfMixed(rows: Rows, random: string[][]) {
  const fit = inference.fitMixed(data(rows), { fixed: [['sample']], random });
  if (fit.test === null) return fit;
  const reference = fit.design.levels.sample[0];
  return {
    ...fit,
    term: inference.termTest(fit, 0),
    means: inference.estimatedMeans(fit, 'sample', alpha),
    tukey: inference.compare(fit, 'sample', { alpha, adjust: 'tukey' }),
    dunnett: inference.compare(fit, 'sample', { alpha, adjust: 'dunnett', reference }),
    checks: inference.residualChecks(fit.residuals, data(rows).factors.sample),
    influence: inference.influence(data(rows), { fixed: [['sample']], random }, fit, 'panelist'),
  };
}

function strength(rows: Rows) {
  const rankings = blocksOf(rows).map(({ samples, values }) =>
    [...new Set(values)].sort((a, b) => a - b).map((value) => samples.filter((_, at) => values[at] === value)),
  );
  const fit = inference.plackettLuce(rankings, width(rows));
  return fit.test === null
    ? fit
    : {
        ...fit,
        best: inference.chanceOfBest(
          { heights: fit.logWorth, covariance: fit.covariance, df: 3, mostSpread: 1 },
          { seed: '1', draws: 50 },
        ),
      };
}

const meetings = (rows: Rows) =>
  complete(rows).flatMap((row) =>
    row.slice(1).map((value, at) => ({
      a: 0,
      b: at + 1,
      winA: row[0] < value ? 1 : 0,
      winB: row[0] > value ? 1 : 0,
      ties: row[0] === value ? 1 : 0,
    })),
  );

const profiles = (rows: Rows) => complete(rows).map((row) => row.map((value) => [value, -value, 1]));

const RUNS: Record<string, (rows: Rows) => unknown> = {
  friedman: (rows) => inference.friedman(ranks(rows), seed),
  pairs: (rows) => inference.rankSumPairs(ranks(rows)),
  limits: (rows) => inference.rankSumLimits(ranks(rows), alpha),
  against: (rows) => inference.rankSumsAgainst(ranks(rows), 0),
  page: (rows) => inference.page(ranks(rows)),
  durbin: (rows) => inference.durbin(blocksOf(rows), width(rows), seed),
  'skillings-mack': (rows) => inference.skillingsMack(blocksOf(rows), width(rows), seed),
  'plackett-luce': strength,
  'bradley-terry': (rows) => inference.bradleyTerry(meetings(rows), width(rows)),
  davidson: (rows) => inference.bradleyTerry(meetings(rows), width(rows), { ties: 'davidson', orderEffect: true }),
  'mixed model': (rows) => everythingOfMixed(rows, [['panelist']]),
  'mixed model, cells': (rows) => everythingOfMixed([...rows, ...rows], [['panelist'], ['panelist', 'sample']]),
  'attribute table': (rows) => {
    const { y, factors } = data(rows);
    return inference.attributeTable({ one: y, none: y.map(() => null) }, factors, alpha);
  },
  cochran: (rows) => inference.cochranQ(yesNo(rows), seed),
  'just about right': (rows) =>
    inference.justAboutRight(
      long(rows).map(({ score }, at) => ({ answer: (at % 3) - 1, liking: score })),
      alpha,
      '1',
    ),
  correspondence: (rows) => inference.correspondence(counts(rows)),
  'principal components': (rows) => inference.principalComponents(profiles(rows), { alpha, seed: '1', draws: 20 }),
  'preference map': (rows) =>
    inference.preferenceMap(complete(rows)[0]?.map((_, at) => [at, at * at]) ?? [], complete(rows)),
  drivers: (rows) =>
    inference.drivers(
      long(rows).map(({ panelist, score }, at) => ({ panelist, liking: score, attributes: [score, at % 2] })),
    ),
  'best-worst': (rows) =>
    inference.bestWorst(
      complete(rows).map((row) => ({
        shown: row.map((_, at) => at),
        best: row.indexOf(Math.min(...row)),
        worst: row.indexOf(Math.max(...row)),
      })),
      width(rows),
    ),
  'order effects': (rows) =>
    inference.orderEffects(
      rows.map((scores, at) => ({ panelist: `p${at}`, samples: scores.map((_, what) => `s${what}`), scores })),
      alpha,
    ),
  performance: (rows) =>
    inference.panelPerformance(long(rows).map((score, at) => ({ ...score, position: (at % 3) + 1, seconds: at }))),
  groups: (rows) =>
    inference.panelistGroups([...complete(rows), ...complete(rows), ...complete(rows)], {
      seed: '1',
      alpha,
      draws: 20,
    }),
};

/** A result is fit to print: no number in it is NaN or infinite. */
function expectPrintable(result: unknown): void {
  const bad = numbersIn(result).filter(([path, value]) => !Number.isFinite(value) && !path.includes('scaleUse'));
  expect(bad).toEqual([]);
}

describe.each(Object.entries(HOSTILE))('%s', (_, rows) => {
  it.each(Object.entries(RUNS))('%s: no throw, no NaN', (__, run) => {
    expectPrintable(run(rows));
  });
});

describe('counts at their ends', () => {
  const ends = [0, 1, 2, 7, 1000];
  it('forced choice, power, preference, A/not-A and same-different', () => {
    for (const protocol of inference.PROTOCOLS) {
      for (const n of ends) {
        for (const correct of [0, Math.floor(n / 2), n]) {
          expectPrintable(inference.forcedChoice({ protocol, n, correct, alpha, similarityPd: 0.3 }));
          expectPrintable(inference.pairedPreference({ a: correct, b: n - correct, none: 1 }, 'model', alpha));
          const data = { hits: correct, signals: n, falseAlarms: n - correct, noises: n };
          expectPrintable(inference.aNotA(data, alpha));
        }
        if (n > 0) expectPrintable(inference.forcedChoicePower({ protocol, n, pd: 0.999, alpha }));
      }
    }
    for (const hits of [0, 5, 10])
      for (const alarms of [0, 5, 10])
        expectPrintable(
          inference.sameDifferent(
            { differentOnDifferent: hits, differentPairs: 10, differentOnSame: alarms, samePairs: 10 },
            alpha,
          ),
        );
  });

  it('replicates of people who never, always or only half the time are right', () => {
    for (const correct of [0, 3, 6])
      expectPrintable(
        inference.betaBinomial(
          Array.from({ length: 5 }, () => ({ n: 6, correct })),
          'triangle',
        ),
      );
    expectPrintable(inference.betaBinomial([], 'triangle'));
  });
});

describe('a hundred thousand answers', () => {
  const rows = Array.from({ length: 20_000 }, (_, who) =>
    [0, 1, 2, 3, 4].map((what) => ((who * 7 + what * 13 + who * what) % 9) + 1),
  );

  it.each(['friedman', 'pairs', 'page', 'skillings-mack', 'mixed model', 'performance'])('%s', (name) => {
    const run =
      name === 'mixed model'
        ? (all: Rows) => inference.fitMixed(data(all), { fixed: [['sample']], random: [['panelist']] })
        : RUNS[name];
    expectPrintable(run(rows));
  });
});
