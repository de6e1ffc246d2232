/**
 * Does the place in the serving order, or what was tasted just before, move the scores?
 *
 * Use it after every tasting: balanced orders keep these effects from favouring a sample,
 * but they tell how panelists worked, and they matter where the orders were disturbed. Not
 * to correct scores after the fact.
 *
 * Position is tested with samples in the model; what came before, with samples and
 * positions in the model and first servings left out (nothing comes before them).
 *
 * Source: Williams 1949, *Australian Journal of Scientific Research A* 2, 149-168; Jones &
 * Kenward, *Design and Analysis of Cross-Over Trials*, chapter 5. Tests as in the mixed model.
 *
 * @example
 * orderEffects([{ panelist: 'a', samples: ['x', 'y'], scores: [5, 3] }, { panelist: 'b', samples: ['y', 'x'], scores: [5, 3] }, { panelist: 'c', samples: ['x', 'y'], scores: [6, 3] }, { panelist: 'd', samples: ['y', 'x'], scores: [5, 4] }], 0.05).positionMeans[0].mean // 5.25
 */
import type { NoTest } from '../certainty/probability';
import { estimatedMeans, fitMixed, termTest, type EstimatedMean, type TermTest } from '../mixed';

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

export function orderEffects(sittings: readonly ServedScores[], alpha: number): OrderEffects {
  const rows = sittings.flatMap(({ panelist, samples, scores }) =>
    samples.flatMap((sample, at) => {
      const score = scores[at];
      return score === null ? [] : [{ panelist, sample, score, position: String(at + 1), before: samples[at - 1] }];
    }),
  );
  const model = (part: typeof rows, fixed: string[][]) =>
    fitMixed(
      {
        y: part.map((row) => row.score),
        factors: {
          panelist: part.map((row) => row.panelist),
          sample: part.map((row) => row.sample),
          position: part.map((row) => row.position),
          before: part.map((row) => row.before ?? ''),
        },
      },
      { fixed, random: [['panelist']] },
    );
  const position = model(rows, [['sample'], ['position']]);
  const carryOver = model(
    rows.filter((row) => row.before !== undefined),
    [['sample'], ['position'], ['before']],
  );
  return {
    position: position.test === null ? position : termTest(position, 1),
    positionMeans:
      position.test === null
        ? []
        : estimatedMeans(position, 'position', alpha).sort((a, b) => Number(a.level) - Number(b.level)),
    carryOver: carryOver.test === null ? carryOver : termTest(carryOver, 2),
  };
}
