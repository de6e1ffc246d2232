import { peopleAtBallots, readingWithout, type Reading, type Wanted } from '../answers';
import type { TastingBundle } from '../bundle';
import type { Caveat } from '../caveats';
import { SMALLEST_PANEL } from '../design';
import type { ServedPortion } from '../served';
import type { About } from '../verdict';
import { unsealed } from './findings';
import { sameAnswer, touchedPanelists } from './sensitivity';
import { allCriteria, type Criterion } from './weighted';
import { wholeAnswer, type WholeAnswer, type WholeKind } from './wholeAnswer';

/** What is left out when the planned analysis runs again; each by its own name, several together. */
export interface LeaveOut {
  /** Ids of caveats: with whom they touch. */
  caveats: string[];
  /** Kitchen tags: with who was served from them. */
  pieces: string[];
  /** Ids of panelists. */
  panelists: string[];
  /** Ids of zones: the samples of these alone. */
  zones: string[];
  /** Numbers of flights: with who came in them, at any sitting. */
  flights: number[];
}

export const NOTHING_OUT: LeaveOut = { caveats: [], pieces: [], panelists: [], zones: [], flights: [] };

/** The planned answer without something. */
export interface AnswerWithout {
  kind: WholeKind;
  about: About;
  /** Method ids. */
  leaders: string[];
  sentence: string;
  /** People who still count, and who no longer do. */
  people: number;
  gone: number;
  /** Whether the reader would be told the same; null when too little is left to tell. */
  same: boolean | null;
}

/** What can be left out of a tasting. */
export interface Parts {
  caveats: Pick<Caveat, 'id' | 'text'>[];
  pieces: { tag: string; method: string; people: number }[];
  panelists: { id: string; seat: number }[];
  zones: { id: string; name: string }[];
  flights: { flight: number; people: number }[];
  /** Scales that may count in a total, with the plan's weights; 0 for those that do not count. */
  criteria: Criterion[];
}

/**
 * Runs the planned analysis again, by the planned test and at its level, without what may have spoilt it. Whoever was
 * touched is left out as a whole, so that it stays the planned analysis: rankings stay complete, and nobody counts half.
 * The planned answer itself is what it was; this says whether it hangs on something.
 *
 * @param all each by itself
 * @throws NotUnsealed when the bundle has no plan, or is still sealed
 */
export function answersWithout(bundle: TastingBundle, all: readonly LeaveOut[]): AnswerWithout[] {
  const reading = unsealed(bundle);
  const planned = answerOf(reading, NOTHING_OUT);
  return all.map((leaveOut) => {
    const answer = answerOf(reading, leaveOut);
    const { kind, about, leaders, sentence } = answer;
    const people = answer.together.people.length;
    const same = people < SMALLEST_PANEL ? null : sameAnswer(answer, planned);
    return { kind, about, leaders, sentence, people, gone: planned.together.people.length - people, same };
  });
}

function answerOf(reading: Reading, leaveOut: LeaveOut): WholeAnswer {
  const isWanted: Wanted = ({ zone }) => !leaveOut.zones.includes(zone ?? '');
  return wholeAnswer(readingWithout(reading, touchedBy(reading, leaveOut)), { isWanted });
}

/** Everybody who is left out. */
function touchedBy(reading: Reading, { caveats, pieces, panelists, flights }: LeaveOut): ReadonlySet<string> {
  const byCaveat = touchedPanelists(reading);
  return new Set([
    ...panelists,
    ...eatenPortions(reading)
      .filter(({ tag, flight }) => pieces.includes(tag) || flights.includes(flight))
      .map(({ panelist }) => panelist),
    ...reading.ledger.caveats.filter(({ id }) => caveats.includes(id)).flatMap((caveat) => [...byCaveat(caveat)]),
  ]);
}

const eatenPortions = ({ portions }: Reading): ServedPortion[] =>
  portions.filter(({ eaten, warmUp }) => eaten && !warmUp);

/** Everything of a tasting that can be left out, in the order of the day. Caveats that touch nobody known are not among it. */
export function partsOf(bundle: TastingBundle): Parts {
  const reading = unsealed(bundle);
  const { tasting } = bundle;
  const portions = eatenPortions(reading);
  const touches = touchedPanelists(reading);
  const personOf = peopleAtBallots(reading.portions);
  const came = new Set(bundle.ballots.filter(({ handedInAt }) => handedInAt).map(personOf));
  const peopleOf = (own: readonly ServedPortion[]): number => new Set(own.map(({ panelist }) => panelist)).size;
  const distinct = <T>(values: readonly T[]): T[] => [...new Set(values)];
  const nameOf = new Map(tasting.methods.map(({ id, name }) => [id, name]));
  return {
    caveats: reading.ledger.caveats.filter((caveat) => touches(caveat).size > 0).map(({ id, text }) => ({ id, text })),
    pieces: distinct(portions.map(({ tag }) => tag))
      .filter((tag) => tag !== '')
      .sort()
      .map((tag) => {
        const own = portions.filter((portion) => portion.tag === tag);
        return { tag, method: nameOf.get(own[0].method) ?? '', people: peopleOf(own) };
      }),
    panelists: tasting.panel.filter(({ id }) => came.has(id)).map(({ id, seat }) => ({ id, seat })),
    zones: tasting.zones.length > 1 ? tasting.zones.map(({ id, name }) => ({ id, name })) : [],
    criteria: allCriteria(tasting),
    flights: distinct(portions.map(({ flight }) => flight))
      .sort((a, b) => a - b)
      .map((flight) => ({ flight, people: peopleOf(portions.filter((portion) => portion.flight === flight)) })),
  };
}
