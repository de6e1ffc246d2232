/**
 * The Plackett-Luce model: how strong is each sample, when panelists rank some or all of
 * them, with or without ties?
 *
 * A ranking is read as a series of choices, each sample being taken next with chance in
 * proportion to its worth. Use it for incomplete rankings and to put strengths on one
 * scale; a test of whether samples differ at all stays with Friedman or Skillings-Mack.
 * Not when samples resemble each other in pairs (similar ones then take votes from each
 * other).
 *
 * A tie is read as "in some order": the likelihood is the sum over the orders of the tied
 * samples, exact for up to 10 of them and Efron's approximation beyond. Samples never
 * compared, even by way of others, have no common scale. Where a sample always wins, its
 * strength would be infinite; a stated penalty (half a win and half a loss of each sample
 * against a ghost of average worth) then keeps it finite, and the result says so.
 *
 * Source: Plackett 1975, *Applied Statistics* 24, 193-202; Hunter 2004, *The Annals of
 * Statistics* 32, 384-406; ties as in Kalbfleisch & Prentice 1973, *Biometrika* 60, 267-278.
 *
 * @example
 * plackettLuce([[[0], [1]], [[0], [1]], [[1], [0]]], 2).logWorth // [0.3466, -0.3466]
 */
import { chiSquaredUpperTail, type RandomStream } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { connections, noCommonScale } from './connections';
import { addGhost, emptyLikelihood, fitOrPenalise, type LogLikelihood } from './scale';

/** One ranking: groups of tied samples, best first. Samples not named were not tasted. */
export type Ranking = readonly (readonly number[])[];

/** Result of {@link plackettLuce}. */
export interface PlackettLuceResult {
  test: 'plackett-luce';
  /** log worth per sample, mean zero. */
  logWorth: number[];
  se: number[];
  covariance: number[][];
  /** Of the rankings, without the penalty. */
  logLik: number;
  /** -2 log likelihood ratio against "all worths equal", and its chi-squared limit: rough below some 30 rankings. */
  likelihoodRatio: { statistic: number; df: number; p: number };
  /** Whether the penalty was needed because a sample, or group, won every comparison with the rest. */
  penalised: boolean;
  /** Rankings of at least two samples; the others say nothing. */
  rankings: number;
  samples: number;
}

/** @param rankings samples numbered from 0 */
export function plackettLuce(rankings: readonly Ranking[], samples: number): PlackettLuceResult | NoTest {
  const used = rankings.filter((ranking) => ranking.reduce((n, group) => n + group.length, 0) > 1);
  if (samples < 2 || used.length === 0) return { test: null, reason: 'No panelist ranked two samples.' };
  if (used.every((ranking) => ranking.length < 2))
    return { test: null, reason: 'Every panelist tied all samples, so none is stronger.' };
  const { groups, isFinite } = connections(samples, winsOf(used));
  const apart = noCommonScale(groups, 'compared');
  if (apart) return apart;
  const stages = stagesOf(used);
  const equal = new Array<number>(samples).fill(0);
  const { fit, penalised } = fitOrPenalise(
    (at, penalise) => likelihood(stages, at, penalise),
    equal,
    samples,
    isFinite,
  );
  const logLik = likelihood(stages, fit.parameters, false).value;
  const ratio = Math.max(0, 2 * (logLik - likelihood(stages, equal, false).value));
  return {
    test: 'plackett-luce',
    logWorth: fit.parameters,
    se: fit.covariance.map((row, at) => Math.sqrt(Math.max(0, row[at]))),
    covariance: fit.covariance,
    logLik,
    likelihoodRatio: { statistic: ratio, df: samples - 1, p: chiSquaredUpperTail(ratio, samples - 1) },
    penalised,
    rankings: used.length,
    samples,
  };
}

/** One strict ranking from the model: the largest of log worth plus Gumbel noise comes first. */
export function drawnRanking(samples: readonly number[], logWorth: readonly number[], random: RandomStream): number[] {
  const order: number[] = [];
  const heights: number[] = [];
  // Put in its place as it is drawn: panels are drawn by the thousand, and a ranking is short.
  for (const sample of samples) {
    const height = logWorth[sample] - Math.log(-Math.log(random.fraction() || 1e-10));
    let place = order.length;
    for (; place > 0 && heights[place - 1] < height; place--) {
      order[place] = order[place - 1];
      heights[place] = heights[place - 1];
    }
    order[place] = sample;
    heights[place] = height;
  }
  return order;
}

/** Groups of equal ranks, best first. */
export function asRanking(ranks: readonly number[]): Ranking {
  const places = [...new Set(ranks)].sort((a, b) => a - b);
  return places.map((place) => ranks.flatMap((rank, sample) => (rank === place ? [sample] : [])));
}

/** A choice: `first` was taken before the others of `from` (which holds `first`). */
interface Stage {
  first: readonly number[];
  from: readonly number[];
  times: number;
}

/** Choices of all rankings, the same ones counted together; the last group of a ranking is no choice. */
function stagesOf(rankings: readonly Ranking[]): Stage[] {
  const known = new Map<string, Stage>();
  for (const ranking of rankings) {
    for (let at = 0; at + 1 < ranking.length; at++) {
      const first = [...ranking[at]].sort((a, b) => a - b);
      const from = [
        ...first,
        ...ranking
          .slice(at + 1)
          .flat()
          .sort((a, b) => a - b),
      ];
      const key = `${first.join()}|${from.join()}`;
      const stage = known.get(key) ?? { first, from, times: 0 };
      stage.times++;
      known.set(key, stage);
    }
  }
  return [...known.values()];
}

function* winsOf(rankings: readonly Ranking[]): Generator<[number, number]> {
  for (const ranking of rankings) {
    for (const [at, group] of ranking.entries()) {
      for (const a of group) {
        for (const b of group) if (a !== b) yield [a, b];
        for (const later of ranking.slice(at + 1)) for (const b of later) yield [a, b];
      }
    }
  }
}

function likelihood(stages: readonly Stage[], logWorth: readonly number[], penalise: boolean): LogLikelihood {
  const total = emptyLikelihood(logWorth.length);
  const top = logWorth.reduce((most, x) => Math.max(most, x), -Infinity);
  const worth = logWorth.map((x) => Math.exp(x - top));
  for (const stage of stages) {
    if (stage.first.length === 1) addChoice(total, stage, stage.first[0], worth, logWorth[stage.first[0]] - top);
    else if (stage.first.length <= MOST_EXACT_TIES) addTie(total, stage, worth);
    else addEfron(total, stage, worth);
  }
  if (penalise) addGhost(total, logWorth, logWorth.length);
  return total;
}

const MOST_EXACT_TIES = 10;

function addChoice(
  total: LogLikelihood,
  { from, times }: Stage,
  chosen: number,
  worth: readonly number[],
  log: number,
): void {
  const size = total.slope.length;
  const sum = from.reduce((all, sample) => all + worth[sample], 0);
  total.value += times * (log - Math.log(sum));
  total.slope[chosen] += times;
  for (const a of from) {
    const share = worth[a] / sum;
    total.slope[a] -= times * share;
    total.curvature[a * size + a] -= times * share;
    for (const b of from) total.curvature[a * size + b] += (times * share * worth[b]) / sum;
  }
}

/** State of one subset of the tied samples: log chance that it was taken first, in any order, and its derivatives. */
interface Partial {
  log: number;
  slope: Float64Array;
  curvature: Float64Array;
}

/** Sums over the orders of tied samples by building up subsets, derivatives along with them. */
function addTie(total: LogLikelihood, { first, from, times }: Stage, worth: readonly number[]): void {
  const n = from.length;
  const w = from.map((sample) => worth[sample]);
  const states: Partial[] = [{ log: 0, slope: new Float64Array(n), curvature: new Float64Array(n * n) }];
  for (let subset = 1; subset < 2 ** first.length; subset++) {
    const ways: { log: number; before: Partial; taken: number; shares: Float64Array }[] = [];
    for (let taken = 0; taken < first.length; taken++) {
      if (!(subset & (1 << taken))) continue;
      const earlier = subset ^ (1 << taken);
      const isLeft = (at: number): boolean => at >= first.length || !(earlier & (1 << at));
      const sum = w.reduce((all, x, at) => all + (isLeft(at) ? x : 0), 0);
      const shares = Float64Array.from(w, (x, at) => (isLeft(at) ? x / sum : 0));
      ways.push({ log: states[earlier].log + Math.log(w[taken] / sum), before: states[earlier], taken, shares });
    }
    states.push(mixed(ways, n));
  }
  const all = states[states.length - 1];
  const size = total.slope.length;
  total.value += times * all.log;
  from.forEach((a, i) => {
    total.slope[a] += times * all.slope[i];
    from.forEach((b, j) => (total.curvature[a * size + b] += times * all.curvature[i * n + j]));
  });
}

/** log of a sum of chances, with its derivatives from theirs. */
function mixed(
  ways: readonly { log: number; before: Partial; taken: number; shares: Float64Array }[],
  n: number,
): Partial {
  const top = ways.reduce((most, way) => Math.max(most, way.log), -Infinity);
  const sum = ways.reduce((total, way) => total + Math.exp(way.log - top), 0);
  const result = { log: top + Math.log(sum), slope: new Float64Array(n), curvature: new Float64Array(n * n) };
  for (const { log, before, taken, shares } of ways) {
    const weight = Math.exp(log - top) / sum;
    const slope = before.slope.map((x, at) => x + (at === taken ? 1 : 0) - shares[at]);
    for (let i = 0; i < n; i++) {
      result.slope[i] += weight * slope[i];
      for (let j = 0; j < n; j++) {
        const bend = before.curvature[i * n + j] - (i === j ? shares[i] : 0) + shares[i] * shares[j];
        result.curvature[i * n + j] += weight * (bend + slope[i] * slope[j]);
      }
    }
  }
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) result.curvature[i * n + j] -= result.slope[i] * result.slope[j];
  return result;
}

/** Efron's approximation: the tied samples leave the choice bit by bit, all alike. */
function addEfron(total: LogLikelihood, { first, from, times }: Stage, worth: readonly number[]): void {
  const size = total.slope.length;
  const tied = new Set(first);
  const own = first.reduce((sum, sample) => sum + worth[sample], 0);
  const all = from.reduce((sum, sample) => sum + worth[sample], 0);
  for (const sample of first) {
    total.value += times * Math.log(worth[sample]);
    total.slope[sample] += times;
  }
  for (let step = 0; step < first.length; step++) {
    const gone = step / first.length;
    const sum = all - gone * own;
    const share = (sample: number): number => ((tied.has(sample) ? 1 - gone : 1) * worth[sample]) / sum;
    // Each order of the tied samples is as good as another: their number counts too.
    total.value += times * (Math.log(step + 1) - Math.log(sum));
    for (const a of from) {
      total.slope[a] -= times * share(a);
      total.curvature[a * size + a] -= times * share(a);
      for (const b of from) total.curvature[a * size + b] += times * share(a) * share(b);
    }
  }
}
