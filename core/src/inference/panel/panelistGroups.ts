/**
 * Is there one taste, or are there two groups of panelists who like different things?
 *
 * Any set of people can be cut in two; the question is whether the cut is deeper than
 * chance would make it. Use it on complete liking scores or rankings of at least three
 * samples and eight panelists. Groups count as found only when the test says so. Not to
 * look for groups by age or habit: those are comparisons of their own.
 *
 * Panelists' profiles (own mean taken out) are cut in two so that the groups are as tight
 * as can be. Under "one group", what is left after the panel's mean profile is noise whose
 * signs carry no meaning; the noise of each panelist is shuffled over the samples, put
 * back on the mean profile, and cut again. p is how often that gives as deep a cut.
 *
 * Source: Hartigan, *Clustering Algorithms*, chapter 4 (the cut); permutation of residuals
 * as in Anderson & ter Braak 2003, *Journal of Statistical Computation and Simulation* 73, 85-113.
 *
 * @example
 * panelistGroups([[9, 5, 1], [8, 5, 2], [9, 4, 1], [8, 6, 2], [1, 5, 9], [2, 5, 8], [1, 4, 9], [2, 6, 8]], { seed: '1', alpha: 0.05 }).groups.length // 2
 */
import { randomStream } from '../../numeric';
import type { NoTest, Probability } from '../certainty/probability';

/** Result of {@link panelistGroups}. */
export interface PanelistGroupsResult {
  test: 'panelist-groups';
  probability: Probability & { from: 'monte-carlo' };
  /** Share of the spread between panelists that the best cut in two takes away. */
  explained: number;
  /** Panelists by place in the rows: two groups where they are found, else all in one. */
  groups: number[][];
  /** Mean profile per group, each panelist's own mean taken out. */
  profiles: number[][];
}

/** How to test. */
export interface PanelistGroupsOptions {
  seed: string;
  alpha: number;
  /** Shuffled panels; default 999. */
  draws?: number;
  onProgress?: (fraction: number) => void;
}

/** Fewer panelists than this are not cut. */
export const FEWEST_FOR_GROUPS = 8;

export function panelistGroups(
  rows: readonly (readonly number[])[],
  { seed, alpha, draws = 999, onProgress }: PanelistGroupsOptions,
): PanelistGroupsResult | NoTest {
  const samples = rows[0]?.length ?? 0;
  if (rows.length < FEWEST_FOR_GROUPS || samples < 3) {
    return { test: null, reason: `Groups are looked for from ${FEWEST_FOR_GROUPS} panelists and three samples up.` };
  }
  const profiles = rows.map(centred);
  const mean = columnMeans(profiles);
  const noise = profiles.map((row) => row.map((value, at) => value - mean[at]));
  if (noise.every((row) => row.every((value) => Math.abs(value) < 1e-12))) {
    return { test: null, reason: 'All panelists answered alike, so there is one group.' };
  }
  const cut = bestCut(profiles);
  const random = randomStream(seed, 'panelist-groups');
  let asDeep = 0;
  for (let draw = 0; draw < draws; draw++) {
    const shuffled = noise.map((row) => centred(random.shuffled(row)).map((value, at) => value + mean[at]));
    if (bestCut(shuffled).explained >= cut.explained - 1e-12) asDeep++;
    if (draw % 16 === 0) onProgress?.(draw / draws);
  }
  const p = (asDeep + 1) / (draws + 1);
  const isFound = p <= alpha;
  const everyone = rows.map((_, at) => at);
  const groups = isFound ? [0, 1].map((side) => everyone.filter((at) => cut.side[at] === side)) : [everyone];
  groups.sort((a, b) => b.length - a.length);
  return {
    test: 'panelist-groups',
    probability: { p, from: 'monte-carlo', draws, standardError: Math.sqrt((p * (1 - p)) / draws) },
    explained: cut.explained,
    groups,
    profiles: groups.map((group) => columnMeans(group.map((at) => profiles[at]))),
  };
}

function centred(row: readonly number[]): number[] {
  const mean = row.reduce((sum, value) => sum + value / row.length, 0);
  return row.map((value) => value - mean);
}

function columnMeans(rows: readonly (readonly number[])[]): number[] {
  return rows[0].map((_, at) => rows.reduce((sum, row) => sum + row[at] / rows.length, 0));
}

/** Two tight groups: cut along the direction of most spread, then let panelists change sides until none wants to. */
function bestCut(profiles: readonly (readonly number[])[]): { side: number[]; explained: number } {
  const mean = columnMeans(profiles);
  const away = profiles.map((row) => row.map((value, at) => value - mean[at]));
  const total = away.reduce((sum, row) => sum + row.reduce((part, value) => part + value * value, 0), 0);
  if (total === 0) return { side: profiles.map(() => 0), explained: 0 };
  const axis = mainDirection(away);
  let side = away.map((row) => (row.reduce((sum, value, at) => sum + value * axis[at], 0) > 0 ? 1 : 0));
  let explained = 0;
  for (let round = 0; round < 50; round++) {
    const centres = [0, 1].map((group) => away.filter((_, at) => side[at] === group));
    if (centres.some((group) => group.length === 0)) break;
    const means = centres.map(columnMeans);
    const between = centres.reduce(
      (sum, group, at) => sum + group.length * means[at].reduce((part, value) => part + value * value, 0),
      0,
    );
    explained = between / total;
    const next = away.map((row) => (distance(row, means[1]) < distance(row, means[0]) ? 1 : 0));
    if (next.every((one, at) => one === side[at])) break;
    side = next;
  }
  return { side, explained };
}

const distance = (row: readonly number[], to: readonly number[]): number =>
  row.reduce((sum, value, at) => sum + (value - to[at]) ** 2, 0);

/** First principal direction, by repeated multiplication. */
function mainDirection(rows: readonly (readonly number[])[]): number[] {
  const width = rows[0].length;
  let axis = Array.from({ length: width }, (_, at) => 1 + at / 7);
  for (let round = 0; round < 30; round++) {
    const next = new Array<number>(width).fill(0);
    for (const row of rows) {
      const along = row.reduce((sum, value, at) => sum + value * axis[at], 0);
      row.forEach((value, at) => (next[at] += along * value));
    }
    const length = Math.sqrt(next.reduce((sum, value) => sum + value * value, 0));
    if (length === 0) break;
    axis = next.map((value) => value / length);
  }
  return axis;
}
