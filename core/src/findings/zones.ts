import type { Key, TastingBundle } from '../bundle';
import { plannedAnswer } from './planned';
import { isRankedByAll, readPreferences } from './preferences';
import { rankedAnswer, rankedRules } from './ranked';
import type { VerdictKind } from './verdict';

/** The answer of one zone by itself. */
export interface ZoneAnswer {
  zone: string;
  kind: VerdictKind;
  /** Method ids. */
  leaders: string[];
  sentence: string;
  panelists: number;
}

/**
 * Each zone of the pieces by itself, by the same test as the whole: the best loin and the
 * best belly may come from different methods. Looked at after unsealing, each at the level
 * of the whole; the planned answer is about all zones together.
 *
 * @returns nothing for a tasting of fewer than two zones
 */
export function zoneAnswers(bundle: TastingBundle, key: Key): ZoneAnswer[] {
  const { plan, tasting } = bundle;
  const { zones, methods } = tasting;
  if (zones.length < 2 || !plan) return [];
  const ids = (leaders: readonly number[]): string[] => leaders.map((method) => methods[method].id);
  return zones.map(({ id, name }) => {
    const { kind, leaders, sentence, panelists } = isRankedByAll(bundle)
      ? ofRankings(bundle, key, id)
      : plannedAnswer(bundle, key, { zones: [id] });
    return { zone: name, kind, leaders: ids(leaders), sentence, panelists };
  });
}

function ofRankings(bundle: TastingBundle, key: Key, zone: string) {
  const { panelists } = readPreferences(bundle, key, [zone]);
  return { ...rankedAnswer(panelists, rankedRules(bundle, key)), panelists: panelists.length };
}
