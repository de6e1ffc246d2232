import type { Product } from '@jacana/core/bundle';
import {
  gateCheck,
  needsText,
  pieceOf,
  type Curve,
  type GateCheck,
  type KitchenState,
  type Locale,
} from '@jacana/core/kitchen';
import type { KitchenMethodView } from '../../../client/api.generated';

/** Pieces that wait for a decision, those together that take the same. */
export interface GateBatches {
  /** Pass with one tap. */
  inOrder: string[];
  /** Served with a reason only, by what speaks against each. */
  needing: { why: string; pieces: string[] }[];
  /** By the record still in the kitchen: in one of their steps, or without a step that anybody tapped. */
  cooking: string[];
  untapped: string[];
  /** Decided on, whichever way. */
  decided: number;
}

interface AtTheGate {
  methods: readonly Pick<KitchenMethodView, 'chain' | 'pieces'>[];
  product: Product;
  state: KitchenState;
  curves: readonly Curve[];
  locale: Locale;
  /** Whether pieces are decided on whose steps nobody tapped. */
  isCookedUnrecorded: boolean;
}

export function gateBatches(gate: AtTheGate): GateBatches {
  const found: GateBatches = { inOrder: [], needing: [], cooking: [], untapped: [], decided: 0 };
  for (const { chain, pieces } of gate.methods)
    for (const { tag, standing } of pieces) {
      if (standing === 'redone') continue;
      const piece = pieceOf(gate.state, tag);
      if (piece.gate) {
        found.decided++;
        continue;
      }
      const curves = gate.curves.filter((curve) => curve.piece === tag);
      const check = gateCheck(piece, chain, gate.product, { curves, locale: gate.locale });
      const isUntapped = piece.steps.size === 0;
      if (check.open.length > 0 && !isUntapped) found.cooking.push(tag);
      else if (check.open.length > 0 && !gate.isCookedUnrecorded) found.untapped.push(tag);
      else decidable(found, tag, check);
    }
  return found;
}

function decidable(found: GateBatches, tag: string, check: GateCheck): void {
  if (check.mayPass) return void found.inOrder.push(tag);
  const why = needsText(check);
  const same = found.needing.find((one) => one.why === why);
  if (same) same.pieces.push(tag);
  else found.needing.push({ why, pieces: [tag] });
}

/** Pieces that nobody has decided on. */
export const undecided = ({ inOrder, needing, cooking, untapped }: GateBatches): string[] => [
  ...inOrder,
  ...needing.flatMap(({ pieces }) => pieces),
  ...cooking,
  ...untapped,
];
