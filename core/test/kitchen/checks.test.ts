import {
  actionsOf,
  chainName,
  checksOf,
  entryText,
  gateCheck,
  kitchenState,
  limitFor,
  LIMITS_OF,
  LOOKS,
  maskingAdvice,
  pieceOf,
  proposalsOf,
  readStep,
  towards,
} from '../../src/kitchen';
import { PRODUCTS, type ChainStep, type KitchenEntry } from '../../src/tasting';

const zero = Date.parse('2026-11-24T18:00:00.000Z');
const at = (hours: number): string => new Date(zero + hours * 3_600_000).toISOString();
let count = 0;
const entry = (hours: number, body: KitchenEntry['body']): KitchenEntry => ({
  ...{ id: `k${count++}`, at: at(hours), storedAt: at(hours), by: 'Leni', body },
});
const stage = (line: string, more: Partial<ChainStep> = {}): ChainStep => ({ ...readStep(line, 's'), ...more });
const begun = entry(0, { kind: 'started', pieces: ['K4'], step: 's' });
const checked = (hours: number, check: 'cold' | 'turned' | 'thawed' | 'cool-water', isSo: boolean) =>
  entry(hours, { kind: 'checked', pieces: ['K4'], step: 's', check, isSo });
const planned = (long: number) => ({
  ...{ piece: 'K4', method: 'Roast', step: 's', name: 'Thaw', text: '', start: at(0), end: at(long) },
  ...{ equipment: null, place: null, hands: null },
});
const due = (step: ChainStep, long: number, ...log: KitchenEntry[]) =>
  actionsOf({ steps: [planned(long)], pieces: new Map([[chainName('Roast', 's'), step]]) }, kitchenState(log)).map(
    (action) => [action.check?.id ?? action.kind, (action.due - zero) / 3_600_000],
  );

describe('what is looked at during a long stage', () => {
  it.each([
    ['Thaw in the refrigerator 24 h', {}, ['cold', 'thawed']],
    ['Thaw 20 h', {}, ['cold', 'thawed']],
    ['Thaw in cold water 60 min', { equipment: undefined }, ['cool-water', 'thawed']],
    ['Thaw between plates 150 min', { equipment: undefined }, ['thawed']],
    ['Brine 12 h', {}, ['cold', 'turned']],
    ['Cure 3 days', {}, ['cold', 'turned']],
    ['Dry-age 14 days', {}, ['cold']],
    ['Season 2 min', {}, []],
    ['Roast at 110 °C 16 h', {}, []],
  ])('"%s" %j has %j', (line, more, ids) => {
    expect(checksOf(stage(line, more)).map(({ id }) => id)).toEqual(ids);
  });

  it('comes twice a day, and once at the end', () => {
    const step = stage('Thaw in the refrigerator 30 h');
    expect(due(step, 30, begun)).toEqual([
      ['cold', 12],
      ['thawed', 30],
      ['end', 30],
    ]);
    expect(due(step, 30, begun, checked(12.5, 'cold', true))[0]).toEqual(['cold', 24.5]);
    expect(due(step, 30, begun, checked(25, 'cold', true))).toEqual([
      ['thawed', 30],
      ['end', 30],
    ]);
    expect(due(step, 30, begun, checked(25, 'cold', true), checked(29, 'thawed', true))).toEqual([['end', 30]]);
  });

  it('comes again in half an hour where it was not so', () => {
    const step = stage('Thaw in the refrigerator 30 h');
    expect(due(step, 30, begun, checked(12, 'cold', false))[0]).toEqual(['cold', 12.5]);
    expect(due(step, 30, begun, checked(24, 'cold', true), checked(30, 'thawed', false))).toContainEqual([
      'thawed',
      30.5,
    ]);
  });

  it('is over with the step', () => {
    const done = entry(20, { kind: 'done', pieces: ['K4'], step: 's' });
    expect(due(stage('Thaw in the refrigerator 30 h'), 30, begun, done)).toEqual([]);
  });

  it('proposes what was found too warm as a caveat, and holds it at the gate', () => {
    const step = stage('Thaw in the refrigerator 30 h');
    const over = entry(30, { kind: 'done', pieces: ['K4'], step: 's' });
    const warm = kitchenState([begun, checked(12, 'cold', false), over]);
    const day = { steps: [planned(30)], chains: new Map([[chainName('Roast', 's'), step]]), waits: [], constants: [] };
    expect(proposalsOf(day, warm).map(({ text }) => text)).toEqual(['Piece K4 was above 5 °C in “Thaw”']);
    expect(gateCheck(pieceOf(warm, 'K4'), [step], 'fish')).toMatchObject({ isThawedWarm: true, mayPass: false });
    expect(gateCheck(pieceOf(warm, 'K4'), [step], 'other').needs).toContain('thawed-warm');
    const cold = kitchenState([begun, checked(12, 'cold', true), checked(29, 'thawed', false), over]);
    expect(proposalsOf(day, cold)).toEqual([]);
    expect(gateCheck(pieceOf(cold, 'K4'), [step], 'other')).toMatchObject({ isThawedWarm: false, mayPass: true });
    // Of a brine that was too warm the gate says nothing by itself: the caveat does.
    const brine = stage('Brine 12 h');
    expect(gateCheck(pieceOf(warm, 'K4'), [brine], 'fish').isThawedWarm).toBe(false);
  });
});

it('asks once of a refrigerator, for all methods that lie in it; of another, or hours later, again', () => {
  const lies = (piece: string, method: string, equipment: string, from: number) => ({
    ...{ piece, method, step: 's', name: 'Brine', text: '', start: at(from), end: at(from + 30) },
    ...{ equipment, place: 1, hands: null },
  });
  const steps = [
    lies('K4', 'Wet', 'Left', 0),
    lies('M2', 'Dry', 'Left', 0.25),
    lies('P7', 'Late', 'Left', 3),
    lies('R1', 'Away', 'Right', 0),
  ];
  const chain = stage('Cure 30 h');
  const pieces = new Map(steps.map(({ method }) => [chainName(method, 's'), chain] as const));
  const log = steps.map(({ piece, start }) =>
    entry((Date.parse(start) - zero) / 3_600_000, { kind: 'started', pieces: [piece], step: 's' }),
  );
  const looks = actionsOf({ steps, pieces }, kitchenState(log)).filter(({ check }) => check?.id === 'cold');
  expect(looks.map((one) => [one.pieces, one.method])).toEqual([
    [['K4', 'M2'], 'Wet, Dry'],
    [['R1'], 'Away'],
    [['P7'], 'Late'],
  ]);
  expect(looks[0].of).toEqual([
    { pieces: ['K4'], step: 's' },
    { pieces: ['M2'], step: 's' },
  ]);
  // What is turned is turned piece by piece, so it is asked method by method.
  const turned = actionsOf({ steps, pieces }, kitchenState(log)).filter(({ check }) => check?.id === 'turned');
  expect(turned).toHaveLength(4);
});

it('has pieces change places halfway, once, where the chain says so', () => {
  const step = stage('Roast at 180 °C 4 h', { swaps: true });
  expect(due(step, 4, begun)).toEqual([
    ['again', 2],
    ['end', 4],
  ]);
  expect(due(step, 4, begun, entry(2, { kind: 'acted', pieces: ['K4'], step: 's' }))).toEqual([['end', 4]]);
});

describe('limits of another country', () => {
  it('are held against the record, and those equal to 70 °C for two minutes are equal', () => {
    const limit = limitFor('poultry', 'uk');
    expect(limit?.source).toContain('from memory');
    // Food Standards Agency: 60 °C 45 min, 65 °C 10 min, 70 °C 2 min, 75 °C 30 s, 80 °C 6 s.
    for (const [celsius, minutes] of [
      [60, 45],
      [65, 10],
      [70, 2],
      [75, 0.5],
      [80, 0.1],
    ]) {
      const kept = (long: number) =>
        towards(
          [0, long].map((time) => ({ minutes: time, celsius })),
          limit!,
        );
      expect(kept(minutes).limitMetAt).toBeCloseTo(minutes, 6);
      expect(kept(0.9 * minutes).limitMetAt).toBeNull();
    }
    expect(limitFor('poultry')?.id).toBe('poultry');
    expect(limitFor('vegetable', 'uk')).toBeUndefined();
    expect([LIMITS_OF.uk.hot, LIMITS_OF.uk.cold]).toEqual([63, 8]);
    expect([LIMITS_OF.us.hot.toFixed(1), LIMITS_OF.us.cold.toFixed(1)]).toEqual(['57.2', '5.0']);
  });

  it('change what the gate says of the same record', () => {
    const spots = [0, 1, 2, 3].map((minute) => entry(minute / 60, { kind: 'temperature', piece: 'K4', celsius: 70.5 }));
    const piece = pieceOf(kitchenState(spots), 'K4');
    expect(gateCheck(piece, [], 'poultry').limit?.isMet).toBe(false);
    expect(gateCheck(piece, [], 'poultry', { locale: 'uk' }).limit?.isMet).toBe(true);
  });
});

it('has advice for looks that give a piece away, for every product', () => {
  expect(LOOKS).toContain('gives itself away');
  for (const product of PRODUCTS) expect(maskingAdvice(product).length).toBeGreaterThan(1);
});

it('says every kind of entry in words', () => {
  const step = stage('Sear, turning every minute, 3-4 min');
  const said = (body: KitchenEntry['body']) => entryText(body, [step]);
  expect(said({ kind: 'acted', pieces: ['K4'], step: 's' })).toMatch(/^Sear: turn/);
  expect(said({ kind: 'checked', pieces: ['K4'], step: 's', check: 'cold', isSo: false })).toBe(
    'Sear: cold enough, no',
  );
  expect(said({ kind: 'started', pieces: ['K4'], step: 'gone' })).toBe('a step: begun');
  expect(said({ kind: 'gate', piece: 'K4', decision: 'served-all-the-same', because: 'firm' })).toBe(
    'gate: served anyway, firm',
  );
  expect(said({ kind: 'redone', piece: 'K4', as: 'Q9' })).toBe('Q9 in place of K4');
  expect(entryText({ kind: 'temperature', piece: 'K4', celsius: 50 }, [], (celsius) => `${celsius * 2} X`)).toBe(
    '100 X',
  );
});
