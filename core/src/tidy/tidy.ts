import type { Answer, BallotItem, TastingBundle } from '../tasting';
import { ledgerOf } from '../caveats';
import { askedItems } from '../design';
import { answerKindOf, countOf, currentAnswers, ranksByCode, scopeOf } from '../questions';
import { plannedPortions, servedOf, servedPortions, type PlannedPortion, type ServedPortion } from '../served';
import { trayName } from '../service';
import { csvOf } from './csv';

/** One serving that counts, one line: the shape that statistics programs read best. */
export interface TidyRow {
  tasting: string;
  panelist: string;
  seat: number;
  blind: 'yes' | 'no';
  sitting: number;
  flight: number;
  /** From 1: samples with the same number were put side by side. */
  set: number;
  zone: string;
  position: number;
  code: string;
  /** Empty while the tasting is sealed, as are piece, block and lot. */
  method: string;
  piece: string;
  /** From 1: pieces of one block, one of each method, share a lot or a raw piece. */
  block: number | '';
  lot: string;
  /** 'no' for a plate that was left or spoilt, or whose panelist did not come; empty while the tasting is sealed. */
  eaten: 'yes' | 'no' | '';
  /** Seconds that the panelist rinsed before it; empty where that was not asked, or not on a phone. */
  rinsed_s: number | '';
  /** Seconds from its first screen until it was left, by the panelist's device; empty where samples stood side by side, or on paper. */
  took_s: number | '';
  /** Why the panelist did not taste it; empty where they did. */
  not_tasted: string;
  /** When the panelist agreed to take part, knowing what samples contain; empty where a device did not say. */
  agreed_at: string;
  /** Of a ballot on paper, how often it was typed in; empty for one on a phone. */
  typed: 'once' | 'twice' | '';
  /** The questions in the order in which this panelist read them, by their columns, joined by "; ". */
  asked: string;
  handed_in_at: string;
  /**
   * One column per question, named by its word or kind: a score as it was given, a category as
   * what it counts, a mid-rank (1 = most), ticked words joined by "; ", for a choice 1 for the
   * samples chosen and 0 for the others, or the word that was chosen, a guessed method in the line of the
   * sample that it is about, and a comment, which is about the whole ballot, in each of its lines.
   */
  [question: string]: string | number;
}

/**
 * One row per serving with the answers that count. Methods and pieces stay empty while
 * the bundle carries no key.
 */
export function tidyRows(bundle: TastingBundle): TidyRow[] {
  const { tasting, key, ballots } = bundle;
  const methodNames = nameOf(tasting.methods);
  const [zoneNames, lotNames, people] = [nameOf(tasting.zones), nameOf(tasting.lots), nameOf(tasting.panel)];
  const notBlind = new Set(ledgerOf(bundle).notBlind.map(({ panelist }) => panelist));
  const columns = questionColumns(tasting.ballot.items);
  const byBallot = new Map(ballots.map((ballot) => [trayName(ballot), ballot]));
  const answers = new Map(ballots.map((ballot) => [trayName(ballot), currentAnswers(ballot.answers)]));
  const shown = new Map(tasting.panel.map(({ id }) => [id, asShown(columns, bundle, id)]));
  const portions: (PlannedPortion & Partial<ServedPortion>)[] = key
    ? servedPortions(servedOf(bundle, key))
    : plannedPortions(bundle);
  return portions
    .filter(({ warmUp }) => !warmUp)
    .map((portion) => {
      const { panelist, seat, sitting, flight, set, zone, position, code, ballot = panelist } = portion;
      const tray = trayName({ panelist: ballot, sitting });
      const current = answers.get(tray) ?? [];
      return {
        tasting: tasting.title,
        panelist: people.get(panelist) ?? panelist,
        seat,
        blind: notBlind.has(panelist) ? ('no' as const) : ('yes' as const),
        sitting,
        flight,
        set: set + 1,
        zone: zoneNames.get(zone ?? '') ?? '',
        position,
        code,
        ...whatItWas(portion, methodNames, lotNames),
        rinsed_s: rinsedBefore(code, current),
        took_s: timeOf(code, current),
        not_tasted: whyUntasted(code, current),
        ...Object.fromEntries(
          columns.map(([item, column]) => [column, valueAt(item, { current, names: methodNames }, { code, set })]),
        ),
        ...(shown.get(ballot) ?? asShown(columns, bundle, ballot)),
        agreed_at: current.find(({ kind }) => kind === 'agreed')?.at ?? '',
        typed: howTyped(current),
        handed_in_at: byBallot.get(tray)?.handedInAt ?? '',
      };
    });
}

const rinsedBefore = (code: string, current: readonly Answer[]): number | '' => {
  const pause = current.find((one) => one.kind === 'rinse' && one.code === code);
  return pause?.kind === 'rinse' ? (pause.seconds ?? '') : '';
};

const timeOf = (code: string, current: readonly Answer[]): number | '' => {
  const timed = current.find((one) => one.kind === 'timed' && one.code === code);
  return timed?.kind === 'timed' ? timed.seconds : '';
};

const howTyped = (current: readonly Answer[]): TidyRow['typed'] => {
  const said = current.find((one) => one.kind === 'typed');
  if (said?.kind !== 'typed') return '';
  return said.times === 2 ? 'twice' : 'once';
};

const whyUntasted = (code: string, current: readonly Answer[]): string => {
  const said = current.find((one) => one.kind === 'untasted' && one.code === code);
  return said?.kind === 'untasted' ? said.because : '';
};

/** The orders in which this panelist was asked: questions, by their columns, and the words of each list. */
function asShown(
  columns: readonly (readonly [BallotItem, string])[],
  { tasting, plan }: Pick<TastingBundle, 'tasting' | 'plan'>,
  panelist: string,
): { asked: string } & Record<string, string> {
  const { ownOrders } = tasting.service;
  const shown = askedItems(tasting.ballot.items, { fingerprint: plan?.fingerprint ?? '', panelist, ownOrders });
  const names = new Map(columns.map(([{ id }, column]) => [id, column]));
  const lists = shown.filter((item) => answerKindOf(item) === 'words');
  return {
    asked: shown.map(({ id }) => names.get(id)).join('; '),
    ...Object.fromEntries(
      lists.map(({ id, options }) => [shownColumn(names.get(id) ?? id), options.map(({ text }) => text).join('; ')]),
    ),
  };
}

/** The column that says in which order a list of words was shown. */
const shownColumn = (column: string): string => `${column} as shown`;

/** What only the key says of a portion; empty without it. */
function whatItWas(
  { method, tag, block, lot, eaten, absent }: Partial<ServedPortion>,
  methodNames: ReadonlyMap<string, string>,
  lotNames: ReadonlyMap<string, string>,
): Pick<TidyRow, 'method' | 'piece' | 'block' | 'lot' | 'eaten'> {
  return {
    method: methodNames.get(method ?? '') ?? '',
    piece: tag ?? '',
    block: tag && block !== undefined ? block + 1 : '',
    lot: lotNames.get(lot ?? '') ?? '',
    eaten: eaten === undefined ? '' : eaten && !absent ? 'yes' : 'no',
  };
}

const nameOf = (list: readonly { id: string; name: string }[]): Map<string, string> =>
  new Map(list.map(({ id, name }) => [id, name]));

/** The tidy rows as CSV; text that a spreadsheet would run as a formula is disarmed. */
export function tidyCsv(bundle: TastingBundle): string {
  const questions = questionColumns(bundle.tasting.ballot.items).flatMap(([item, column]) =>
    answerKindOf(item) === 'words' ? [column, shownColumn(column)] : [column],
  );
  return csvOf(tidyRows(bundle), [...FIRST_COLUMNS, 'asked', ...questions, 'handed_in_at']);
}

/** The serving orders of a locked plan: one line per serving, warm-ups included, codes only. */
export function ordersCsv(bundle: TastingBundle): string {
  const people = nameOf(bundle.tasting.panel);
  const zones = nameOf(bundle.tasting.zones);
  const turn = new Map<string, number>();
  const rows = plannedPortions(bundle).map((portion) => {
    const { sitting, flight, seat, panelist, set, zone, code } = portion;
    const position = (turn.get(trayName(portion)) ?? 0) + 1;
    turn.set(trayName(portion), position);
    const name = people.get(panelist) ?? panelist;
    return {
      ...{ sitting, flight, seat, panelist: name, position, set: set + 1 },
      zone: zones.get(zone ?? '') ?? '',
      code,
    };
  });
  return csvOf(rows, ['sitting', 'flight', 'seat', 'panelist', 'position', 'set', 'zone', 'code']);
}

const FIRST_COLUMNS = [
  'tasting',
  'panelist',
  'seat',
  'blind',
  'sitting',
  'flight',
  'set',
  'zone',
  'position',
  'code',
  'method',
  'piece',
  'block',
  'lot',
  'eaten',
  'rinsed_s',
  'took_s',
  'not_tasted',
  'agreed_at',
  'typed',
];

/** A column for each question, none of them named as another, or as what programs keep for themselves. */
function questionColumns(items: readonly BallotItem[]): [BallotItem, string][] {
  const taken = new Set([...FIRST_COLUMNS, 'asked', 'handed_in_at', '__proto__']);
  return items.map((item) => {
    // A rank runs the other way than a score of the same word, so it is never called as one.
    const name =
      item.kind === 'ranking' ? ['rank', item.attribute].filter(Boolean).join(' ') : item.attribute || item.kind;
    let column = name;
    for (let number = 2; taken.has(column) || taken.has(shownColumn(column)); number++) column = `${name} ${number}`;
    taken.add(column).add(shownColumn(column));
    return [item, column];
  });
}

function valueAt(
  item: BallotItem,
  { current, names }: { current: readonly Answer[]; names: ReadonlyMap<string, string> },
  { code, set }: { code: string; set: number },
): string | number {
  const answer = current.find((one) => 'item' in one && one.item === item.id && isAbout(one, item, code, set));
  switch (answer?.kind) {
    case 'score':
      return countOf(item, answer.score);
    case 'words':
      return answer.words.join('; ');
    case 'ranking':
      return ranksByCode(answer.ranking).get(code) ?? '';
    case 'choice':
      return chosen(answer.choice, code);
    case 'best-worst':
      return Number(answer.best === code) - Number(answer.worst === code);
    case 'guess':
      return answer.method === null ? 'no idea' : (names.get(answer.method) ?? answer.method);
    case 'comment':
      return answer.text;
    default:
      return '';
  }
}

/** The word that was chosen, or whether this sample was. */
function chosen(choice: readonly string[], code: string): string | number {
  const isWord = choice.length > 0 && choice.every((one) => !/^\d/.test(one));
  return isWord ? choice[0] : Number(choice.includes(code));
}

const isAbout = (answer: Answer, item: BallotItem, code: string, set: number): boolean =>
  scopeOf(item) === 'ballot' || ('code' in answer ? answer.code === code : 'set' in answer && answer.set === set);
