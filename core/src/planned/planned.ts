import { answeredSets, peopleIn, readingOf, type AnsweredSet, type Reading, type Wanted } from '../answers';
import type { BallotItem, Key, TastingBundle, Test } from '../bundle';
import type { Answer, Conclusion, PlannedAnswer, PlannedTest } from './basis/answer';
import { rulesOf, unlessTooFew } from './basis/rules';
import type { Scored } from './basis/scored';
import { bestWorst } from './bestWorst';
import { countedChoice, signalChoice } from './choice';
import { margin } from './margin';
import { profile } from './profile';
import { readProfile, type Profiled } from './profile/profile';
import { ranking } from './ranking';
import { readLiking, scores } from './scores';

type SectionsOf<T> = T extends PlannedTest<infer Section> ? Section : never;

/** A part of what a planned test found. */
export type PlannedSection = SectionsOf<
  (typeof ranking | typeof scores) | (typeof profile | typeof bestWorst | typeof countedChoice)
>;

/** Every planned test. A new one is a folder, and a line here and above; the compiler asks for the rest. */
export const PLANNED: Readonly<Record<Test, PlannedTest<PlannedSection>>> = {
  ranking,
  liking: scores,
  'non-inferiority': margin,
  equivalence: margin,
  profile,
  triangle: countedChoice,
  'duo-trio': countedChoice,
  '2-afc': countedChoice,
  '3-afc': countedChoice,
  tetrad: countedChoice,
  'a-not-a': signalChoice,
  'same-different': signalChoice,
  'best-worst': bestWorst,
  'paired-preference': countedChoice,
};

/** What sections of planned tests hold, by the ids of the sections. */
export type PlannedData = { [One in PlannedSection as One['id']]: One['data'] };

/** What any planned test other than a complete ranking found. */
export type Planned = PlannedData['telling' | 'scores' | 'profile' | 'incomplete-ranking' | 'best-worst'];

/** How the answer is wanted. */
export interface Asking {
  /** Which sets count; default all. */
  isWanted?: Wanted;
  /** Another level than the plan's, where a part of it is asked. */
  alpha?: number;
  onProgress?: (fraction: number) => void;
}

/** The answer to the planned question, by the planned test. */
export function plannedAnswer(
  reading: Reading,
  { isWanted, alpha = reading.alpha, onProgress }: Asking = {},
): PlannedAnswer<PlannedSection> {
  const asked = isWanted ? { ...reading, ...answeredSets(reading, isWanted) } : reading;
  return answerOf(asked, { alpha, onProgress, asymptotic: false });
}

/** Only the verdict, with asymptotic p-values: for the many panels of a rehearsal. */
export function plannedVerdict(bundle: TastingBundle, key: Key): Pick<Conclusion, 'kind' | 'leaders'> {
  const reading = readingOf(bundle, key);
  const { ofMethods } = rulesOf(reading);
  const { kind, leaders, about } = answerOf(reading, { alpha: reading.alpha, asymptotic: true });
  // Where methods are tested, what holds of these pieces alone is no answer to the plan.
  const isBeside = ofMethods && about === 'pieces' && kind !== 'cannot-say';
  return isBeside ? { kind: 'no-answer', leaders: [] } : { kind, leaders };
}

function answerOf(
  reading: Reading,
  wanted: { alpha: number; asymptotic: boolean; onProgress?: (fraction: number) => void },
): PlannedAnswer<PlannedSection> {
  return PLANNED[reading.bundle.tasting.test].answer(reading, { ...rulesOf(reading), ...wanted });
}

/** Scores on scales that are not what was planned, read as a profile is: looked at once the key is open. */
export function scalesAnswer(reading: Reading, items: readonly BallotItem[]): Answer<Profiled> {
  return unlessTooFew(readProfile(reading.sets, items, rulesOf(reading)), peopleIn(reading.sets).length);
}

/** Totals of several scales, read as scores of liking are; a serving without a total does not count. */
export function totalsAnswer(
  reading: Reading,
  total: (set: AnsweredSet, code: string) => number | null,
): Answer<Scored> {
  const totals = reading.sets.map((set) => ({
    ...set,
    answers: set.samples.flatMap(({ code }) => {
      const score = total(set, code);
      const when = { id: code, at: '', by: '', reason: '' };
      return score === null ? [] : [{ ...when, kind: 'score' as const, item: TOTAL, code, score }];
    }),
  }));
  const rules = { ...rulesOf(reading), test: 'liking' as const, item: TOTAL, isTotal: true };
  return unlessTooFew(readLiking(totals, rules), peopleIn(totals.filter(({ answers }) => answers.length > 0)).length);
}

const TOTAL = 'total';
