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
 * panels and more: ranks are not noise about a profile. Drawing ends early where p is large
 * without doubt; p is then the share of the panels drawn, which keeps its level as well.
 *
 * Source: Hartigan, *Clustering Algorithms*, chapter 4 (the cut); parametric bootstrap, Efron &
 * Tibshirani, *An Introduction to the Bootstrap*, section 6.5; draws as in Plackett 1975; Besag & Clifford
 * 1991, *Biometrika* 78, 301-304 (ending early).
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
  /** Most panels drawn; default 999. */
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
  const cut = bestCut(Float64Array.from(profiles.flat()), samples);
  const drawn = onePanel(rows, blocks ?? rows.map(() => ''));
  const random = randomStream(seed, 'panelist-groups');
  const probability = chanceOfCut(() => bestCut(drawn(random), samples).explained >= cut.explained - 1e-12, {
    alpha,
    draws,
    onProgress,
  });
  const isFound = probability.p <= alpha;
  const everyone = rows.map((_, at) => at);
  const groups = isFound ? [0, 1].map((side) => everyone.filter((at) => cut.side[at] === side)) : [everyone];
  groups.sort((a, b) => b.length - a.length);
  return {
    test: 'panelist-groups',
    probability,
    explained: cut.explained,
    groups,
    profiles: groups.map((group) => columnMeans(group.map((at) => profiles[at]))),
  };
}

/** How often a panel of one taste is cut as deep. */
function chanceOfCut(
  isAsDeep: () => boolean,
  { alpha, draws, onProgress }: Pick<PanelistGroupsOptions, 'alpha' | 'onProgress'> & { draws: number },
): PanelistGroupsResult['probability'] {
  // Once so many cut as deep, no group will be found: the rest need not be drawn.
  const enough = Math.max(100, Math.ceil(2 * alpha * draws));
  let [asDeep, made] = [0, 0];
  while (made < draws && asDeep < enough) {
    if (isAsDeep()) asDeep++;
    if (made++ % 16 === 0) onProgress?.(made / draws);
  }
  const p = asDeep === enough ? asDeep / made : (asDeep + 1) / (made + 1);
  return { p, from: 'monte-carlo', draws: made, standardError: Math.sqrt((p * (1 - p)) / made) };
}

/** A block in which fewer ate is no basis for a model of its own. */
const FEWEST_IN_BLOCK = 6;

/** Draws a panel that has one taste: centred ranks row by row, with ties of the same sizes as each panelist gave. */
function onePanel(
  rows: readonly (readonly number[])[],
  blocks: readonly string[],
): (random: RandomStream) => Float64Array {
  const rankings = rows.map(asRanking);
  const all = worthsOf(rankings, rows[0].length);
  const byBlock = new Map<string, readonly number[]>();
  for (const block of new Set(blocks)) {
    const own = rankings.filter((_, at) => blocks[at] === block);
    byBlock.set(block, own.length >= FEWEST_IN_BLOCK && own.length < rows.length ? worthsOf(own, rows[0].length) : all);
  }
  const everyone = rows[0].map((_, sample) => sample);
  const worths = blocks.map((block) => byBlock.get(block) ?? all);
  return (random) => {
    const panel = new Float64Array(rows.length * everyone.length);
    rankings.forEach((ranking, at) => {
      rankTied(panel.subarray(at * everyone.length), drawnRanking(everyone, worths[at], random), ranking);
    });
    return panel;
  };
}

/** Log worths; all alike where none could be fitted, as where everyone tied everything. */
function worthsOf(rankings: readonly Ranking[], samples: number): readonly number[] {
  const fit = plackettLuce(rankings, samples);
  return fit.test === null ? new Array<number>(samples).fill(0) : fit.logWorth;
}

/** Centred mid-ranks of a strict order, its places tied in groups of the same sizes as in the pattern. */
function rankTied(into: Float64Array, order: readonly number[], pattern: Ranking): void {
  const mean = (order.length + 1) / 2;
  let place = 0;
  for (const { length } of pattern) {
    const rank = place + (length + 1) / 2 - mean;
    for (const end = place + length; place < end; place++) into[order[place]] = rank;
  }
}

function centred(row: readonly number[]): number[] {
  const mean = row.reduce((sum, value) => sum + value, 0) / row.length;
  return row.map((value) => value - mean);
}

function columnMeans(rows: readonly (readonly number[])[]): number[] {
  return rows[0].map((_, at) => rows.reduce((sum, row) => sum + row[at] / rows.length, 0));
}

/**
 * Two tight groups of rows of `width` numbers: cut along the direction of most spread, then let
 * panelists change sides until none wants to.
 */
function bestCut(rows: Float64Array, width: number): { side: Uint8Array; explained: number } {
  const people = rows.length / width;
  const { away, total } = aroundMean(rows, width);
  let side = new Uint8Array(people);
  let explained = 0;
  if (total === 0) return { side, explained };
  // Around the common mean the groups lie on opposite sides, so the sums of one tell those of both.
  let toward = mainDirection(away, width);
  let threshold = 0;
  for (let round = 0; round <= 50; round++) {
    const next = new Uint8Array(people);
    const sums = new Float64Array(width);
    let [size, moved] = [0, round === 0];
    for (let row = 0, start = 0; row < people; row++, start += width) {
      if (along(away, start, toward) > threshold) {
        next[row] = 1;
        size++;
        for (let at = 0; at < width; at++) sums[at] += away[start + at];
      }
      moved ||= next[row] !== side[row];
    }
    if (!moved) break;
    side = next;
    const rest = people - size;
    if (size === 0 || rest === 0) break;
    const square = along(sums, 0, sums);
    explained = (square / size + square / rest) / total;
    // Nearer to the centre of one group: on its side of the plane half-way between the two.
    toward = sums;
    threshold = (square * (1 / size - 1 / rest)) / 2;
  }
  return { side, explained };
}

/** Rows with the mean of each column taken out, and their sum of squares. */
function aroundMean(rows: Float64Array, width: number): { away: Float64Array; total: number } {
  const mean = new Float64Array(width);
  for (let start = 0; start < rows.length; start += width) {
    for (let at = 0; at < width; at++) mean[at] += rows[start + at];
  }
  const away = new Float64Array(rows.length);
  let total = 0;
  for (let start = 0; start < rows.length; start += width) {
    for (let at = 0; at < width; at++) {
      const value = rows[start + at] - (mean[at] * width) / rows.length;
      away[start + at] = value;
      total += value * value;
    }
  }
  return { away, total };
}

/** Product of the numbers from `start` on with a direction. */
function along(numbers: Float64Array, start: number, direction: Float64Array): number {
  let total = 0;
  for (let at = 0; at < direction.length; at++) total += numbers[start + at] * direction[at];
  return total;
}

/** First principal direction of rows of `width` numbers, by repeated multiplication with their scatter. */
function mainDirection(rows: Float64Array, width: number): Float64Array {
  const scatter = Array.from({ length: width }, () => new Float64Array(width));
  for (let start = 0; start < rows.length; start += width) {
    for (let a = 0; a < width; a++) {
      const [own, value] = [scatter[a], rows[start + a]];
      for (let b = 0; b <= a; b++) own[b] += value * rows[start + b];
    }
  }
  for (let a = 0; a < width; a++) for (let b = 0; b < a; b++) scatter[b][a] = scatter[a][b];
  let axis = Float64Array.from({ length: width }, (_, at) => 1 + at / 7);
  for (let round = 0; round < 30; round++) {
    const next = Float64Array.from(scatter, (own) => along(own, 0, axis));
    const length = Math.sqrt(along(next, 0, next));
    if (length === 0) break;
    axis = next.map((value) => value / length);
  }
  return axis;
}
