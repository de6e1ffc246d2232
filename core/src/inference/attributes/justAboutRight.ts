/**
 * Just-about-right answers: how many find too little, just right or too much of something,
 * and how much liking that costs.
 *
 * Use it for one attribute of one sample when the same panelists also scored liking. The
 * mean drop says how far liking falls among those who are not satisfied, the weight how
 * much that moves the whole panel. Not as proof that changing the attribute would raise
 * liking; and drops of groups below a fifth of the panel are common practice to ignore.
 *
 * Source: Lawless & Heymann, *Sensory Evaluation of Food*, chapter 14; Welch 1947,
 * *Biometrika* 34, 28-35; bootstrap as in Efron & Tibshirani, chapter 13.
 *
 * @example
 * justAboutRight([{ answer: 0, liking: 7 }, { answer: 0, liking: 8 }, { answer: 1, liking: 5 }, { answer: 1, liking: 6 }], 0.05, '1').tooMuch.meanDrop // 2
 */
import { randomStream, studentTwoSided } from '../../numeric';
import type { NoTest } from '../certainty/probability';

/** One panelist's answer: below 0 too little, 0 just right, above 0 too much; and liking. */
export interface JustAboutRightAnswer {
  answer: number;
  liking: number;
}

/** Those who are not satisfied, on one side. */
export interface MeanDrop {
  count: number;
  share: number;
  meanLiking: number | null;
  /** Mean liking of the satisfied less that of these; null when either group is empty. */
  meanDrop: number | null;
  /** Share times drop. */
  weight: number | null;
  /** Welch's test of the drop; null when a group has fewer than two people or no spread at all. */
  welch: { t: number; df: number; p: number } | null;
  /** Percentile bootstrap interval of the drop. */
  interval: [number, number] | null;
}

/** Result of {@link justAboutRight}. */
export interface JustAboutRightResult {
  test: 'just-about-right';
  panelists: number;
  justRight: { count: number; share: number; meanLiking: number | null };
  tooLittle: MeanDrop;
  tooMuch: MeanDrop;
}

const RESAMPLES = 2000;

export function justAboutRight(
  answers: readonly JustAboutRightAnswer[],
  alpha: number,
  seed: string,
): JustAboutRightResult | NoTest {
  if (answers.length === 0) return { test: null, reason: 'Nobody answered.' };
  const side = (sign: number): number[] =>
    answers.filter(({ answer }) => Math.sign(answer) === sign).map(({ liking }) => liking);
  const right = side(0);
  const drop = (sign: number, purpose: string): MeanDrop => {
    const off = side(sign);
    const share = off.length / answers.length;
    const meanDrop = off.length > 0 && right.length > 0 ? mean(right) - mean(off) : null;
    return {
      count: off.length,
      share,
      meanLiking: off.length > 0 ? mean(off) : null,
      meanDrop,
      weight: meanDrop === null ? null : share * meanDrop,
      welch: welch(right, off),
      interval: resampled(right, off, alpha, seed, purpose),
    };
  };
  return {
    test: 'just-about-right',
    panelists: answers.length,
    justRight: {
      count: right.length,
      share: right.length / answers.length,
      meanLiking: right.length > 0 ? mean(right) : null,
    },
    tooLittle: drop(-1, 'too-little'),
    tooMuch: drop(1, 'too-much'),
  };
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value / values.length, 0);

function welch(first: readonly number[], second: readonly number[]): MeanDrop['welch'] {
  if (first.length < 2 || second.length < 2) return null;
  const share = (values: readonly number[]): number => {
    const centre = mean(values);
    return values.reduce((sum, value) => sum + (value - centre) ** 2, 0) / (values.length - 1) / values.length;
  };
  const [a, b] = [share(first), share(second)];
  if (!(a + b > 0) || !Number.isFinite(a + b)) return null;
  const t = (mean(first) - mean(second)) / Math.sqrt(a + b);
  const df = (a + b) ** 2 / (a ** 2 / (first.length - 1) + b ** 2 / (second.length - 1));
  return { t, df, p: studentTwoSided(t, df) };
}

function resampled(
  first: readonly number[],
  second: readonly number[],
  alpha: number,
  seed: string,
  purpose: string,
): [number, number] | null {
  if (first.length < 2 || second.length < 2) return null;
  const random = randomStream(seed, purpose);
  const again = (values: readonly number[]): number =>
    mean(values.map(() => values[random.integer(0, values.length - 1)]));
  const drops = Array.from({ length: RESAMPLES }, () => again(first) - again(second)).sort((a, b) => a - b);
  const at = (share: number): number => drops[Math.min(RESAMPLES - 1, Math.max(0, Math.floor(share * RESAMPLES)))];
  return [at(alpha / 2), at(1 - alpha / 2)];
}
