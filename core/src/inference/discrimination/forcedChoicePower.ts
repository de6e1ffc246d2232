/**
 * Power and panel size of forced-choice tests, from the exact binomial distribution.
 *
 * Use it before the first sample is cooked. The power of an exact test climbs like a saw:
 * one more panelist may lower it. The panel size given here is the smallest from which on
 * the power holds.
 *
 * Panelists who answer several times bring more answers, and not more people: those who can
 * tell are right every time, the others guess every time. That is the least that replicates
 * can be worth; they are worth most when everybody tells a little.
 *
 * Source: ISO 4120 and ISO 10399, annexes; Ennis 1993; saw-tooth as in Chernick & Liu
 * 2002, *The American Statistician* 56, 149-155.
 *
 * @example
 * forcedChoicePower({ protocol: 'triangle', n: 30, pd: 0.3, alpha: 0.05 }).power // 0.7091
 */
import { binomialChance, binomialLowerTail, binomialUpperTail } from '../../numeric';
import { criticalCorrect } from './forcedChoice';
import { chanceCorrect, dPrimeAt, GUESS, type Protocol } from './psychometric';
import { criticalSimilar } from './similarity';

/** What is planned. */
export interface ForcedChoicePlan {
  protocol: Protocol;
  n: number;
  /** Share of discriminators to be found (difference) or ruled out (similarity). */
  pd: number;
  alpha: number;
  goal?: 'difference' | 'similarity';
  /** Answers of each panelist; default 1. */
  replicates?: number;
}

/** Result of {@link forcedChoicePower}. */
export interface ForcedChoicePower {
  power: number;
  criticalCorrect: number | null;
  /** Chance of a false claim that the critical number really has, at most alpha. */
  actualAlpha: number;
  /** The d' that this share of discriminators amounts to; null if beyond any number. */
  dPrime: number | null;
}

/**
 * Chance that the test comes out as hoped: that a difference is found when a share pd can
 * tell, or that similarity is claimed when nobody can.
 */
export function forcedChoicePower(plan: ForcedChoicePlan): ForcedChoicePower {
  const guess = GUESS[plan.protocol];
  const dPrime = dPrimeAt(plan.protocol, guess + (1 - guess) * plan.pd);
  return { ...decision(plan), dPrime: Number.isFinite(dPrime) ? dPrime : null };
}

function decision(plan: ForcedChoicePlan): Omit<ForcedChoicePower, 'dPrime'> {
  const { protocol, n, pd, alpha, goal = 'difference', replicates = 1 } = plan;
  const guess = GUESS[protocol];
  if (goal === 'similarity') {
    const critical = criticalSimilar([{ people: n, each: replicates }], { guess, pd, alpha });
    if (critical === null) return { power: 0, criticalCorrect: null, actualAlpha: 0 };
    const { correct, chance } = critical;
    return {
      power: binomialLowerTail(correct, n * replicates, guess),
      criticalCorrect: correct,
      actualAlpha: chance,
    };
  }
  const critical = criticalCorrect(n * replicates, guess, alpha);
  if (critical === null) return { power: 0, criticalCorrect: null, actualAlpha: 0 };
  const decides = (share: number): number => chanceOfAtLeast(critical, { people: n, replicates, share, guess });
  return { power: decides(pd), criticalCorrect: critical, actualAlpha: decides(0) };
}

/** People of whom a share is right every time, and the others by guessing. */
export interface Tellers {
  people: number;
  /** Answers of each. */
  replicates: number;
  share: number;
  guess: number;
}

/**
 * Chance that so many answers or more are right: binomial where everyone answers once, else
 * over how many of the people can tell.
 */
export function chanceOfAtLeast(correct: number, { people, replicates, share, guess }: Tellers): number {
  if (replicates === 1) return binomialUpperTail(correct, people, share + (1 - share) * guess);
  let total = 0;
  // Ten standard deviations about the mean are as good as all.
  const [mean, reach] = [people * share, 10 + 10 * Math.sqrt(people * share * (1 - share))];
  for (let tell = Math.max(0, Math.floor(mean - reach)); tell <= Math.min(people, mean + reach); tell++) {
    const chance = binomialChance(tell, people, share);
    total += chance * binomialUpperTail(correct - tell * replicates, (people - tell) * replicates, guess);
  }
  return Math.min(1, total);
}

/** Panels of more than this are not looked for. */
export const LARGEST_SEARCHED_PANEL = 20_000;

/** Smallest panel from which on the power never falls below the one wanted; null when none is in reach. */
export function forcedChoicePanel(plan: Omit<ForcedChoicePlan, 'n'>, power: number): number | null {
  const short = (n: number): boolean => decision({ ...plan, n }).power < power;
  let enough = 1;
  while (enough <= LARGEST_SEARCHED_PANEL && short(enough)) enough *= 2;
  if (enough > LARGEST_SEARCHED_PANEL) return null;
  // The teeth of the saw are shallow: well above the first size that serves, all serve.
  const safe = Math.min(LARGEST_SEARCHED_PANEL, 2 * enough + 50);
  for (let n = safe; n >= 1; n--) if (short(n)) return n === LARGEST_SEARCHED_PANEL ? null : n + 1;
  return 1;
}

/** The share of discriminators that lies d' apart under a protocol. */
export function discriminatorsAt(protocol: Protocol, dPrime: number): number {
  return (chanceCorrect(protocol, dPrime) - GUESS[protocol]) / (1 - GUESS[protocol]);
}
