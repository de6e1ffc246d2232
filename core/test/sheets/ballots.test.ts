import { ITEM_KINDS, type BallotItem } from '../../src/bundle';
import { neutralQuestion } from '../../src/library';
import { ballotSheet, type Block, type TrayRow } from '../../src/sheets';
import { PAPER } from '../../src/words/paper';

const CODES = ['417', '382', '905'];
const tray = (seat: number, change: Partial<TrayRow> = {}): TrayRow => ({
  ...{ seat, name: `Panelist ${seat}`, flight: 1, codes: CODES, warmUp: false, sets: [{ codes: CODES, zone: '' }] },
  ...change,
});
const item = (kind: BallotItem['kind'], change: Partial<BallotItem> = {}): BallotItem => ({
  ...neutralQuestion(kind, kind, { word: 'crisp' }),
  ...change,
});
const sitting = { now: 1, of: 1 };
const service = { language: 'en' as const, pauseAfter: 0, pauseSeconds: 180 };
const personal = (blocks: readonly Block[]) => blocks.flatMap((block) => (block.kind === 'personal' ? block : []));
const questions = (trays: TrayRow[], ...items: BallotItem[]) =>
  personal(ballotSheet('Thursday panel', trays, { itemsOf: () => items, sitting, service }).blocks).flatMap(
    ({ blocks }) => blocks.flatMap((block) => (block.kind === 'question' ? block : [])),
  );
const answer = (...items: BallotItem[]) => questions([tray(1)], ...items)[0].answer;

describe('a ballot on paper', () => {
  it('is there for each seat, by flights, on pages of its own that say whose they are', () => {
    const trays = [tray(1, { flight: 2 }), tray(3), tray(2)];
    const { blocks, title } = ballotSheet('Thursday panel', trays, {
      itemsOf: () => [item('liking')],
      sitting: { now: 2, of: 2 },
      service,
    });
    expect(title).toBe('Thursday panel');
    expect(personal(blocks).map(({ name }) => name)).toEqual(
      [2, 3, 1].map((seat) => `Seat ${seat}, sitting 2 of 2 · Panelist ${seat}`),
    );
    expect(blocks.filter(({ kind }) => kind === 'new-page')).toHaveLength(2);
    const [{ name }] = personal(
      ballotSheet('', [tray(4, { name: '' })], { itemsOf: () => [], sitting, service }).blocks,
    );
    expect(name).toBe('Seat 4');
  });

  it('has room for the answer to every kind of question, in the order of serving', () => {
    const all = ITEM_KINDS.map((kind) => item(kind));
    const asked = questions([tray(1)], ...all);
    // But for the one that names methods, which is asked once all is handed in.
    expect(asked.map(({ ask }) => ask)).toEqual(
      expect.arrayContaining(all.filter(({ kind }) => kind !== 'guess').map(({ ask }) => ask)),
    );
    expect(asked).toHaveLength(ITEM_KINDS.length - 1);
    expect(answer(item('liking'))).toMatchObject({ as: 'boxes', rows: CODES, isCode: 'rows' });
    expect(answer(item('line'))).toMatchObject({ as: 'scales', rows: CODES });
    expect(answer(item('check-all'))).toMatchObject({ as: 'boxes', columns: CODES, isCode: 'columns' });
    expect(answer(item('ranking'))).toEqual({ as: 'blanks', names: ['1', '2', '3'] });
    expect(answer(item('best-worst'))).toEqual({ as: 'blanks', names: ['Best', 'Worst'] });
    expect(answer(item('triangle'))).toMatchObject({ as: 'boxes', columns: CODES });
    expect(answer(item('duo-trio'))).toMatchObject({ columns: CODES.slice(1) });
    expect(answer(item('same-different'))).toMatchObject({ columns: ['same', 'different'] });
    expect(answer(item('comment'))).toMatchObject({ as: 'lines' });
  });

  it('says that one has to choose where there is a right answer, and shows steps without what they count', () => {
    const hint = (one: BallotItem) => questions([tray(1)], one)[0].hint;
    expect(hint(item('triangle'))).toContain('guess if you are not sure');
    expect(hint(item('tetrad'))).toContain('Tick two');
    expect(hint(item('duo-trio'))).toContain('417 is the reference');
    for (const kind of ['triangle', 'same-different', 'paired-preference'] as const)
      expect(hint(item(kind))).not.toContain('reference');
    expect(hint(item('paired-preference'))).not.toContain('guess');
    const tied = item('paired-preference', { ties: true });
    expect(answer(tied)).toMatchObject({ columns: [...CODES, 'No preference'] });
    const steps = [
      { text: 'pale', weight: 33 },
      { text: 'brown', weight: 77 },
    ];
    expect(answer(item('category', { options: steps }))).toMatchObject({ columns: ['pale', 'brown'] });
    expect(JSON.stringify(questions([tray(1)], item('category', { options: steps })))).not.toMatch(/33|77/);
  });

  it('asks zone by zone, and nothing about a warm-up', () => {
    const zoned = tray(1, {
      ...{ codes: ['999', ...CODES, '638'], warmUp: true },
      sets: [
        { codes: CODES, zone: 'Loin' },
        { codes: ['638'], zone: 'Belly' },
      ],
    });
    expect(
      questions([zoned], item('liking')).map(({ answer: { ...room } }) => ('rows' in room ? room.rows : [])),
    ).toEqual([CODES, ['638']]);
    const said = JSON.stringify(ballotSheet('', [zoned], { itemsOf: () => [item('liking')], sitting, service }));
    expect(said).toContain('Taste 999 first');
    for (const zone of ['Loin', 'Belly']) expect(said).toContain(zone);
  });

  it('speaks the language of the ballot, but for what the coordinator wrote', () => {
    const items = [
      item('liking', { ask: 'Wie gern?' }),
      item('just-right'),
      item('line', { low: '', high: '' }),
      item('check-all'),
      item('ranking', { ties: true }),
      item('best-worst'),
      item('triangle'),
      item('same-different'),
      item('a-not-a'),
      item('paired-preference', { ties: true }),
      item('category', { options: [{ text: 'pale', weight: 1 }] }),
    ];
    const said = (language: 'en' | 'de' | 'fr') =>
      JSON.stringify(
        ballotSheet('', [tray(4, { warmUp: true, codes: ['999', ...CODES] })], {
          itemsOf: () => items,
          sitting: { now: 2, of: 2 },
          service: { language, pauseAfter: 2, pauseSeconds: 180 },
        }),
      );
    const [en, de, fr] = (['en', 'de', 'fr'] as const).map(said);
    for (const text of ['Wie gern?', 'pale', ...CODES]) for (const sheet of [en, de, fr]) expect(sheet).toContain(text);
    expect(en).toContain('After every 2 samples pause for 3 min.');
    expect(de).toContain('Kosten Sie zuerst 999');
    expect(de).toContain('Machen Sie nach je 2 Proben eine Pause von 3 min.');
    expect(de).toContain('Platz 4, Sitzung 2 von 2 · Panelist 4');
    expect(fr).toContain('Goûtez d’abord le 999');
    // Nothing of Jacana's own is left in English.
    const own = [
      'Taste',
      'Tick',
      'Write one',
      'Cross',
      'Like ',
      'about right',
      'Best',
      '"same"',
      'No preference',
      'very strong',
    ];
    for (const sheet of [de, fr]) for (const text of own) expect(sheet).not.toContain(text);
    for (const text of own) expect(en).toContain(text);
  });

  it('turns a scale whose words would run over the edge of the page', () => {
    const of = (language: 'en' | 'de' | 'fr', one: BallotItem) => {
      const { blocks } = ballotSheet('', [tray(1)], {
        itemsOf: () => [one],
        sitting,
        service: { ...service, language },
      });
      const [question] = personal(blocks)[0].blocks.flatMap((block) => (block.kind === 'question' ? block : []));
      return question.answer;
    };
    expect(of('en', item('liking'))).toMatchObject({ rows: CODES, isCode: 'rows' });
    for (const language of ['de', 'fr'] as const)
      expect(of(language, item('liking'))).toMatchObject({ columns: CODES, isCode: 'columns' });
    expect(of('de', item('just-right'))).toMatchObject({ rows: CODES });
    const long = [
      'unacceptably pale',
      'indistinguishable',
      'uncharacteristic',
      'disproportionate',
      'incomprehensible',
      'x',
    ];
    const options = long.map((text, weight) => ({ text, weight }));
    expect(of('en', item('category', { options }))).toMatchObject({ rows: long, columns: CODES });
  });

  it('says nothing of pauses where there are none', () => {
    expect(JSON.stringify(ballotSheet('', [tray(1)], { itemsOf: () => [], sitting, service }))).not.toContain('pause');
  });
});

describe('the words of paper', () => {
  const holesOf = (text: string): string[] => [...text.matchAll(/{{(\w+)}}/g)].map(([, name]) => name).sort();

  it.each(['de', 'fr'] as const)(
    'are all there in %s, with the same things filled in, and words of their own',
    (language) => {
      const [own, english] = [Object.entries(PAPER[language]), new Map(Object.entries(PAPER.en))];
      expect(own.map(([key]) => key).sort()).toEqual([...english.keys()].sort());
      for (const [key, text] of own) expect([key, holesOf(text)]).toEqual([key, holesOf(english.get(key) ?? '')]);
      expect(own.filter(([key, text]) => text === english.get(key)).map(([key]) => key)).toEqual(['paper-a']);
      for (const form of new Intl.PluralRules(language)
        .resolvedOptions()
        .pluralCategories.filter((one) => one !== 'many'))
        expect(Object.keys(PAPER[language])).toContain(`paper-pause_${form}`);
    },
  );
});
