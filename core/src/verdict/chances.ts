import { chanceOfBest, type Heights, type NoTest, type PieceBlocks, type PlackettLuceResult } from '../inference';
import type { About } from './verdict';

/** How likely each method is the best, and of what that is said. */
export interface BestChances {
  /** By place of the method; they sum to 1. */
  chances: number[];
  /** Largest Monte Carlo standard error among them. */
  standardError: number;
  about: About;
}

/** What chances go by. */
interface Known {
  /** Blocks of pieces as the unit, where the plan tests methods. */
  methodTest: PieceBlocks | NoTest | null;
  /** Whether pieces cooked alike were taken to taste alike. */
  alike: boolean;
  seed: string;
}

/** Largest standard deviation of the true mean ranks of so many samples: everyone agrees on all of them. */
const mostSpreadOf = (samples: number): number => Math.sqrt((samples ** 2 - 1) / 12);

/** What complete rankings say of how good each is: the methods on the error of their pieces, else the pieces by the people who ate them. */
export function locationEstimates(
  rows: readonly (readonly number[])[],
  methodTest: PieceBlocks | NoTest | null,
): Heights & { isOfMethods: boolean } {
  const mostSpread = mostSpreadOf(rows[0].length);
  const { means, covariance } = ofPeople(rows);
  if (methodTest?.test === 'piece-blocks') {
    const least = meanOf(covariance.map((row, at) => row[at]));
    return { ...ofBlocks(methodTest, { mostSpread, least }), isOfMethods: true };
  }
  const heights = means.map((mean) => -mean);
  return { heights, covariance, df: Math.max(1, rows.length - 1), mostSpread, isOfMethods: false };
}

export function chancesOfRanks(rows: readonly (readonly number[])[], { methodTest, alike, seed }: Known): BestChances {
  const known = locationEstimates(rows, methodTest);
  return { ...chanceOfBest(known, { seed }), about: known.isOfMethods || alike ? 'methods' : 'pieces' };
}

/** From rankings of some of the methods each: as above, with strengths in place of mean ranks. */
export function chancesOfStrengths(fit: PlackettLuceResult, together: number, known: Known): BestChances {
  const { methodTest, alike, seed } = known;
  if (methodTest?.test === 'piece-blocks')
    return {
      ...chanceOfBest(ofBlocks(methodTest, { mostSpread: mostSpreadOf(together), least: 0 }), { seed }),
      about: 'methods',
    };
  const { logWorth, covariance } = fit;
  const found = chanceOfBest(
    { heights: logWorth, covariance, df: Infinity, mostSpread: MOST_SPREAD_OF_STRENGTHS },
    { seed },
  );
  return { ...found, about: alike ? 'methods' : 'pieces' };
}

/** Of methods from liking scores, on the error of their pieces. */
export const chancesOfScores = ({ means, pairs }: PieceBlocks, seed: string): BestChances => ({
  ...chanceOfBest(
    ofBlocks({ means: means.map((mean) => -mean), pairs }, { mostSpread: MOST_SPREAD_OF_SCORES, least: 0 }),
    { seed },
  ),
  about: 'methods',
});

/** Standard deviation between methods, in points of nine. */
const MOST_SPREAD_OF_SCORES = 2;

/**
 * How sure a winner is, beside the verdict: where a plan can see little, many of the winners that it
 * names are not the best, and the p of the test does not say how many.
 */
export function winnerText(chances: readonly number[], leaders: readonly number[]): string {
  const chance = Math.round(100 * chances[leaders[0]]);
  return ` The chance that it truly is the best is ${chance >= 100 ? 'more than 99' : chance} in 100.`;
}

/** In log worth: one method beats another, both typical, 8 times in 9 or less. */
const MOST_SPREAD_OF_STRENGTHS = 1.5;

/** @param least variance of a mean that comes from which people came, below which pieces do not bring it */
function ofBlocks(
  { means, pairs }: Pick<PieceBlocks, 'means' | 'pairs'>,
  { mostSpread, least }: { mostSpread: number; least: number },
): Heights {
  const variance = Math.max(least, pairs[0].se ** 2 / 2);
  const covariance = means.map((_, a) => means.map((_mean, b) => (a === b ? variance : 0)));
  return { heights: means.map((mean) => -mean), covariance, df: pairs[0].df, mostSpread };
}

/** Mean ranks and their covariance over people; in small panels mostly what all samples have in common, of one person anything. */
function ofPeople(rows: readonly (readonly number[])[]): { means: number[]; covariance: number[][] } {
  const [n, k] = [rows.length, rows[0].length];
  const means = rows[0].map((_, at) => meanOf(rows.map((row) => row[at])));
  const raw = means.map((_, a) =>
    means.map(
      (_mean, b) => rows.reduce((sum, row) => sum + (row[a] - means[a]) * (row[b] - means[b]), 0) / ((n - 1) * n),
    ),
  );
  const shared = n < 2 ? mostSpreadOf(k) ** 2 : raw.reduce((sum, row, at) => sum + row[at], 0) / (k - 1);
  const trust = n < 2 ? 0 : Math.max(0, 1 - (k - 1) / (n - 1));
  const covariance = raw.map((row, a) =>
    row.map((value, b) => (trust > 0 ? trust * value : 0) + (1 - trust) * shared * ((a === b ? 1 : 0) - 1 / k)),
  );
  return { means, covariance };
}

const meanOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
