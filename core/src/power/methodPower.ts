import { pieceBlocks, midRanks, type BlockRanking } from '../inference';
import { randomStream } from '../numeric';
import { shareOf, type SimulatedPower } from './simulated';

/** A complete ranking of methods that are each known through several pieces. */
export interface MethodPlan {
  panelists: number;
  /** True mean impression per method; higher is better. */
  liking: readonly number[];
  /** Standard deviations: of taste between people, of one impression, and between pieces cooked alike. */
  disagreement: number;
  noise: number;
  pieceSpread: number;
  /** Pieces of each method, two or more. */
  pieces: number;
  /** Blocks that each panelist eats from, one after the other, and rankings of each block (zones). */
  rounds: number;
  rankings: number;
  alpha: number;
  seed: string;
  panels: number;
}

/**
 * How often the test of methods on blocks of pieces finds a difference, by simulation: blocks
 * are dealt out evenly, everyone who eats from one meets the same pieces, and the test is the
 * one that the findings make. More people narrow what one block says; only more pieces narrow
 * what pieces cooked alike differ by.
 */
export function methodPower(plan: MethodPlan): SimulatedPower {
  const { panelists, liking, pieces, pieceSpread, alpha, seed, panels } = plan;
  const random = randomStream(seed, 'method-power');
  let found = 0;
  for (let panel = 0; panel < panels; panel++) {
    const luck = Array.from({ length: pieces }, () => liking.map((value) => value + pieceSpread * random.normal()));
    const rankings: BlockRanking[] = [];
    for (let who = 0; who < panelists; who++) {
      const taste = liking.map(() => plan.disagreement * random.normal());
      for (let round = 0; round < plan.rounds; round++) {
        const block = (who + round) % pieces;
        for (let ranking = 0; ranking < plan.rankings; ranking++) {
          const felt = taste.map((own, method) => -(own + luck[block][method] + plan.noise * random.normal()));
          rankings.push({ panelist: who, block, ranks: midRanks(felt), weight: 1 / (plan.rounds * plan.rankings) });
        }
      }
    }
    const test = pieceBlocks(rankings, { alpha, seed: `${seed} ${panel}`, limitOnly: true });
    if (test.test !== null && test.probability.p <= alpha) found++;
  }
  return shareOf(found, panels);
}
