/**
 * Can the strengths of all samples be put on one scale?
 *
 * Strengths can be compared along chains of comparisons; samples in groups that never met
 * cannot. They are finite only if no group of samples won every comparison with the rest
 * (Ford's condition). Use it before fitting a strength model; not as a sign of how
 * precise the fit will be.
 *
 * Source: Ford 1957, *American Mathematical Monthly* 64(8), 28-33; strong components by
 * Tarjan 1972, *SIAM Journal on Computing* 1, 146-160.
 *
 * @example
 * connections(3, [[0, 1], [1, 0], [1, 2]]).isFinite // false
 */
import type { NoTest } from '../certainty/probability';

/** Result of {@link connections}. */
export interface Connections {
  /** Groups of samples linked by comparisons, each sorted. */
  groups: number[][];
  /** Whether every strength is finite: wins lead from every sample to every other. */
  isFinite: boolean;
}

/** @param wins pairs [winner, loser]; a tie counts as a win for both */
export function connections(samples: number, wins: Iterable<readonly [number, number]>): Connections {
  const beats = Array.from({ length: samples }, () => new Set<number>());
  const met = Array.from({ length: samples }, () => new Set<number>());
  for (const [winner, loser] of wins) {
    beats[winner].add(loser);
    met[winner].add(loser);
    met[loser].add(winner);
  }
  const groups = components(met).map((group) => group.sort((a, b) => a - b));
  return { groups: groups.sort((a, b) => a[0] - b[0]), isFinite: components(beats).length === 1 };
}

/** Why samples in several groups cannot be compared; null when there is one group. */
export function noCommonScale(groups: readonly (readonly number[])[], met: string): NoTest | null {
  if (groups.length < 2) return null;
  return {
    test: null,
    reason: `The samples fall into ${groups.length} groups that were never ${met}, so they have no common scale.`,
  };
}

/** Strongly connected components. */
function components(edges: readonly Set<number>[]): number[][] {
  const found: number[][] = [];
  const index = new Array<number>(edges.length).fill(-1);
  const low = new Array<number>(edges.length).fill(0);
  const stack: number[] = [];
  const onStack = new Set<number>();
  let next = 0;
  const visit = (node: number): void => {
    index[node] = low[node] = next++;
    stack.push(node);
    onStack.add(node);
    for (const other of edges[node]) {
      if (index[other] < 0) {
        visit(other);
        low[node] = Math.min(low[node], low[other]);
      } else if (onStack.has(other)) low[node] = Math.min(low[node], index[other]);
    }
    if (low[node] !== index[node]) return;
    const group: number[] = [];
    let member: number;
    do {
      member = stack.pop() as number;
      onStack.delete(member);
      group.push(member);
    } while (member !== node);
    found.push(group);
  };
  edges.forEach((_, node) => index[node] < 0 && visit(node));
  return found;
}
