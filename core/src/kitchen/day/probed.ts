/**
 * The curves of a kitchen with the readings that count, and the stretches that do not.
 *
 * Use it wherever curves are held against limits, end points or each other; a chart draws all that came.
 *
 * Common practice, no source; what counts is said in `credible.ts`.
 *
 * @example
 * credibleCurves([], kitchenState([]), { chains: new Map(), product: 'fish' }) // []
 */
import { aroundOf, usualBody } from '../heat';
import type { ChainStep, Product } from '../../tasting';
import { STEP_FACTS } from '../chain';
import { hottestAt, judged, type AroundFrom, type Judged, type ProbedPiece } from './credible';
import type { Curve } from './curves';
import { pieceOf, type KitchenState, type PieceState } from './state';

/** A curve of readings that count; of a probe that lies beside the piece all do. */
export type CredibleCurve = Curve & Pick<Judged, 'doubtful'>;

export interface Cooked {
  /** Of each piece, by its tag. */
  chains: ReadonlyMap<string, readonly ChainStep[]>;
  product: Product;
}

export const credibleCurves = (curves: readonly Curve[], state: KitchenState, cooked: Cooked): CredibleCurve[] =>
  curves.map((curve) =>
    credibleCurve(curve, pieceOf(state, curve.piece), cooked.chains.get(curve.piece) ?? [], cooked.product),
  );

export const credibleCurve = (
  curve: Curve,
  piece: PieceState,
  chain: readonly ChainStep[],
  product: Product,
): CredibleCurve =>
  curve.where === 'core'
    ? { ...curve, ...judged(curve, probedPieceOf(piece, chain, product)) }
    : { ...curve, doubtful: [] };

/** Whether a temperature that was measured by hand could be of the core: not hotter than anything it has been in. */
export const isCredibleSpot = (
  { at, value }: { at: string; value: number },
  piece: PieceState,
  chain: readonly ChainStep[],
): boolean => value <= hottestAt(aroundsOf(piece, chain), Date.parse(at));

const probedPieceOf = (piece: PieceState, chain: readonly ChainStep[], product: Product): ProbedPiece => ({
  millimetres: piece.millimetres.at(-1)?.value ?? null,
  isRound: usualBody(product).shape === 'sphere',
  around: aroundsOf(piece, chain),
});

/** What a piece has been in, as its steps were begun. */
const aroundsOf = ({ steps }: PieceState, chain: readonly ChainStep[]): AroundFrom[] =>
  chain
    .flatMap((step): AroundFrom[] => {
      const startedAt = steps.get(step.id)?.startedAt;
      return startedAt == null ? [] : [{ from: Date.parse(startedAt), ...heatOf(step, chain) }];
    })
    .sort((one, other) => one.from - other.from);

const OPEN_ENDED = /pressure|fry|broil|torch/i;

/** What is said of a step; nothing is made up for one that does not say how hot it is. */
function heatOf(step: ChainStep, chain: readonly ChainStep[]): Omit<AroundFrom, 'from'> {
  const { kind, equipment, celsius, name, setting } = step;
  const isOpenEnded = equipment === 'microwave' || equipment === 'fryer' || OPEN_ENDED.test(`${name} ${setting}`);
  if (celsius !== undefined) return { celsius, isOpenEnded };
  const isInTheRoom = equipment === undefined && STEP_FACTS[kind].isInTheRoom;
  return { celsius: isInTheRoom ? aroundOf(step, chain).celsius : null, isOpenEnded };
}
