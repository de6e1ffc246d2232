import { blockOf, scoreOf, setAnswer, type AnsweredSet } from '../../answers';
import { ranksByCode } from '../../bundle';
import { pieceBlocks, type BlockRow, type NoTest, type PieceBlocks } from '../../inference';
import { claimed, type Standing } from '../../verdict';

/** How answers are read sample by sample, and what is read: ranks, scores, or places from best to worst. */
export interface SampleReader {
  of: 'ranks' | 'scores' | 'places';
  rows: (sets: readonly AnsweredSet[], item: string) => BlockRow[];
}

/** What everyone gave to the samples of a set, in the block that they were eaten from; everyone counts once. */
export function rowsOfScores(
  sets: readonly AnsweredSet[],
  item: string,
  counts: (score: number) => number = (score) => score,
): BlockRow[] {
  const rows = sets.flatMap((set): BlockRow[] => {
    const given = set.samples.flatMap(({ code, method }) => {
      const score = scoreOf(set, item, code);
      return score === null ? [] : [{ method, value: counts(score) }];
    });
    const [samples, values] = [given.map(({ method }) => method), given.map(({ value }) => value)];
    return given.length > 1 ? [{ panelist: set.panelist, block: blockOf(set), samples, values, weight: 1 }] : [];
  });
  return everyoneOnce(rows);
}

/**
 * Every ranking as it was given, in the block that it was eaten from. Places are counted on the
 * scale of the longest ranking, so that the second of three is no worse than the second of five.
 */
export function rowsOfPlaces(sets: readonly AnsweredSet[], item: string): BlockRow[] {
  const most = Math.max(0, ...sets.map(({ samples }) => samples.length));
  return everyoneOnce(
    sets.flatMap((set): BlockRow[] => {
      const ranking = setAnswer(set, item, 'ranking')?.ranking;
      if (!ranking) return [];
      const rankOf = ranksByCode(ranking);
      const scale = (most + 1) / (set.samples.length + 1);
      return [
        {
          ...{ panelist: set.panelist, block: blockOf(set), weight: 1 },
          samples: set.samples.map(({ method }) => method),
          values: set.samples.map(({ code }) => scale * (rankOf.get(code) as number)),
        },
      ];
    }),
  );
}

/** Best and worst as a ranking that ties what lies between. */
export function rowsOfChoices(sets: readonly AnsweredSet[], item: string): BlockRow[] {
  return everyoneOnce(
    sets.flatMap((set): BlockRow[] => {
      const answer = setAnswer(set, item, 'best-worst');
      if (!answer) return [];
      const last = set.samples.length;
      const placeOf = (code: string): number =>
        code === answer.best ? 1 : code === answer.worst ? last : (last + 1) / 2;
      return [
        {
          ...{ panelist: set.panelist, block: blockOf(set), weight: 1 },
          samples: set.samples.map(({ method }) => method),
          values: set.samples.map(({ code }) => placeOf(code)),
        },
      ];
    }),
  );
}

/** Who judged the same samples several times counts once in all. */
function everyoneOnce(rows: readonly BlockRow[]): BlockRow[] {
  const name = ({ panelist, samples }: BlockRow): string => [panelist, ...[...samples].sort((a, b) => a - b)].join(' ');
  const times = new Map<string, number>();
  for (const row of rows) times.set(name(row), (times.get(name(row)) ?? 0) + 1);
  return rows.map((row) => ({ ...row, weight: 1 / (times.get(name(row)) ?? 1) }));
}

/** Methods on blocks of pieces, by what was scored or by where it was placed. */
export const testOfMethods = (
  rows: readonly BlockRow[],
  { ids, alpha, seed, asymptotic }: { ids: readonly string[]; alpha: number; seed: string; asymptotic: boolean },
  of: 'scores' | 'places',
): PieceBlocks | NoTest => pieceBlocks(rows, { methods: ids.length, alpha, seed, asymptotic, ranked: of === 'places' });

/** Who leads by blocks of pieces alone, whatever servings say: all that a rehearsal of a test of methods asks. */
export function verdictOfBlocks(
  sets: readonly AnsweredSet[],
  rules: Parameters<typeof testOfMethods>[1] & { item: string; alike: boolean },
  { rows, of }: SampleReader,
): Standing {
  const nothing: Standing = { kind: 'no-answer', leaders: [], letters: [], reason: '' };
  const test = testOfMethods(rows(sets, rules.item), rules, of === 'scores' ? 'scores' : 'places');
  return claimed(nothing, test, { ...rules, isMore: of === 'scores' });
}
