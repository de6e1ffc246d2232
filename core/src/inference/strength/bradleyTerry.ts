/**
 * The Bradley-Terry model: how strong is each sample, when they meet in pairs?
 *
 * Use it for paired comparisons among several samples. Ties count as half a win each, or
 * by Davidson's model, in which likeness makes ties; an order effect may be estimated for
 * the sample that was tasted first. Not for rankings (Plackett-Luce), nor when one
 * panelist gave many of the answers, which then hang together.
 *
 * Unconnected samples and samples that always win are treated as in Plackett-Luce. An order
 * effect or tie parameter that would be infinite is held by a penalty of the same kind.
 *
 * Source: Bradley & Terry 1952, *Biometrika* 39, 324-345; Davidson 1970, *Journal of the
 * American Statistical Association* 65, 317-328; order effect as in Davidson & Beaver
 * 1977, *Biometrics* 33, 693-702; Agresti, *Categorical Data Analysis*, section 10.6.
 *
 * @example
 * bradleyTerry([{ a: 0, b: 1, winA: 3, winB: 1, ties: 0 }], 2).logWorth // [0.5493, -0.5493]
 */
import type { NoTest } from '../certainty/probability';
import { connections, noCommonScale } from './connections';
import { addGhost, emptyLikelihood, fitOrPenalise, type LogLikelihood } from './scale';

/** All meetings of two samples in which `a` was tasted first. */
export interface Meetings {
  a: number;
  b: number;
  winA: number;
  winB: number;
  ties: number;
}

/** How to read ties and order. */
export interface BradleyTerryOptions {
  ties?: 'half' | 'davidson';
  orderEffect?: boolean;
}

/** Result of {@link bradleyTerry}. */
export interface BradleyTerryResult {
  test: 'bradley-terry';
  /** log worth per sample, mean zero. */
  logWorth: number[];
  se: number[];
  covariance: number[][];
  /** Sum over meetings of the log chance of what happened, without the penalty. */
  logLik: number;
  /** log of Davidson's tie parameter: above 0 when equal samples tie more often than either wins. */
  logTie: { estimate: number; se: number } | null;
  /** What being first adds to the log worth. */
  order: { estimate: number; se: number } | null;
  penalised: boolean;
  meetings: number;
  samples: number;
}

/** @param meetings counts, which may be fractions; samples numbered from 0 */
export function bradleyTerry(
  meetings: readonly Meetings[],
  samples: number,
  { ties = 'half', orderEffect = false }: BradleyTerryOptions = {},
): BradleyTerryResult | NoTest {
  const used = meetings.filter(({ a, b, winA, winB, ties: equal }) => a !== b && winA + winB + equal > 0);
  if (samples < 2 || used.length === 0) return { test: null, reason: 'No two samples met.' };
  const { groups, isFinite } = connections(samples, winsOf(used));
  const apart = noCommonScale(groups, 'compared');
  if (apart) return apart;
  if (orderEffect && !showsOrder(used, samples)) return { test: null, reason: NO_ORDER };
  const withTies = ties === 'davidson' && used.some((pair) => pair.ties > 0);
  const { size, order, tie } = places(samples, orderEffect, withTies);
  const at = (parameters: readonly number[], penalise: boolean): LogLikelihood => {
    const total = emptyLikelihood(size);
    for (const pair of used) addPair(total, pair, parameters, order, tie);
    if (penalise) addGhosts(total, parameters, tie);
    return total;
  };
  const start = new Array<number>(size).fill(0);
  const { fit, penalised } = fitOrPenalise(at, start, samples, isFinite && !alwaysTied(used, withTies));
  const se = fit.covariance.map((row, index) => Math.sqrt(Math.max(0, row[index])));
  const extra = (index: number) => (index < 0 ? null : { estimate: fit.parameters[index], se: se[index] });
  return {
    test: 'bradley-terry',
    logWorth: fit.parameters.slice(0, samples),
    se: se.slice(0, samples),
    covariance: fit.covariance.slice(0, samples).map((row) => row.slice(0, samples)),
    logLik: at(fit.parameters, false).value,
    logTie: extra(tie),
    order: extra(order),
    penalised,
    meetings: used.reduce((total, pair) => total + pair.winA + pair.winB + pair.ties, 0),
    samples,
  };
}

const NO_ORDER =
  'Every two samples were always tasted in one order, so being first cannot be told apart from being better.';

/** Where the extra parameters stand after the log worths; -1 for one that is not estimated. */
function places(samples: number, orderEffect: boolean, withTies: boolean) {
  const order = orderEffect ? samples : -1;
  const tie = withTies ? samples + (orderEffect ? 1 : 0) : -1;
  return { order, tie, size: samples + (orderEffect ? 1 : 0) + (withTies ? 1 : 0) };
}

const alwaysTied = (meetings: readonly Meetings[], withTies: boolean): boolean =>
  withTies && meetings.every((pair) => pair.winA + pair.winB === 0);

/**
 * Whether an advantage of being first leaves a trace: not if the samples can be given
 * places so that the first one of every meeting stands exactly one step above the other.
 */
function showsOrder(meetings: readonly Meetings[], samples: number): boolean {
  const place = new Array<number | null>(samples).fill(null);
  const steps = Array.from({ length: samples }, () => [] as [number, number][]);
  for (const { a, b } of meetings) {
    steps[a].push([b, -1]);
    steps[b].push([a, 1]);
  }
  const waiting = [meetings[0].a];
  place[meetings[0].a] = 0;
  for (let from = waiting.pop(); from !== undefined; from = waiting.pop()) {
    for (const [to, step] of steps[from]) {
      const wanted = (place[from] as number) + step;
      if (place[to] === null) {
        place[to] = wanted;
        waiting.push(to);
      } else if (place[to] !== wanted) return true;
    }
  }
  return false;
}

/** The stated penalty of every parameter: see {@link addGhost}; for ties, half a tie and half a win between equals. */
function addGhosts(total: LogLikelihood, parameters: readonly number[], tie: number): void {
  const size = parameters.length;
  addGhost(total, parameters, tie < 0 ? size : size - 1);
  if (tie < 0) return;
  // A tie has chance t / (2 + t) between equals: a logistic curve moved by log 2.
  const share = 1 / (1 + 2 * Math.exp(-parameters[tie]));
  total.value += (Math.log(share) + Math.log1p(-share)) / 2;
  total.slope[tie] += 0.5 - share;
  total.curvature[tie * size + tie] -= share * (1 - share);
}

function* winsOf(meetings: readonly Meetings[]): Generator<[number, number]> {
  for (const { a, b, winA, winB, ties } of meetings) {
    if (winA + ties > 0) yield [a, b];
    if (winB + ties > 0) yield [b, a];
  }
}

/** One pair as a choice between outcomes, each with a log weight that is linear in the parameters. */
function addPair(total: LogLikelihood, pair: Meetings, at: readonly number[], order: number, tie: number): void {
  const half = tie < 0 ? pair.ties / 2 : 0;
  const first: [number, number][] =
    order < 0
      ? [[pair.a, 1]]
      : [
          [pair.a, 1],
          [order, 1],
        ];
  const outcomes: { count: number; parts: [number, number][] }[] = [
    { count: pair.winA + half, parts: first },
    { count: pair.winB + half, parts: [[pair.b, 1]] },
  ];
  if (tie >= 0) {
    const shared = first.map(([index, share]): [number, number] => [index, share / 2]);
    outcomes.push({ count: pair.ties, parts: [...shared, [pair.b, 0.5], [tie, 1]] });
  }
  const logs = outcomes.map(({ parts }) => parts.reduce((sum, [index, share]) => sum + share * at[index], 0));
  const top = Math.max(...logs);
  const sum = logs.reduce((all, log) => all + Math.exp(log - top), 0);
  const chances = logs.map((log) => Math.exp(log - top) / sum);
  const n = outcomes.reduce((all, { count }) => all + count, 0);
  const mean = new Map<number, number>();
  const size = total.slope.length;
  outcomes.forEach(({ count, parts }, outcome) => {
    if (count > 0) total.value += count * (logs[outcome] - top - Math.log(sum));
    for (const [i, share] of parts) {
      total.slope[i] += (count - n * chances[outcome]) * share;
      mean.set(i, (mean.get(i) ?? 0) + chances[outcome] * share);
      for (const [j, other] of parts) total.curvature[i * size + j] -= n * chances[outcome] * share * other;
    }
  });
  for (const [i, share] of mean) for (const [j, other] of mean) total.curvature[i * size + j] += n * share * other;
}
