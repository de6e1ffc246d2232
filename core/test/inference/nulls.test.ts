import * as inference from '../../src/inference';
import { servingOrders } from '../../src/design';
import { randomStream, type RandomStream } from '../../src/numeric';
import { tries } from '../support/thorough';

/**
 * Where nothing differs, a test at alpha claims a difference at alpha: no more often, and
 * where p is continuous no less often either. Panels are simulated from a fixed seed; the
 * bounds are three Monte Carlo standard errors.
 */
const ALPHA = 0.1;
const PANELS = tries(200);
const ERROR = 3 * Math.sqrt((ALPHA * (1 - ALPHA)) / PANELS);

interface Null {
  /** p of one simulated panel; null where there was no test. */
  p: (random: RandomStream, panel: number) => number | null;
  /** Whether p can take so many values that the rate must also reach alpha. */
  sharp: boolean;
}

const pOf = (result: { test: string | null; probability?: { p: number }; p?: number }): number | null =>
  result.test === null ? null : (result.probability?.p ?? result.p ?? null);

const normals = (random: RandomStream, rows: number, columns: number): number[][] =>
  Array.from({ length: rows }, () => {
    const own = random.normal();
    return Array.from({ length: columns }, () => own + random.normal());
  });

const stars = (random: RandomStream, rows: number, columns: number): number[][] =>
  normals(random, rows, columns).map((row) => row.map((value) => Math.min(9, Math.max(1, Math.round(5 + value)))));

const options = (panel: number) => ({ seed: String(panel), draws: 199 });

const asBlocks = (rows: number[][], choose: (row: number) => number[]) =>
  rows.map((row, at) => ({ samples: choose(at), values: choose(at).map((sample) => row[sample]) }));

const PAIRS_OF_FOUR = [
  [0, 1],
  [2, 3],
  [0, 2],
  [1, 3],
  [0, 3],
  [1, 2],
];

const mixed = (rows: number[][], replicates = 1) => {
  const cells = rows.flatMap((row, who) => row.map((score, at) => ({ score, who, what: Math.floor(at / replicates) })));
  return {
    y: cells.map(({ score }) => score),
    factors: { panelist: cells.map(({ who }) => `p${who}`), sample: cells.map(({ what }) => `s${what}`) },
  };
};

function mixedFit(rows: number[][], replicates = 1) {
  const random = replicates > 1 ? [['panelist'], ['panelist', 'sample']] : [['panelist']];
  return inference.fitMixed(mixed(rows, replicates), { fixed: [['sample']], random });
}

const binomial = (random: RandomStream, n: number, share: number): number =>
  Array.from({ length: n }, () => (random.fraction() < share ? 1 : 0)).reduce<number>((a, b) => a + b, 0);

const smallest = (ps: number[]): number | null => (ps.length > 0 ? Math.min(...ps) : null);

const limits = (random: RandomStream) =>
  inference.rankSumLimits(normals(random, 24, 4).map(inference.midRanks), ALPHA).pairs;

const NULLS: Record<string, Null> = {
  'friedman, 3 people': {
    p: (r, at) => pOf(inference.friedman(normals(r, 3, 4).map(inference.midRanks), options(at))),
    sharp: false,
  },
  'friedman, 20 people, relabelled': {
    p: (r, at) => pOf(inference.friedman(normals(r, 20, 7).map(inference.midRanks), options(at))),
    sharp: true,
  },
  'friedman, stars with ties': {
    p: (r, at) => pOf(inference.friedman(stars(r, 8, 3).map(inference.midRanks), options(at))),
    sharp: true,
  },
  'rank-sum pairs by Holm': {
    p: (r) =>
      smallest(inference.rankSumPairs(normals(r, 12, 4).map(inference.midRanks)).map(({ adjustedP }) => adjustedP)),
    sharp: false,
  },
  'rank sums against the reference': {
    p: (r) =>
      smallest(
        inference.rankSumsAgainst(normals(r, 30, 4).map(inference.midRanks), 0).map(({ adjustedP }) => adjustedP),
      ),
    sharp: true,
  },
  'least significant differences by Holm': {
    p: (r) => smallest(limits(r).map(({ leastDifference }) => leastDifference.adjustedP)),
    sharp: false,
  },
  "Conover's pairs by Holm": { p: (r) => smallest(limits(r).map(({ conover }) => conover.adjustedP)), sharp: false },
  "Nemenyi's pairs": { p: (r) => smallest(limits(r).map(({ nemenyi }) => nemenyi.p)), sharp: false },
  'page, 4 people': { p: (r) => pOf(inference.page(normals(r, 4, 4).map(inference.midRanks))), sharp: false },
  'page, 14 people': { p: (r) => pOf(inference.page(stars(r, 14, 5).map(inference.midRanks))), sharp: true },
  durbin: {
    p: (r, at) =>
      pOf(
        inference.durbin(
          asBlocks(normals(r, 24, 4), (row) => PAIRS_OF_FOUR[row % 6]),
          4,
          options(at),
        ),
      ),
    sharp: false,
  },
  'skillings-mack, gaps': {
    p: (r, at) => {
      const kept = Array.from({ length: 15 }, () => [0, 1, 2, 3].filter(() => r.fraction() < 0.7));
      return pOf(
        inference.skillingsMack(
          asBlocks(normals(r, 15, 4), (row) => kept[row]),
          4,
          options(at),
        ),
      );
    },
    sharp: true,
  },
  'plackett-luce, likelihood ratio': {
    p: (r) => {
      const rankings = normals(r, 60, 4).map((row) =>
        [0, 1, 2, 3].sort((a, b) => row[a] - row[b]).map((sample) => [sample]),
      );
      const fit = inference.plackettLuce(rankings, 4);
      return fit.test === null ? null : fit.likelihoodRatio.p;
    },
    sharp: true,
  },
  'bradley-terry, order effect': {
    p: (r) => {
      const meetings = PAIRS_OF_FOUR.flatMap(([a, b]) => [
        [a, b],
        [b, a],
      ]).map(([a, b]) => {
        const winA = binomial(r, 12, 0.5);
        return { a, b, winA, winB: 12 - winA, ties: 0 };
      });
      const fit = inference.bradleyTerry(meetings, 4, { orderEffect: true });
      if (fit.test === null || !fit.order) return null;
      const z = Math.abs(fit.order.estimate / fit.order.se);
      return 2 * (1 - inference.chanceCorrect('2-afc', z * Math.SQRT2));
    },
    sharp: true,
  },
  'mixed model, F, 4 people': {
    p: (r) => {
      const fit = mixedFit(normals(r, 4, 3));
      return fit.test === null ? null : pOf(inference.termTest(fit, 0));
    },
    sharp: true,
  },
  'mixed model, F, replicated stars with gaps': {
    p: (r) => {
      const data = mixed(stars(r, 10, 8), 2);
      const kept = data.y.flatMap((_, at) => (r.fraction() < 0.8 ? [at] : []));
      const part = (values: string[]): string[] => kept.map((at) => values[at]);
      const factors = { panelist: part(data.factors.panelist), sample: part(data.factors.sample) };
      const fit = inference.fitMixed(
        { y: kept.map((at) => data.y[at]), factors },
        { fixed: [['sample']], random: [['panelist'], ['panelist', 'sample']] },
      );
      return fit.test === null ? null : pOf(inference.termTest(fit, 0));
    },
    sharp: true,
  },
  'mixed model, all pairs by Tukey': {
    p: (r) => {
      const fit = mixedFit(normals(r, 8, 4));
      return fit.test === null
        ? null
        : smallest(inference.compare(fit, 'sample', { alpha: ALPHA, adjust: 'tukey' }).map(({ p }) => p));
    },
    sharp: true,
  },
  'mixed model, reference by Dunnett': {
    p: (r) => {
      const fit = mixedFit(normals(r, 8, 4));
      if (fit.test === null) return null;
      return smallest(
        inference.compare(fit, 'sample', { alpha: ALPHA, adjust: 'dunnett', reference: 's0' }).map(({ p }) => p),
      );
    },
    sharp: true,
  },
  'non-inferiority at the margin': {
    p: (r) => {
      const fit = mixedFit(normals(r, 12, 2).map(([a, b]) => [a, b - 1]));
      if (fit.test === null) return null;
      const [pair] = inference.compare(fit, 'sample', { alpha: ALPHA, adjust: 'none', reference: 's0' });
      return inference.withinMargin(pair, 1, ALPHA).nonInferiorityP;
    },
    sharp: true,
  },
  'triangle, 7 answers': {
    p: (r) => pOf(inference.forcedChoice({ protocol: 'triangle', n: 7, correct: binomial(r, 7, 1 / 3), alpha: ALPHA })),
    sharp: false,
  },
  'similarity at its limit': {
    p: (r) => {
      const result = inference.forcedChoice({
        protocol: 'triangle',
        n: 60,
        correct: binomial(r, 60, 1 / 3 + 0.2),
        alpha: ALPHA,
        similarityPd: 0.3,
      });
      return result.test === null ? null : (result.similarity?.p ?? null);
    },
    sharp: false,
  },
  'paired preference': {
    p: (r) => {
      const a = binomial(r, 25, 0.5);
      return pOf(inference.pairedPreference({ a, b: 25 - a, none: 0 }, 'drop', ALPHA));
    },
    sharp: false,
  },
  'paired preference, ties modelled': {
    p: (r) => {
      const none = binomial(r, 60, 0.2);
      const a = binomial(r, 60 - none, 0.5);
      return pOf(inference.pairedPreference({ a, b: 60 - none - a, none }, 'model', ALPHA));
    },
    sharp: false,
  },
  'beta-binomial, difference': {
    p: (r) => {
      const panel = Array.from({ length: 20 }, () => ({ n: 4, correct: binomial(r, 4, 1 / 3) }));
      const result = inference.betaBinomial(panel, 'triangle');
      return result.test === null ? null : result.difference.p;
    },
    sharp: false,
  },
  'drivers of liking, one slope': {
    p: (r) => {
      const servings = normals(r, 8, 4).flatMap((row, who) =>
        row.map((liking) => ({ panelist: `p${who}`, liking, attributes: [r.normal()] })),
      );
      const result = inference.drivers(servings);
      return result.test === null ? null : result.alone[0].p;
    },
    sharp: true,
  },
  'a-not-a': {
    p: (r) =>
      pOf(
        inference.aNotA(
          { hits: binomial(r, 20, 0.4), signals: 20, falseAlarms: binomial(r, 20, 0.4), noises: 20 },
          ALPHA,
        ),
      ),
    sharp: false,
  },
  'same-different': {
    p: (r) => {
      const counts = {
        differentOnDifferent: binomial(r, 20, 0.3),
        differentPairs: 20,
        differentOnSame: binomial(r, 20, 0.3),
        samePairs: 20,
      };
      return pOf(inference.sameDifferent(counts, ALPHA));
    },
    sharp: false,
  },
  'beta-binomial, over-dispersion': {
    p: (r) => {
      const panel = Array.from({ length: 20 }, () => ({ n: 6, correct: binomial(r, 6, 0.6) }));
      const result = inference.betaBinomial(panel, 'triangle');
      return result.test === null ? null : result.overdispersion.p;
    },
    sharp: false,
  },
  'cochran q, 4 people': {
    p: (r, at) =>
      pOf(
        inference.cochranQ(
          normals(r, 4, 4).map((row) => row.map((x) => (x > 0 ? 1 : 0))),
          options(at),
        ),
      ),
    sharp: false,
  },
  'mcnemar by Holm': {
    p: (r) =>
      smallest(
        inference
          .mcNemarPairs(normals(r, 30, 4).map((row) => row.map((x) => (x > 0 ? 1 : 0))))
          .map(({ adjustedP }) => adjustedP),
      ),
    sharp: false,
  },
  'just about right, Welch': {
    p: (r) => {
      const answers = Array.from({ length: 30 }, (_, at) => ({ answer: at % 3 === 0 ? 1 : 0, liking: 5 + r.normal() }));
      const result = inference.justAboutRight(answers, ALPHA, '1');
      return result.test === null ? null : (result.tooMuch.welch?.p ?? null);
    },
    sharp: true,
  },
  'position effect': {
    p: (r) => {
      const sittings = servingOrders(3, 12, r).map((order, at) => ({
        panelist: `p${at}`,
        samples: order.map((sample) => `s${sample}`),
        scores: order.map((sample) => sample + r.normal()),
      }));
      return pOf(inference.orderEffects(sittings, ALPHA).position);
    },
    sharp: true,
  },
  'carry-over effect': {
    p: (r) => {
      const sittings = servingOrders(4, 16, r).map((order, at) => ({
        panelist: `p${at}`,
        samples: order.map((sample) => `s${sample}`),
        scores: order.map((sample) => sample + r.normal()),
      }));
      return pOf(inference.orderEffects(sittings, ALPHA).carryOver);
    },
    sharp: true,
  },
  "a panelist's own F": {
    p: (r) => {
      const scores = Array.from({ length: 8 }, (_, at) => ({ panelist: 'a', sample: `s${at % 4}`, score: r.normal() }));
      return inference.panelPerformance(scores)[0].discrimination?.p ?? null;
    },
    sharp: true,
  },
};

describe('where nothing differs', () => {
  it.each(Object.entries(NULLS))('%s rejects at alpha', (name, { p, sharp }) => {
    const random = randomStream('nulls', name);
    let [tests, claims] = [0, 0];
    for (let panel = 0; panel < PANELS; panel++) {
      const one = p(random, panel);
      if (one === null) continue;
      tests++;
      if (one <= ALPHA) claims++;
    }
    expect(tests).toBeGreaterThan(PANELS * 0.9);
    expect(claims / tests).toBeLessThan(ALPHA + ERROR);
    if (sharp) expect(claims / tests).toBeGreaterThan(ALPHA - ERROR);
  });

  it('a sequential test calls guesses a difference about as often as it may', () => {
    const random = randomStream('nulls', 'sequential');
    let claims = 0;
    for (let panel = 0; panel < PANELS; panel++) {
      const answers = Array.from({ length: 200 }, () => (random.fraction() < 1 / 3 ? 1 : 0));
      if (inference.sequential(answers, { guess: 1 / 3, pd: 0.4, alpha: ALPHA, beta: 0.1 }).decision === 'differ')
        claims++;
    }
    expect(claims / PANELS).toBeLessThan(ALPHA + ERROR);
  });

  it('false discovery: a share of at most alpha of the claims is false when some attributes differ', () => {
    const random = randomStream('nulls', 'fdr');
    let share = 0;
    for (let panel = 0; panel < PANELS; panel++) {
      const ps = Array.from({ length: 10 }, (_, at) => {
        const z = Math.abs(random.normal() + (at < 4 ? 3 : 0));
        return 2 * (1 - inference.chanceCorrect('2-afc', z * Math.SQRT2));
      });
      const claims = inference.falseDiscovery(ps).flatMap((q, at) => (q <= ALPHA ? [at] : []));
      if (claims.length > 0) share += claims.filter((at) => at >= 4).length / claims.length / PANELS;
    }
    expect(share).toBeLessThan(ALPHA);
  });
});
