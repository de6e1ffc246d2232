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
import { coreAt, peakOfCore, type Curve } from './curves';
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
          const heat = heatOf(piece, state);
          return heat && coreAt(curves, piece.tag, heat.end);
        },
        [-100, 1500],
      ),
      highest: over((piece) => highestOf(piece, state, curves), [-100, 1500]),
      heated: over((piece) => heatOf(piece, state)?.minutes ?? null, [0, Infinity]),
      held: over((piece) => heldOf(piece, state), [0, Infinity]),
    };
  });
}

function highestOf(piece: Cooked, state: KitchenState, curves: readonly Curve[]): number | null {
  const { tag } = piece;
  // What is still in the heat will be warmer.
  const peak = heatOf(piece, state) ? peakOfCore(curves, tag) : null;
  const values = [...pieceOf(state, tag).celsius.map(({ value }) => value), ...(peak === null ? [] : [peak])];
  return values.length > 0 ? Math.max(...values) : null;
}

/** From the first start to the last end of its steps in the heat; null while one of them is open. */
function heatOf({ tag, chain }: Cooked, state: KitchenState): { minutes: number; end: number } | null {
  const steps = chain.filter(({ kind }) => kind === 'heat').map(({ id }) => pieceOf(state, tag).steps.get(id));
  if (steps.length === 0 || steps.some((step) => !step?.startedAt || !step.doneAt)) return null;
  const times = steps.flatMap((step) => [Date.parse(step?.startedAt ?? ''), Date.parse(step?.doneAt ?? '')]);
  const [start, end] = [Math.min(...times), Math.max(...times)];
  return { minutes: (end - start) / 60_000, end };
}

/** From the heat to when the last step after it was over. */
export function heldOf(piece: Cooked, state: KitchenState): number | null {
  const heat = heatOf(piece, state);
  const last = piece.chain[piece.chain.length - 1];
  const done = last && pieceOf(state, piece.tag).steps.get(last.id)?.doneAt;
  return heat && done && last.kind !== 'heat' ? (Date.parse(done) - heat.end) / 60_000 : null;
}
