/**
 * The A/not-A test: after learning what A is, can panelists say whether a sample is A?
 *
 * Use it when samples cannot be shown side by side, or differ in looks that do not matter.
 * Where panelists answered several times, their answers hang together: give them one by one, and each is
 * compared with themselves only. d' is then still that of all answers.
 *
 * Shares of 0 or 1 would put d' beyond any number; half an answer is then added to each of
 * the four counts (Hautus), and the result says so.
 *
 * Source: ISO 8588; Macmillan & Creelman, *Detection Theory*, chapter 1; Hautus 1995,
 * *Behavior Research Methods* 27, 46-51; p by Fisher's exact test, one-sided.
 *
 * @example
 * aNotA({ hits: 30, signals: 40, falseAlarms: 12, noises: 40 }, 0.05).dPrime // 1.1989
 */
import { normalDensity, normalQuantile } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import type { Interval } from '../certainty/proportion';
import { callsUpper, type Calls } from './calls';

/** Result of {@link aNotA}. */
export interface ANotAResult extends Calls {
  test: 'a-not-a';
  hitRate: number;
  falseAlarmRate: number;
  dPrime: number;
  dPrimeInterval: Interval;
  /** Where the line between A and not-A is drawn: above 0 for panelists slow to say "A". */
  criterion: number;
  /** Half an answer was added to each count. */
  corrected: boolean;
  p: number;
}

/** @param perPanelist the same counts panelist by panelist, where some answered more than once */
export function aNotA(
  { hits, signals, falseAlarms, noises }: Calls,
  alpha: number,
  perPanelist: readonly Calls[] = [],
): ANotAResult | NoTest {
  if (signals < 1 || noises < 1) return { test: null, reason: 'There must be servings of A and of not-A.' };
  const isExtreme = hits === 0 || hits === signals || falseAlarms === 0 || falseAlarms === noises;
  const added = isExtreme ? 0.5 : 0;
  const [h, f] = [(hits + added) / (signals + 2 * added), (falseAlarms + added) / (noises + 2 * added)];
  const [zh, zf] = [normalQuantile(h), normalQuantile(f)];
  const variance =
    (h * (1 - h)) / ((signals + 2 * added) * normalDensity(zh) ** 2) +
    (f * (1 - f)) / ((noises + 2 * added) * normalDensity(zf) ** 2);
  const half = normalQuantile(1 - alpha / 2) * Math.sqrt(variance);
  const dPrime = zh - zf;
  return {
    test: 'a-not-a',
    hits,
    signals,
    falseAlarms,
    noises,
    hitRate: hits / signals,
    falseAlarmRate: falseAlarms / noises,
    dPrime,
    dPrimeInterval: [dPrime - half, dPrime + half],
    criterion: -(zh + zf) / 2,
    corrected: isExtreme,
    p: callsUpper({ hits, signals, falseAlarms, noises }, perPanelist),
  };
}
