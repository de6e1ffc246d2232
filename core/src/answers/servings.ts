import { mainItem, ranksByCode } from '../bundle';
import { scoreOf, setAnswer } from './answeredSets';
import type { PanelistPreferences } from './preferences';
import type { Reading } from './reading';

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

/** All servings of the panelists who count, in serving order. */
export function tastedServings(
  { bundle: { tasting }, sets }: Pick<Reading, 'bundle' | 'sets'>,
  panelists: readonly Pick<PanelistPreferences, 'id'>[],
): TastedServing[] {
  const counted = new Set(panelists.map((panelist) => panelist.id));
  const ranked = mainItem(tasting)?.id ?? '';
  const liked = tasting.ballot.items.find((item) => item.kind === 'liking')?.id ?? '';
  return sets
    .filter((set) => counted.has(set.panelist))
    .flatMap((set) => {
      const rankOf = ranksByCode(setAnswer(set, ranked, 'ranking')?.ranking ?? []);
      return set.samples.map(({ code, method, piece, position }) => ({
        ...{ panelist: set.panelist, method: tasting.methods[method].id, piece, position },
        liking: scoreOf(set, liked, code),
        rank: rankOf.get(code) ?? NaN,
      }));
    });
}
