import fc from 'fast-check';
import { neutralQuestion } from '../../src/library';
import {
  crossedAndAnswered,
  differing,
  entered,
  freshEntry,
  keysText,
  paperFields,
  sameValue,
  textOf,
  typedInto,
  typeInto,
  valueText,
  type PaperField,
  type PaperValue,
} from '../../src/paper';
import { answerProblems, missingAnswers, placeOfAnswer } from '../../src/questions';
import { ITEM_KINDS, type AnswerValue, type BallotItem } from '../../src/tasting';

const CODES = ['482', '107', '939'];
const serving = { warmUp: null, sets: [{ zone: null, codes: CODES }] };
const item = (kind: BallotItem['kind'], change: Partial<BallotItem> = {}): BallotItem => ({
  ...neutralQuestion(kind, kind, { word: 'crisp' }),
  ...change,
});
const words = ['crisp', 'earthy', 'sweet'].map((text) => ({ text, weight: 0 }));
const fieldOf = (one: BallotItem): PaperField => paperFields([one], serving).find((field) => !field.isCrossing)!;
const typed = (one: BallotItem, text: string) => typedInto(fieldOf(one), text);
const value = (one: BallotItem, text: string) => {
  const { value: said, isDone } = typed(one, text);
  return isDone && said !== null && said !== 'blank' ? valueText(fieldOf(one), said) : null;
};

describe('what is typed off a paper ballot', () => {
  it('stands in the order of the sheet: set by set, question by question, sample by sample', () => {
    const sets = [
      { zone: null, codes: ['482', '107'] },
      { zone: null, codes: ['939', '555'] },
    ];
    const items = [item('liking'), item('comment'), item('ranking'), item('line')];
    expect(paperFields(items, { sets }).map(({ name }) => name)).toEqual([
      ...['score liking 482', 'score liking 107', 'score line 482', 'score line 107'],
      ...['untasted  482', 'untasted  107', 'ranking ranking 0'],
      ...['score liking 939', 'score liking 555', 'score line 939', 'score line 555'],
      ...['untasted  939', 'untasted  555', 'ranking ranking 1'],
      'comment comment ',
    ]);
  });

  it('takes one key for a step, two for a point of a line, and three only for 100', () => {
    expect(value(item('liking'), '7')).toBe('7 Like moderately');
    expect(value(item('liking'), '9')).toBe('9 Like extremely');
    expect(typed(item('just-right'), '1').value).toMatchObject({ score: -2 });
    expect(typed(item('just-right'), '5').value).toMatchObject({ score: 2 });
    expect(typed(item('line'), '4').isDone).toBe(false);
    expect(typed(item('line'), '47').value).toMatchObject({ score: 47 });
    expect(typed(item('line'), '03').value).toMatchObject({ score: 3 });
    expect(typed(item('line'), '100').value).toMatchObject({ score: 100 });
    // 10 may still become 100; another key is the first of the next field.
    expect(typed(item('line'), '10')).toMatchObject({ isDone: false, value: { score: 10 } });
    expect(typed(item('line'), '107')).toMatchObject({ isDone: true, rest: '7', value: { score: 10 } });
  });

  it('takes two keys for scales of ten steps and more', () => {
    const long = item('category', {
      options: Array.from({ length: 12 }, (_, at) => ({ text: `step ${at}`, weight: at })),
    });
    expect(typed(long, '1').isDone).toBe(false);
    expect(typed(long, '12').value).toMatchObject({ score: 12 });
    expect(typed(long, '13').problem).not.toBeNull();
  });

  it('takes codes for orders and choices, and ties only where they may be', () => {
    expect(value(item('ranking'), '939482107')).toBe('939, 482, 107');
    expect(value(item('ranking', { ties: true }), '939=482107')).toBe('939 = 482, 107');
    expect(typed(item('ranking'), '939=4').problem).not.toBeNull();
    expect(typed(item('ranking'), '9394').problem).toBeNull();
    expect(typed(item('ranking'), '9395').problem).toContain('begins with 5');
    expect(typed(item('ranking'), '939939').problem).toContain('twice');
    expect(value(item('triangle'), '107')).toBe('107');
    expect(typed(item('triangle'), '55').problem).toContain('cannot be chosen');
    expect(value(item('best-worst'), '482939')).toBe('best 482, worst 939');
    expect(typed(item('best-worst'), '482482').problem).not.toBeNull();
    expect(value(item('same-different'), 'd')).toBe('different');
    expect(value(item('a-not-a'), 'n')).toBe('not-a');
    expect(value(item('paired-preference', { ties: true }), '0')).toBe('no preference');
    expect(typed(item('paired-preference'), '0').problem).not.toBeNull();
  });

  it('takes letters for words, once more to take one back, and waits for Enter', () => {
    const list = item('check-all', { options: words });
    expect(typed(list, 'ac')).toMatchObject({ isDone: false, value: { words: ['crisp', 'sweet'] } });
    expect(typed(list, 'aca')).toMatchObject({ value: { words: ['sweet'] } });
    // A list without a tick is an answer; one that was not reached is blank.
    expect(typed(list, '').value).toMatchObject({ words: [] });
    expect(typed(list, '-').value).toBe('blank');
    expect(typed(list, 'd').problem).toContain('letter d');
    expect(keysText(fieldOf(list))).toBe('a crisp, b earthy, c sweet');
  });

  const asked = ITEM_KINDS.filter((kind) => kind !== 'guess').map((kind) =>
    item(kind, kind === 'check-all' ? { options: words } : {}),
  );

  it.each(asked.map((one) => [one.kind, one] as const))(
    'never makes an answer to %s that a ballot would refuse',
    (_kind, one) => {
      const keys = fc.array(fc.constantFrom(...'0123456789abcdns=-'), { maxLength: 9 });
      fc.assert(
        fc.property(keys, (pressed) => {
          let text = '';
          for (const key of pressed) {
            const { value: said, problem, isDone } = typed(one, text + key);
            if (problem) text = '';
            else text = isDone ? '' : text + key;
            if (said && said !== 'blank')
              expect(answerProblems({ ...said }, { design: { items: [one] }, serving })).toEqual([]);
            if (said && said !== 'blank') {
              expect(placeOfAnswer(said)).toBe(fieldOf(one).name);
              // Written out and read again, it says the same.
              expect(typed(one, textOf(fieldOf(one), said)).value).toEqual(said);
            }
          }
        }),
        { numRuns: 300 },
      );
      expect(typed(one, '-').value).toBe('blank');
      if (one.kind !== 'check-all') expect(typed(one, '').value).toBeNull();
    },
  );

  // What the issue of keys comes to: one for each digit of an answer, and one for the ballot.
  it('types a whole ballot of six samples and four questions by one key for each digit', () => {
    const codes = ['482', '107', '939', '555', '641', '728'];
    const items = [item('liking'), item('line'), item('just-right'), item('ranking')];
    const fields = paperFields(items, { sets: [{ codes }] });
    const digits = ['756198', '47', '100', '10', '58', '09', '90', '135324', ...codes];
    const keys = [...digits.join('')];
    let entry = freshEntry;
    for (const key of keys) {
      const { name } = fields[entry.at];
      entry = typeInto(fields, entry, entry.at, (entry.texts[name] ?? '') + key);
      expect(entry.problem).toBeNull();
    }
    const { answers, open } = entered(fields, entry);
    expect(open).toEqual([]);
    expect(answers.flatMap((one) => (one.kind === 'score' && one.item === 'line' ? one.score : []))).toEqual([
      ...[47, 100, 10, 58, 9, 90],
    ]);
    expect(entry.at).toBe(fields.length);
    expect(
      missingAnswers(answers, { design: { items }, serving: { warmUp: null, sets: [{ zone: null, codes }] } }),
    ).toEqual([]);
    expect(keys).toHaveLength(6 + 13 + 6 + 18);
  });
});

it('takes no key that can be no answer, and says why', () => {
  const fields = paperFields([item('liking')], serving);
  const wrong = typeInto(fields, freshEntry, 0, '0');
  expect(wrong).toMatchObject({ at: 0, texts: {} });
  expect(wrong.problem).toContain('Not on this scale');
  expect(typeInto(fields, wrong, 0, '8')).toMatchObject({ at: 1, problem: null });
  expect(entered(fields, wrong).open).toHaveLength(3);
});

describe('two who read one sheet', () => {
  const items = [
    item('liking'),
    item('check-all', { options: words }),
    item('ranking', { ties: true }),
    item('comment'),
  ];
  const fields = paperFields(items, serving);
  const asked = fields.filter(({ isCrossing }) => !isCrossing);
  const read = (...texts: string[]): AnswerValue[] =>
    asked.flatMap((field, at) => {
      const said: PaperValue | null = typedInto(field, texts[at] ?? '').value;
      return said === null || said === 'blank' ? [] : [said];
    });
  const first = read('7', '5', '3', 'ab', 'c', '', '482=107939', 'Too salty');

  it('agree whatever order they typed words and ties in', () => {
    expect(differing(fields, first, read('7', '5', '3', 'ba', 'c', '', '107=482939', 'Too  salty '))).toEqual([]);
  });

  it('agree with a phone, on which words were ticked in another order', () => {
    const ticked = (...list: string[]): AnswerValue => ({
      ...{ kind: 'words', item: 'check-all', code: CODES[0], words: list },
    });
    expect(sameValue(ticked('earthy', 'crisp'), ticked('crisp', 'earthy'))).toBe(true);
    expect(sameValue(ticked('earthy'), ticked('crisp', 'earthy'))).toBe(false);
    expect(sameValue(ticked(), null)).toBe(false);
  });

  it('differ where one read another thing, or nothing', () => {
    const found = differing(fields, first, read('7', '-', '3', 'ab', 'c', '', '482107939', 'Too salty'));
    expect(found.map(({ field }) => field.name)).toEqual(['score liking 107', 'ranking ranking 0']);
    expect(found[0].second).toBeNull();
    expect(found.map(({ field, first: one, second }) => [valueText(field, one), valueText(field, second)])).toEqual([
      ['5 Neither like nor dislike', 'blank'],
      ['482 = 107, 939', '482, 107, 939'],
    ]);
  });
});

describe('a code that is crossed out', () => {
  const items = [item('liking'), item('line'), item('ranking'), item('comment')];
  const fields = paperFields(items, serving);
  const design = { items };
  /** As from a keyboard: each key goes where the one before led. */
  const type = (keys: string, from = freshEntry) =>
    [...keys].reduce((entry, key) => {
      const { name } = fields[entry.at];
      return typeInto(fields, entry, entry.at, (entry.texts[name] ?? '') + key);
    }, from);
  const untasted = { kind: 'untasted', code: '107', because: 'crossed out on paper' };

  it('is one key wherever it is met, and nothing else is asked about its sample', () => {
    // Liking of 482, 107 crossed out, liking of 939; lines of 482 and 939 alone; an order of the two.
    const entry = type('7x4' + '3060' + '939482' + 'n');
    const { answers, open } = entered(fields, entry);
    expect(open).toEqual([]);
    expect(answers).toEqual([
      { kind: 'score', item: 'liking', code: '482', score: 7 },
      { kind: 'score', item: 'liking', code: '939', score: 4 },
      { kind: 'score', item: 'line', code: '482', score: 30 },
      { kind: 'score', item: 'line', code: '939', score: 60 },
      untasted,
      { kind: 'ranking', item: 'ranking', set: 0, ranking: [['939'], ['482']] },
      { kind: 'comment', item: 'comment', text: 'n' },
    ]);
    expect(missingAnswers(answers, { design, serving })).toEqual([]);
    const asked = { design, serving, untasted: new Set(['107']) };
    expect(answers.flatMap((answer) => answerProblems(answer, asked))).toEqual([]);
  });

  it('leaves nothing to compare where it leaves one', () => {
    const entry = type('7xx' + '30');
    expect(fields[entry.at].item.kind).toBe('comment');
    expect(entered(fields, entry).open).toEqual([]);
    expect(entered(fields, entry).answers.map(({ kind }) => kind)).toEqual(['score', 'score', 'untasted', 'untasted']);
  });

  it('may be taken back by typing an answer, and then the set is compared again', () => {
    const entry = type('7xx');
    const at = fields.findIndex(({ name }) => name === 'score liking 107');
    const back = typeInto(fields, entry, at, '5');
    const { answers, open } = entered(fields, back);
    expect(answers.filter(({ kind }) => kind === 'untasted')).toHaveLength(1);
    expect(open.map(({ name }) => name)).toEqual(['score line 482', 'score line 107', 'ranking ranking 0']);
  });

  it('can be said at its own place, where a letter means a word, and never by a comment', () => {
    const long = Array.from({ length: 30 }, (_, at) => ({ text: `word ${at}`, weight: 0 }));
    const listed = paperFields([item('check-all', { options: long }), item('comment')], serving);
    expect(typeInto(listed, freshEntry, 0, 'x').texts).toEqual({ 'words check-all 482': 'x' });
    const own = listed.findIndex(({ name }) => name === 'untasted  482');
    const out = entered(listed, typeInto(listed, freshEntry, own, 'x')).answers;
    expect(out.filter(({ kind }) => kind === 'untasted')).toHaveLength(1);
    expect(typeInto(listed, freshEntry, own, '7').problem).toContain('Type x');
    expect(entered(listed, typeInto(listed, freshEntry, listed.length - 1, 'x')).answers).toContainEqual({
      ...{ kind: 'comment', item: 'comment', text: 'x' },
    });
  });

  it('is a place of its own where two read it differently', () => {
    const [one, other] = [type('7x4'), type('754')].map((entry) => entered(fields, entry).answers);
    const found = differing(fields, one, other);
    expect(found.map(({ field }) => field.name)).toEqual(['score liking 107', 'untasted  107']);
    const [, place] = found;
    expect([place.first, place.second].map((answer) => valueText(place.field, answer))).toEqual([
      'crossed out',
      'not crossed out',
    ]);
    // Why it was not tasted, a sheet does not say.
    expect(sameValue(untasted as AnswerValue, { ...untasted, because: 'It fell down' } as AnswerValue)).toBe(true);
    expect(textOf(place.field, untasted as AnswerValue)).toBe('x');
    expect(crossedAndAnswered([...one, ...other])).toEqual(['107']);
    expect(crossedAndAnswered(one)).toEqual([]);
  });
});
