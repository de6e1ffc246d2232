import { orderEffects, panelistGroups, type NoTest, type OrderEffects, type PanelistGroupsResult } from '../inference';
import type { PanelistPreferences } from './preferences';
import type { TastedServing } from './servings';

/** What the answers say about those who gave them. */
export interface PanelFinding {
  status: 'explored';
  /** Panelists by place among the panelists; two groups only where chance would not do. */
  groups: PanelistGroupsResult | NoTest;
  /** From liking where it was asked, else from ranks turned so that higher is better. */
  order: OrderEffects & { from: 'liking' | 'ranking' };
}

/** The block that someone ate from; who ate from several is a block with those who ate from the same. */
function blockOf({ rankings }: PanelistPreferences): string {
  return [...new Set(rankings.map(({ block }) => block))].sort((a, b) => a - b).join();
}

export function panelFinding(
  panelists: readonly PanelistPreferences[],
  servings: readonly TastedServing[],
  { ordersKnown, ...rules }: { alpha: number; seed: string; ordersKnown: boolean },
): PanelFinding {
  const byLiking = servings.some((serving) => serving.liking !== null);
  const sittings = new Map<string, TastedServing[]>(panelists.map((panelist) => [panelist.id, []]));
  for (const serving of servings) sittings.get(serving.panelist)?.push(serving);
  const effects = ordersKnown ? effectsOf(sittings, byLiking, rules.alpha) : UNKNOWN;
  return {
    status: 'explored',
    groups: panelistGroups(
      panelists.map((panelist) => panelist.ranks),
      { ...rules, blocks: panelists.map(blockOf) },
    ),
    order: { ...effects, from: byLiking ? 'liking' : 'ranking' },
  };
}

const NOT_WRITTEN: NoTest = { test: null, reason: 'In which order samples were served is not known.' };
const UNKNOWN: OrderEffects = { position: NOT_WRITTEN, positionMeans: [], carryOver: NOT_WRITTEN };

function effectsOf(sittings: ReadonlyMap<string, TastedServing[]>, byLiking: boolean, alpha: number): OrderEffects {
  return orderEffects(
    [...sittings].map(([panelist, own]) => ({
      panelist,
      samples: own.map((serving) => serving.method),
      scores: own.map((serving) => (byLiking ? serving.liking : own.length + 1 - serving.rank)),
    })),
    alpha,
  );
}
