/**
 * Similarity: are so few people able to tell two samples apart that it does not matter?
 *
 * Use it where that was planned, with a stated share of discriminators that is to be ruled out:
 * "if they cannot tell, we take the easier way". Not after a test for difference found none: a
 * large p shows nothing.
 *
 * With one answer each, the chance of so few right answers is binomial. Who answers several
 * times may be right every time or guess every time; the p given is the larger of that case
 * and of everyone being alike, since either may hold.
 *
 * Source: ISO 4120 and ISO 10399 (similarity testing); Meilgaard, Civille & Carr, *Sensory
 * Evaluation Techniques*, chapter 7.
 *
 * @example
 * similarity({ asked: [{ people: 66, each: 1 }], correct: 25 }, { guess: 1 / 3, pd: 0.3, alpha: 0.05 }).similar // true
 */
import { binomialChance, binomialLowerTail, binomialUpperTail, rootBetween } from '../../numeric';

/** Whether more than a stated share of discriminators can be ruled out. */
export interface SimilarityTest {
  /** The share that is to be ruled out. */
  pd: number;
  /** Chance of this few right answers or fewer if that share could tell. */
  p: number;
  /** Chance of this many or more if no more than that share could tell: small speaks for too many. */
  beyondP: number;
  /** Most right answers that still rule the share out at alpha; null if none do. */
  criticalCorrect: number | null;
  similar: boolean;
  /** Largest share that is not ruled out at alpha, one-sided. */
  mostPd: number;
}

/** What is to be ruled out, and how surely. */
export interface SimilarityRules {
  guess: number;
  pd: number;
  alpha: number;
}

/** People who were asked equally often. */
export interface Asked {
  people: number;
  /** Answers of each. */
  each: number;
}

/** All answers of a panel: how often people were asked, and how many were right in all. */
export interface SimilarityData {
  asked: readonly Asked[];
  correct: number;
}

/** Tests whether fewer than the stated share can tell, and says what share is still possible. */
export function similarity({ asked, correct }: SimilarityData, { guess, pd, alpha }: SimilarityRules): SimilarityTest {
  const few = (share: number): number => tailAt('few', correct, asked, { guess, pd: share });
  const reach = (share: number): number => few(share) - alpha;
  const p = few(pd);
  return {
    ...{ pd, p, similar: p <= alpha },
    beyondP: tailAt('many', correct, asked, { guess, pd }),
    criticalCorrect: criticalSimilar(asked, { guess, pd, alpha })?.correct ?? null,
    mostPd: reach(0) <= 0 ? 0 : reach(1) >= 0 ? 1 : rootBetween(reach, 0, 1),
  };
}

/** Most right answers that rule the share out at alpha, with the chance of so few; null when even none are not few enough. */
export function criticalSimilar(
  asked: readonly Asked[],
  { guess, pd, alpha }: SimilarityRules,
): { correct: number; chance: number } | null {
  const chanceOf = (correct: number): number => tailAt('few', correct, asked, { guess, pd });
  let [low, high] = [-1, answersOf(asked)];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (chanceOf(middle) <= alpha) low = middle;
    else high = middle - 1;
  }
  return low >= 0 ? { correct: low, chance: chanceOf(low) } : null;
}

const answersOf = (asked: readonly Asked[]): number => asked.reduce((sum, { people, each }) => sum + people * each, 0);

/** So many right answers or fewer, or so many or more. */
type Tail = 'few' | 'many';

const binomialTail = (tail: Tail): typeof binomialLowerTail => (tail === 'few' ? binomialLowerTail : binomialUpperTail);

/** What a share means for one answer. */
interface Chances {
  guess: number;
  pd: number;
}

/** The larger chance of both cases: all alike, or each either always right or always guessing. */
function tailAt(tail: Tail, correct: number, asked: readonly Asked[], { guess, pd }: Chances): number {
  const alike = binomialTail(tail)(correct, answersOf(asked), guess + (1 - guess) * pd);
  if (asked.every(({ each }) => each <= 1)) return alike;
  const apart =
    asked.length === 1
      ? ofEqual(tail, correct, asked[0], { guess, pd })
      : ofUnequal(tail, correct, asked, { guess, pd });
  return Math.max(alike, apart);
}

/** Over how many of the people are right every time; ten standard deviations about the mean are as good as all. */
function ofEqual(tail: Tail, correct: number, { people, each }: Asked, { guess, pd }: Chances): number {
  const [mean, reach] = [people * pd, 10 + 10 * Math.sqrt(people * pd * (1 - pd))];
  let total = 0;
  for (let tell = Math.max(0, Math.floor(mean - reach)); tell <= Math.min(people, mean + reach); tell++)
    total +=
      binomialChance(tell, people, pd) * binomialTail(tail)(correct - tell * each, (people - tell) * each, guess);
  return Math.min(1, total);
}

/** The same person by person. */
function ofUnequal(tail: Tail, correct: number, asked: readonly Asked[], { guess, pd }: Chances): number {
  let chances = [1];
  for (const { people, each } of asked) {
    const own = Array.from(
      { length: each + 1 },
      (_, right) => (1 - pd) * binomialChance(right, each, guess) + (right === each ? pd : 0),
    );
    for (let person = 0; person < people; person++) {
      const next = new Array<number>(chances.length + each).fill(0);
      chances.forEach((chance, before) => own.forEach((one, right) => (next[before + right] += chance * one)));
      chances = next;
    }
  }
  const counted = tail === 'few' ? chances.slice(0, correct + 1) : chances.slice(correct);
  return Math.min(
    1,
    counted.reduce((total, chance) => total + chance, 0),
  );
}
