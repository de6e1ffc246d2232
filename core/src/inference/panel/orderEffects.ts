/**
 * Does the place in the serving order, or what was tasted just before, move the scores?
 *
 * Use it after every tasting: balanced orders keep these effects from favouring a sample,
 * but they tell how panelists worked, and they matter where the orders were disturbed. Not
 * to correct scores after the fact.
 *
 * Position is tested with samples in the model; what came before, with samples and
 * positions in the model and first servings left out (nothing comes before them). Panelists
 * are taken out first, and cost their degrees of freedom: ranks of one panelist always add up
 * to the same, which a model with random panelists takes for less noise than there is (it
 * claims an effect in 12 to 16 of 100 tastings without one).
 *
 * Source: Williams 1949, *Australian Journal of Scientific Research A* 2, 149-168; Jones &
 * Kenward, *Design and Analysis of Cross-Over Trials*, chapter 5.
 *
 * @example
 * orderEffects([{ panelist: 'a', samples: ['x', 'y'], scores: [5, 3] }, { panelist: 'b', samples: ['y', 'x'], scores: [5, 3] }, { panelist: 'c', samples: ['x', 'y'], scores: [6, 3] }, { panelist: 'd', samples: ['y', 'x'], scores: [5, 4] }], 0.05).positionMeans[0].mean // 5.25
 */
import type { NoTest } from '../certainty/probability';
import { fUpperTail } from '../../numeric';
import { leastSquares } from '../attributes/regression';
import { estimatedMeans, fitMixed, type EstimatedMean, type TermTest } from '../mixed';

/** One panelist's sitting: samples in the order served, and a score for each. */
export interface ServedScores {
  panelist: string;
  samples: readonly string[];
  scores: readonly (number | null)[];
}

/** Result of {@link orderEffects}. */
export interface OrderEffects {
  position: TermTest | NoTest;
  /** Mean score at each position, samples being equal. */
  positionMeans: EstimatedMean[];
  carryOver: TermTest | NoTest;
}

/** One score, with what it may hang on. */
interface Row {
  /** Number of the sitting that it was given at. */
  sitting: number;
  panelist: string;
  sample: string;
  score: number;
  position: string;
  /** Sample that came just before. */
  before: string | undefined;
}

export function orderEffects(sittings: readonly ServedScores[], alpha: number): OrderEffects {
  const rows = sittings.flatMap(({ panelist, samples, scores }, sitting) =>
    samples.flatMap((sample, at): Row[] => {
      const score = scores[at];
      if (score === null) return [];
      return [{ sitting, panelist, sample, score, position: String(at + 1), before: samples[at - 1] }];
    }),
  );
  const followed = rows.filter(({ before }) => before !== undefined);
  return {
    position: withinSittings(rows, ['sample'], 'position'),
    positionMeans: meansByPosition(rows, alpha),
    carryOver: withinSittings(followed, ['sample', 'position'], 'before'),
  };
}

type Factor = 'sample' | 'position' | 'before';

/** F of a factor, others being in the model, on what is left once every sitting's own mean is taken out. */
function withinSittings(rows: readonly Row[], others: readonly Factor[], factor: Factor): TermTest | NoTest {
  const sittings = new Set(rows.map(({ sitting }) => sitting)).size;
  if (sittings < 2) return { test: null, reason: 'At least two panelists are needed.' };
  const away = takenOut(rows);
  const response = away((row) => row.score);
  const without = others.flatMap((other) => dummies(rows, other).map(away));
  const reduced = leastSquares(response, without, sittings - 1);
  const full = leastSquares(response, [...without, ...dummies(rows, factor).map(away)], sittings - 1);
  const df1 = reduced.residualDf - full.residualDf;
  const df2 = full.residualDf;
  if (df1 < 1 || df2 < 1) return { test: null, reason: 'There are too few answers to tell this from the samples.' };
  if (!(1 - full.rSquared > 1e-12))
    return { test: null, reason: 'Nothing varies besides, so there is no error to test on.' };
  const F = Math.max(0, full.rSquared - reduced.rSquared) / df1 / ((1 - full.rSquared) / df2);
  return { test: 'F', term: factor, F, df1, df2, p: fUpperTail(F, df1, df2) };
}

/** Takes the mean of each sitting out of a column; sittings are numbered. */
function takenOut(rows: readonly Row[]): (column: (row: Row) => number) => number[] {
  const sizes: number[] = [];
  for (const { sitting } of rows) sizes[sitting] = (sizes[sitting] ?? 0) + 1;
  return (column) => {
    const values = rows.map(column);
    const sums = new Float64Array(sizes.length);
    rows.forEach(({ sitting }, at) => (sums[sitting] += values[at]));
    return values.map((value, at) => value - sums[rows[at].sitting] / sizes[rows[at].sitting]);
  };
}

/** One column for every level but the first. */
const dummies = (rows: readonly Row[], factor: Factor): ((row: Row) => number)[] =>
  [...new Set(rows.map((row) => row[factor]))].slice(1).map((level) => (row) => (row[factor] === level ? 1 : 0));

function meansByPosition(rows: readonly Row[], alpha: number): EstimatedMean[] {
  const column = (name: 'panelist' | 'sample' | 'position'): string[] => rows.map((row) => row[name]);
  const fit = fitMixed(
    {
      y: rows.map((row) => row.score),
      factors: { panelist: column('panelist'), sample: column('sample'), position: column('position') },
    },
    { fixed: [['sample'], ['position']], random: [['panelist']] },
  );
  if (fit.test === null) return [];
  return estimatedMeans(fit, 'position', alpha).sort((a, b) => Number(a.level) - Number(b.level));
}
