import { orderEffects, tasterGroups, type NoTest, type OrderEffects, type TasterGroupsResult } from '../inference';
import type { Taster } from './preferences';
import type { TastedServing } from './servings';

/** What the answers say about those who gave them. */
export interface PanelFinding {
  status: 'explored';
  /** Panelists by place among the tasters; two groups only where chance would not do. */
  groups: TasterGroupsResult | NoTest;
  /** From liking where it was asked, else from ranks turned so that higher is better. */
  order: OrderEffects & { from: 'liking' | 'ranking' };
}

export function panelFinding(
  tasters: readonly Taster[],
  servings: readonly TastedServing[],
  rules: { alpha: number; seed: string },
): PanelFinding {
  const byLiking = servings.some((serving) => serving.liking !== null);
  const sittings = new Map<string, TastedServing[]>(tasters.map((taster) => [taster.panelist, []]));
  for (const serving of servings) sittings.get(serving.panelist)?.push(serving);
  const effects = orderEffects(
    [...sittings].map(([panelist, own]) => ({
      panelist,
      samples: own.map((serving) => serving.method),
      scores: own.map((serving) => (byLiking ? serving.liking : own.length + 1 - serving.rank)),
    })),
    rules.alpha,
  );
  return {
    status: 'explored',
    groups: tasterGroups(
      tasters.map((taster) => taster.ranks),
      rules,
    ),
    order: { ...effects, from: byLiking ? 'liking' : 'ranking' },
  };
}
