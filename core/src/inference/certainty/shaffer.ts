/**
 * p-values adjusted over all pairs of samples, once an overall test has said that not all are alike.
 *
 * Use it for pairs that are looked at only under an overall test at the same level. Of four
 * samples that are not all alike at most three pairs are: Holm would count six. Not without such
 * a test (holm).
 *
 * Source: Shaffer 1986, *Journal of the American Statistical Association* 81, 826-831 (procedure S1,
 * its first step shortened by the overall test, section 4).
 *
 * @example
 * shaffer([0.01, 0.02, 0.2], 3) // [0.01, 0.02, 0.2]
 */

/** @param p one per pair of `samples`, in any order */
export function shaffer(p: readonly number[], samples: number): number[] {
  const possible = [...pairsAlike(samples)].sort((a, b) => b - a);
  const order = p.map((_, at) => at).sort((a, b) => p[a] - p[b]);
  const adjusted = new Array<number>(p.length);
  let least = 0;
  order.forEach((at, rejected) => {
    // The overall test stands for one pair that differs, whichever it is.
    const open = p.length - Math.max(1, rejected);
    const count = Math.max(1, possible.find((one) => one <= open) ?? 1);
    least = Math.max(least, Math.min(1, count * p[at]));
    adjusted[at] = least;
  });
  return adjusted;
}

/** How many pairs can be alike at once, over all ways in which so many samples fall into groups of equals. */
function pairsAlike(samples: number): Set<number> {
  const counts: Set<number>[] = [new Set([0])];
  for (let n = 1; n <= samples; n++) {
    const own = new Set<number>();
    for (let group = 1; group <= n; group++)
      for (const rest of counts[n - group]) own.add(rest + (group * (group - 1)) / 2);
    counts.push(own);
  }
  return counts[samples];
}
