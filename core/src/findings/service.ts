import { countingAnswers, type Reading } from '../answers';
import { walkInsOf, type TastingBundle } from '../bundle';
import { orderBalance } from '../design';
import { counted } from '../format';
import { factOf, nothing, under, type SectionRecord } from '../presentation';
import { HASTY_SECONDS, isHasty, isOfTwoSamples } from '../questions';
import type { ServedPortion } from '../served';
import { repairText, repairsOf, trayName } from '../service';

/** What went otherwise than planned between the board and the mouth, and what that did to the plan. */
export interface ServiceFinding {
  /** Plates that count, the warm-ups left out; those of them that were another thing, elsewhere or in another order; those never eaten. */
  plates: number;
  changed: number;
  uneaten: number;
  /** Seats of those who walked in, with orders drawn on the day. */
  walkIns: number[];
  /** What panelists say that they did not taste, and why. */
  untasted: { seat: number; code: string; because: string }[];
  /** Ballots on paper that were typed in once only, and all of them. */
  onPaper: { once: number[]; all: number };
  /** Seats that left half of their samples and more within seconds each, by their own devices. */
  hasty: number[];
  /** Answers that somebody put right after the ballot was handed in, and why. */
  corrected: { seat: number; by: string; because: string }[];
  repairs: { at: string; by: string; text: string; isAfterUnsealing: boolean }[];
  /** How uneven orders are, as planned and as eaten: counts of a sample at a place, and of one right after another. Null where samples are told apart. */
  balance: { planned: Balance; eaten: Balance } | null;
}

type Balance = Pick<ReturnType<typeof orderBalance>, 'positionImbalance' | 'carryOverImbalance'>;

/** What became of the plates. Of whoever stopped, or never answered, nobody knows more than what they said. */
export const platesText = ({
  plates,
  changed,
  uneaten,
}: Pick<ServiceFinding, 'plates' | 'changed' | 'uneaten'>): string =>
  `Of ${counted(plates, 'plate')}, ${changed} ${changed === 1 ? 'was' : 'were'} not as planned, and ${uneaten} ${uneaten === 1 ? 'was' : 'were'} not eaten, as far as is known.`;

/** @returns null where nothing was repaired, typed in, hasty or corrected, nobody walked in and nobody left anything */
export function serviceFinding({ bundle, portions: served }: Reading): ServiceFinding | null {
  const { tasting, records, seal } = bundle;
  const { unsealedAt } = seal;
  const repairs = repairsOf(records.service);
  const guests = walkInsOf(records.amendments).map(({ panelist }) => panelist);
  const seats = new Map(tasting.panel.map(({ id, seat }) => [id, seat]));
  const untasted = bundle.ballots.flatMap(({ panelist, ...ballot }) =>
    countingAnswers(ballot).flatMap((one) =>
      one.kind === 'untasted' && one.because
        ? [{ seat: seats.get(panelist) ?? 0, code: one.code, because: one.because }]
        : [],
    ),
  );
  const onPaper = onPaperOf(bundle.ballots, seats);
  const corrected = correctedOf(bundle.ballots, seats);
  const hasty = hastySeats(bundle, seats);
  const besides = untasted.length + corrected.length + onPaper.all + hasty.length;
  if (repairs.length + guests.length + besides === 0) return null;
  const portions = served.filter(({ warmUp }) => !warmUp);
  const uneaten = portions.filter(({ eaten, absent }) => !eaten || absent);
  return {
    plates: portions.length,
    changed: portions.filter(({ planned }) => planned !== null).length,
    uneaten: uneaten.length,
    ...{ untasted, onPaper, hasty, corrected },
    walkIns: guests.map(({ seat }) => seat).sort((a, b) => a - b),
    repairs: repairs.map(({ at, storedAt, by, body }) => ({
      ...{ at, by, text: repairText(body, (id) => seats.get(id) ?? 0) },
      isAfterUnsealing: unsealedAt !== null && Date.parse(storedAt) > Date.parse(unsealedAt),
    })),
    balance: isOfTwoSamples(tasting.test) ? null : balanceOf(portions, bundle, new Set(guests.map(({ id }) => id))),
  };
}

type Seats = ReadonlyMap<string, number>;

function onPaperOf(ballots: TastingBundle['ballots'], seats: Seats): ServiceFinding['onPaper'] {
  const typed = ballots.flatMap(({ panelist, ...ballot }) =>
    countingAnswers(ballot).flatMap((one) =>
      one.kind === 'typed' ? [{ seat: seats.get(panelist) ?? 0, times: one.times }] : [],
    ),
  );
  const once = typed.filter(({ times }) => times === 1).map(({ seat }) => seat);
  return { once: [...new Set(once)].sort((a, b) => a - b), all: typed.length };
}

function hastySeats({ ballots, plan }: TastingBundle, seats: Seats): number[] {
  const served = new Map(
    (plan?.servings ?? []).map(({ panelist, sitting, sets }) => [
      trayName({ sitting, panelist }),
      sets.reduce((sum, { codes }) => sum + codes.length, 0),
    ]),
  );
  const found = ballots.flatMap(({ panelist, sitting, ...ballot }) => {
    const hasty = countingAnswers(ballot).filter((one) => one.kind === 'timed' && one.seconds < HASTY_SECONDS);
    return isHasty(hasty.length, served.get(trayName({ sitting, panelist })) ?? 0) ? (seats.get(panelist) ?? 0) : [];
  });
  return [...new Set(found)].sort((a, b) => a - b);
}

/** What replaced an earlier answer, given by somebody else than the panelist, once the ballot was in. */
const correctedOf = (ballots: TastingBundle['ballots'], seats: Seats): ServiceFinding['corrected'] =>
  ballots.flatMap(({ panelist, handedInAt, answers }) =>
    answers.flatMap(({ by, at, reason }) =>
      handedInAt !== null && by !== 'panelist' && reason !== '' && Date.parse(at) > Date.parse(handedInAt)
        ? [{ seat: seats.get(panelist) ?? 0, by, because: reason }]
        : [],
    ),
  );

function balanceOf(
  portions: readonly ServedPortion[],
  { tasting }: TastingBundle,
  guests: ReadonlySet<string>,
): ServiceFinding['balance'] {
  const place = new Map(tasting.methods.map(({ id }, at) => [id, at]));
  const trays = new Map<string, ServedPortion[]>();
  for (const portion of portions) {
    const name = `${trayName({ ...portion, panelist: portion.ballot })} ${portion.set}`;
    trays.set(name, [...(trays.get(name) ?? []), portion]);
  }
  const orders = (own: (portion: ServedPortion) => { method: string; position: number } | null): Balance => {
    const rows = [...trays.values()].map((tray) =>
      tray
        .flatMap((portion) => own(portion) ?? [])
        .sort((a, b) => a.position - b.position)
        .flatMap(({ method }) => place.get(method) ?? []),
    );
    const { positionImbalance, carryOverImbalance } = orderBalance(
      rows.filter(({ length }) => length > 0),
      tasting.methods.length,
    );
    return { positionImbalance, carryOverImbalance };
  };
  return {
    planned: orders(({ ballot, method, position, planned }) =>
      guests.has(ballot) ? null : (planned ?? { method, position }),
    ),
    eaten: orders((portion) => (portion.eaten && !portion.absent ? portion : null)),
  };
}

/** What a report says of it, a line for each repair. */
export function serviceLines({
  plates,
  changed,
  uneaten,
  walkIns,
  untasted,
  onPaper,
  hasty,
  corrected,
  repairs,
  balance,
}: ServiceFinding): string[] {
  return [
    platesText({ plates, changed, uneaten }),
    ...(walkIns.length > 0
      ? [
          `Walked in on the day, with orders drawn then to mend the balance: seat ${walkIns.join(', ')}. Their servings are no part of the fingerprint, and count like the others.`,
        ]
      : []),
    ...untasted.map(({ seat, code, because }) => `Seat ${seat} did not taste ${code}: ${because}.`),
    ...(onPaper.all > 0 ? [paperText(onPaper)] : []),
    ...(hasty.length > 0 ? [hastyText(hasty)] : []),
    ...corrected.map(({ seat, by, because }) => `An answer of seat ${seat} was corrected by ${by}: ${because}.`),
    ...repairs.map(
      ({ at, by, text, isAfterUnsealing }) =>
        `${at.slice(0, 16).replace('T', ' ')} UTC, ${by}${isAfterUnsealing ? ', after unsealing' : ''}: ${text}.`,
    ),
    ...(balance
      ? [
          `Orders as eaten: positions uneven by ${balance.eaten.positionImbalance}, neighbours by ${balance.eaten.carryOverImbalance}; as planned by ${balance.planned.positionImbalance} and ${balance.planned.carryOverImbalance}.`,
        ]
      : []),
  ];
}

/** How ballots on paper came in, in a sentence. */
export const paperText = ({ once, all }: ServiceFinding['onPaper']): string =>
  `${all} ${all === 1 ? 'ballot was' : 'ballots were'} on paper${
    once.length > 0
      ? `; typed in once only, so that nobody would notice a slip: seat ${once.join(', ')}`
      : ', each typed in by two people'
  }.`;

/** Who tapped through, in a sentence; their answers count like the others. */
export const hastyText = (seats: readonly number[]): string =>
  `Seat ${seats.join(', ')} left half of the samples or more within ${HASTY_SECONDS} seconds each. Their answers count like the others.`;

export const serviceSection: SectionRecord<ServiceFinding> = {
  why: null,
  lines: (service) => under('Served otherwise than planned:', serviceLines(service)),
  blocks: (service) => [factOf('How it was served and written down', serviceLines(service))],
  charts: nothing,
};
