import type { Caveat, Key, TastingBundle } from '../bundle';
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
  caveats: readonly Caveat[];
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
export function sensitivity({ tasters, caveats, key, planned, names, rules }: SensitivityInputs): Sensitivity[] {
  const tags = new Map(key.portions.map((portion) => [portion.panelist, portion.tags]));
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
    ...caveats.flatMap(({ id, about }) => {
      if (!about) return [];
      const isTouched = ({ panelist }: Taster): boolean =>
        about.panelists.includes(panelist) || (tags.get(panelist) ?? []).some((tag) => about.pieces.includes(tag));
      return again(id, isTouched, (gone) => touched(about.pieces, gone));
    }),
  ];
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
  const notBlind = new Set(bundle.tasting.panel.filter(({ blind }) => !blind).map(({ id }) => id));
  return [
    ...again(null, notBlind, (gone) => counted(gone, 'taster who was not blind', 'tasters who were not blind')),
    ...bundle.caveats.flatMap(({ id, about }) => {
      if (!about) return [];
      const fed = key.portions.filter(({ tags }) => tags.some((tag) => about.pieces.includes(tag)));
      const who = new Set([...about.panelists, ...fed.map(({ panelist }) => panelist)]);
      return again(id, who, (gone) => touched(about.pieces, gone));
    }),
  ];
}
