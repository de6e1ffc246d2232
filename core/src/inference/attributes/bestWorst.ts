/**
 * Best-worst choices: from each small set, which sample is best and which is worst.
 *
 * Use it when there are many samples and panelists find ranking them all a burden; each
 * choice of two gives most of what a ranking of the set would. Not for sets that share no
 * samples with others, which have no common scale.
 *
 * Counts are times best less times worst, over times shown. The model reads the best as a
 * choice in proportion to worth, and the worst, among the others, in proportion to its
 * inverse. A penalty as in Plackett-Luce keeps strengths finite, and is reported.
 *
 * Source: Marley & Louviere 2005, *Journal of Mathematical Psychology* 49, 464-480;
 * Finn & Louviere 1992, *Journal of Public Policy & Marketing* 11, 12-25 (counts).
 *
 * @example
 * bestWorst([{ shown: [0, 1, 2], best: 0, worst: 2 }, { shown: [0, 1, 2], best: 1, worst: 2 }, { shown: [0, 1, 2], best: 2, worst: 0 }], 3).counts[1].score // 0.3333
 */
import { chiSquaredUpperTail } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { connections, noCommonScale } from '../strength/connections';
import { addGhost, emptyLikelihood, fitOrPenalise, type LogLikelihood } from '../strength/scale';

/** One set of samples and what was chosen from it. */
export interface BestWorstChoice {
  shown: readonly number[];
  best: number;
  worst: number;
  /** Default 1; less where one panelist chooses from the same samples several times. */
  weight?: number;
}

/** Result of {@link bestWorst}. */
export interface BestWorstResult {
  test: 'best-worst';
  counts: { best: number; worst: number; shown: number; score: number }[];
  logWorth: number[];
  se: number[];
  covariance: number[][];
  logLik: number;
  /** -2 log likelihood ratio against "all worths equal", and its chi-squared limit: rough below some 30 choices. */
  likelihoodRatio: { statistic: number; df: number; p: number };
  penalised: boolean;
  choices: number;
}

export function bestWorst(choices: readonly BestWorstChoice[], samples: number): BestWorstResult | NoTest {
  const used = choices.filter(({ shown, best, worst }) => shown.length > 1 && best !== worst);
  if (samples < 2 || used.length === 0) return { test: null, reason: 'There is no choice between two samples.' };
  const wins = used.flatMap(({ shown, best, worst }) =>
    shown.flatMap((sample): [number, number][] => [
      ...(sample === best ? [] : [[best, sample] as [number, number]]),
      ...(sample === worst || sample === best ? [] : [[sample, worst] as [number, number]]),
    ]),
  );
  const { groups, isFinite } = connections(samples, wins);
  const apart = noCommonScale(groups, 'shown together');
  if (apart) return apart;
  const at = (logWorth: readonly number[], penalise: boolean): LogLikelihood => {
    const total = emptyLikelihood(samples);
    for (const { shown, best, worst, weight = 1 } of used) {
      addChoice(total, logWorth, { from: shown, chosen: best, direction: 1, weight });
      const rest = shown.filter((sample) => sample !== best);
      if (rest.length > 1) addChoice(total, logWorth, { from: rest, chosen: worst, direction: -1, weight });
    }
    if (penalise) addGhost(total, logWorth, samples);
    return total;
  };
  const equal = new Array<number>(samples).fill(0);
  const { fit, penalised } = fitOrPenalise(at, equal, samples, isFinite);
  const logLik = at(fit.parameters, false).value;
  const ratio = Math.max(0, 2 * (logLik - at(equal, false).value));
  return {
    test: 'best-worst',
    counts: Array.from({ length: samples }, (_, sample) => countsOf(used, sample)),
    logWorth: fit.parameters,
    se: fit.covariance.map((row, sample) => Math.sqrt(Math.max(0, row[sample]))),
    covariance: fit.covariance,
    logLik,
    likelihoodRatio: { statistic: ratio, df: samples - 1, p: chiSquaredUpperTail(ratio, samples - 1) },
    penalised,
    choices: used.length,
  };
}

function countsOf(choices: readonly BestWorstChoice[], sample: number): BestWorstResult['counts'][number] {
  const best = choices.filter((choice) => choice.best === sample).length;
  const worst = choices.filter((choice) => choice.worst === sample).length;
  const shown = choices.filter((choice) => choice.shown.includes(sample)).length;
  return { best, worst, shown, score: shown > 0 ? (best - worst) / shown : 0 };
}

interface Choice {
  from: readonly number[];
  chosen: number;
  /** 1 where chosen in proportion to worth, -1 to its inverse. */
  direction: 1 | -1;
  weight: number;
}

function addChoice(
  total: LogLikelihood,
  logWorth: readonly number[],
  { from, chosen, direction, weight }: Choice,
): void {
  const size = total.slope.length;
  const heights = from.map((sample) => direction * logWorth[sample]);
  const top = Math.max(...heights);
  const sum = heights.reduce((all, height) => all + Math.exp(height - top), 0);
  const shares = heights.map((height) => Math.exp(height - top) / sum);
  total.value += weight * (direction * logWorth[chosen] - top - Math.log(sum));
  total.slope[chosen] += weight * direction;
  from.forEach((a, i) => {
    total.slope[a] -= weight * direction * shares[i];
    total.curvature[a * size + a] -= weight * shares[i];
    from.forEach((b, j) => (total.curvature[a * size + b] += weight * shares[i] * shares[j]));
  });
}
