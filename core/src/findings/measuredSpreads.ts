/**
 * What a tasting measured of how much tastes, single impressions and pieces differ, as assumptions for the next one.
 *
 * Use it for tastings that go on from another one with scores of liking; where liking was not asked, nothing was measured.
 *
 * Standard deviations in points of nine, from the variances of the mixed model of liking. A few pieces say little of how
 * much pieces differ, and people who score each method once do not tell taste from impression: so each estimate is
 * averaged, as a variance, with what was assumed, which weighs as much as four degrees of freedom; what cannot be told
 * apart is shared out as it was assumed.
 *
 * Source: pooling of variances by degrees of freedom; that an assumption weighs four is a choice of this program.
 *
 * @example
 * measuredSpreads(null, { disagreement: 1, noise: 1, pieceSpread: 0.3 }) // null
 */
import type { LikingFinding } from '../planned';
import type { Tasting } from '../tasting';

export type Spreads = Pick<Tasting['assumed'], 'disagreement' | 'noise' | 'pieceSpread'>;

/** Degrees of freedom that an assumption is worth. */
const ASSUMED_DF = 4;
const [LEAST, MOST] = [0, 4];

type Measured = Pick<LikingFinding, 'variances' | 'residualVariance' | 'answers' | 'panelists' | 'pieces'> & {
  means: readonly unknown[];
};

export function measuredSpreads(liking: Measured | null, assumed: Spreads): Spreads | null {
  if (liking === null || liking.residualVariance === null) return null;
  const { variances, residualVariance, answers, panelists, pieces } = liking;
  const methods = liking.means.length;
  const termOf = (...factors: string[]): number | null =>
    variances.find(({ term }) => term.split(':').sort().join() === factors.join())?.variance ?? null;
  const pooled = (variance: number, df: number, before: number): number =>
    (Math.max(0, df) * variance + ASSUMED_DF * before ** 2) / (Math.max(0, df) + ASSUMED_DF);
  const asSpread = (variance: number): number =>
    Math.min(MOST, Math.max(LEAST, Number(Math.sqrt(variance).toFixed(2))));

  const taste = termOf('panelist', 'sample');
  const own = assumed.disagreement ** 2 + assumed.noise ** 2;
  // Asked once of each method, a person's taste is part of what is left over.
  const share = own > 0 ? assumed.disagreement ** 2 / own : 0.5;
  const [ofTaste, ofNoise] =
    taste === null ? [share * residualVariance, (1 - share) * residualVariance] : [taste, residualVariance];
  const ofPieces = termOf('piece');
  return {
    disagreement: asSpread(pooled(ofTaste, (panelists - 1) * (methods - 1), assumed.disagreement)),
    noise: asSpread(pooled(ofNoise, answers - panelists - methods + 1, assumed.noise)),
    pieceSpread:
      ofPieces === null ? assumed.pieceSpread : asSpread(pooled(ofPieces, pieces - methods, assumed.pieceSpread)),
  };
}
