import type { StoredTasting } from '../../tastings/tasting.store';
import { StepInput } from '../../tastings/design.dto';
import { Choice, ListOf, Said, SaidTexts } from '../../fields/fields';
import { MOST_PIECES, MOST_STEPS, PRODUCTS, type KitchenEntry, type Product } from '@jacana/core/bundle';
import { chainOf, kitchenState, piecesNow, type PieceNow } from '@jacana/core/kitchen';
import { ingredientsOf } from '@jacana/core/library';
import { rawNumbers } from '@jacana/core/served';

/** What the kitchen may know: methods, pieces and tags. There is no field for a code or a panelist here. */

/** One piece to be cooked. */
export class KitchenPieceView {
  @Said('string') tag: string;
  /** The bought material that it comes from; empty without lots. */
  @Said('string') lot: string;
  /** From 1: pieces of one number, one of each method, share a lot, or are parts of one raw piece. */
  @Said('integer') block: number;
  /** The number of the raw piece that gets this tag; 0 for one that is cooked in the place of another. */
  @Said('integer') raw: number;
  /** Whether it may be eaten; withdrawn; or given up for another. */
  @Choice(['stands', 'withdrawn', 'redone'], 'PieceStanding') standing: PieceNow['standing'];
  /** The piece that it is cooked in place of. */
  @Said('string', true) insteadOf: string | null;
}

export class KitchenMethodView {
  @Said('string') method: string;
  @Said('string') note: string;
  /** How it is done, step by step. */
  @ListOf(() => StepInput, MOST_STEPS) chain: StepInput[];
  @Said('string') equipment: string;
  @Said('boolean') reference: boolean;
  /** What comes with the method and cannot be held constant. */
  @SaidTexts() bundled: string[];
  /** What it is made of, as far as somebody said. */
  @SaidTexts() ingredients: string[];
  /** Empty until the plan is locked. */
  @ListOf(() => KitchenPieceView, MOST_PIECES) pieces: KitchenPieceView[];
}

/** What is held constant, as the kitchen has to keep it. */
export class KitchenConstantView {
  @Said('string') name: string;
  @Said('string') target: string;
  @Said('string') tolerance: string;
  @Said('string') check: string;
}

export class KitchenView {
  @Choice(PRODUCTS, 'Product') product: Product;
  @ListOf(() => KitchenMethodView, 60) methods: KitchenMethodView[];
  @ListOf(() => KitchenConstantView, 40) constants: KitchenConstantView[];
  /** Whether pieces of one number are parts of one raw piece. */
  @Said('boolean') halves: boolean;
}

export function kitchenView({ row, methods, plan }: StoredTasting, log: readonly KitchenEntry[]): KitchenView {
  const { lots, bundled, ingredients, constants, halves, product } = row.design;
  const lotNames = new Map(lots.map(({ id, name }) => [id, name]));
  const pieces = piecesNow(plan?.pieces ?? [], kitchenState(log));
  const raw = rawNumbers(plan?.pieces ?? [], halves);
  return {
    product,
    halves,
    constants: constants.map(({ name, target, tolerance, check }) => ({ name, target, tolerance, check })),
    methods: methods.map(({ id, name, note, steps, chain, equipment, reference }) => ({
      ...{ method: name, note, equipment, reference },
      chain: chainOf({ steps, chain: chain ?? [] }),
      bundled: bundled.filter((one) => one.method === id).map((one) => one.text),
      ingredients: ingredientsOf(ingredients, id),
      pieces: pieces
        .filter((piece) => piece.method === id)
        .map(({ tag, lot, block, standing, insteadOf }) => ({
          ...{ tag, standing, insteadOf },
          lot: lotNames.get(lot ?? '') ?? '',
          block: block + 1,
          raw: raw.get(tag) ?? 0,
        })),
    })),
  };
}
