import type { TastingBundle } from '../bundle';
import { ledgerOf, type Caveat } from '../caveats';
import { SMALLEST_PANEL } from '../design';
import { servedOf, servedPortions, type ServedPortion } from '../served';
import { NotUnsealed } from './findings';
import { plannedAnswer, type Wanted } from './planned';
import { isRankedByAll, readPreferences } from './preferences';
import { rankedAnswer, rankedRules } from './ranked';
import { peopleAtBallots, touchedPanelists } from './sensitivity';
import type { About, VerdictKind } from './verdict';
import { allCriteria, type Criterion } from './weighted';

/** What is left out when the planned analysis runs again; each by its own name, several together. */
export interface Without {
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

export const NOTHING_OUT: Without = { caveats: [], pieces: [], panelists: [], zones: [], flights: [] };

/** The planned answer without something. */
export interface AnswerWithout {
  kind: VerdictKind;
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
export function answersWithout(bundle: TastingBundle, all: readonly Without[]): AnswerWithout[] {
  const planned = answerOf(bundle, NOTHING_OUT);
  return all.map((without) => {
    const answer = answerOf(bundle, without);
    const isSame =
      answer.kind === planned.kind &&
      answer.about === planned.about &&
      [...answer.leaders].sort().join() === [...planned.leaders].sort().join();
    const isTooLittle = answer.people < SMALLEST_PANEL;
    return { ...answer, gone: planned.people - answer.people, same: isTooLittle ? null : isSame };
  });
}

function answerOf(bundle: TastingBundle, without: Without): Omit<AnswerWithout, 'gone' | 'same'> {
  const { key, plan, tasting, seal } = bundle;
  if (!plan) throw new NotUnsealed('plan');
  if (!key || !seal.unsealedAt) throw new NotUnsealed('key');
  const touched = touchedBy(bundle, without);
  const personOf = peopleAtBallots(bundle, key);
  const kept = { ...bundle, ballots: bundle.ballots.filter((ballot) => !touched.has(personOf(ballot))) };
  const isWanted: Wanted = ({ zone }) => !without.zones.includes(zone ?? '');
  const ids = (leaders: readonly number[]): string[] => leaders.map((method) => tasting.methods[method].id);
  if (isRankedByAll(bundle)) {
    const { panelists } = readPreferences(kept, key, isWanted);
    const { kind, about, leaders, sentence } = rankedAnswer(panelists, rankedRules(bundle, key));
    return { kind, about, leaders: ids(leaders), sentence, people: panelists.length };
  }
  const { kind, about, leaders, sentence, panelists } = plannedAnswer(kept, key, { isWanted });
  return { kind, about, leaders: ids(leaders), sentence, people: panelists };
}

/** Everybody who is left out. */
function touchedBy(bundle: TastingBundle, { caveats, pieces, panelists, flights }: Without): ReadonlySet<string> {
  const { key } = bundle;
  if (!key) throw new NotUnsealed('key');
  const byCaveat = touchedPanelists(bundle, key);
  const portions = eatenPortions(bundle);
  return new Set([
    ...panelists,
    ...portions
      .filter(({ tag, flight }) => pieces.includes(tag) || flights.includes(flight))
      .map(({ panelist }) => panelist),
    ...ledgerOf(bundle)
      .caveats.filter(({ id }) => caveats.includes(id))
      .flatMap((caveat) => [...byCaveat(caveat)]),
  ]);
}

function eatenPortions(bundle: TastingBundle): ServedPortion[] {
  const { key } = bundle;
  if (!key) throw new NotUnsealed('key');
  return servedPortions(servedOf(bundle, key)).filter(({ eaten, warmUp }) => eaten && !warmUp);
}

/** Everything of a tasting that can be left out, in the order of the day. Caveats that touch nobody known are not among it. */
export function partsOf(bundle: TastingBundle): Parts {
  const { tasting, key } = bundle;
  if (!key) throw new NotUnsealed('key');
  const portions = eatenPortions(bundle);
  const touches = touchedPanelists(bundle, key);
  const personOf = peopleAtBallots(bundle, key);
  const came = new Set(bundle.ballots.filter(({ handedInAt }) => handedInAt).map(personOf));
  const peopleOf = (own: readonly ServedPortion[]): number => new Set(own.map(({ panelist }) => panelist)).size;
  const distinct = <T>(values: readonly T[]): T[] => [...new Set(values)];
  const nameOf = new Map(tasting.methods.map(({ id, name }) => [id, name]));
  return {
    caveats: ledgerOf(bundle)
      .caveats.filter((caveat) => touches(caveat).size > 0)
      .map(({ id, text }) => ({ id, text })),
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
