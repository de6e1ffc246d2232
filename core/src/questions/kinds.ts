import type { Answer, AnswerValue, BallotItem, ItemKind, Serving, Tasting, Test } from '../tasting';

/** What one answer to a question is about: one sample, samples put side by side, or the whole ballot. */
export type Scope = 'sample' | 'set' | 'ballot';

const SCOPES: Readonly<Record<ItemKind, Scope>> = {
  ranking: 'set',
  liking: 'sample',
  line: 'sample',
  category: 'sample',
  'just-right': 'sample',
  'check-all': 'sample',
  triangle: 'set',
  'duo-trio': 'set',
  '2-afc': 'set',
  '3-afc': 'set',
  tetrad: 'set',
  'a-not-a': 'set',
  'same-different': 'set',
  'best-worst': 'set',
  'paired-preference': 'set',
  comment: 'ballot',
};

export const scopeOf = ({ kind }: Pick<BallotItem, 'kind'>): Scope => SCOPES[kind];

/** Questions, and the tests that go by them, which take sets of two samples that are made for them. */
const OF_TWO_SAMPLES: ReadonlySet<ItemKind | Test> = new Set([
  'triangle',
  'duo-trio',
  '2-afc',
  '3-afc',
  'tetrad',
  'a-not-a',
  'same-different',
  'paired-preference',
]);

/** Whether a test, or a question, compares just two samples, in sets of its own. */
export const isOfTwoSamples = (kind: ItemKind | Test): boolean => OF_TWO_SAMPLES.has(kind);

/** Whether a question has a right answer, which may be guessed; a preference has none. */
export const hasRightAnswer = (kind: ItemKind): boolean => OF_TWO_SAMPLES.has(kind) && kind !== 'paired-preference';

/** The kinds of question that a planned test can read. */
export function kindsFor(test: Test): ItemKind[] {
  switch (test) {
    case 'non-inferiority':
      return ['liking'];
    case 'profile':
      return ['line', 'category'];
    default:
      return [test];
  }
}

/** The question that the planned test goes by: the first of a kind that it can read. */
export function mainItem({ test, ballot }: Pick<Tasting, 'test' | 'ballot'>): BallotItem | undefined {
  return ballot.items.find((item) => kindsFor(test).includes(item.kind));
}

/** All that a panelist is served at one sitting, the warm-up first. */
export const codesServed = ({ warmUp, sets }: Pick<Serving, 'warmUp' | 'sets'>): string[] => [
  ...(warmUp ? [warmUp] : []),
  ...countedCodes({ sets }),
];

/** What counts of it. */
export const countedCodes = ({ sets }: Pick<Serving, 'sets'>): string[] => sets.flatMap((set) => set.codes);

const VALUE_KINDS: Partial<Record<BallotItem['kind'], Answer['kind']>> = {
  ranking: 'ranking',
  'check-all': 'words',
  'best-worst': 'best-worst',
  comment: 'comment',
};

/** The kind of answer that a question takes. */
export const answerKindOf = (item: Pick<BallotItem, 'kind'>): Answer['kind'] =>
  VALUE_KINDS[item.kind] ?? (scopeOf(item) === 'sample' ? 'score' : 'choice');

/** The lowest and highest score of a question, and whether only whole numbers count. */
export function scoreRange(item: Pick<BallotItem, 'kind' | 'options'>): { low: number; high: number; whole: boolean } {
  switch (item.kind) {
    case 'line':
      return { low: 0, high: 100, whole: false };
    case 'just-right':
      return { low: -2, high: 2, whole: true };
    case 'category':
      return { low: 1, high: item.options.length, whole: true };
    default:
      return { low: 1, high: 9, whole: true };
  }
}

/** What can be chosen where it is not a code. */
export const CHOICE_WORDS: Partial<Record<BallotItem['kind'], readonly [string, string]>> = {
  'a-not-a': ['a', 'not-a'],
  'same-different': ['same', 'different'],
};

/** What an answer is about; a later answer about the same replaces it. */
export function placeOfAnswer(answer: AnswerValue): string {
  const item = 'item' in answer ? answer.item : '';
  const where = 'code' in answer ? answer.code : 'set' in answer ? String(answer.set) : '';
  return `${answer.kind} ${item} ${where}`;
}
