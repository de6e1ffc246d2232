/**
 * Whether people name more often than by chance what they were given: one name from each of them.
 *
 * Use it where each of several people named one thing, and could have been given what another was given; not where
 * one person names several things, whose names depend on each other.
 *
 * Given the names and what was given out, p is exact: the share of all ways to deal out the same things to the same
 * people with at least as many right names. So it holds whatever names people like to say, and whatever was given
 * out more often. The share who know is Abbott's, with the bounds of Clopper and Pearson for the share of right names:
 * chance is here what these names and things have in common on average.
 *
 * Source: the general matching problem by factorial moments, Greville 1941, *Annals of Mathematical Statistics* 12,
 * 350-354; rook numbers, Riordan 1958; Abbott 1925 (all from memory).
 *
 * @example
 * matches(['a', 'b'], ['a', 'b'], 0.05).p // 0.5
 */
import { clopperPearson, type Interval } from '../certainty';

export interface Matches {
  /** People who named one. */
  n: number;
  right: number;
  /** Right names to be expected from people who know nothing. */
  expected: number;
  /** One-sided: chance of this many right names or more from people who know nothing. */
  p: number;
  /** Share of people who know, 0 where no better than chance; and where it may lie. */
  knowing: number;
  knowingInterval: Interval;
}

/**
 * @param named what each person said
 * @param given what each person got, in the same order
 * @param alpha the interval covers 1 - alpha
 */
export function matches(named: readonly string[], given: readonly string[], alpha: number): Matches {
  const n = named.length;
  const right = named.filter((name, at) => name === given[at]).length;
  const [said, got] = [counted(named), counted(given)];
  const common = [...said].map(([name, times]): [number, number] => [times, got.get(name) ?? 0]);
  const expected = n === 0 ? 0 : common.reduce((sum, [a, b]) => sum + a * b, 0) / n;
  const chance = n === 0 ? 0 : expected / n;
  const knowing = (share: number): number => (chance < 1 ? Math.max(0, (share - chance) / (1 - chance)) : 0);
  const [low, high] = clopperPearson(right, n, alpha);
  return {
    ...{ n, right, expected, p: chanceOfAtLeast(right, n, common) },
    knowing: n === 0 ? 0 : knowing(right / n),
    knowingInterval: [knowing(low), chance < 1 ? knowing(high) : 1],
  };
}

function counted(names: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return counts;
}

/**
 * Share of the n! ways to deal with at least so many matches.
 *
 * Of k chosen matches there are as many ways as rooks can stand on the board of possible matches; what is counted
 * several times is taken off by inclusion and exclusion, in whole numbers, since the terms are far larger than their sum.
 *
 * @param common per name, how often it was said and how often given
 */
function chanceOfAtLeast(least: number, n: number, common: readonly (readonly [number, number])[]): number {
  if (least === 0) return 1;
  const rooks = common.reduce((board, [a, b]) => product(board, rookNumbers(a, b)), [1n]);
  const factorials = factorialsTo(n);
  let ways = 0n;
  // Of k matches, those that are the first `least` ones: (k - 1 over least - 1).
  let choose = 1n;
  for (let k = least; k < rooks.length; k++) {
    const term = choose * rooks[k] * factorials[n - k];
    ways += (k - least) % 2 === 0 ? term : -term;
    choose = (choose * BigInt(k)) / BigInt(k - least + 1);
  }
  return Number((ways * PRECISION) / factorials[n]) / Number(PRECISION);
}

const PRECISION = 10n ** 18n;

/** Ways to match k of a sayings of one name with k of the b things of that name. */
function rookNumbers(a: number, b: number): bigint[] {
  const numbers = [1n];
  for (let k = 1; k <= Math.min(a, b); k++)
    numbers.push((numbers[k - 1] * BigInt(a - k + 1) * BigInt(b - k + 1)) / BigInt(k));
  return numbers;
}

function product(one: readonly bigint[], other: readonly bigint[]): bigint[] {
  const terms = new Array<bigint>(one.length + other.length - 1).fill(0n);
  one.forEach((a, i) => other.forEach((b, j) => (terms[i + j] += a * b)));
  return terms;
}

function factorialsTo(n: number): bigint[] {
  const factorials = [1n];
  for (let k = 1; k <= n; k++) factorials.push(factorials[k - 1] * BigInt(k));
  return factorials;
}
