/**
 * A forced-choice test: can people tell two samples apart (or are they alike enough)?
 *
 * Use it for triangle, duo-trio, 2-AFC, 3-AFC and tetrad tests with one answer per
 * panelist. Several answers per panelist are not independent (see betaBinomial). A large p
 * for difference says nothing about sameness: for that, plan a similarity test with a
 * stated share of discriminators.
 *
 * p is exact binomial. The share of discriminators comes from Abbott's formula; d' is a
 * maximum likelihood estimate with a profile likelihood interval.
 *
 * Source: ISO 4120 (triangle), ISO 10399 (duo-trio), ISO 5495 (paired); Ennis 1993;
 * interval as in Brockhoff & Christensen 2010, *Food Quality and Preference* 21, 330-338.
 *
 * @example
 * forcedChoice({ protocol: 'triangle', n: 30, correct: 15, alpha: 0.05 }).p // 0.0435
 */
import { binomialUpperTail, normalQuantile, rootBetween } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { clopperPearson, type Interval } from '../certainty/proportion';
import { chanceCorrect, dPrimeAt, GUESS, LARGEST_D_PRIME, type Protocol } from './psychometric';
import { similarity, type SimilarityTest } from './similarity';

/** Answers of one forced-choice test. */
export interface ForcedChoiceData {
  protocol: Protocol;
  n: number;
  correct: number;
  alpha: number;
  /** Share of discriminators that would still count as alike; given for a similarity test. */
  similarityPd?: number;
}

/** Result of {@link forcedChoice}. */
export interface ForcedChoiceResult {
  test: 'forced-choice';
  protocol: Protocol;
  n: number;
  correct: number;
  guess: number;
  /** One-sided: chance of this many right answers or more from guessing alone. */
  p: number;
  /** Fewest right answers that differ from guessing at alpha; null if n is too small for any. */
  criticalCorrect: number | null;
  shareCorrect: number;
  shareCorrectInterval: Interval;
  /** Share of panelists who really tell the samples apart, 0 when no better than guessing. */
  pd: number;
  pdInterval: Interval;
  /** Null when every answer is right: d' is then beyond any number. */
  dPrime: number | null;
  /** Upper bound null when it is beyond any number. */
  dPrimeInterval: [number, number | null];
  similarity: SimilarityTest | null;
}

/** Tests, estimates and says how sure. */
export function forcedChoice({
  protocol,
  n,
  correct,
  alpha,
  similarityPd,
}: ForcedChoiceData): ForcedChoiceResult | NoTest {
  if (n < 1) return { test: null, reason: 'There are no answers yet.' };
  const guess = GUESS[protocol];
  const share = correct / n;
  const shareInterval = clopperPearson(correct, n, alpha);
  const discriminators = (right: number): number => Math.min(1, Math.max(0, (right - guess) / (1 - guess)));
  const dPrime = dPrimeAt(protocol, share);
  return {
    test: 'forced-choice',
    protocol,
    n,
    correct,
    guess,
    p: binomialUpperTail(correct, n, guess),
    criticalCorrect: criticalCorrect(n, guess, alpha),
    shareCorrect: share,
    shareCorrectInterval: shareInterval,
    pd: discriminators(share),
    pdInterval: [discriminators(shareInterval[0]), discriminators(shareInterval[1])],
    dPrime: Number.isFinite(dPrime) ? dPrime : null,
    dPrimeInterval: profileInterval(protocol, n, correct, alpha),
    similarity:
      similarityPd === undefined
        ? null
        : similarity({ asked: [{ people: n, each: 1 }], correct }, { guess, pd: similarityPd, alpha }),
  };
}

/** Fewest right answers with P(that many or more | guessing) <= alpha; null when even n are not enough. */
export function criticalCorrect(n: number, guess: number, alpha: number): number | null {
  let [low, high] = [0, n + 1];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (binomialUpperTail(middle, n, guess) <= alpha) high = middle;
    else low = middle + 1;
  }
  return low <= n ? low : null;
}

/** All d' >= 0 whose log-likelihood lies within half a chi-squared quantile of the best one. */
function profileInterval(protocol: Protocol, n: number, correct: number, alpha: number): [number, number | null] {
  const logLik = (right: number): number => {
    // A share that is 1 to rounding would make one wrong answer impossible.
    const share = correct < n ? Math.min(right, 1 - 1e-15) : right;
    return (correct > 0 ? correct * Math.log(share) : 0) + (correct < n ? (n - correct) * Math.log1p(-share) : 0);
  };
  const best = dPrimeAt(protocol, correct / n);
  const most = logLik(best === Infinity ? 1 : chanceCorrect(protocol, best));
  const drop = normalQuantile(1 - alpha / 2) ** 2 / 2;
  const short = (d: number): number => most - logLik(chanceCorrect(protocol, d)) - drop;
  const from = Math.min(best, LARGEST_D_PRIME);
  const low = best === 0 || short(0) <= 0 ? 0 : rootBetween(short, 0, from);
  if (best === Infinity) return [low, null];
  return [low, short(LARGEST_D_PRIME) <= 0 ? null : rootBetween(short, best, LARGEST_D_PRIME)];
}
