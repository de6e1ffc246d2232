import { dealBlocks, evenBlocks } from '../design';
import { midRanks, pieceBlocks, readingOf, withinMargin, type BlockRow, type PieceBlocks } from '../inference';
import { randomStream, type RandomStream } from '../numeric';
import { shareOf, type SimulatedPower } from './simulated';

/** What people say of the samples in front of them. */
export type Asked = 'ranks' | 'scores' | 'best and worst';

/** A plan whose methods are each known through several pieces. */
export interface MethodPlan {
  panelists: number;
  asked: Asked;
  /** Samples that are put side by side, and so of how many methods. */
  together: number;
  /** True mean impression per method; higher is better. */
  liking: readonly number[];
  /** Standard deviations: of taste between people, of one impression, and between pieces cooked alike. */
  disagreement: number;
  noise: number;
  pieceSpread: number;
  /** Pieces of each method, two or more. */
  pieces: number;
  /** Sittings, each of other methods where not all are tasted at once. */
  sittings: number;
  /** Blocks that each panelist eats from at a sitting, one after the other, and tastings of each (zones). */
  rounds: number;
  tastings: number;
  /** Where the question is whether method 1 is good enough beside method 0: the margin. */
  margin?: number;
  /** Whether only a loss as large as the margin is to be ruled out, or a difference either way; default 1. */
  sides?: 1 | 2;
  alpha: number;
  seed: string;
  panels: number;
}

/**
 * How often the test of methods on blocks of pieces finds a difference (or, against a margin, that
 * nothing much is lost), by simulation: blocks are dealt out evenly, everyone who eats from one
 * meets the same pieces, and the test is the one that the findings make. More people narrow what
 * one block says; only more pieces narrow what pieces cooked alike differ by.
 */
export function methodPower(plan: MethodPlan): SimulatedPower {
  const { liking, pieces, alpha, seed, panels } = plan;
  const random = randomStream(seed, 'method-power');
  const sets = tastedSets(plan, random);
  const dealt = dealtBlocks(plan, sets, random);
  const reading = readingOf(tastedRows(plan, sets, dealt, random), liking.length);
  let found = 0;
  for (let panel = 0; panel < panels; panel++) {
    const rows = tastedRows(plan, sets, dealt, random);
    const test = pieceBlocks(rows, {
      methods: liking.length,
      alpha,
      seed: `${seed} ${panel}`,
      ranked: plan.asked !== 'scores',
      asymptotic: true,
      reading,
    });
    if (test.test !== null && isFound(test, plan)) found++;
  }
  return pieces > 1 ? shareOf(found, panels) : { power: 0, standardError: 0 };
}

function isFound({ pairs, probability }: PieceBlocks, { margin, sides, alpha, liking }: MethodPlan): boolean {
  if (margin === undefined) return probability.p <= alpha;
  const { difference, se, df } = pairs[0];
  // Pairs are a less b; the reference is the first.
  const test = withinMargin({ difference: -difference, se, df }, margin, alpha / (liking.length - 1));
  return sides === 2 ? test.equivalent : test.nonInferior;
}

/** The methods of each sitting of each panelist: none twice, and all about equally often. */
function tastedSets({ panelists, liking, together, sittings }: MethodPlan, random: RandomStream): number[][] {
  const methods = liking.map((_, at) => at);
  const rows = Array.from({ length: panelists }, () => random.shuffled(methods));
  if (together >= methods.length) return rows.flatMap((row) => Array.from({ length: sittings }, () => row));
  const inAll = Math.min(methods.length, together * sittings);
  const tasted =
    inAll === methods.length
      ? rows
      : evenBlocks({ samples: methods.length, panelists, perPanelist: inAll }, panelists, random).map((row) =>
          random.shuffled(row),
        );
  return tasted.flatMap((row) =>
    Array.from({ length: sittings }, (_, at) => row.slice(at * together, (at + 1) * together)),
  );
}

/** The block of each round of each sitting, dealt as in a plan. */
function dealtBlocks(
  { pieces, rounds, liking }: MethodPlan,
  sets: readonly (readonly number[])[],
  random: RandomStream,
): number[][] {
  const inTurn = Array.from({ length: rounds }, (_, replicate) => replicate);
  const sittings = sets.map((set) =>
    inTurn.flatMap((replicate) => set.map((method) => ({ method, zone: 0, replicate }))),
  );
  const room = liking.map(() => Infinity);
  return dealBlocks(sittings, pieces, room, random).map((blocks, at) =>
    inTurn.map((replicate) => blocks[replicate * sets[at].length]),
  );
}

/** One simulated panel. */
function tastedRows(
  plan: MethodPlan,
  sets: readonly (readonly number[])[],
  dealt: readonly (readonly number[])[],
  random: RandomStream,
): BlockRow[] {
  const { panelists, liking, pieces, pieceSpread, disagreement, noise, sittings, rounds, tastings } = plan;
  const isComplete = plan.together >= liking.length;
  // All sittings of all methods, or only one of each: that is how often the same samples are judged.
  const weight = 1 / (rounds * tastings * (isComplete ? sittings : 1));
  const luck = Array.from({ length: pieces }, () => liking.map((value) => value + pieceSpread * random.normal()));
  const rows: BlockRow[] = [];
  for (let who = 0; who < panelists; who++) {
    const taste = liking.map(() => disagreement * random.normal());
    for (let sitting = 0; sitting < sittings; sitting++) {
      const samples = sets[who * sittings + sitting];
      for (let round = 0; round < rounds; round++) {
        const block = dealt[who * sittings + sitting][round];
        for (let tasting = 0; tasting < tastings; tasting++) {
          const felt = samples.map((method) => taste[method] + luck[block][method] + noise * random.normal());
          rows.push({ panelist: who, block, samples, values: saidOf(felt, plan.asked), weight });
        }
      }
    }
  }
  return rows;
}

function saidOf(felt: readonly number[], asked: Asked): number[] {
  if (asked === 'scores') return [...felt];
  if (asked === 'ranks') return midRanks(felt.map((value) => -value));
  const [best, worst] = [Math.max(...felt), Math.min(...felt)];
  return felt.map((value) => (value === best ? 1 : value === worst ? felt.length : (felt.length + 1) / 2));
}
