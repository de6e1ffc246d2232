/**
 * What is left to cut: portions of each piece, and of each of its zones, that nobody gets.
 *
 * Use it to find pieces for one tray more; not for one plate, for which any piece of its method will do.
 *
 * Common practice, no source. A tray is cut as that of somebody else is, so that samples that were to be compared
 * within one block of pieces are compared within one here too.
 *
 * @example
 * new Room(day, servedPortions(day)).tagsFor(tray, trays) // the tag of each plate
 */
import { kitchenState, piecesNow } from '../kitchen';
import { portionsOf, type Served, type ServedPortion } from '../served';
import { plateName, repairsOf } from '../service';
import type { Tasting } from '../tasting';

export class Room {
  private readonly left = new Map<string, number>();
  private readonly byMethod = new Map<string, string[]>();
  private readonly zones: (string | null)[];

  constructor(day: Served & { tasting: Tasting }, portions: readonly ServedPortion[]) {
    const state = kitchenState(day.kitchen ?? []);
    this.zones = day.tasting.zones.length > 0 ? day.tasting.zones.map(({ id }) => id) : [null];
    for (const piece of piecesNow(day.pieces, state)) {
      if (piece.standing !== 'stands') continue;
      const each = Math.floor(portionsOf(piece, day.tasting, state) / this.zones.length);
      for (const zone of this.zones) this.left.set(nameOf(piece.tag, zone), each);
      this.byMethod.set(piece.method, [...(this.byMethod.get(piece.method) ?? []), piece.tag]);
    }
    for (const { tag, zone, absent, extra } of portions)
      if (!absent) for (let cut = 0; cut <= extra; cut++) this.take(tag, zone);
    this.takeSpoilt(day, portions);
  }

  /** A portion that was spoilt was cut all the same. */
  private takeSpoilt({ service = [] }: Served, portions: readonly ServedPortion[]): void {
    const plates = new Map(portions.map((plate) => [plateName({ ...plate, panelist: plate.ballot }), plate]));
    for (const { body } of repairsOf(service)) {
      const spoilt = body.kind === 'replaced' ? plates.get(plateName(body)) : undefined;
      if (spoilt) this.take(spoilt.planned?.tag ?? spoilt.tag, spoilt.zone);
    }
  }

  /**
   * @param tray whose order is served
   * @param trays of the flight: one of them is cut alike, the one whose pieces have most left
   * @returns the tag of each plate; where too little is left, of what is short least, for those who portion to see
   */
  tagsFor(tray: readonly ServedPortion[], trays: readonly (readonly ServedPortion[])[]): string[] {
    const ways = trays.flatMap((like) => {
      const tags = alike(tray, like);
      const least = tags && this.leastLeft(tray, tags);
      return tags && least !== null && least >= 0 ? [{ tags, least }] : [];
    });
    if (ways.length > 0) return ways.reduce((best, way) => (way.least > best.least ? way : best)).tags;
    return this.oneByOne(tray);
  }

  /** The fewest portions that any of the pieces would have left. */
  private leastLeft(tray: readonly ServedPortion[], tags: readonly string[]): number {
    const needed = new Map<string, number>();
    tray.forEach(({ zone }, at) => {
      const name = nameOf(tags[at], this.zoneOf(zone, tags[at]));
      needed.set(name, (needed.get(name) ?? 0) + 1);
    });
    return Math.min(...[...needed].map(([name, count]) => (this.left.get(name) ?? -Infinity) - count));
  }

  /** Of the pieces of each method the one with most left; not of one block any more, but it can be served. */
  private oneByOne(tray: readonly ServedPortion[]): string[] {
    const tags = tray.map(({ method, planned, zone, tag }) => {
      const own = this.byMethod.get(planned?.method ?? method) ?? [];
      const [most = planned?.tag ?? tag] = [...own].sort((a, b) => this.count(b, zone) - this.count(a, zone));
      this.take(most, zone);
      return most;
    });
    tags.forEach((tag, at) => this.take(tag, tray[at].zone, -1));
    return tags;
  }

  private count(tag: string, zone: string | null): number {
    return this.left.get(nameOf(tag, this.zoneOf(zone, tag))) ?? 0;
  }

  private take(tag: string, zone: string | null, portions = 1): void {
    const name = nameOf(tag, this.zoneOf(zone, tag));
    if (this.left.has(name)) this.left.set(name, (this.left.get(name) as number) - portions);
  }

  /** A warm-up may be cut from any zone: from the one with most left. */
  private zoneOf(zone: string | null, tag: string): string | null {
    if (zone !== null || this.zones[0] === null) return zone;
    const left = (own: string | null): number => this.left.get(nameOf(tag, own)) ?? 0;
    return this.zones.reduce((best, own) => (left(own) > left(best) ? own : best));
  }
}

const nameOf = (tag: string, zone: string | null): string => `${tag} ${zone ?? ''}`;

/** The tags of another tray, for plates of the same method and zone in the order in which they come there; null where it has others. */
function alike(tray: readonly ServedPortion[], like: readonly ServedPortion[]): string[] | null {
  const kindOf = ({ method, planned, zone, warmUp }: ServedPortion): string =>
    `${planned?.method ?? method} ${zone ?? ''} ${warmUp ? 1 : 0}`;
  const own = new Map<string, string[]>();
  for (const plate of like)
    own.set(kindOf(plate), [...(own.get(kindOf(plate)) ?? []), plate.planned?.tag ?? plate.tag]);
  const tags = tray.map((plate) => own.get(kindOf(plate))?.shift());
  return tags.every((tag) => tag !== undefined) ? tags : null;
}
