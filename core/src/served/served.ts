import type { Ballot, Key, KitchenEntry, Piece, Plan, ServiceEntry, Tasting, TastingBundle } from '../bundle';
import { isSince } from '../engine';
import { kitchenState } from '../kitchen';
import { untastedCodes } from '../questions';
import { plateName, serviceDay, trayName } from '../service';
import { asEaten } from './eaten';
import { asFarAsReached } from './reached';
import type { PlannedPortion, ServedPortion } from './portion';
import { cutFrom } from './redealt';

/** What of a locked tasting says which portion goes where. */
export interface PlannedServing {
  tasting: Pick<Tasting, 'panel' | 'service'>;
  plan: Pick<Plan, 'servings' | 'engine'> | null;
}

/**
 * Which flight each seat is served with: seats of one flight are served at the same time. Flights are as even as whole
 * numbers allow, none larger than there are places; who walked in sits with the one that was found for them.
 *
 * Plans that were locked before 0.14 fill one flight after the other.
 */
export function flights({ tasting, plan }: FlightPlan): (panelist: Seated) => number {
  const { seatsPerFlight } = tasting.service;
  const seats = tasting.panel.filter(({ flight }) => typeof flight !== 'number').length;
  const count = Math.ceil(seats / seatsPerFlight);
  const isEven = plan === null || isSince(plan, [0, 14]);
  return ({ seat, flight }) =>
    flight ?? (isEven && seat <= seats ? Math.ceil((seat * count) / seats) : Math.ceil(seat / seatsPerFlight));
}

interface Seated {
  seat: number;
  flight?: number | null;
}

/** What flights go by. */
export interface FlightPlan {
  tasting: { panel: readonly { flight?: number | null }[]; service: Pick<Tasting['service'], 'seatsPerFlight'> };
  plan: Pick<Plan, 'engine'> | null;
}

/**
 * Every portion of the plan in serving order: by panelist and sitting, the warm-up first.
 * It needs no key, and holds nothing that a server may not know.
 */
export function plannedPortions({ tasting, plan }: PlannedServing): PlannedPortion[] {
  const people = new Map(tasting.panel.map((panelist) => [panelist.id, panelist]));
  const flightOf = flights({ tasting, plan });
  return (plan?.servings ?? []).flatMap(({ panelist, sitting, warmUp, sets }) => {
    const { seat, flight: own } = people.get(panelist) ?? { seat: 0 };
    const flight = flightOf({ seat, flight: own });
    const portions: PlannedPortion[] = [];
    // Field by field: spreading objects makes the thousands of panels of a rehearsal take half as long again.
    const add = (set: number, zone: string | null, position: number, code: string): void =>
      void portions.push({ panelist, seat, flight, sitting, set, zone, position, code, warmUp: set < 0 });
    if (warmUp !== null) add(-1, null, 0, warmUp);
    let position = 0;
    sets.forEach(({ zone, codes }, set) => codes.forEach((code) => add(set, zone, ++position, code)));
    return portions;
  });
}

/** What the join reads: the plan, what it hides, and what was cooked. */
export interface Served extends PlannedServing {
  pieces: readonly Piece[];
  key: Pick<Key, 'codes' | 'portions'>;
  /** What the kitchen did: pieces that were withdrawn or cooked again are not what was eaten. */
  kitchen?: readonly KitchenEntry[];
  /** What happened between the board and the mouth: plates that went astray, and how that was mended. */
  service?: readonly ServiceEntry[];
  /** What people said of what they tasted, and of what they did not; without ballots, all is taken to be eaten. */
  ballots?: readonly Pick<Ballot, 'panelist' | 'sitting' | 'answers' | 'handedInAt'>[];
}

/** What the join reads out of a bundle that has its key. */
export const servedOf = (bundle: TastingBundle, key: Key): Served => ({
  ...{ tasting: bundle.tasting, plan: bundle.plan, pieces: bundle.pieces, key },
  ...{ kitchen: bundle.records.kitchen, service: bundle.records.service, ballots: bundle.ballots },
});

/**
 * Who ate what: the one place where seats, codes, pieces and methods are put side by side.
 * Portioning, exports, findings and their sensitivity, and simulation all read it.
 *
 * A portion whose piece the key does not know (a hand-made bundle) has an empty tag.
 */
export function servedPortions({
  pieces,
  key,
  kitchen = [],
  service = [],
  ballots,
  ...planned
}: Served): ServedPortion[] {
  const tags = new Map(key.portions.map((own) => [trayName(own), own.tags]));
  const turn = new Map<string, number>();
  const portions = plannedPortions(planned).map((portion) => {
    const name = trayName(portion);
    const at = turn.get(name) ?? 0;
    turn.set(name, at + 1);
    const tag = tags.get(name)?.[at] ?? '';
    return Object.assign(portion, { method: key.codes[portion.code] ?? '', tag });
  });
  const found =
    kitchen.length > 0 ? cutFrom(portions, pieces, kitchenState(kitchen), serviceDay(service)) : { portions, pieces };
  const byTag = new Map(found.pieces.map((piece) => [piece.tag, piece]));
  const asCut = found.portions.map((portion): ServedPortion => {
    const { block = 0, lot = null } = byTag.get(portion.tag) ?? {};
    const { panelist: ballot } = portion;
    const rest = {
      block,
      lot,
      ballot,
      eaten: true,
      absent: false,
      extra: 0,
      servedAt: null,
      celsius: null,
      planned: null,
    };
    return Object.assign(portion, rest);
  });
  const untasted = untastedPlates(ballots ?? []);
  const eaten =
    service.length > 0 || untasted.size > 0
      ? asEaten(asCut, service, { codes: key.codes, pieces: found.pieces, untasted })
      : asCut;
  return ballots ? asFarAsReached(eaten, ballots) : eaten;
}

/** Plates that somebody said they did not taste, by the ballot that said so. */
const untastedPlates = (ballots: NonNullable<Served['ballots']>): ReadonlySet<string> =>
  new Set(
    ballots.flatMap(({ panelist, sitting, answers }) =>
      [...untastedCodes(answers)].map((code) => plateName({ panelist, sitting, code })),
    ),
  );
