import type { Piece, ServiceEntry } from '../tasting';
import { plateName, repairsOf, serviceDay, trayName, type Repair, type ServiceDay } from '../service';
import type { ServedPortion } from './portion';

/** What lay on a plate. */
type Content = Pick<ServedPortion, 'method' | 'tag' | 'block' | 'lot' | 'zone'>;

/** What the repairs have come to: by plate what lay on it (null: nothing that was eaten), and who sat where. */
interface Repaired {
  contents: Map<string, Content | null>;
  /** By tray, the codes in the order of eating. */
  orders: Map<string, readonly string[]>;
  /** By tray, who sat before it. */
  people: Map<string, string>;
  extras: Map<string, number>;
}

/**
 * Portions as they were eaten: the plan's, with the repairs of the service log on top, in their order, and
 * without what their panelists say that they left. The
 * answers on a ballot stay with the codes that it asks about; what those plates were is what lay on them.
 *
 * @param portions as they were planned and cut; the same list comes back, each with what it was planned to be where that differs
 * @param codes the method of each code
 */
export function asEaten(
  portions: ServedPortion[],
  log: readonly ServiceEntry[],
  {
    codes,
    pieces,
    untasted,
  }: { codes: Readonly<Record<string, string>>; pieces: readonly Piece[]; untasted: ReadonlySet<string> },
): ServedPortion[] {
  const trays = new Map<string, ServedPortion[]>();
  for (const portion of portions) {
    const own = trays.get(trayName(portion)) ?? [];
    own.push(portion);
    trays.set(trayName(portion), own);
  }
  const repaired: Repaired = {
    contents: new Map(portions.map((portion) => [plateName(portion), contentOf(portion)])),
    ...{ orders: new Map(), people: new Map(), extras: new Map() },
  };
  const underCode = (code: string, like: ServedPortion): Content => contentUnder(portions, { code, like, codes });
  const byTag = new Map(pieces.map((piece) => [piece.tag, piece]));
  const plannedAt = (plate: { sitting: number; panelist: string; code: string }): ServedPortion | undefined =>
    trays.get(trayName(plate))?.find(({ code }) => code === plate.code);
  for (const { body } of repairsOf(log)) {
    const repair = REPAIRS[body.kind] as ((body: Repair, repaired: Repaired, known: Known) => void) | undefined;
    repair?.(body, repaired, { trays, byTag, underCode, plannedAt });
  }
  for (const plate of untasted) if (repaired.contents.has(plate)) repaired.contents.set(plate, null);
  const day = serviceDay(log);
  for (const [name, own] of trays) {
    const order = orderOf(own, repaired.orders.get(name));
    for (const portion of own) served(portion, repaired, { day, place: order.get(portion.code) ?? portion.position });
  }
  return portions;
}

/** Writes onto a portion what became of it. */
function served(portion: ServedPortion, repaired: Repaired, { day, place }: { day: ServiceDay; place: number }): void {
  const [plate, tray] = [plateName(portion), trayName(portion)];
  const content = repaired.contents.get(plate) ?? null;
  const planned = { ...contentOf(portion), ...plannedPlace(portion) };
  const out = day.trays.get(tray)?.out ?? null;
  Object.assign(portion, content ?? {}, {
    ...{ eaten: content !== null, absent: Boolean(day.people.get(tray)?.absent) },
    extra: repaired.extras.get(plate) ?? 0,
    panelist: repaired.people.get(tray) ?? portion.panelist,
    flight: day.flights.get(tray) ?? portion.flight,
    position: place,
    ...{ servedAt: out && out.at, celsius: out && out.celsius },
  });
  portion.planned = isAsPlanned(portion, planned) ? null : planned;
}

const contentOf = ({ method, tag, block, lot, zone }: Content): Content => ({ method, tag, block, lot, zone });

/** What besides its content a portion was planned to be. */
const plannedPlace = ({ panelist, flight, position }: ServedPortion) => ({ panelist, flight, position });

const isAsPlanned = (portion: ServedPortion, planned: NonNullable<ServedPortion['planned']>): boolean =>
  portion.eaten &&
  portion.extra === 0 &&
  (Object.keys(planned) as (keyof typeof planned)[]).every((field) => portion[field] === planned[field]);

interface Known {
  trays: ReadonlyMap<string, readonly ServedPortion[]>;
  byTag: ReadonlyMap<string, Piece>;
  underCode: (code: string, like: ServedPortion) => Content;
  plannedAt: (plate: { sitting: number; panelist: string; code: string }) => ServedPortion | undefined;
}

/** Exchanges what two names stand for. */
function exchange<Value>(
  of: Map<string, Value>,
  [one, other]: readonly [string, string],
  planned: [Value, Value],
): void {
  const kept = of.has(one) ? (of.get(one) as Value) : planned[0];
  of.set(one, of.has(other) ? (of.get(other) as Value) : planned[1]);
  of.set(other, kept);
}

type Of<Kind extends Repair['kind']> = Extract<Repair, { kind: Kind }>;

/** What each kind does to plates and people. Who came, and with which flight, is no matter of plates. */
const REPAIRS: { [Kind in Repair['kind']]?: (body: Of<Kind>, repaired: Repaired, known: Known) => void } = {
  swapped: (body, { contents }) => {
    const other = { sitting: body.sitting, panelist: body.withPanelist, code: body.withCode };
    exchange(contents, [plateName(body), plateName(other)], [null, null]);
  },
  'trays-swapped': ({ sitting, panelist, withPanelist }, { contents }, { trays }) => {
    const [mine, yours] = [panelist, withPanelist].map((one) => trays.get(trayName({ sitting, panelist: one })) ?? []);
    mine
      .slice(0, yours.length)
      .forEach((own, at) => exchange(contents, [plateName(own), plateName(yours[at])], [null, null]));
  },
  'people-swapped': ({ sitting, panelist, withPanelist }, { people }) => {
    const trays = [panelist, withPanelist].map((one) => trayName({ sitting, panelist: one }));
    exchange(people, [trays[0], trays[1]], [panelist, withPanelist]);
  },
  'wrong-plate': (body, { contents }, { plannedAt, underCode }) => {
    const planned = plannedAt(body);
    if (planned) contents.set(plateName(body), underCode(body.instead, planned));
  },
  replaced: (body, { contents }, { plannedAt, byTag }) => {
    const planned = plannedAt(body);
    if (!planned) return;
    const before = contents.get(plateName(body)) ?? contentOf(planned);
    const piece = byTag.get(body.piece ?? '');
    const { tag, block, lot } = piece ?? before;
    contents.set(plateName(body), { ...before, method: piece?.method ?? before.method, tag, block, lot });
  },
  missed: (body, { contents }) => contents.set(plateName(body), null),
  extra: (body, { extras }) => extras.set(plateName(body), (extras.get(plateName(body)) ?? 0) + 1),
  reordered: (body, { orders }) => orders.set(trayName(body), body.codes),
};

/**
 * What lies under a code in one flight: its method; and the piece, where all its portions there are cut from
 * one. Which of several it was, nobody can say.
 */
function contentUnder(
  portions: readonly ServedPortion[],
  { code, like, codes }: { code: string; like: ServedPortion; codes: Readonly<Record<string, string>> },
): Content {
  const alike = portions.filter((one) => one.code === code && one.sitting === like.sitting && one.eaten);
  const near = alike.filter(({ flight }) => flight === like.flight);
  const [first, ...others] = near.length > 0 ? near : alike;
  if (!first) return { method: codes[code] ?? '', tag: '', block: like.block, lot: null, zone: like.zone };
  const isOne = others.every(({ tag }) => tag === first.tag);
  return isOne ? contentOf(first) : { ...contentOf(first), tag: '', lot: null };
}

/** Positions by code; what was eaten out of order keeps the warm-up before it. */
function orderOf(tray: readonly ServedPortion[], codes: readonly string[] | undefined): Map<string, number> {
  if (!codes) return new Map();
  const places = tray.filter(({ warmUp }) => !warmUp).map(({ position }) => position);
  return new Map(codes.map((code, at) => [code, places[at]]));
}
