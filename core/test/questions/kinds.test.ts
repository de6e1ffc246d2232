import fc from 'fast-check';
import {
  TEST_FACTS,
  isOfTwoSamples,
  answerKindOf,
  answerProblems,
  choicesOf,
  countOf,
  hasPart,
  hasRightAnswer,
  isScaleOfWord,
  kindsFor,
  missingAnswers,
  scaleOf,
  scopeOf,
} from '../../src/questions';
import { ITEM_KINDS, TESTS, type AnswerValue, type BallotItem, type ItemKind } from '../../src/tasting';
import { neutralQuestion, QUESTION_KINDS } from '../../src/library';

const question = (kind: ItemKind, change: Partial<BallotItem> = {}): BallotItem => ({
  ...neutralQuestion('q', kind, { word: 'crisp' }),
  ...change,
});
const scored = ITEM_KINDS.filter((kind) => answerKindOf({ kind }) === 'score');
const chosen = ITEM_KINDS.filter((kind) => answerKindOf({ kind }) === 'choice');
const served = { warmUp: null, sets: [{ zone: null, codes: ['482', '907', '615'] }] };
const problems = (answer: AnswerValue, item: BallotItem, codes = served.sets[0].codes) =>
  answerProblems(answer, { design: { items: [item] }, serving: { warmUp: null, sets: [{ zone: null, codes }] } });

describe('kinds of question', () => {
  it('are each offered once, by a name of their own', () => {
    expect(QUESTION_KINDS.map(({ kind }) => kind).sort()).toEqual([...ITEM_KINDS].sort());
    expect(new Set(QUESTION_KINDS.map(({ name }) => name)).size).toBe(ITEM_KINDS.length);
  });

  it('are what a test goes by, each of them a kind that a ballot can ask', () => {
    for (const test of TESTS) for (const kind of kindsFor(test)) expect(ITEM_KINDS).toContain(kind);
    expect(kindsFor('profile').every((kind) => isScaleOfWord({ kind }))).toBe(true);
  });

  it('have a right answer where samples are told apart, and none where they are preferred', () => {
    expect(ITEM_KINDS.filter(hasRightAnswer)).toEqual(
      ITEM_KINDS.filter((kind) => chosen.includes(kind) && kind !== 'paired-preference'),
    );
  });

  it.each(ITEM_KINDS)('%s begins with words for every part that a coordinator fills in', (kind) => {
    const item = question(kind);
    expect(item.ask).not.toBe('');
    if (hasPart(item, 'ends')) expect([item.low, item.high].every(Boolean)).toBe(true);
    if (hasPart(item, 'options')) expect(item.options.length).toBeGreaterThan(1);
    else expect(item.options).toEqual([]);
    if (hasPart(item, 'word')) expect(`${item.ask} ${item.low} ${item.high}`).toContain('crisp');
  });
});

describe('scales', () => {
  it.each(scored)('%s takes every step of its scale and nothing beside it', (kind) => {
    const item = question(kind);
    const { low, high, steps } = scaleOf(item);
    const score = (value: number): AnswerValue => ({ kind: 'score', item: 'q', code: '482', score: value });
    for (const value of steps?.map((step) => step.score) ?? [low, 33.3, high])
      expect(problems(score(value), item)).toEqual([]);
    for (const value of [low - 1, high + 1, ...(steps ? [low + 0.5] : [])])
      expect(problems(score(value), item)).toHaveLength(1);
  });

  it.each(scored)('%s has steps in order, each with a text of its own', (kind) => {
    const { steps, low, high } = scaleOf(question(kind));
    if (!steps) return expect([low, high]).toEqual([0, 100]);
    expect(new Set(steps.map(({ text }) => text)).size).toBe(steps.length);
    const scores = steps.map((step) => step.score);
    expect([Math.min(...scores), Math.max(...scores)]).toEqual([low, high]);
    expect(scores.every((score, at) => at === 0 || Math.abs(score - scores[at - 1]) === 1)).toBe(true);
  });

  it('name the ends of just-about-right as the coordinator did', () => {
    const texts = (change: Partial<BallotItem>) =>
      scaleOf(question('just-right', change)).steps!.map(({ text }) => text);
    expect(texts({ low: 'Far too pale', high: 'Burnt' })).toEqual([
      'Far too pale',
      'A little too little',
      'Just about right',
      'A little too much',
      'Burnt',
    ]);
    expect(texts({ low: '', high: '' })).toContain('Much too little');
  });

  it('count a category by its weight, whatever the weights, and all else as it is', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 2, maxLength: 9 }), (weights) => {
        const item = question('category', { options: weights.map((weight, at) => ({ text: `step ${at}`, weight })) });
        expect(weights.map((_, at) => countOf(item, at + 1))).toEqual(weights);
      }),
    );
    expect([
      countOf(question('liking'), 7),
      countOf(question('line'), 33.3),
      countOf(question('just-right'), -2),
    ]).toEqual([7, 33.3, -2]);
  });

  it('are none for what takes no score', () => {
    for (const kind of ITEM_KINDS.filter((one) => !scored.includes(one)))
      expect(() => scaleOf(question(kind))).toThrow('takes no score');
  });
});

describe('choices', () => {
  const codesFor = (kind: ItemKind): string[] => {
    const number =
      { tetrad: 4, 'a-not-a': 1, 'same-different': 2, '2-afc': 2, 'paired-preference': 2 }[kind as string] ?? 3;
    return ['482', '907', '615', '338'].slice(0, number);
  };

  it.each(chosen)('%s takes what it offers, and as many as it asks for', (kind) => {
    const codes = codesFor(kind);
    const item = question(kind);
    const { offered, choose } = choicesOf(item, codes);
    const choice = (words: readonly string[]): AnswerValue => ({
      kind: 'choice',
      item: 'q',
      set: 0,
      choice: [...words],
    });
    for (let at = 0; at + choose <= offered.length; at++)
      expect(problems(choice(offered.slice(at, at + choose)), item, codes)).toEqual([]);
    expect(problems(choice([]), item, codes)).toHaveLength(1);
    expect(problems(choice(offered.slice(0, choose + 1)), item, codes).length).toBe(offered.length > choose ? 1 : 0);
    expect(problems(choice(Array.from({ length: choose }, () => '111')), item, codes).length).toBeGreaterThan(0);
  });

  it('never offer the reference of a duo-trio, which stands first', () => {
    const answer: AnswerValue = { kind: 'choice', item: 'q', set: 0, choice: ['482'] };
    expect(problems(answer, question('duo-trio'))).toEqual([
      { field: 'choice.0', message: '482 cannot be chosen here.' },
    ]);
  });

  it('may be left open only where no preference may be said', () => {
    const none: AnswerValue = { kind: 'choice', item: 'q', set: 0, choice: [] };
    const pair = ['482', '907'];
    expect(problems(none, question('paired-preference', { ties: true }), pair)).toEqual([]);
    expect(problems(none, question('paired-preference'), pair)).toHaveLength(1);
    expect(problems(none, question('2-afc', { ties: true }), pair)).toHaveLength(1);
  });
});

describe('what is still to be answered', () => {
  it.each(ITEM_KINDS)('of a %s is all that was served, and nothing once it is given', (kind) => {
    const item = question(kind);
    const asked = { design: { items: [item] }, serving: served };
    const missing = missingAnswers([], asked);
    expect(missing).toHaveLength(['ballot', 'afterwards'].includes(scopeOf(item)) ? 0 : 1);
    const place = (code: string): object => (scopeOf(item) === 'sample' ? { code } : { set: 0 });
    const given = (code: string) => ({ item: 'q', kind: answerKindOf(item), ...place(code) }) as AnswerValue;
    expect(missingAnswers(served.sets[0].codes.map(given), asked)).toEqual([]);
    if (scopeOf(item) === 'sample') expect(missingAnswers([given('482')], asked)[0].message).toContain('907; 615');
  });
});

it('serves sets of its own for a test of two samples, and for no other', () => {
  for (const test of TESTS) expect([test, TEST_FACTS[test].sequences !== null]).toEqual([test, isOfTwoSamples(test)]);
});
