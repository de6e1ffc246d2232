/**
 * The same-different test: pairs that are alike and pairs that are not, and whether
 * panelists say which is which.
 *
 * Use it when nobody can say in what the samples differ, so that 2-AFC cannot be asked.
 * Not when panelists compare with a remembered standard (A/not-A).
 *
 * Perceptions further apart than a limit tau are called different, so that pairs that are
 * the same are called different with chance 2 Phi(-tau / sqrt 2), and pairs d' apart with
 * chance Phi((d' - tau) / sqrt 2) + Phi((-d' - tau) / sqrt 2).
 *
 * Source: Macmillan & Creelman, *Detection Theory*, chapter 9 (differencing rule); p by
 * Fisher's exact test, one-sided, within panelists where they answered several times; interval by profile likelihood.
 *
 * @example
 * sameDifferent({ differentOnDifferent: 28, differentPairs: 40, differentOnSame: 10, samePairs: 40 }, 0.05).dPrime // 2.3586
 */
import { binomialChance, minimise, normalCdf, normalQuantile, rootBetween } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { callsUpper, type Calls } from './calls';

/** Counts of "different" answers. */
export interface SameDifferentData {
  differentOnDifferent: number;
  differentPairs: number;
  differentOnSame: number;
  samePairs: number;
}

/** Result of {@link sameDifferent}. */
export interface SameDifferentResult extends SameDifferentData {
  test: 'same-different';
  /** Null when beyond any number: all different pairs were called different. */
  dPrime: number | null;
  dPrimeInterval: [number, number | null];
  /** How far apart two perceptions must be to be called different. */
  tau: number;
  corrected: boolean;
  p: number;
}

const FARTHEST = 12;

/** @param perPanelist the same counts panelist by panelist, where some answered more than once */
export function sameDifferent(
  data: SameDifferentData,
  alpha: number,
  perPanelist: readonly Calls[] = [],
): SameDifferentResult | NoTest {
  const { differentOnDifferent: hits, differentPairs, differentOnSame: alarms, samePairs } = data;
  if (differentPairs < 1 || samePairs < 1) return { test: null, reason: 'There must be pairs of both kinds.' };
  // Half an answer where no or all same pairs were called different, so that tau is a number.
  const isExtreme = alarms === 0 || alarms === samePairs;
  const alarmShare = isExtreme ? (alarms + 0.5) / (samePairs + 1) : alarms / samePairs;
  const tau = -Math.SQRT2 * normalQuantile(alarmShare / 2);
  const share = hits / differentPairs;
  const dPrime =
    share <= alarmShare
      ? 0
      : share >= called(FARTHEST, tau)
        ? null
        : rootBetween((d) => called(d, tau) - share, 0, FARTHEST);
  return {
    test: 'same-different',
    ...data,
    dPrime,
    dPrimeInterval: profile(data, dPrime ?? FARTHEST, tau, alpha),
    tau,
    corrected: isExtreme,
    p: callsUpper({ hits, signals: differentPairs, falseAlarms: alarms, noises: samePairs }, perPanelist),
  };
}

/** Chance that a pair d apart is called different. */
const called = (d: number, tau: number): number =>
  normalCdf((d - tau) / Math.SQRT2) + normalCdf((-d - tau) / Math.SQRT2);

function profile(data: SameDifferentData, best: number, tau: number, alpha: number): [number, number | null] {
  const { differentOnDifferent, differentPairs, differentOnSame, samePairs } = data;
  const logLik = (d: number, limit: number): number =>
    Math.log(Math.max(1e-300, binomialChance(differentOnDifferent, differentPairs, called(d, limit)))) +
    Math.log(Math.max(1e-300, binomialChance(differentOnSame, samePairs, called(0, limit))));
  const atBest = (d: number): number => -minimise(([t]) => -logLik(d, Math.abs(t)), [tau], { step: 0.001 }).value;
  const most = atBest(best);
  const drop = normalQuantile(1 - alpha / 2) ** 2 / 2;
  const short = (d: number): number => most - atBest(d) - drop;
  const low = best === 0 || short(0) <= 0 ? 0 : rootBetween(short, 0, best, 1e-8);
  const high = short(FARTHEST) <= 0 ? null : rootBetween(short, best, FARTHEST, 1e-8);
  return [low, high];
}
