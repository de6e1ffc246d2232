import type { Ballot, Key, TastingBundle } from '../bundle';
import { ledgerOf, type Caveat } from '../caveats';
import { servedOf, servedPortions } from '../served';
import { guessFinding } from './guesses';
import { plannedAnswer } from './planned';
import { SMALLEST_PANEL } from '../design';
import type { PanelistPreferences } from './preferences';
import { rankedAnswer, sameAnswer, type RankedAnswer, type RankedRules } from './ranked';
import type { About, VerdictKind } from './verdict';
import { counted, list } from './wording';

/** The planned analysis run again without something that may have spoilt it. */
export interface Sensitivity {
  /** The caveat that it is about; null for panelists who were not blind, or seem not to have been. */
  caveat: string | null;
  without: string;
  sentence: string;
  /** Whether the reader would be told the same; null when too little is left to tell. */
  same: boolean | null;
  panelists: number;
}

/** What {@link sensitivity} looks at. */
export interface SensitivityInputs {
  panelists: readonly PanelistPreferences[];
  bundle: TastingBundle;
  key: Key;
  planned: RankedAnswer;
  rules: RankedRules;
}

/**
 * Runs the planned analysis again without panelists who were not blind, and, for each caveat
 * that names what it touches, without the panelists it touched: those it names, and those who
 * were served a piece that it names. Rankings stay complete that way, so that it is still
 * the planned analysis. Where a caveat touches nearly everyone, as it does with one piece
 * a method, it says that the data cannot tell.
 */
export function sensitivity({ panelists, bundle, key, planned, rules }: SensitivityInputs): Sensitivity[] {
  const touchedBy = touchedPanelists(bundle, key);
  const knew = whoKnew(bundle, key);
  const again = (
    caveat: string | null,
    isTouched: (panelist: PanelistPreferences) => boolean,
    without: (gone: number) => string,
  ): Sensitivity[] => {
    const kept = panelists.filter((panelist) => !isTouched(panelist));
    const gone = panelists.length - kept.length;
    if (gone === 0) return [];
    const shared = { caveat, without: without(gone), panelists: kept.length };
    if (kept.length < SMALLEST_PANEL) {
      const left =
        kept.length === 0 ? 'nobody is left' : `only ${counted(kept.length, 'panelist is', 'panelists are')} left`;
      return [{ ...shared, same: null, sentence: `Cannot be told apart here: without it, ${left}.` }];
    }
    const answer = rankedAnswer(kept, rules);
    return [{ ...shared, same: sameAnswer(planned, answer), sentence: answer.sentence }];
  };
  return [
    ...again(
      null,
      (panelist) => !panelist.blind,
      (gone) => counted(gone, 'panelist who was not blind', 'panelists who were not blind'),
    ),
    ...again(
      null,
      ({ id }) => knew.has(id),
      (gone) => `${counted(gone, 'panelist', 'panelists')} who named the method of the last sample`,
    ),
    ...ledgerOf(bundle).caveats.flatMap((caveat) => {
      const who = touchedBy(caveat);
      return again(
        caveat.id,
        ({ id }) => who.has(id),
        (gone) => touched(caveat.about?.pieces ?? [], gone),
      );
    }),
  ];
}

/** Who named the method of the last sample, where more did than by chance; else a right name tells nothing. */
function whoKnew(bundle: TastingBundle, key: Key): ReadonlySet<string> {
  const found = guessFinding(bundle, key);
  return new Set(found?.isMore ? found.rightly : []);
}

/** Whom a caveat touches: those it names, and those who were served a piece that it names, at whichever sitting. */
export function touchedPanelists(bundle: TastingBundle, key: Key): (caveat: Caveat) => ReadonlySet<string> {
  const portions = servedPortions(servedOf(bundle, key)).filter(({ eaten }) => eaten);
  return ({ about }) =>
    new Set([
      ...(about?.panelists ?? []),
      ...portions.filter(({ tag }) => about?.pieces.includes(tag)).map(({ panelist }) => panelist),
    ]);
}

/** Who answered a ballot: whom it was for, unless they sat down in somebody else's place. */
export function peopleAtBallots(bundle: TastingBundle, key: Key): (ballot: Ballot) => string {
  const people = new Map(
    servedPortions(servedOf(bundle, key)).map(({ sitting, ballot, panelist }) => [`${sitting} ${ballot}`, panelist]),
  );
  return ({ sitting, panelist }) => people.get(`${sitting} ${panelist}`) ?? panelist;
}

function touched(pieces: readonly string[], gone: number): string {
  const who = counted(gone, 'panelist', 'panelists');
  if (pieces.length === 0) return `${who} named in a caveat`;
  return `${who} served from ${pieces.length === 1 ? 'piece' : 'pieces'} ${list(pieces)}`;
}

/** The same for any other planned test: the answer again without the ballots of those who were touched. */
export function plannedSensitivity(
  bundle: TastingBundle,
  key: Key,
  planned: { kind: VerdictKind; about: About; leaders: number[] },
): Sensitivity[] {
  const touchedBy = touchedPanelists(bundle, key);
  const knew = whoKnew(bundle, key);
  const personOf = peopleAtBallots(bundle, key);
  const came = new Set(bundle.ballots.filter((ballot) => ballot.handedInAt).map(personOf));
  const again = (
    caveat: string | null,
    touched: ReadonlySet<string>,
    without: (gone: number) => string,
  ): Sensitivity[] => {
    const gone = [...came].filter((panelist) => touched.has(panelist)).length;
    if (gone === 0) return [];
    const kept = bundle.ballots.filter((ballot) => !touched.has(personOf(ballot)));
    const { kind, about, leaders, sentence, panelists } = plannedAnswer({ ...bundle, ballots: kept }, key);
    const same = kind === planned.kind && about === planned.about && leaders.join() === planned.leaders.join();
    return [{ caveat, without: without(gone), sentence, same: panelists < SMALLEST_PANEL ? null : same, panelists }];
  };
  const { caveats, notBlind: marks } = ledgerOf(bundle);
  const notBlind = new Set(marks.map(({ panelist }) => panelist));
  return [
    ...again(null, notBlind, (gone) => counted(gone, 'panelist who was not blind', 'panelists who were not blind')),
    ...again(null, knew, (gone) => `${counted(gone, 'panelist', 'panelists')} who named the method of the last sample`),
    ...caveats.flatMap((caveat) =>
      again(caveat.id, touchedBy(caveat), (gone) => touched(caveat.about?.pieces ?? [], gone)),
    ),
  ];
}
