import {
  actionsOf,
  chainName,
  cookLossOf,
  gateCheck,
  kitchenState,
  needsText,
  measuresOf,
  pieceOf,
  proposalsOf,
  readSteps,
  stepOf,
  toleranceOf,
  type PlannedStep,
} from '../../src/kitchen';
import type { KitchenEntry, Product } from '../../src/tasting';

const at = (minutes: number): string => new Date(Date.UTC(2026, 10, 26, 16, 0, minutes * 60)).toISOString();
let count = 0;
const entry = (minutes: number, body: KitchenEntry['body'], by = 'Marek'): KitchenEntry => ({
  ...{ id: `e${count++}`, at: at(minutes), storedAt: at(minutes), by, body },
});
const tapped = (minutes: number, kind: 'started' | 'done' | 'acted', step: string, ...pieces: string[]) =>
  entry(minutes, { kind, pieces, step });

const chain = readSteps(
  'Season 10 g/kg salt, 2 min\nRoast at 110 °C until 50 °C inside, 20-30 min\nSear, turning every minute, 3-4 min',
  String,
);
const [season, roast, sear] = chain.map(({ id }) => id);
const planned = (piece: string, step: string, [from, to]: [number, number], more: object = {}): PlannedStep => ({
  ...{ piece, method: 'Slow', step, name: chain[Number(step)].name, text: '', start: at(from), end: at(to) },
  ...{ equipment: null, place: null, hands: 'Marek' },
  ...more,
});
const steps = ['A1', 'A2'].flatMap((piece, number) => [
  planned(piece, season, [0, 2]),
  planned(piece, roast, [2, 27], { equipment: 'Oven', place: number + 1 }),
  planned(piece, sear, [27, 31]),
]);
const chains = new Map(chain.map((step) => [chainName('Slow', step.id), step]));
const waits = [{ piece: 'A1', step: roast, most: 5 }];
const day = {
  steps,
  chains,
  waits,
  constants: [
    { name: 'Mass of a piece', tolerance: '± 8 %' },
    { name: 'End point', tolerance: '± 2 °C' },
  ],
};
const proposed = (...entries: KitchenEntry[]): string[] =>
  proposalsOf(day, kitchenState(entries)).map(({ text }) => text);
const actions = (...entries: KitchenEntry[]) => actionsOf({ steps, pieces: chains }, kitchenState(entries));

describe('the state of the kitchen', () => {
  it('is folded from taps, whatever device sent them twice or late', () => {
    const start = tapped(0, 'started', season, 'A1', 'A2');
    const state = kitchenState([start, start, tapped(2, 'done', season, 'A1'), tapped(1, 'started', season, 'A1')]);
    expect(stepOf(state, 'A1', season)).toMatchObject({ startedAt: at(0), doneAt: at(2) });
    expect(stepOf(state, 'A2', season)).toMatchObject({ startedAt: at(0), doneAt: null });
    expect(stepOf(state, 'Z9', season)).toMatchObject({ startedAt: null });
  });

  it('forgets what was taken back, and remembers it when that is taken back', () => {
    const done = tapped(2, 'done', season, 'A1');
    const undo = entry(3, { kind: 'undone', of: done.id });
    expect(stepOf(kitchenState([done, undo]), 'A1', season).doneAt).toBeNull();
    expect(stepOf(kitchenState([done, undo, entry(4, { kind: 'undone', of: undo.id })]), 'A1', season).doneAt).toBe(
      at(2),
    );
  });

  it('does not change what it is folded from, so that it can be folded again', () => {
    const entries = [tapped(0, 'started', season, 'A1'), entry(1, { kind: 'mass', piece: 'A1', grams: 400 })];
    kitchenState(entries);
    expect(kitchenState(entries).pieces.get('A1')?.grams).toHaveLength(1);
  });

  it('gives the loss between first and last weighing', () => {
    const weighed = (grams: number) => entry(1, { kind: 'mass', piece: 'A1', grams });
    expect(cookLossOf(pieceOf(kitchenState([weighed(400), weighed(390), weighed(340)]), 'A1'))).toBeCloseTo(0.15, 10);
    expect(cookLossOf(pieceOf(kitchenState([weighed(400)]), 'A1'))).toBeNull();
  });
});

describe('what is to be done next', () => {
  it('begins with the first step, all pieces that are one thing to do at once', () => {
    expect(actions()).toEqual([
      expect.objectContaining({
        kind: 'start',
        pieces: ['A1', 'A2'],
        step: season,
        due: Date.parse(at(0)),
        hands: 'Marek',
      }),
    ]);
  });

  it('ends a step when it was really begun, and brings up the next once it is over', () => {
    const late = tapped(5, 'started', season, 'A1', 'A2');
    expect(actions(late)).toEqual([expect.objectContaining({ kind: 'end', due: Date.parse(at(7)) })]);
    const [next] = actions(late, tapped(6, 'done', season, 'A1', 'A2'));
    expect(next).toMatchObject({ kind: 'start', step: roast, where: 'Oven 1, Oven 2' });
  });

  it('says of what its probe ends where that piece is, and of the others where they are', () => {
    const skipped = entry(1, { kind: 'skipped', pieces: ['A1', 'A2'], step: season, because: 'test' });
    const state = kitchenState([skipped, tapped(3, 'started', roast, 'A1', 'A2')]);
    const due = new Map([[`A2 ${roast}`, Date.parse(at(9))]]);
    const ends = actionsOf({ steps, pieces: chains }, state, due).filter(({ kind }) => kind === 'end');
    expect(ends.map(({ pieces, where }) => [pieces, where])).toEqual([
      [['A2'], 'Oven 2'],
      [['A1'], 'Oven 1'],
    ]);
  });

  it('counts off what is done again and again, and stops before the end', () => {
    const before = [season, roast].map((step) =>
      entry(27, { kind: 'skipped', pieces: ['A1', 'A2'], step, because: 'test' }),
    );
    const begun = [...before, tapped(28, 'started', sear, 'A1', 'A2')];
    expect(actions(...begun)[0]).toMatchObject({
      kind: 'again',
      due: Date.parse(at(29)),
      again: { what: 'turn', done: 0 },
    });
    const turned = [...begun, tapped(29.1, 'acted', sear, 'A1', 'A2')];
    expect(actions(...turned)[0]).toMatchObject({ due: Date.parse(at(30.1)), again: { what: 'turn', done: 1 } });
    const last = [...turned, tapped(30.5, 'acted', sear, 'A1', 'A2'), tapped(31.4, 'acted', sear, 'A1', 'A2')];
    expect(actions(...last).map(({ kind }) => kind)).toEqual(['end']);
  });

  it('leaves out what was withdrawn', () => {
    const gone = entry(1, { kind: 'gate', piece: 'A1', decision: 'withdrawn', because: 'burnt' });
    expect(actions(gone)[0].pieces).toEqual(['A2']);
  });
});

describe('what departed from the plan', () => {
  const through = (from: number, to: number, step: string, piece = 'A1') => [
    tapped(from, 'started', step, piece),
    tapped(to, 'done', step, piece),
  ];
  const measured = (minutes: number, celsius: number) => entry(minutes, { kind: 'temperature', piece: 'A1', celsius });
  const weighed = (piece: string, grams: number) => entry(0, { kind: 'mass', piece, grams });

  it('is nothing where all went as planned', () => {
    expect(
      proposed(...through(0, 2, season), ...through(2, 27, roast), measured(27, 51.5), ...through(28, 31.5, sear)),
    ).toEqual([]);
  });

  it.each([
    ['an end point that was overshot', [...through(2, 27, roast), measured(26, 55)], 'Piece A1 overshot 50 °C by 5 °C'],
    [
      'one that was not reached',
      [...through(2, 27, roast), measured(26, 46.5)],
      'Piece A1 ended 3.5 °C short of 50 °C',
    ],
    ['a step that took too long', through(27, 33, sear), 'Piece A1: “Sear” took 6 min, at most 4 min were planned'],
    ['one that was cut short', through(27, 29, sear), 'Piece A1: “Sear” took 2 min, at least 3 min were planned'],
    [
      'a wait that was too long',
      [...through(2, 27, roast), ...through(40, 43.5, sear)],
      'Piece A1 waited 13 min after “Roast”, 8 min longer than it may',
    ],
    [
      'a step left out',
      [entry(1, { kind: 'skipped', pieces: ['A1'], step: season, because: 'forgotten' })],
      'Piece A1: “Season” was left out (forgotten)',
    ],
    [
      'a dose that is off',
      [weighed('A1', 400), entry(1, { kind: 'dose', piece: 'A1', name: 'salt', grams: 6 }), ...through(0, 2, season)],
      'Piece A1: 6 g of salt in place of 4 g',
    ],
    [
      'a piece served all the same',
      [entry(40, { kind: 'gate', piece: 'A1', decision: 'served-all-the-same', because: 'raw at one end' }, 'Ines')],
      'Piece A1 is served anyway, as Ines decided: raw at one end',
    ],
  ])('is %s', (_, entries, text) => {
    expect(proposed(...entries)).toContain(text);
  });

  it('is a piece of another mass than most, by the stated tolerance', () => {
    const third = { ...steps[0], piece: 'A3' };
    const found = (grams: number) =>
      proposalsOf(
        { ...day, steps: [...steps, third] },
        kitchenState([weighed('A1', 400), weighed('A2', 404), weighed('A3', grams)]),
      ).map(({ text }) => text);
    expect(found(440)).toEqual(['Piece A3 was 9 % heavier than most (440 g)']);
    expect(found(430)).toEqual([]);
  });

  it('is proposed once', () => {
    const late = through(27, 33, sear);
    const [{ id }] = proposalsOf(day, kitchenState(late));
    expect(proposed(...late, entry(40, { kind: 'settled', proposal: id, noted: false }))).toEqual([]);
  });

  it.each([
    ['± 5 %', { by: 5, unit: '%' }],
    ['± 1,5 °C', { by: 1.5, unit: '°C' }],
    ['within 2 min', { by: 2, unit: 'min' }],
    ['± 0.5 g/kg', { by: 0.5, unit: 'g/kg' }],
    ['same part of the fish', null],
    ['', null],
  ])('reads a tolerance of "%s"', (text, expected) => {
    expect(toleranceOf(text)).toEqual(expected);
  });
});

describe('the gate', () => {
  const piece = (...celsius: number[]) =>
    pieceOf(
      kitchenState([
        ...celsius.map((value, turn) => entry(turn, { kind: 'temperature', piece: 'A1', celsius: value })),
        tapped(30, 'done', season, 'A1'),
      ]),
      'A1',
    );

  it('says what is open, what was reached, and which limit was recorded as met', () => {
    const check = gateCheck(piece(48, 50.2), chain, 'fish');
    expect(check).toMatchObject({ highest: 50.2, endPoint: { celsius: 50, isReached: true }, open: ['Roast', 'Sear'] });
    expect(check.limit).toMatchObject({ name: 'Fish', isMet: false });
    expect(check.mayPass).toBe(false);
    expect(gateCheck(piece(63), chain, 'fish').limit?.isMet).toBe(true);
    // A whole cut rests for three minutes at its temperature; one reading is no record of that.
    expect(gateCheck(piece(63), chain, 'red-meat').limit?.isMet).toBe(false);
    expect(gateCheck(piece(63, 63.5, 63, 63.2), chain, 'red-meat').limit?.isMet).toBe(true);
  });

  it('asks for a reason where a limit applies and is not recorded as met, or nothing was measured', () => {
    const whole = [...chain, { ...chain[0], id: 'plate', kind: 'plate' as const }];
    const over = chain.map(({ id }) => tapped(20, 'done', id, 'A1'));
    const spot = (celsius: number) => entry(19, { kind: 'temperature', piece: 'A1', celsius });
    const check = (product: Product, ...entries: KitchenEntry[]) =>
      gateCheck(pieceOf(kitchenState(entries), 'A1'), whole, product);
    expect(check('fish', ...over, spot(63))).toMatchObject({ open: [], needs: [], mayPass: true });
    expect(check('fish', ...over, spot(50))).toMatchObject({ needs: ['limit-not-met'], mayPass: false });
    expect(check('poultry', ...over, spot(55))).toMatchObject({ needs: ['limit-not-met'], mayPass: false });
    expect(check('poultry', ...over)).toMatchObject({ needs: ['nothing-measured'], mayPass: false });
    expect(check('fish', ...over.slice(1), spot(63))).toMatchObject({ open: ['Season'], needs: ['open'] });
    expect(needsText(check('poultry', ...over, spot(55)))).toBe('limit for poultry not recorded as met');
    // Where no limit applies one decision does, whatever was tapped and measured.
    for (const entries of [[], over, [...over, spot(51)]])
      expect(check('vegetable', ...entries)).toMatchObject({ limit: null, needs: [], mayPass: true });
    expect(check('vegetable', ...over, spot(20))).toMatchObject({ needs: ['end-point'], mayPass: false });
  });

  it('is one proposal for all pieces that share a reason, and is not proposed again once it is settled', () => {
    const gate = (piece: string, because: string, minute: number): KitchenEntry =>
      entry(minute, { kind: 'gate', piece, decision: 'served-all-the-same', because });
    const steps = ['A1', 'B2', 'C3'].map((piece) => ({
      ...{ piece, method: 'm', step: 's', name: '', text: '', start: '', end: '' },
      ...{ equipment: null, place: null, hands: null },
    }));
    const texts = (...log: KitchenEntry[]) =>
      proposalsOf({ steps, chains: new Map(), waits: [], constants: [] }, kitchenState(log)).map(({ id, text }) => [
        id,
        text,
      ]);
    const log = [gate('A1', 'frozen before', 1), gate('B2', 'frozen before', 2), gate('C3', 'raw', 3)];
    expect(texts(...log)).toEqual([
      ['gate A1 B2', 'Pieces A1, B2 are served anyway, as Marek decided: frozen before'],
      ['gate C3', 'Piece C3 is served anyway, as Marek decided: raw'],
    ]);
    const settled = entry(4, { kind: 'settled', proposal: 'gate A1 B2', noted: true });
    expect(texts(...log, settled)).toEqual([['gate C3', 'Piece C3 is served anyway, as Marek decided: raw']]);
    // One that joins the batch later is proposed by itself.
    expect(texts(...log.slice(0, 2), settled, gate('C3', 'frozen before', 5)).map(([id]) => id)).toEqual(['gate C3']);
  });

  it('knows nothing where nothing was measured, and no limit for vegetables', () => {
    expect(gateCheck(piece(), chain, 'vegetable')).toMatchObject({
      highest: null,
      limit: null,
      endPoint: { isReached: false },
    });
  });
});

describe('what was measured, by method', () => {
  const of = (tag: string, method: string) => ({
    tag,
    method,
    chain: [...chain, { ...chain[0], id: 'plate', kind: 'plate' as const }],
  });
  const cookedFor = (tag: string, [from, to]: [number, number], grams: [number, number], celsius: number) => [
    entry(0, { kind: 'mass', piece: tag, grams: grams[0] }),
    tapped(from, 'started', roast, tag),
    tapped(to - 4, 'done', roast, tag),
    tapped(to - 4, 'started', sear, tag),
    tapped(to, 'done', sear, tag),
    entry(to, { kind: 'temperature', piece: tag, celsius }),
    entry(to, { kind: 'mass', piece: tag, grams: grams[1] }),
    tapped(to + 6, 'done', 'plate', tag),
  ];

  it('has means over pieces, with Student’s interval where there are two', () => {
    const state = kitchenState([
      ...cookedFor('A1', [2, 30], [400, 340], 51),
      ...cookedFor('A2', [2, 34], [400, 320], 53),
      ...cookedFor('B1', [0, 12], [200, 190], 60),
    ]);
    const [slow, fast, none] = measuresOf(
      [of('A1', 'Slow'), of('A2', 'Slow'), of('B1', 'Fast'), of('C1', 'None')],
      state,
    );
    // R: t.test(c(.15, .20)) has mean 0.175 and 12.7062 standard errors of 0.025 to either side.
    expect(slow.cookLoss?.mean).toBeCloseTo(0.175, 12);
    expect(slow.cookLoss?.interval?.[0]).toBeCloseTo(0.175 - 12.7062 * 0.025, 4);
    expect(slow).toMatchObject({
      pieces: 2,
      highest: { mean: 52, n: 2 },
      heated: { mean: 30 },
      held: { mean: 6, interval: null },
    });
    expect(fast).toMatchObject({ cookLoss: { n: 1, interval: null }, heated: { mean: 12 } });
    expect(none).toEqual({
      method: 'None',
      pieces: 1,
      cookLoss: null,
      ended: null,
      highest: null,
      heated: null,
      held: null,
    });
  });

  it('does not count a piece that is still in the heat', () => {
    const state = kitchenState(cookedFor('A1', [2, 30], [400, 340], 51).slice(0, 4));
    expect(measuresOf([of('A1', 'Slow')], state)[0]).toMatchObject({ heated: null, held: null, cookLoss: null });
  });
});
