/**
 * Replicated forced choice: panelists differ in how well they can tell, so that several
 * answers of one panelist count for less than as many answers of different ones.
 *
 * Use it when each panelist answered the same test several times. Not with one answer per
 * panelist, where over-dispersion cannot be seen.
 *
 * Each panelist's chance of being right is guess + (1 - guess) q with q beta-distributed
 * with mean pd; gamma, from 0 to 1, says how much panelists differ.
 *
 * Source: Ennis & Bi 1998, *Journal of Sensory Studies* 13, 389-412 (corrected model:
 * Brockhoff 2003, *Food Quality and Preference* 14, 405-417).
 *
 * @example
 * betaBinomial([{ n: 4, correct: 4 }, { n: 4, correct: 1 }, { n: 4, correct: 4 }, { n: 4, correct: 2 }, { n: 4, correct: 4 }, { n: 4, correct: 1 }], 'triangle').pd // 0.4937
 */
import {
  binomialChance,
  chiSquaredUpperTail,
  logGamma,
  minimise,
  normalTwoSided,
  rootBetween,
  studentT,
} from '../../numeric';
import type { NoTest } from '../certainty/probability';
import type { Interval } from '../certainty/proportion';
import { dPrimeAt, GUESS, type Protocol } from './psychometric';

/** One panelist's answers. */
export interface ReplicatedAnswers {
  n: number;
  correct: number;
}

/** Result of {@link betaBinomial}. */
export interface BetaBinomialResult {
  test: 'beta-binomial';
  panelists: number;
  answers: number;
  /** Mean share of discriminators, and its interval by profile likelihood. */
  pd: number;
  pdInterval: Interval;
  dPrime: number | null;
  /** Of that interval; its upper end null when beyond any number. */
  dPrimeInterval: [number, number | null];
  /** 0: panelists are alike; 1: each either always tells or never does. */
  gamma: number;
  /** Likelihood ratio test that panelists differ (p halved: gamma cannot be below 0). */
  overdispersion: { statistic: number; p: number };
  /** Likelihood ratio test that anyone tells the samples apart, allowing for over-dispersion (two parameters: slow to claim). */
  difference: { statistic: number; p: number };
  logLik: number;
}

export function betaBinomial(
  panel: readonly ReplicatedAnswers[],
  protocol: Protocol,
  alpha = 0.05,
): BetaBinomialResult | NoTest {
  const used = panel.filter(({ n }) => n > 0);
  if (!used.some(({ n }) => n > 1))
    return { test: null, reason: 'Nobody answered more than once, so panelists cannot be told from luck.' };
  const guess = GUESS[protocol];
  const kinds = gathered(used, guess);
  const answers = used.reduce((sum, { n }) => sum + n, 0);
  const right = used.reduce((sum, { correct }) => sum + correct, 0);
  const alike = (pd: number): number =>
    kinds.reduce(
      (sum, kind) => sum + kind.times * safeLog(binomialChance(kind.correct, kind.n, guess + (1 - guess) * pd)),
      0,
    );
  const shared = Math.min(1, Math.max(0, (right / answers - guess) / (1 - guess)));
  const both = (pd: number, gamma: number): number =>
    kinds.reduce((sum, kind) => sum + kind.times * safeLog(mixedChance(kind, guess, pd, gamma)), 0);
  const start = Math.min(0.9, Math.max(0.1, shared));
  const found = minimise(([a, b]) => -both(logistic(a), logistic(b)), [logit(start), logit(0.2)], { step: 0.02 });
  const fitted = -found.value;
  const isAlike = alike(shared) >= fitted - 1e-6;
  const [pd, gamma] = isAlike ? [shared, 0] : found.at.map(logistic);
  const logLik = Math.max(fitted, alike(shared));
  const spread = Math.max(0, 2 * (logLik - alike(shared)));
  const gain = Math.max(0, 2 * (logLik - alike(0)));
  const apart = (share: number): number | null => {
    const dPrime = dPrimeAt(protocol, guess + (1 - guess) * share);
    return Number.isFinite(dPrime) ? dPrime : null;
  };
  const pdInterval = profileInterval(both, { pd, gamma, logLik, panelists: used.length }, alpha);
  return {
    test: 'beta-binomial',
    panelists: used.length,
    answers,
    pd,
    pdInterval,
    dPrime: apart(pd),
    dPrimeInterval: [apart(pdInterval[0]) ?? 0, apart(pdInterval[1])],
    gamma,
    overdispersion: { statistic: spread, p: normalTwoSided(Math.sqrt(spread)) / 2 },
    difference: { statistic: gain, p: chiSquaredUpperTail(gain, isAlike ? 1 : 2) / (isAlike ? 2 : 1) },
    logLik,
  };
}

interface Fitted {
  pd: number;
  gamma: number;
  logLik: number;
  panelists: number;
}

/**
 * All shares whose likelihood, panelists differing as it then fits best, is not too far below the best
 * one; by Student's t for the panelists in place of the normal, since how much they differ is itself estimated.
 */
function profileInterval(
  both: (pd: number, gamma: number) => number,
  { pd, gamma, logLik, panelists }: Fitted,
  alpha: number,
): Interval {
  const drop = studentT(1 - alpha / 2, Math.max(1, panelists - 1)) ** 2 / 2;
  const start = logit(Math.min(0.95, Math.max(0.05, gamma)));
  const bestAt = (share: number): number =>
    Math.max(both(share, 1e-8), -minimise(([g]) => -both(share, logistic(g)), [start], { step: 0.05 }).value);
  const short = (share: number): number => logLik - bestAt(share) - drop;
  const [low, high] = [1e-6, 1 - 1e-6];
  return [
    pd <= low || short(low) <= 0 ? 0 : rootBetween(short, low, pd, 1e-6),
    pd >= high || short(high) <= 0 ? 1 : rootBetween(short, pd, high, 1e-6),
  ];
}

/** Panelists with the same counts, which are calculated once. */
interface Kind extends ReplicatedAnswers {
  times: number;
  /**
   * By how many of the right answers were known and not guessed: the chance of that number and of the others' being
   * right and wrong by guessing, but for the share of knowing, which is integrated over.
   */
  ways: number[];
}

function gathered(panel: readonly ReplicatedAnswers[], guess: number): Kind[] {
  const kinds = new Map<string, Kind>();
  for (const { n, correct } of panel) {
    const key = `${n}/${correct}`;
    const kind = kinds.get(key) ?? { n, correct, times: 0, ways: waysOf(n, correct, guess) };
    kinds.set(key, { ...kind, times: kind.times + 1 });
  }
  return [...kinds.values()];
}

function waysOf(n: number, correct: number, guess: number): number[] {
  const choose = (of: number, some: number): number => logGamma(of + 1) - logGamma(some + 1) - logGamma(of - some + 1);
  return Array.from({ length: correct + 1 }, (_, known) => {
    const guessed = (correct - known) * Math.log(guess) + (n - correct) * Math.log(1 - guess);
    return Math.exp(choose(n, correct) + choose(correct, known) + guessed + known * Math.log(1 - guess));
  });
}

/**
 * Chance of the count, each panelist's chance being drawn anew: (guess + (1 - guess) q)^correct is a binomial sum in q,
 * and each of its terms integrates to a ratio of beta functions, which for whole numbers is a product.
 */
function mixedChance({ n, correct, ways }: Kind, guess: number, pd: number, gamma: number): number {
  const size = 1 / Math.max(gamma, 1e-8) - 1;
  if (size < 1e-8) return (1 - pd) * binomialChance(correct, n, guess) + pd * (correct === n ? 1 : 0);
  const [a, b] = [Math.max(1e-14, pd * size), Math.max(1e-14, (1 - pd) * size)];
  let moment = 1;
  for (let wrong = 0; wrong < n - correct; wrong++) moment *= (b + wrong) / (a + b + wrong);
  let total = 0;
  for (let known = 0; known <= correct; known++) {
    total += ways[known] * moment;
    moment *= (a + known) / (a + b + n - correct + known);
  }
  return total;
}

const safeLog = (chance: number): number => Math.log(Math.max(chance, 1e-300));
const logit = (share: number): number => Math.log(share / (1 - share));
const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
