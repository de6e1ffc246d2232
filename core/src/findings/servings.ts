import type { Key, TastingBundle } from '../bundle';
import type { Taster } from './preferences';

/** One portion as it was tasted: by whom, of which method and piece, where in the order, and how it was scored. */
export interface TastedServing {
  panelist: string;
  method: string;
  piece: string;
  /** From 1. */
  position: number;
  /** Liking, 1 to 9; null where none was asked or given. */
  liking: number | null;
  rank: number;
}

/** All servings of the tasters who count, in serving order. */
export function tastedServings(
  { tasting, plan }: TastingBundle,
  key: Key,
  tasters: readonly Taster[],
): TastedServing[] {
  const place = new Map(tasting.methods.map((method, at) => [method.id, at]));
  const tags = new Map(key.portions.map((portion) => [portion.panelist, portion.tags]));
  const codes = new Map(plan?.servings.map((serving) => [serving.panelist, serving.codes]));
  return tasters.flatMap((taster) =>
    (codes.get(taster.panelist) ?? []).map((code, at) => {
      const method = key.codes[code];
      const row = place.get(method) as number;
      return {
        panelist: taster.panelist,
        method,
        piece: tags.get(taster.panelist)?.[at] ?? '',
        position: at + 1,
        liking: taster.liking[row],
        rank: taster.ranks[row],
      };
    }),
  );
}
