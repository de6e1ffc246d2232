import { Matrix, pseudoInverse } from 'ml-matrix';
import { evenBlocks } from '../design';
import { chiSquaredQuantile, randomStream } from '../numeric';
import { shareOf } from './simulated';
import type { RankingPower } from './rankingPower';

/** An incomplete ranking that is planned, and what the panel would really taste. */
export interface IncompleteRankingPlan {
  /** Rankings in all: panelists times sittings. */
  rankings: number;
  /** Samples in each. */
  together: number;
  /** Default: ranks of all. */
  asked?: 'ranks' | 'best and worst';
  /** True mean impression per sample; higher is better. */
  liking: readonly number[];
  /** Standard deviation of one panelist's impression of one sample. */
  spread: number;
  alpha: number;
  seed: string;
  /** Simulated panels; default 2,000. */
  panels?: number;
}

/**
 * How often a panel that ranks some of the samples each would find a difference, by
 * simulation with the Skillings-Mack statistic and its chi-squared limit. Best-and-worst
 * choices are read in the same way as ranks that only tell the ends apart, which comes close
 * to their likelihood ratio. Blocks use all samples equally often; that they are not balanced
 * for pairs makes little difference.
 *
 * Source: the statistic as in Skillings & Mack 1981, *Technometrics* 23, 171-177.
 */
export function incompleteRankingPower(plan: IncompleteRankingPlan): RankingPower {
  const { rankings, together, asked = 'ranks', liking, spread, alpha, seed, panels = 2000 } = plan;
  const samples = liking.length;
  const random = randomStream(seed, 'incomplete-power');
  const blocks = evenBlocks({ samples, panelists: rankings, perPanelist: together }, rankings, random);
  const inverse = pseudoInverse(covarianceOf(blocks, samples)).to2DArray();
  const critical = chiSquaredQuantile(1 - alpha, samples - 1);
  const best = liking.indexOf(Math.max(...liking));
  const scores = scoresOf(together, asked);
  const impressions = new Float64Array(together);
  let [found, leads] = [0, 0];
  for (let panel = 0; panel < panels; panel++) {
    const sums = new Float64Array(samples);
    for (const block of blocks) {
      random.fillNormal(impressions);
      for (let at = 0; at < together; at++) impressions[at] = liking[block[at]] + spread * impressions[at];
      for (let at = 0; at < together; at++) {
        let better = 0;
        for (let other = 0; other < together; other++) if (impressions[other] > impressions[at]) better++;
        sums[block[at]] += scores[better];
      }
    }
    if (quadratic(sums, inverse) >= critical) found++;
    if (sums.every((sum, sample) => sample === best || sum > sums[best])) leads++;
  }
  return { ...shareOf(found, panels), bestLeads: leads / panels, panels };
}

/** What a place counts, the best first: of mean zero, and of variance `together` - 1 when places are drawn. */
function scoresOf(together: number, asked: 'ranks' | 'best and worst'): number[] {
  const last = together - 1;
  const plain = Array.from({ length: together }, (_, place) =>
    asked === 'ranks' ? place - last / 2 : place === 0 ? -1 : place === last ? 1 : 0,
  );
  const variance = plain.reduce((sum, score) => sum + score * score, 0) / together;
  return plain.map((score) => score * Math.sqrt(last / variance));
}

function covarianceOf(blocks: readonly (readonly number[])[], samples: number): Matrix {
  const covariance = Matrix.zeros(samples, samples);
  for (const block of blocks)
    for (const a of block)
      for (const b of block) covariance.set(a, b, covariance.get(a, b) + (a === b ? block.length - 1 : -1));
  return covariance;
}

function quadratic(sums: Float64Array, inverse: number[][]): number {
  let total = 0;
  for (let a = 0; a < sums.length; a++)
    for (let b = 0; b < sums.length; b++) total += sums[a] * inverse[a][b] * sums[b];
  return total;
}
