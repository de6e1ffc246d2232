import { ITEM_KINDS, type BallotItem } from '../../src/bundle';
import { neutralQuestion } from '../../src/library';
import { ballotSheet, type Block, type TrayRow } from '../../src/sheets';

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
const personal = (blocks: readonly Block[]) => blocks.flatMap((block) => (block.kind === 'personal' ? block : []));
const questions = (trays: TrayRow[], ...items: BallotItem[]) =>
  personal(ballotSheet('Thursday panel', trays, { itemsOf: () => items, sitting }).blocks).flatMap(({ blocks }) =>
    blocks.flatMap((block) => (block.kind === 'question' ? block : [])),
  );
const answer = (...items: BallotItem[]) => questions([tray(1)], ...items)[0].answer;

describe('a ballot on paper', () => {
  it('is there for each seat, by flights, on pages of its own that say whose they are', () => {
    const trays = [tray(1, { flight: 2 }), tray(3), tray(2)];
    const { blocks, title } = ballotSheet('Thursday panel', trays, {
      itemsOf: () => [item('liking')],
      sitting: { now: 2, of: 2 },
    });
    expect(title).toBe('Thursday panel');
    expect(personal(blocks).map(({ name }) => name)).toEqual(
      [2, 3, 1].map((seat) => `Seat ${seat} · Panelist ${seat}, sitting 2`),
    );
    expect(blocks.filter(({ kind }) => kind === 'new-page')).toHaveLength(2);
    const [{ name }] = personal(ballotSheet('', [tray(4, { name: '' })], { itemsOf: () => [], sitting }).blocks);
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
    expect(answer(tied)).toMatchObject({ columns: [...CODES, 'no preference'] });
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
    const said = JSON.stringify(ballotSheet('', [zoned], { itemsOf: () => [item('liking')], sitting }));
    expect(said).toContain('Taste 999 first');
    for (const zone of ['Loin', 'Belly']) expect(said).toContain(zone);
  });
});
