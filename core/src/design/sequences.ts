import { TEST_FACTS, type Sequence } from '../questions';
import type { Test } from '../bundle';
import type { RandomStream } from '../numeric';

/** The sets in which a test of two samples is served, each to be used equally often; nothing for other tests. */
export const testSequences = (test: Test): readonly Sequence[] => TEST_FACTS[test].sequences ?? [];

/**
 * Sequences in the order in which they are dealt: those with more of the one sample in turn
 * with those that have more of the other, so that wherever dealing ends, both samples were
 * served about as often. Which sequence of its kind comes when is drawn, and so is the sample
 * that leads: one portion too many of always the same one would give it away.
 */
function inTurn(sequences: readonly Sequence[], random?: RandomStream): Sequence[] {
  const drawn = random ? random.shuffled(sequences) : sequences;
  const sides = random ? random.shuffled([1, -1]) : [1, -1];
  const [more, less] = sides.map((side) => drawn.filter((row) => leanOf(row) === side));
  const pairs = Array.from({ length: Math.max(more.length, less.length) }, (_, at) => [more[at], less[at]]);
  return [...pairs.flat().filter((row) => row !== undefined), ...drawn.filter((row) => leanOf(row) === 0)];
}

/** 1 for a sequence with more of sample 0, -1 with more of sample 1. */
const leanOf = (row: Sequence): number =>
  Math.sign(row.length / 2 - row.reduce<number>((sum, place) => sum + place, 0));

/** How often the first and the second sample are served at most when sequences are dealt. */
export function servedOfEach(sequences: readonly Sequence[], panelists: number, replicates: number): [number, number] {
  const order = inTurn(sequences);
  const served: [number, number] = [0, 0];
  for (let turn = 0; turn < panelists; turn++)
    for (let replicate = 0; replicate < replicates; replicate++)
      for (const place of order[(turn + replicate) % order.length]) served[place]++;
  // Which of the two leads is drawn at locking, so either may be the one that is served more.
  const isDrawn = [1, -1].every((side) => sequences.some((row) => leanOf(row) === side));
  return isDrawn ? [Math.max(...served), Math.max(...served)] : served;
}

/** A portion of a set of two samples, and under which of the sample's codes it comes. */
export interface CodedPlace {
  place: 0 | 1;
  copy: number;
}

/**
 * Deals sets made of shared codes, where each code stands for a sample and one of its copies:
 * every arrangement of codes that a set can have is used equally often, and the leftover ones
 * are drawn without regard to which codes belong together. Nothing that can be counted over
 * the trays then depends on it.
 *
 * @returns `[panelist][replicate]`
 */
export function dealCodedSets(
  sequences: readonly Sequence[],
  panelists: number,
  replicates: number,
  random: RandomStream,
): CodedPlace[][][] {
  const arrangements = codedArrangements(sequences);
  const dealt = Array.from({ length: panelists }, () => [] as CodedPlace[][]);
  for (let replicate = 0; replicate < replicates; replicate++) {
    const rows: CodedPlace[][] = [];
    while (rows.length < panelists) rows.push(...random.shuffled(arrangements).slice(0, panelists - rows.length));
    random.shuffled(rows).forEach((row, panelist) => dealt[panelist].push(row));
  }
  return dealt;
}

/** The same count as {@link servedOfEach} for sets of shared codes, whichever arrangements are left over. */
export function servedOfEachCoded(
  sequences: readonly Sequence[],
  panelists: number,
  replicates: number,
): [number, number] {
  const arrangements = codedArrangements(sequences);
  const left = panelists % arrangements.length;
  const ofEach = [0, 1].map((place) => {
    const counts = arrangements.map((row) => row.filter((one) => one.place === place).length).sort((a, b) => b - a);
    const sum = (list: readonly number[]): number => list.reduce((total, count) => total + count, 0);
    return replicates * (Math.floor(panelists / counts.length) * sum(counts) + sum(counts.slice(0, left)));
  });
  return ofEach as [number, number];
}

/** Every way to put codes in the places of a sequence, each once. */
function codedArrangements(sequences: readonly Sequence[]): CodedPlace[][] {
  const copies = [0, 1].map((place) => Math.max(...sequences.map((row) => row.filter((one) => one === place).length)));
  return sequences.flatMap((row) =>
    row.reduce<CodedPlace[][]>(
      (begun, place) =>
        begun.flatMap((codes) =>
          Array.from({ length: copies[place] }, (_, copy) => ({ place, copy }))
            .filter((code) => !codes.some((other) => other.place === place && other.copy === code.copy))
            .map((code) => [...codes, code]),
        ),
      [[]],
    ),
  );
}

/**
 * Deals sequences to panelists so that each is used equally often, within one, over all and
 * over every replicate, and no panelist gets one a second time before all others came.
 *
 * @returns `[panelist][replicate]`
 */
export function dealSequences(
  sequences: readonly Sequence[],
  panelists: number,
  replicates: number,
  random: RandomStream,
): Sequence[][] {
  const order = inTurn(sequences, random);
  const places = random.shuffled(Array.from({ length: panelists }, (_, at) => at));
  const dealt = Array.from({ length: panelists }, () => [] as Sequence[]);
  // One step on per replicate: a latin square over panelists and replicates.
  places.forEach((panelist, turn) => {
    for (let replicate = 0; replicate < replicates; replicate++)
      dealt[panelist].push(order[(turn + replicate) % order.length]);
  });
  return dealt;
}
