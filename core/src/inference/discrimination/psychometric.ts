/**
 * Psychometric functions: how often the answer is right in each forced-choice protocol
 * when two samples lie d' apart, in standard deviations of one perception.
 *
 * Use them to turn a share of right answers into d', which can be compared between
 * protocols; not when panelists followed another strategy than the protocol's (in a
 * triangle: picking the strongest instead of the odd one).
 *
 * Source: Ennis 1993, *Journal of Sensory Studies* 8, 353-370 (triangle, duo-trio, 2-AFC,
 * 3-AFC); Ennis & Jesionka 2011, *Journal of Sensory Studies* 26, 371-382 (tetrad).
 *
 * @example
 * chanceCorrect('triangle', 1) // 0.418
 */
import { integrate, normalCdf, normalDensity, rootBetween } from '../../numeric';

/** Forced-choice protocols. */
export const PROTOCOLS = ['triangle', 'duo-trio', '2-afc', '3-afc', 'tetrad'] as const;
export type Protocol = (typeof PROTOCOLS)[number];

/** How often a guess is right. */
export const GUESS: Readonly<Record<Protocol, number>> = {
  triangle: 1 / 3,
  'duo-trio': 1 / 2,
  '2-afc': 1 / 2,
  '3-afc': 1 / 3,
  tetrad: 1 / 3,
};

/** Beyond this d' every answer is right to rounding. */
export const LARGEST_D_PRIME = 15;

/** Chance of a right answer at d' >= 0. */
export function chanceCorrect(protocol: Protocol, dPrime: number): number {
  const d = Math.max(0, dPrime);
  switch (protocol) {
    case '2-afc':
      return normalCdf(d / Math.SQRT2);
    case 'duo-trio': {
      const [near, far] = [normalCdf(d / Math.SQRT2), normalCdf(d / Math.sqrt(6))];
      return 1 - near - far + 2 * near * far;
    }
    case '3-afc':
      return overPerception((z) => normalCdf(z + d) ** 2);
    case 'triangle': {
      const shift = d * Math.sqrt(2 / 3);
      const half = (z: number): number => normalCdf(-z * Math.sqrt(3) + shift) + normalCdf(-z * Math.sqrt(3) - shift);
      return 2 * pieces((z) => half(z) * normalDensity(z), 0, 9);
    }
    case 'tetrad':
      return 1 - 2 * overPerception((z) => 2 * normalCdf(z) * normalCdf(z - d) - normalCdf(z - d) ** 2);
  }
}

/** The d' at which answers are right this often: 0 at or below the guess, infinite at 1. */
export function dPrimeAt(protocol: Protocol, share: number): number {
  if (share <= GUESS[protocol]) return 0;
  if (share >= chanceCorrect(protocol, LARGEST_D_PRIME)) return Infinity;
  return rootBetween((d) => chanceCorrect(protocol, d) - share, 0, LARGEST_D_PRIME);
}

/** Expectation over one standard normal perception. */
const overPerception = (f: (z: number) => number): number => pieces((z) => f(z) * normalDensity(z), -9, 9);

function pieces(f: (z: number) => number, from: number, to: number): number {
  const steps = 6;
  const width = (to - from) / steps;
  let total = 0;
  for (let at = 0; at < steps; at++) total += integrate(f, from + at * width, from + (at + 1) * width, 24);
  return total;
}
