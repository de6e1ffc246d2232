import type { TastedServing } from '../../answers';
import {
  compare,
  estimatedMeans,
  fitMixed,
  friedman,
  letters,
  midRanks,
  residualChecks,
  termTest,
  type Comparison,
  type EstimatedMean,
  type FriedmanResult,
  type LeftOutTerm,
  type NoTest,
  type TermTest,
  type Variance,
} from '../../inference';

/** What the liking scores say. */
export interface LikingFinding {
  /** Planned where the question was decided to go by liking; else looked at after unsealing. */
  status: 'planned' | 'explored';
  test: TermTest | NoTest;
  /** By method id, best first. */
  means: (Omit<EstimatedMean, 'level'> & { method: string; letters: string })[];
  /** All pairs by method id, adjusted by Tukey. */
  pairs: Comparison[];
  /** Others against the reference, adjusted by Dunnett; empty without a reference. */
  against: Comparison[];
  variances: Variance[];
  residualVariance: number | null;
  leftOut: LeftOutTerm[];
  concerns: string[];
  /** Friedman's test on the scores ranked within each panelist, since nine-point scales are not normal. */
  rankCheck: FriedmanResult | NoTest;
  answers: number;
  panelists: number;
  pieces: number;
}

/** What {@link likingFinding} needs beside the servings. */
export interface LikingRules {
  status: LikingFinding['status'];
  methods: readonly string[];
  reference: string | undefined;
  alpha: number;
  seed: string;
  /** Whether pieces are taken to be alike, and so are no part of the model; default false. */
  alike?: boolean;
  /** Leaves out what takes long and no verdict hangs on; default false. */
  asymptotic?: boolean;
}

/** An interval as far as the scale goes: what two or three people leave open has no ends. */
export const clamped = (interval: [number, number], [low, high]: readonly [number, number]): [number, number] =>
  interval.map((end) => Math.min(high, Math.max(low, end))) as [number, number];

const ofDifference = (pair: Comparison): Comparison => ({ ...pair, interval: clamped(pair.interval, [-8, 8]) });

const ROUNDING = 'The scores leave less unexplained than rounding to whole points does, so the rounding stands for it.';

/** Mixed model of liking with panelists, their tastes (where asked several times) and pieces; null when liking was not asked or nobody answered. */
export function likingFinding(servings: readonly TastedServing[], rules: LikingRules): LikingFinding | null {
  const scored = servings.filter((serving) => serving.liking !== null);
  if (scored.length === 0) return null;
  const { status, alpha, reference, seed, asymptotic, alike } = rules;
  const sample = scored.map((serving) => serving.method);
  const factors = {
    panelist: scored.map((serving) => serving.panelist),
    sample,
    piece: scored.map((serving) => serving.piece),
  };
  const fit = fitMixed(
    { y: scored.map((serving) => serving.liking as number), factors, step: 1 },
    // Who scores a method several times brings one taste to it, however often asked.
    { fixed: [['sample']], random: [['panelist'], ['panelist', 'sample'], ...(alike ? [] : [['piece']])] },
  );
  const shared = {
    status,
    rankCheck: rankCheck(scored, rules),
    answers: scored.length,
    panelists: new Set(factors.panelist).size,
    pieces: new Set(factors.piece).size,
  };
  if (fit.test === null) {
    const nothing = {
      means: [],
      pairs: [],
      against: [],
      variances: [],
      residualVariance: null,
      leftOut: [],
      concerns: [],
    };
    return { ...shared, test: fit, ...nothing };
  }
  const pairs = compare(fit, 'sample', { alpha, adjust: 'tukey' }).map(ofDifference);
  const means = estimatedMeans(fit, 'sample', alpha).sort((a, b) => (b.mean ?? -Infinity) - (a.mean ?? -Infinity));
  const place = new Map(means.map(({ level }, at) => [level, at]));
  const differ = pairs
    .filter(({ p }) => p <= alpha)
    .map(({ a, b }) => [place.get(a), place.get(b)] as [number, number]);
  const marks = letters(means.length, differ);
  return {
    ...shared,
    test: termTest(fit, 0),
    means: means.map(({ level, ...mean }, at) => ({
      ...mean,
      interval: mean.interval && clamped(mean.interval, [1, 9]),
      method: level,
      letters: marks[at],
    })),
    pairs,
    against:
      reference === undefined || asymptotic
        ? []
        : compare(fit, 'sample', { alpha, adjust: 'dunnett', reference, seed }).map(ofDifference),
    variances: fit.variances,
    residualVariance: fit.residualVariance,
    leftOut: fit.leftOut,
    concerns: fit.isRounding ? [ROUNDING] : residualChecks(fit.residuals, sample).concerns,
  };
}

function rankCheck(
  scored: readonly TastedServing[],
  { methods, seed, asymptotic }: LikingRules,
): FriedmanResult | NoTest {
  const rows = new Map<string, Map<string, number[]>>();
  for (const { panelist, method, liking } of scored) {
    const row = rows.get(panelist) ?? new Map<string, number[]>();
    rows.set(panelist, row.set(method, [...(row.get(method) ?? []), liking as number]));
  }
  const complete = [...rows.values()].filter((row) => row.size === methods.length);
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
  return friedman(
    complete.map((row) => midRanks(methods.map((method) => -mean(row.get(method) as number[])))),
    { seed, asymptotic },
  );
}
