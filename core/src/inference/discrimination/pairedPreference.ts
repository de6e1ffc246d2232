/**
 * Paired preference: which of two samples do people prefer?
 *
 * Use it for one answer per panelist, with or without "no preference". Such answers may be
 * dropped (the question is then about people with a preference), split evenly (which makes
 * the test slow to claim anything), or modelled as perceptions too close to tell. Not for
 * telling samples apart, where one answer is right.
 *
 * Source: ISO 5495; Lawless & Heymann, *Sensory Evaluation of Food*, chapter 13; modelled
 * as in Ennis & Ennis 2012, *Food Quality and Preference* 23, 13-17 (from memory).
 *
 * @example
 * pairedPreference({ a: 20, b: 8, none: 4 }, 'drop', 0.05).p // 0.0357
 */
import { binomialLowerTail, binomialUpperTail, chiSquaredUpperTail, normalQuantile } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { clopperPearson, wilson, type Interval } from '../certainty/proportion';

/** How many preferred each, and how many neither. */
export interface Preferences {
  a: number;
  b: number;
  none: number;
}

/** Result of {@link pairedPreference}. */
export interface PairedPreferenceResult {
  test: 'paired-preference';
  noPreference: 'drop' | 'split' | 'model';
  /** Two-sided. */
  p: number;
  pFrom: 'exact' | 'limiting';
  /** Share preferring a among those counted, with exact and Wilson intervals. */
  shareA: number;
  exactInterval: Interval;
  wilsonInterval: Interval;
  counted: number;
  dropped: number;
  /** Only when modelled: how far a lies above b, and how far apart perceptions must be to prefer one. */
  model: { delta: number; tau: number } | null;
}

export function pairedPreference(
  { a, b, none }: Preferences,
  noPreference: PairedPreferenceResult['noPreference'],
  alpha: number,
): PairedPreferenceResult | NoTest {
  if (a + b === 0) return { test: null, reason: 'Nobody preferred either sample.' };
  const isSplit = noPreference === 'split';
  // Half people cannot be counted: the odd one is given to the side that is behind.
  const forA = isSplit ? a + (a > b ? Math.floor(none / 2) : Math.ceil(none / 2)) : a;
  const counted = isSplit ? a + b + none : a + b;
  const isModelled = noPreference === 'model' && none > 0;
  return {
    test: 'paired-preference',
    noPreference,
    p: isModelled ? likelihoodRatioP(a, b) : twoSided(forA, counted),
    pFrom: isModelled ? 'limiting' : 'exact',
    shareA: forA / counted,
    exactInterval: clopperPearson(forA, counted, alpha),
    wilsonInterval: wilson(forA, counted, alpha),
    counted,
    dropped: isSplit || isModelled ? 0 : none,
    model: isModelled ? thresholdModel(a, b, none) : null,
  };
}

/** P(as far from half or further). */
const twoSided = (count: number, n: number): number =>
  Math.min(1, 2 * Math.min(binomialUpperTail(count, n, 0.5), binomialLowerTail(count, n, 0.5)));

/** Preferences equal, whatever the share without one: -2 log likelihood ratio on 1 df. */
function likelihoodRatioP(a: number, b: number): number {
  const term = (count: number): number => (count > 0 ? count * Math.log((2 * count) / (a + b)) : 0);
  return chiSquaredUpperTail(2 * (term(a) + term(b)), 1);
}

/** Prefers a when a perceived difference, normal about delta, exceeds tau; b below -tau. Empty cells count half an answer. */
function thresholdModel(a: number, b: number, none: number): { delta: number; tau: number } {
  const isEmpty = a === 0 || b === 0;
  const n = a + b + none + (isEmpty ? 1.5 : 0);
  const [za, zb] = [a, b].map((count) => normalQuantile((count + (isEmpty ? 0.5 : 0)) / n));
  return { delta: (za - zb) / 2, tau: -(za + zb) / 2 };
}
