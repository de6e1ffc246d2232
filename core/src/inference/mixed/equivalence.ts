/**
 * Good enough? Non-inferiority and equivalence of a sample against the reference, within a
 * margin that was stated before tasting.
 *
 * Use it when the question is whether the quick way is not noticeably worse (one-sided
 * non-inferiority) or practically the same (equivalence by two one-sided tests). Never
 * conclude sameness from a large p of a test for difference, and never choose the margin
 * after seeing the scores.
 *
 * Source: Schuirmann 1987, *Journal of Pharmacokinetics and Biopharmaceutics* 15, 657-680;
 * Lawless & Heymann, *Sensory Evaluation of Food*, chapter 5.
 *
 * @example
 * withinMargin({ difference: -0.2, se: 0.25, df: 60 }, 1, 0.05).nonInferior // true
 */
import { studentT, studentUpperTail } from '../../numeric';

/** Result of {@link withinMargin}. */
export interface MarginTest {
  margin: number;
  /** p of "worse by the margin or more": small speaks for non-inferiority. */
  nonInferiorityP: number;
  nonInferior: boolean;
  /** Larger of the two one-sided p-values. */
  equivalenceP: number;
  equivalent: boolean;
  /** The 1 - 2 alpha interval: equivalence at alpha is this lying within the margin. */
  interval: [number, number];
}

/**
 * @param comparison sample less reference, higher better, with its standard error and degrees of freedom
 * @param margin the largest loss that does not matter, above 0, in scale points
 * @param alpha level of each one-sided test
 */
export function withinMargin(
  { difference, se, df }: { difference: number; se: number; df: number },
  margin: number,
  alpha: number,
): MarginTest {
  const upper = (distance: number): number => (se > 0 ? studentUpperTail(distance / se, df) : distance > 0 ? 0 : 1);
  const nonInferiorityP = upper(difference + margin);
  const equivalenceP = Math.max(nonInferiorityP, upper(margin - difference));
  const half = studentT(1 - alpha, df) * se;
  return {
    margin,
    nonInferiorityP,
    nonInferior: nonInferiorityP <= alpha,
    equivalenceP,
    equivalent: equivalenceP <= alpha,
    interval: [difference - half, difference + half],
  };
}
