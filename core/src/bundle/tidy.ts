import Papa from 'papaparse';
import { currentAnswers } from './ballotRules';
import { scopeOf } from '../questions';
import type { Answer, Serving, TastingBundle } from './schema';
import type { BallotItem } from './tastingSchema';

/** One serving that counts, one line: the shape that statistics programs read best. */
export interface TidyRow {
  tasting: string;
  panelist: string;
  seat: number;
  blind: 'yes' | 'no';
  sitting: number;
  /** From 1: samples with the same number were put side by side. */
  set: number;
  zone: string;
  position: number;
  code: string;
  /** Empty while the tasting is sealed. */
  method: string;
  piece: string;
  handed_in_at: string;
  /**
   * One column per question, named by its word or kind: a score as it was given, a mid-rank
   * (1 = most), ticked words joined by "; ", and for a choice 1 for the samples chosen and 0
   * for the others, or the word that was chosen.
   */
  [question: string]: string | number;
}

/**
 * One row per serving with the answers that count. Methods and pieces stay empty while
 * the bundle carries no key.
 */
export function tidyRows(bundle: TastingBundle): TidyRow[] {
  const { tasting, plan, key, ballots } = bundle;
  const methodNames = new Map(tasting.methods.map((method) => [method.id, method.name]));
  const zoneNames = new Map(tasting.zones.map((zone) => [zone.id, zone.name]));
  const people = new Map(tasting.panel.map((panelist) => [panelist.id, panelist]));
  const columns = questionColumns(tasting.ballot.items);
  return (plan?.servings ?? []).flatMap((serving) => {
    const isHere = (one: { panelist: string; sitting: number }): boolean =>
      one.panelist === serving.panelist && one.sitting === serving.sitting;
    const { name, seat, blind } = people.get(serving.panelist) ?? { name: serving.panelist, seat: 0, blind: true };
    const ballot = ballots.find(isHere);
    const tags = key?.portions.find(isHere)?.tags.slice(serving.warmUp ? 1 : 0) ?? [];
    const current = currentAnswers(ballot?.answers ?? []);
    return placesOf(serving).map(({ code, set, zone }, at) => ({
      tasting: tasting.title,
      panelist: name,
      seat,
      blind: blind ? ('yes' as const) : ('no' as const),
      sitting: serving.sitting,
      set: set + 1,
      zone: zone === null ? '' : (zoneNames.get(zone) ?? ''),
      position: at + 1,
      code,
      method: key ? (methodNames.get(key.codes[code]) ?? '') : '',
      piece: tags[at] ?? '',
      ...Object.fromEntries(columns.map(([item, column]) => [column, valueAt(item, current, code, set)])),
      handed_in_at: ballot?.handedInAt ?? '',
    }));
  });
}

/** The tidy rows as CSV; text that a spreadsheet would run as a formula is disarmed. */
export function tidyCsv(bundle: TastingBundle): string {
  const questions = questionColumns(bundle.tasting.ballot.items).map(([, column]) => column);
  const columns = [...FIRST_COLUMNS, ...questions, 'handed_in_at'];
  return Papa.unparse(tidyRows(bundle), { escapeFormulae: true, newline: '\n', columns }) + '\n';
}

/** The serving orders of a locked plan: one line per serving, warm-ups included, codes only. */
export function ordersCsv({ tasting, plan }: TastingBundle): string {
  const seats = new Map(tasting.panel.map((panelist) => [panelist.id, panelist]));
  const rows = (plan?.servings ?? []).flatMap(({ panelist, sitting, warmUp, sets }) => {
    const { seat, name } = seats.get(panelist) ?? { seat: 0, name: panelist };
    const flight = Math.ceil(seat / tasting.service.seatsPerFlight);
    const warm = warmUp ? [{ set: 0, code: warmUp }] : [];
    const served = [...warm, ...sets.flatMap(({ codes }, at) => codes.map((code) => ({ set: at + 1, code })))];
    return served.map(({ set, code }, at) => ({ sitting, flight, seat, panelist: name, position: at + 1, set, code }));
  });
  const columns = ['sitting', 'flight', 'seat', 'panelist', 'position', 'set', 'code'];
  return Papa.unparse(rows, { escapeFormulae: true, newline: '\n', columns }) + '\n';
}

const FIRST_COLUMNS = [
  'tasting',
  'panelist',
  'seat',
  'blind',
  'sitting',
  'set',
  'zone',
  'position',
  'code',
  'method',
  'piece',
];

const placesOf = ({ sets }: Pick<Serving, 'sets'>): { code: string; set: number; zone: string | null }[] =>
  sets.flatMap(({ codes, zone }, set) => codes.map((code) => ({ code, set, zone })));

/** A column for each question; comments are about no sample and stay out. */
function questionColumns(items: readonly BallotItem[]): [BallotItem, string][] {
  const taken = new Set([...FIRST_COLUMNS, 'handed_in_at']);
  return items
    .filter((item) => scopeOf(item) !== 'ballot')
    .map((item) => {
      const name = item.attribute || (item.kind === 'ranking' ? 'rank' : item.kind);
      let column = name;
      for (let number = 2; taken.has(column); number++) column = `${name} ${number}`;
      taken.add(column);
      return [item, column];
    });
}

function valueAt(item: BallotItem, current: readonly Answer[], code: string, set: number): string | number {
  const answer = current.find(
    (one) =>
      'item' in one && one.item === item.id && ('code' in one ? one.code === code : 'set' in one && one.set === set),
  );
  switch (answer?.kind) {
    case 'score':
      return answer.score;
    case 'words':
      return answer.words.join('; ');
    case 'ranking':
      return ranksByCode(answer.ranking).get(code) ?? '';
    case 'choice':
      return answer.choice.every((one) => !/^\d/.test(one)) && answer.choice.length > 0
        ? answer.choice[0]
        : Number(answer.choice.includes(code));
    case 'best-worst':
      return answer.best === code ? 1 : answer.worst === code ? -1 : 0;
    default:
      return '';
  }
}

/** Mid-ranks of a ranking given as groups from most to least liked. */
export function ranksByCode(ranking: readonly (readonly string[])[]): Map<string, number> {
  const ranks = new Map<string, number>();
  let before = 0;
  for (const group of ranking) {
    for (const code of group) ranks.set(code, before + (group.length + 1) / 2);
    before += group.length;
  }
  return ranks;
}
