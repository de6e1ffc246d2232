import type { Reading } from '../../answers';
import { mainItem, type Tasting } from '../../bundle';
import { orderEffects, type BlockRow, type OrderEffects } from '../../inference';
import { ORDERS_UNKNOWN, type PanelFinding } from './panel';
import type { SampleReader } from './rows';

/**
 * What the order of serving did where everyone ranked some of the methods at a time, or named a best and a worst: looked
 * for within each set, since a place is a place among those beside it. Groups of panelists are not looked for. From a
 * best and a worst alone, panels drawn from one taste fall apart as deep as that in 1 of 6 to 9 of 10 tastings without
 * any, where methods differ much (60 to 300 simulated panels of 24, 8 methods); and of those who ranked different
 * methods nobody can say whether they would agree.
 *
 * Level at 0.05 where there is nothing to find, 800 simulated panels of 20 each (6 methods by fours, best and worst):
 * position 0.044 to 0.059, carry-over 0.035 to 0.058.
 */
export function setPanel({ bundle: { tasting }, sets, alpha }: Reading, { rows: rowsOf }: SampleReader): PanelFinding {
  const rows = rowsOf(sets, mainItem(tasting)?.id ?? '');
  const ordersKnown = tasting.brought?.ordersKnown !== false;
  const effects = ordersKnown ? ordersOf(rows, tasting, alpha) : ORDERS_UNKNOWN;
  return {
    status: 'explored',
    seats: [],
    groups: { test: null, reason: 'Groups are looked for where everyone ranks or scores all methods.' },
    order: { ...effects, from: 'ranking' },
  };
}

/** Each set is a sitting of its own, its samples in the order that they were eaten; the best place is the highest score. */
function ordersOf(rows: readonly BlockRow[], { methods }: Pick<Tasting, 'methods'>, alpha: number): OrderEffects {
  const most = Math.max(0, ...rows.map(({ samples }) => samples.length));
  return orderEffects(
    rows.map(({ panelist, samples, values }) => ({
      panelist: String(panelist),
      samples: samples.map((method) => methods[method].id),
      scores: values.map((value) => most + 1 - value),
    })),
    alpha,
  );
}
