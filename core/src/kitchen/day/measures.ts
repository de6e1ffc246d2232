/**
 * What the kitchen measured, by method: mass lost, highest temperature, time in the heat and wait before the
 * plate, pieces as the unit.
 *
 * Use it beside liking, not as its cause: methods differ in much besides. A piece without the taps or weighings for a
 * measure does not count for it; an interval needs two pieces that differ.
 *
 * Source: mean with Student's interval over pieces, Cochran & Cox, *Experimental Designs*, chapter 2.
 *
 * @example
 * measuresOf([{ tag: 'A1', method: 'm', chain: [] }], kitchenState([]))[0].cookLoss // null
 */
import { meanInterval, type MeanWithInterval } from '../../inference';
import type { ChainStep } from '../../tasting';
import { isCooking } from '../chain';
import { coreAt, peakOfCore, type Curve } from './curves';
import { isCredibleSpot } from './probed';
import { cookLossOf, pieceOf, type KitchenState } from './state';

export interface MethodMeasures {
  method: string;
  pieces: number;
  /** Share of the mass. */
  cookLoss: MeanWithInterval | null;
  /** Of the core as the heat ended, °C; where a probe was in it. */
  ended: MeanWithInterval | null;
  /** Highest measured, °C. */
  highest: MeanWithInterval | null;
  /** Minutes from the first heat to the last. */
  heated: MeanWithInterval | null;
  /** Minutes from the last heat to the last step after it. */
  held: MeanWithInterval | null;
}

/** A piece with the chain of its method. */
export interface Cooked {
  tag: string;
  method: string;
  chain: readonly ChainStep[];
}

const ALPHA = 0.05;

/** One line for each method, in the order in which they first stand among the pieces. */
export function measuresOf(
  pieces: readonly Cooked[],
  state: KitchenState,
  curves: readonly Curve[] = [],
): MethodMeasures[] {
  return [...new Set(pieces.map(({ method }) => method))].map((method) => {
    const own = pieces.filter((piece) => piece.method === method);
    const over = (measure: (piece: Cooked) => number | null, range: [number, number]): MeanWithInterval | null => {
      const values = own.flatMap((piece) => measure(piece) ?? []);
      return values.length > 0 ? meanInterval(values, ALPHA, range) : null;
    };
    return {
      ...{ method, pieces: own.length },
      cookLoss: over(({ tag }) => cookLossOf(pieceOf(state, tag)), [-1, 1]),
      ended: over(
        (piece) => {
          const end = endOfHeat(piece, state);
          return end === null ? null : coreAt(curves, piece.tag, end);
        },
        [-100, 1500],
      ),
      highest: over((piece) => highestOf(piece, state, curves), [-100, 1500]),
      heated: over((piece) => minutesInHeat(piece, state), [0, Infinity]),
      held: over((piece) => heldOf(piece, state), [0, Infinity]),
    };
  });
}

/** The warmest that a core was measured, where a reading may have been of it, °C. */
export function highestOf(piece: Cooked, state: KitchenState, curves: readonly Curve[]): number | null {
  const { tag, chain } = piece;
  const now = pieceOf(state, tag);
  // What is still in the heat will be warmer.
  const peak = endOfHeat(piece, state) === null ? null : peakOfCore(curves, tag);
  const spots = now.celsius.filter((spot) => isCredibleSpot(spot, now, chain)).map(({ value }) => value);
  const values = [...spots, ...(peak === null ? [] : [peak])];
  return values.length > 0 ? Math.max(...values) : null;
}

/** When the last of its steps in the heat was over, in milliseconds; null while one of them is not. */
export function endOfHeat({ tag, chain }: Omit<Cooked, 'method'>, state: KitchenState): number | null {
  const { steps } = pieceOf(state, tag);
  const ends = chain.filter(isCooking).map(({ id }) => steps.get(id)?.doneAt);
  return ends.length > 0 && ends.every((end) => end) ? Math.max(...ends.map((end) => Date.parse(end ?? ''))) : null;
}

/** From the first start to the last end of its steps in the heat; null while one of them is open, or nobody wrote down a start. */
function minutesInHeat(piece: Cooked, state: KitchenState): number | null {
  const end = endOfHeat(piece, state);
  const { steps } = pieceOf(state, piece.tag);
  const starts = piece.chain.filter(isCooking).map(({ id }) => steps.get(id)?.startedAt);
  if (end === null || !starts.every((start) => start)) return null;
  return (end - Math.min(...starts.map((start) => Date.parse(start ?? '')))) / 60_000;
}

/** From the heat to when the last step after it was over. */
export function heldOf(piece: Cooked, state: KitchenState): number | null {
  const end = endOfHeat(piece, state);
  const last = piece.chain[piece.chain.length - 1];
  const done = last && pieceOf(state, piece.tag).steps.get(last.id)?.doneAt;
  return end !== null && done && !isCooking(last) ? (Date.parse(done) - end) / 60_000 : null;
}
