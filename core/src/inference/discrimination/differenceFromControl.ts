/**
 * Difference from control: panelists score how far each sample is from a known control,
 * a blind control among them.
 *
 * Use it when the size of a difference matters as well as its presence. The blind control
 * tells what scores mere suspicion earns; each sample is compared with it, never with the
 * zero of the scale. Not without a blind control.
 *
 * Source: Meilgaard, Civille & Carr, *Sensory Evaluation Techniques*, chapter 7 (from
 * memory); comparisons by Dunnett 1955 from a mixed model with panelists as blocks.
 *
 * @example
 * differenceFromControl([0, 2, 1, 3, 0, 3, 1, 2], ['c', 'x', 'c', 'x', 'c', 'x', 'c', 'x'], ['p', 'p', 'q', 'q', 'r', 'r', 's', 's'], 'c', 0.05).comparisons[0].difference // 2
 */
import type { NoTest } from '../certainty/probability';
import { compare, estimatedMeans, fitMixed, type Comparison, type EstimatedMean } from '../mixed';

/** Result of {@link differenceFromControl}. */
export interface DifferenceFromControl {
  test: 'difference-from-control';
  means: EstimatedMean[];
  /** Each sample less the blind control; p adjusted by Dunnett, two-sided. */
  comparisons: Comparison[];
}

/** @param scores one per serving, with its sample and panelist; 0 = no difference */
export function differenceFromControl(
  scores: readonly number[],
  samples: readonly string[],
  panelists: readonly string[],
  blindControl: string,
  alpha: number,
): DifferenceFromControl | NoTest {
  if (!samples.includes(blindControl)) return { test: null, reason: 'There is no blind control to compare with.' };
  const fit = fitMixed(
    { y: scores, factors: { sample: samples, panelist: panelists } },
    { fixed: [['sample']], random: [['panelist']] },
  );
  if (fit.test === null) return fit;
  return {
    test: 'difference-from-control',
    means: estimatedMeans(fit, 'sample', alpha),
    comparisons: compare(fit, 'sample', { alpha, adjust: 'dunnett', reference: blindControl }),
  };
}
