import type { Key, TastingBundle } from '../bundle';
import { ledgerOf, type Caveat } from '../caveats';
import { servedPortions } from '../served';
import { plannedAnswer } from './planned';
import { SMALLEST_PANEL } from '../design';
import type { Taster } from './preferences';
import { decide, sameVerdict, type DecisionRules, type Verdict, type VerdictKind } from './verdict';
import { counted, list, verdictSentence } from './wording';

/** The planned analysis run again without something that may have spoilt it. */
export interface Sensitivity {
  /** The caveat that it is about; null for tasters who were not blind. */
  caveat: string | null;
  without: string;
  sentence: string;
  /** Whether the reader would be told the same; null when too little is left to tell. */
  same: boolean | null;
  tasters: number;
}

/** What {@link sensitivity} looks at. */
export interface SensitivityInputs {
  tasters: readonly Taster[];
  bundle: TastingBundle;
  key: Key;
  planned: Verdict;
  names: readonly string[];
  rules: DecisionRules;
}

/**
 * Runs the planned analysis again without tasters who were not blind, and, for each caveat
 * that names what it touches, without the tasters it touched: those it names, and those who
 * were served a piece that it names. Rankings stay complete that way, so that it is still
 * the planned analysis. Where a caveat touches nearly everyone, as it does with one piece
 * a method, it says that the data cannot tell.
 */
export function sensitivity({ tasters, bundle, key, planned, names, rules }: SensitivityInputs): Sensitivity[] {
  const touchedBy = touchedPanelists(bundle, key);
  const again = (
    caveat: string | null,
    isTouched: (taster: Taster) => boolean,
    without: (gone: number) => string,
  ): Sensitivity[] => {
    const kept = tasters.filter((taster) => !isTouched(taster));
    const gone = tasters.length - kept.length;
    if (gone === 0) return [];
    const shared = { caveat, without: without(gone), tasters: kept.length };
    if (kept.length < SMALLEST_PANEL) {
      const left =
        kept.length === 0 ? 'nobody is left' : `only ${counted(kept.length, 'taster is', 'tasters are')} left`;
      return [{ ...shared, same: null, sentence: `Cannot be told apart here: without it, ${left}.` }];
    }
    const verdict = decide(
      kept.map((taster) => taster.ranks),
      { alpha: rules.alpha, seed: rules.seed },
    );
    return [{ ...shared, same: sameVerdict(planned, verdict), sentence: verdictSentence(verdict, names) }];
  };
  return [
    ...again(
      null,
      (taster) => !taster.blind,
      (gone) => counted(gone, 'taster who was not blind', 'tasters who were not blind'),
    ),
    ...ledgerOf(bundle).caveats.flatMap((caveat) => {
      const who = touchedBy(caveat);
      return again(
        caveat.id,
        ({ panelist }) => who.has(panelist),
        (gone) => touched(caveat.about?.pieces ?? [], gone),
      );
    }),
  ];
}

/** Whom a caveat touches: those it names, and those who were served a piece that it names, at whichever sitting. */
function touchedPanelists(bundle: TastingBundle, key: Key): (caveat: Caveat) => ReadonlySet<string> {
  const portions = servedPortions({ ...bundle, key });
  return ({ about }) =>
    new Set([
      ...(about?.panelists ?? []),
      ...portions.filter(({ tag }) => about?.pieces.includes(tag)).map(({ panelist }) => panelist),
    ]);
}

function touched(pieces: readonly string[], gone: number): string {
  const who = counted(gone, 'taster', 'tasters');
  if (pieces.length === 0) return `${who} named in a caveat`;
  return `${who} served from ${pieces.length === 1 ? 'piece' : 'pieces'} ${list(pieces)}`;
}

/** The same for any other planned test: the answer again without the ballots of those who were touched. */
export function plannedSensitivity(
  bundle: TastingBundle,
  key: Key,
  planned: { kind: VerdictKind; leaders: number[] },
): Sensitivity[] {
  const touchedBy = touchedPanelists(bundle, key);
  const came = new Set(bundle.ballots.filter((ballot) => ballot.handedInAt).map((ballot) => ballot.panelist));
  const again = (
    caveat: string | null,
    touched: ReadonlySet<string>,
    without: (gone: number) => string,
  ): Sensitivity[] => {
    const gone = [...came].filter((panelist) => touched.has(panelist)).length;
    if (gone === 0) return [];
    const kept = bundle.ballots.filter((ballot) => !touched.has(ballot.panelist));
    const { kind, leaders, sentence, tasters } = plannedAnswer({ ...bundle, ballots: kept }, key);
    const same = kind === planned.kind && leaders.join() === planned.leaders.join();
    return [{ caveat, without: without(gone), sentence, same: tasters < SMALLEST_PANEL ? null : same, tasters }];
  };
  const { caveats, notBlind: marks } = ledgerOf(bundle);
  const notBlind = new Set(marks.map(({ panelist }) => panelist));
  return [
    ...again(null, notBlind, (gone) => counted(gone, 'taster who was not blind', 'tasters who were not blind')),
    ...caveats.flatMap((caveat) =>
      again(caveat.id, touchedBy(caveat), (gone) => touched(caveat.about?.pieces ?? [], gone)),
    ),
  ];
}
