/**
 * Do pieces of one method, cooked alike, differ? Evidence on the assumption that they do not.
 *
 * Use it beside a verdict that takes pieces to be alike: what blocks of pieces differ by, beyond
 * what the people who ate from them differ by. A large p is no proof of likeness: few pieces
 * and few people show only large differences.
 *
 * Source: test of interaction in a two-way table with people within cells, Cochran & Cox,
 * *Experimental Designs*, chapter 4.
 *
 * @example
 * pieceLikeness([0, 1].flatMap((block) => [1, 2].map((who) => ({ panelist: `${block} ${who}`, block, samples: [0, 1], values: who === 1 ? [1, 2] : [2, 1], weight: 1 }))), 2).F // 0
 */
import { fUpperTail } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { betweenPieces, cellsOf, columnMeans, type BlockRow } from './cells';

/** Result of {@link pieceLikeness}. */
export interface PieceLikeness {
  test: 'piece-likeness';
  F: number;
  df1: number;
  df2: number;
  p: number;
  blocks: number;
}

/** @param rows as in {@link pieceBlocks} */
export function pieceLikeness(rows: readonly BlockRow[], methods: number): PieceLikeness | NoTest {
  const cells = cellsOf(rows, methods);
  if (cells.length < 2) return { test: null, reason: 'One piece of each method says nothing of how alike pieces are.' };
  const df1 = (methods - 1) * (cells.length - 1);
  const between =
    (betweenPieces(cells, columnMeans(cells.map(({ means }) => means))) * harmonic(cells.map(({ people }) => people))) /
    df1;
  let [scatter, df2] = [0, -(methods - 1) * cells.length];
  for (const { block, samples, values, weight } of rows) {
    const cell = cells.find(({ blocks }) => blocks.includes(block));
    if (!cell || samples.length < 2) continue;
    const apart = values.map((value, at) => value - cell.means[samples[at]]);
    const mean = apart.reduce((sum, value) => sum + value, 0) / apart.length;
    scatter += weight * apart.reduce((sum, value) => sum + (value - mean) ** 2, 0);
    df2 += samples.length - 1;
  }
  if (df2 < 1 || scatter <= 1e-12)
    return { test: null, reason: 'Too few people ate from each piece to tell how alike pieces are.' };
  const F = between / (scatter / df2);
  return { test: 'piece-likeness', F, df1, df2, p: fUpperTail(F, df1, df2), blocks: cells.length };
}

const harmonic = (values: readonly number[]): number =>
  values.length / values.reduce((sum, value) => sum + 1 / value, 0);
