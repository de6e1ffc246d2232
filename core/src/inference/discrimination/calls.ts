/**
 * Calls of "A", or of "different": are they more where it is so than where it is not?
 *
 * Use it for the p of A/not-A and same-different tests. Not for d', which needs a model of what
 * people perceive.
 *
 * - With one answer each, Fisher's exact test, one-sided.
 * - Where panelists answered several times, each is compared with themselves only: who says "A" to
 *   everything tells nothing apart. Each panelist's number of "A" answers being given, their hits
 *   are hypergeometric where nothing is told apart; summed over the panel that gives p.
 *
 * Source: Fisher's exact test, and exact test of strata (Mantel & Haenszel 1959), Agresti,
 * *Categorical Data Analysis*, sections 3.5 and 6.3.
 *
 * @example
 * callsUpper({ hits: 8, signals: 10, falseAlarms: 3, noises: 10 }, []) // 0.0349
 */
import { logFactorial } from '../../numeric';

/** Counts of "A" (or "different") answers. */
export interface Calls {
  /** "A" said to A, out of `signals` servings of A. */
  hits: number;
  signals: number;
  /** "A" said to not-A, out of `noises` servings of not-A. */
  falseAlarms: number;
  noises: number;
}

/**
 * P(as many hits or more), where nothing is told apart.
 *
 * @param perPanelist the same counts panelist by panelist; may be left empty where nobody answered twice
 */
export function callsUpper(all: Calls, perPanelist: readonly Calls[]): number {
  const isOnceEach = perPanelist.every(({ signals, noises }) => signals + noises <= 1);
  return isOnceEach ? fisherUpper(all) : withinPanelists(perPanelist);
}

/** Of all answers together, given how often "A" was said. */
export function fisherUpper({ hits, signals, falseAlarms, noises }: Calls): number {
  const yes = hits + falseAlarms;
  let total = 0;
  for (let h = hits; h <= Math.min(signals, yes); h++) total += chanceOfHits(h, { yes, signals, noises });
  return Math.min(1, total);
}

/** Panelists who were served only one of the two say nothing. */
function withinPanelists(perPanelist: readonly Calls[]): number {
  let chances = [1];
  let seen = 0;
  for (const { hits, signals, falseAlarms, noises } of perPanelist) {
    const yes = hits + falseAlarms;
    const own = Array.from({ length: Math.min(signals, yes) + 1 }, (_, h) => chanceOfHits(h, { yes, signals, noises }));
    const next = new Array<number>(chances.length + own.length - 1).fill(0);
    chances.forEach((chance, before) => own.forEach((one, h) => (next[before + h] += chance * one)));
    chances = next;
    seen += hits;
  }
  const asMany = chances.slice(seen).reduce((sum, chance) => sum + chance, 0);
  return Math.min(1, asMany);
}

/** Hypergeometric: so many of the "A" answers fell on A. */
function chanceOfHits(h: number, { yes, signals, noises }: { yes: number; signals: number; noises: number }): number {
  if (yes - h > noises) return 0;
  return Math.exp(logWays(signals, h) + logWays(noises, yes - h) - logWays(signals + noises, yes));
}

const logWays = (n: number, k: number): number => logFactorial(n) - logFactorial(k) - logFactorial(n - k);
