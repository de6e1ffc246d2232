import Papa from 'papaparse';
import { currentAnswers } from './ballotRules';
import type { TastingBundle } from './schema';

/** One serving, one line: the shape that statistics programs read best. */
export interface TidyRow {
  tasting: string;
  panelist: string;
  seat: number;
  blind: 'yes' | 'no';
  position: number;
  code: string;
  /** Empty while the tasting is sealed. */
  method: string;
  piece: string;
  liking: number | '';
  /** Mid-rank, 1 = most liked. */
  rank: number | '';
  handed_in_at: string;
}

/**
 * One row per serving with the answers that count. Methods and pieces stay empty while
 * the bundle carries no key.
 */
export function tidyRows({ tasting, plan, key, ballots }: TastingBundle): TidyRow[] {
  const methodNames = new Map(tasting.methods.map((method) => [method.id, method.name]));
  const tags = new Map(key?.portions.map((portion) => [portion.panelist, portion.tags]));
  const people = new Map(tasting.panel.map((panelist) => [panelist.id, panelist]));
  return (plan?.servings ?? []).flatMap(({ panelist: panelistId, codes }) => {
    const { name, seat, blind } = people.get(panelistId) ?? { name: panelistId, seat: 0, blind: true };
    const ballot = ballots.find((candidate) => candidate.panelist === panelistId);
    const current = currentAnswers(ballot?.answers ?? []);
    const ranks = ranksByCode(current.find((answer) => answer.kind === 'ranking')?.ranking ?? []);
    const scores = new Map(
      current.flatMap((answer) => (answer.kind === 'liking' ? [[answer.code, answer.score] as const] : [])),
    );
    return codes.map((code, position) => ({
      tasting: tasting.title,
      panelist: name,
      seat,
      blind: blind ? ('yes' as const) : ('no' as const),
      position: position + 1,
      code,
      method: key ? (methodNames.get(key.codes[code]) ?? '') : '',
      piece: tags.get(panelistId)?.[position] ?? '',
      liking: scores.get(code) ?? '',
      rank: ranks.get(code) ?? '',
      handed_in_at: ballot?.handedInAt ?? '',
    }));
  });
}

/** The tidy rows as CSV; text that a spreadsheet would run as a formula is disarmed. */
export function tidyCsv(bundle: TastingBundle): string {
  return Papa.unparse(tidyRows(bundle), { escapeFormulae: true, newline: '\n', columns: TIDY_COLUMNS }) + '\n';
}

const TIDY_COLUMNS = [
  'tasting',
  'panelist',
  'seat',
  'blind',
  'position',
  'code',
  'method',
  'piece',
  'liking',
  'rank',
  'handed_in_at',
];

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
