import { counted, list } from '../../format';
import { scoreOf, type AnsweredSet } from '../../answers';
import { countOf, kindsFor, scaleOf, type BallotItem } from '../../bundle';
import { attributeTable, falseDiscovery, type AttributeRow, type NoTest, type PieceBlocks } from '../../inference';
import { aboutBites, ifAlike } from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';
import { clamped } from '../basis/liking';
import { rowsOfScores, testOfMethods } from '../basis/rows';

/** One word of a profile, tested on blocks of pieces. */
export interface WordTest {
  attribute: string;
  test: PieceBlocks | NoTest;
  /** By the false discovery rate over all words; null without a test. */
  adjustedP: number | null;
}

/** Scores on words, tested together. */
export interface Profiled {
  of: 'profile';
  /** Bites as the unit. */
  rows: AttributeRow[];
  /** Blocks of pieces as the unit; null where the plan tests no methods. */
  methodTests: WordTest[] | null;
}

/** The questions that a profile reads. */
export const wordsOf = (items: readonly BallotItem[]): BallotItem[] =>
  items.filter((item) => kindsFor('profile').includes(item.kind));

/** Reads scores on words, or on other scales; each is told apart by its name. */
export function readProfile(
  sets: readonly AnsweredSet[],
  words: readonly BallotItem[],
  rules: PlannedRules,
): Answer<Profiled> {
  const rows = sets.flatMap((set) => set.samples.map((sample) => ({ set, sample })));
  const scores = Object.fromEntries(
    words.map((item) => [
      item.attribute || item.ask,
      rows.map(({ set, sample }) => {
        const score = scoreOf(set, item.id, sample.code);
        return score === null ? null : countOf(item, score);
      }),
    ]),
  );
  const factors = {
    panelist: rows.map(({ set }) => set.panelist),
    sample: rows.map(({ sample }) => rules.ids[sample.method]),
    // Taken to be alike, pieces are none of the model's business.
    ...(rules.alike ? {} : { piece: rows.map(({ sample }) => sample.piece) }),
  };
  const steps = Object.fromEntries(words.map((item) => [item.attribute || item.ask, stepOf(item)]));
  const ranges = Object.fromEntries(words.map((item) => [item.attribute || item.ask, rangeOf(item)]));
  const table = (rows.length > 0 ? attributeTable(scores, factors, rules.alpha, steps) : []).map((row) => ({
    ...row,
    means: row.means.map((mean) => ({
      ...mean,
      interval: mean.interval && clamped(mean.interval, ranges[row.attribute]),
    })),
  }));
  const methodTests = rules.ofMethods ? wordTests(sets, words, rules) : null;
  const planned: Profiled = { of: 'profile', rows: table, methodTests };
  const found = (rowsOfTable: readonly { attribute: string; adjustedP: number | null }[]): string[] =>
    rowsOfTable.filter(({ adjustedP }) => adjustedP !== null && adjustedP <= rules.alpha).map((row) => row.attribute);
  const tested = table.filter((row) => row.adjustedP !== null).length;
  const nothing = { planned, about: 'pieces' as const, leaders: [], support: '' };
  if (tested === 0) return { ...nothing, kind: 'cannot-say', sentence: 'There are no scores to compare.' };
  const ofMethods = found(methodTests ?? []);
  const ofBites = found(table);
  const people = new Set(factors.panelist).size;
  const rate = `${counted(people, 'panelist')}, ${counted(tested, 'word')}. Over many tables like this one, on average at most one in ${Math.round(1 / rules.alpha)} of the words so named do not truly differ.`;
  if (ofMethods.length > 0)
    return {
      ...nothing,
      kind: 'told-apart',
      about: 'methods',
      sentence: `They differ in ${list(ofMethods)}.`,
      support: rate,
    };
  if (ofBites.length === 0)
    return {
      ...nothing,
      kind: 'no-answer',
      about: aboutBites(rules),
      sentence: NO_WORD,
      support: `${counted(people, 'panelist')}, ${counted(tested, 'word')}.`,
    };
  return {
    ...{ ...nothing, kind: 'told-apart', about: aboutBites(rules) },
    sentence: rules.alike ? ifAlike(`They differ in ${list(ofBites)}.`) : `These pieces differ in ${list(ofBites)}.`,
    support: methodTests ? `${rate} But pieces cooked alike differ too: of the methods it says nothing yet.` : rate,
  };
}

const NO_WORD = 'No answer yet: in no word do they differ by more than could be chance.';

/** Every word on blocks of pieces, adjusted together. */
export function wordTests(sets: readonly AnsweredSet[], words: readonly BallotItem[], rules: PlannedRules): WordTest[] {
  const tests = words.map((item) => ({
    attribute: item.attribute || item.ask,
    test: testOfMethods(
      rowsOfScores(sets, item.id, (score) => countOf(item, score)),
      rules,
      'scores',
    ),
  }));
  const shown = tests.filter(({ test }) => test.test !== null);
  const adjusted = falseDiscovery(shown.map(({ test }) => (test.test === null ? 1 : test.probability.p)));
  return tests.map((one) => ({ ...one, adjustedP: one.test.test === null ? null : adjusted[shown.indexOf(one)] }));
}

/** From the lowest to the highest that a score can count. */
function rangeOf(item: BallotItem): [number, number] {
  const { low, high, steps } = scaleOf(item);
  const counts = steps?.map((step) => step.counts) ?? [low, high];
  return [Math.min(...counts), Math.max(...counts)];
}

/** The least by which two scores can differ; nobody marks a line more finely than to about a point. */
function stepOf({ kind, options }: BallotItem): number {
  if (kind !== 'category') return 1;
  const weights = options.map(({ weight }) => weight).sort((a, b) => a - b);
  const gaps = weights.slice(1).flatMap((weight, at) => (weight > weights[at] ? [weight - weights[at]] : []));
  return gaps.length > 0 ? Math.min(...gaps) : 1;
}
