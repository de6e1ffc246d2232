/**
 * Letters that say who differs from whom: two samples differ if, and only if, they share
 * no letter. Right for any pattern of differences, also where a = b and b = c but a and c
 * differ, which a line drawn under sorted means gets wrong.
 *
 * Use it to print the outcome of all pairwise comparisons beside the samples. Sharing a
 * letter does not say that two samples are the same, only that they were not shown to
 * differ.
 *
 * Source: the insert-and-absorb algorithm of Piepho 2004, *Journal of Computational and
 * Graphical Statistics* 13, 456-466.
 *
 * @param samples how many samples there are, numbered from 0 in the order the letters
 *   should read (best first)
 * @param different the pairs that differ
 * @returns one text per sample, such as `'a'`, `'ab'`, `'b'`
 * @example
 * letters(3, [[0, 2]]) // ['a', 'ab', 'b']
 */
export function letters(samples: number, different: readonly (readonly [number, number])[]): string[] {
  let groups: Set<number>[] = [new Set(Array.from({ length: samples }, (_, sample) => sample))];
  for (const [a, b] of different) {
    groups = groups.flatMap((group) =>
      group.has(a) && group.has(b) ? [without(group, a), without(group, b)] : [group],
    );
    groups = groups.filter((group, at) => !isAbsorbed(group, at, groups));
  }
  groups.sort(byMembers);
  return Array.from({ length: samples }, (_, sample) =>
    groups.map((group, at) => (group.has(sample) ? letterName(at) : '')).join(''),
  );
}

function without(group: Set<number>, sample: number): Set<number> {
  const rest = new Set(group);
  rest.delete(sample);
  return rest;
}

/** A group adds nothing if another one holds all its members (of two equal ones, the first stays). */
function isAbsorbed(group: Set<number>, at: number, groups: readonly Set<number>[]): boolean {
  return groups.some(
    (other, index) => index !== at && isWithin(group, other) && (group.size < other.size || index < at),
  );
}

function byMembers(a: Set<number>, b: Set<number>): number {
  const left = [...a].sort((x, y) => x - y);
  const right = [...b].sort((x, y) => x - y);
  for (let at = 0; at < Math.min(left.length, right.length); at++) {
    if (left[at] !== right[at]) return left[at] - right[at];
  }
  return left.length - right.length;
}

const letterName = (at: number): string =>
  at < 26 ? String.fromCharCode(97 + at) : `${letterName(Math.floor(at / 26) - 1)}${letterName(at % 26)}`;

const isWithin = (group: Set<number>, other: Set<number>): boolean => [...group].every((sample) => other.has(sample));
