/**
 * Is there one taste, or are there two groups of panelists who like different things?
 *
 * Any set of people can be cut in two; the question is whether the cut is deeper than
 * chance would make it. Use it on complete rankings of at least three samples by eight
 * panelists or more. Groups count as found only when the test says so. Not to look for groups
 * by age or habit: those are comparisons of their own.
 *
 * Panelists' ranks (own mean taken out) are cut in two so that the groups are as tight as can
 * be. Under "one group" everyone ranks by one Plackett-Luce model, fitted to all of them; panels
 * drawn from it, with ties where panelists tied, are cut again, and p is how often that gives as
 * deep a cut. Where panelists ate from several blocks of pieces the model is fitted block by
 * block, so that a piece that came out well makes no group of those who had it.
 *
 * Shuffling what is left after the mean profile instead finds false groups in a third of the
 * panels and more: ranks are not noise about a profile.
 *
 * Source: Hartigan, *Clustering Algorithms*, chapter 4 (the cut); parametric bootstrap, Efron &
 * Tibshirani, *An Introduction to the Bootstrap*, section 6.5; draws as in Plackett 1975.
 *
 * @example
 * panelistGroups([[1, 2, 3], [1, 2, 3], [1, 2, 3], [1, 2, 3], [3, 2, 1], [3, 2, 1], [3, 2, 1], [3, 2, 1]], { seed: '1', alpha: 0.05 }).groups.length // 2
 */
import { randomStream, type RandomStream } from '../../numeric';
import type { NoTest, Probability } from '../certainty/probability';
import { midRanks } from '../rankings/ranks';
import { asRanking, drawnRanking, plackettLuce, type Ranking } from '../strength/plackettLuce';

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
  /** The block of pieces that each panelist ate from, by any name; default one for all. */
  blocks?: readonly string[];
  /** Drawn panels; default 999. */
  draws?: number;
  onProgress?: (fraction: number) => void;
}

/** Fewer panelists than this are not cut. */
export const FEWEST_FOR_GROUPS = 8;

/** @param given ranks per panelist, or means of several, the least being most liked */
export function panelistGroups(
  given: readonly (readonly number[])[],
  { seed, alpha, blocks, draws = 999, onProgress }: PanelistGroupsOptions,
): PanelistGroupsResult | NoTest {
  const rows = given.map((row) => midRanks([...row]));
  const samples = rows[0]?.length ?? 0;
  if (rows.length < FEWEST_FOR_GROUPS || samples < 3) {
    return { test: null, reason: `Groups are looked for from ${FEWEST_FOR_GROUPS} panelists and three samples up.` };
  }
  const profiles = rows.map(centred);
  const first = profiles[0];
  if (profiles.every((row) => row.every((value, at) => Math.abs(value - first[at]) < 1e-12))) {
    return { test: null, reason: 'All panelists answered alike, so there is one group.' };
  }
  const cut = bestCut(profiles);
  const drawn = onePanel(rows, blocks ?? rows.map(() => ''));
  const random = randomStream(seed, 'panelist-groups');
  let asDeep = 0;
  for (let draw = 0; draw < draws; draw++) {
    if (bestCut(drawn(random)).explained >= cut.explained - 1e-12) asDeep++;
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

/** A block in which fewer ate is no basis for a model of its own. */
const FEWEST_IN_BLOCK = 6;

/** Draws a panel that has one taste: centred ranks, with ties of the same sizes as each panelist gave. */
function onePanel(
  rows: readonly (readonly number[])[],
  blocks: readonly string[],
): (random: RandomStream) => number[][] {
  const rankings = rows.map(asRanking);
  const all = worthsOf(rankings, rows[0].length);
  const byBlock = new Map<string, readonly number[]>();
  for (const block of new Set(blocks)) {
    const own = rankings.filter((_, at) => blocks[at] === block);
    byBlock.set(block, own.length >= FEWEST_IN_BLOCK && own.length < rows.length ? worthsOf(own, rows[0].length) : all);
  }
  const everyone = rows[0].map((_, sample) => sample);
  return (random) =>
    rankings.map((ranking, at) => {
      const order = drawnRanking(everyone, byBlock.get(blocks[at]) ?? all, random);
      return centred(tiedAs(order, ranking));
    });
}

/** Log worths; all alike where none could be fitted, as where everyone tied everything. */
function worthsOf(rankings: readonly Ranking[], samples: number): readonly number[] {
  const fit = plackettLuce(rankings, samples);
  return fit.test === null ? new Array<number>(samples).fill(0) : fit.logWorth;
}

/** Mid-ranks of a strict order, its places tied in groups of the same sizes as in the pattern. */
function tiedAs(order: readonly number[], pattern: Ranking): number[] {
  const ranks = new Array<number>(order.length);
  let place = 0;
  for (const { length } of pattern) {
    for (const sample of order.slice(place, place + length)) ranks[sample] = place + (length + 1) / 2;
    place += length;
  }
  return ranks;
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
