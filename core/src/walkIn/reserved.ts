/**
 * Whether the plan keeps a place for one person more.
 *
 * Use it to let somebody in or not while the key is closed: it goes by what was planned and by who is away, never by
 * what is really left of a piece. Whoever could have pieces weighed, or plates replaced, until nobody is let in any
 * more, would otherwise learn which method is short, and so what lies under a code. What is short is seen by those
 * who portion.
 *
 * Common practice, no source: trays beyond those of the panel that the planned pieces of the scarcest method give,
 * and the trays of those who are absent.
 *
 * @example
 * hasPlace(day, [{ sitting: 1 }]) // true
 */
import { asLocked, walkInsOf, type Amendment, type Key, type Plan, type Tasting } from '../bundle';
import { quantities } from '../design';
import { servedPortions, type Served, type ServedPortion } from '../served';
import { serviceDay, trayName } from '../service';

export type ReservedDay = Served & { tasting: Tasting; plan: Plan; key: Key; amendments: readonly Amendment[] };

/** @param wanted a tray at each of these sittings */
export function hasPlace(day: ReservedDay, wanted: readonly { sitting: number }[]): boolean {
  const { people } = serviceDay(day.service ?? []);
  const guests = walkInsOf(day.amendments).flatMap(({ servings }) => servings);
  const away = day.plan.servings.filter((serving) => people.get(trayName(serving))?.absent);
  const count = (trays: readonly { sitting: number }[], sitting: number): number =>
    trays.filter((tray) => tray.sitting === sitting).length;
  const more = [...new Set(day.plan.servings.map(({ sitting }) => sitting))].map((sitting) =>
    Math.max(0, count(guests, sitting) + count(wanted, sitting) - count(away, sitting)),
  );
  return more.reduce((sum, trays) => sum + trays, 0) <= reservedTrays(day);
}

/** Trays that the planned pieces give beyond those of the panel, as it was locked. */
function reservedTrays({ pieces, amendments, ...whole }: ReservedDay): number {
  const locked = asLocked({ tasting: whole.tasting, plan: whole.plan, key: whole.key }, amendments);
  const most = mostOnOneTray(servedPortions({ ...locked, pieces }));
  const spare = quantities(locked.tasting).methods.map((own) => own.perPiece * own.pieces - own.servings);
  return Math.max(0, Math.floor(Math.min(...spare) / Math.max(1, most)));
}

/** The most portions of any method that one tray holds, warm-up included. */
function mostOnOneTray(portions: readonly ServedPortion[]): number {
  const counts = new Map<string, number>();
  for (const portion of portions) {
    const name = `${trayName(portion)} ${portion.method}`;
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return Math.max(...counts.values());
}
