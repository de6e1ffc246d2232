import { isMissing, numberOf, type BroughtTable } from './cells';

/** What a column of numbers is. */
export type AnswerKind = 'ranking' | 'liking' | 'attribute';

/** How the columns of a table are read; columns count from 0. */
export type BroughtMapping = LongMapping | WideMapping;

/** A row for each sample that somebody tasted. */
export interface LongMapping {
  shape: 'long';
  panelist: number;
  sample: number;
  answers: { column: number; kind: AnswerKind }[];
  /** Where it stood in the order of serving; null where nobody wrote it down. */
  position: number | null;
  /** Which piece of its method it was cut from; null where there was one, or nobody knows. */
  piece: number | null;
  /** Whether a higher number of a ranking is better; else 1 is the best. */
  higherIsBetter: boolean;
}

/** A row for each panelist, with a column for each sample: the answers to one question. */
export interface WideMapping {
  shape: 'wide';
  panelist: number;
  samples: number[];
  kind: Exclude<AnswerKind, 'attribute'>;
  higherIsBetter: boolean;
}

const plain = (heading: string): string => heading.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
const NAMES = {
  panelist:
    /^(panelist|panellist|judge|assessor|taster|subject|person|consumer|participant|respondent|prüfer|juge|who|id|name)/,
  sample: /^(sample|product|method|treatment|item|probe|produkt|échantillon|echantillon|produit|dish|what)/,
  position: /^(position|order|place|servingorder|rangfolge|reihenfolge|ordre)/,
  piece: /^(piece|batch|specimen|stück|stueck|lot|rep(licate)?$)/,
  ranking: /^(rank|rang|place)/,
  liking: /^(liking|like|hedonic|overall|acceptance|preference|gefallen|appréciation|appreciation)/,
};

/** What the columns seem to be, to be looked at by a person before anything is read. */
export function guessedBrought(table: BroughtTable): BroughtMapping {
  const names = table.headings.map(plain);
  const named = (pattern: RegExp, but: readonly number[] = []): number =>
    names.findIndex((name, at) => pattern.test(name) && !but.includes(at));
  const panelist = Math.max(0, named(NAMES.panelist));
  const numeric = names.map((_, at) => isNumeric(table, at));
  const sample = named(NAMES.sample, [panelist]);
  if (sample < 0 && isOnePerPanelist(table, panelist)) {
    const samples = names.flatMap((_, at) => (at !== panelist && numeric[at] ? [at] : []));
    const kind = areRanks(table, samples) ? 'ranking' : 'liking';
    return { shape: 'wide', panelist, samples, kind, higherIsBetter: false };
  }
  const labels = names.findIndex((_, at) => at !== panelist && !numeric[at]);
  const used = [panelist, sample < 0 ? Math.max(labels, panelist === 0 ? 1 : 0) : sample];
  const position = named(NAMES.position, used);
  const piece = named(NAMES.piece, [...used, position]);
  const rest = names.flatMap((_, at) => (![...used, position, piece].includes(at) && numeric[at] ? [at] : []));
  return {
    shape: 'long',
    panelist,
    sample: used[1],
    answers: rest.map((column) => ({ column, kind: kindOf(names[column]) })),
    position: position < 0 ? null : position,
    piece: piece < 0 ? null : piece,
    higherIsBetter: false,
  };
}

const kindOf = (name: string): AnswerKind =>
  NAMES.ranking.test(name) ? 'ranking' : NAMES.liking.test(name) ? 'liking' : 'attribute';

function isNumeric({ rows }: BroughtTable, column: number): boolean {
  const said = rows.map((row) => row[column]).filter((cell) => !isMissing(cell));
  return said.length > 0 && said.filter((cell) => numberOf(cell) !== null).length > 0.8 * said.length;
}

const isOnePerPanelist = ({ rows }: BroughtTable, panelist: number): boolean =>
  new Set(rows.map((row) => row[panelist])).size === rows.length;

/** Whether most rows hold each place from 1 once, ties apart. */
function areRanks({ rows }: BroughtTable, samples: readonly number[]): boolean {
  const whole = (samples.length * (samples.length + 1)) / 2;
  const ranked = rows.filter(
    (row) => samples.reduce((sum, column) => sum + (numberOf(row[column]) ?? NaN), 0) === whole,
  );
  return samples.length > 1 && ranked.length > rows.length / 2;
}
