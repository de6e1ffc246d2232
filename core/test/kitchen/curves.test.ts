import {
  actionsOf,
  chainName,
  dueByProbe,
  expectedEnds,
  gateCheck,
  kitchenState,
  measuresOf,
  pieceOf,
  proposalsOf,
  readSteps,
  thinned,
  type Curve,
} from '../../src/kitchen';
import { coolOne, simulatedCore } from '../../src/simulate';
import type { KitchenEntry } from '../../src/tasting';

const zero = Date.parse('2026-11-26T16:00:00.000Z');
const at = (minutes: number): string => new Date(zero + minutes * 60_000).toISOString();
let count = 0;
const entry = (minutes: number, body: KitchenEntry['body']): KitchenEntry => ({
  ...{ id: `c${count++}`, at: at(minutes), storedAt: at(minutes), by: 'Marek', body },
});
const chain = readSteps('Roast at 180 °C until 60 °C inside, 30-40 min\nRest 5 min', String);
const [roast, rest] = chain.map(({ id }) => id);
const chains = new Map([
  ['K4', chain],
  ['L2', chain],
]);
const inIt = (piece: string, channel: number, minutes = 0) =>
  entry(minutes, { kind: 'probed', piece, device: 'Logger', channel, where: 'core' });
const started = (piece: string) => entry(0, { kind: 'started', pieces: [piece], step: roast });

/** A curve that goes up from `first` by so much a minute, read every ten seconds. */
function rising(piece: string, first: number, rise: number, minutes: number, more: Partial<Curve> = {}): Curve {
  const readings = Array.from({ length: minutes * 6 + 1 }, (_, tick) => ({
    at: zero + tick * 10_000,
    value: first + (rise * tick) / 6,
  }));
  return {
    ...{ piece, device: 'Logger', channel: 1, where: 'core', from: at(0), to: null, points: thinned(readings, 240) },
    ...more,
  };
}

describe('which probe is in which piece', () => {
  it('is folded: a probe is in one piece at a time, and out at the gate', () => {
    const state = kitchenState([
      inIt('K4', 1),
      inIt('L2', 2, 1),
      inIt('L2', 1, 5),
      entry(8, { kind: 'unprobed', device: 'Logger', channel: 2 }),
      entry(9, { kind: 'gate', piece: 'L2', decision: 'passed', because: '' }),
    ]);
    expect(state.probes.map(({ piece, channel, from, to }) => [piece, channel, from, to])).toEqual([
      ['K4', 1, at(0), at(5)],
      ['L2', 2, at(1), at(8)],
      ['L2', 1, at(5), at(9)],
    ]);
  });

  it('goes back when a tap is taken back', () => {
    const moved = inIt('L2', 1, 5);
    const state = kitchenState([inIt('K4', 1), moved, entry(6, { kind: 'undone', of: moved.id })]);
    expect(state.probes).toMatchObject([{ piece: 'K4', to: null }]);
  });
});

describe('the end that a probe expects', () => {
  const state = kitchenState([inIt('K4', 1), started('K4')]);
  const now = zero + 20 * 60_000;

  it('is when the core will be there, and comes before the clock', () => {
    const expected = expectedEnds([rising('K4', 20, 1.5, 20)], state, chains, now);
    const end = expected.get('K4')?.end;
    expect(end?.kind).toBe('expected');
    if (end?.kind === 'expected') expect(Math.abs(end.minutes - 10 / 1.5)).toBeLessThan(1);
    expect(expected.get('K4')?.rising).toBeCloseTo(1.5, 6);
    const steps = [
      {
        ...{ piece: 'K4', method: 'Roasted', step: roast, name: 'Roast', text: '', start: at(0), end: at(35) },
        ...{ equipment: null, place: null, hands: null },
      },
    ];
    const pieces = new Map([[chainName('Roasted', roast), chain[0]]]);
    const [byClock] = actionsOf({ steps, pieces }, state);
    const [byProbe] = actionsOf({ steps, pieces }, state, dueByProbe(expected));
    expect(byClock.due).toBe(Date.parse(at(35)));
    expect(Math.abs(byProbe.due - Date.parse(at(26.7)))).toBeLessThan(60_000);
  });

  it('is that of the probe that is behind, where two are in one piece', () => {
    const curves = [rising('K4', 20, 1.9, 20), rising('K4', 20, 1.2, 20, { channel: 2 })];
    for (const order of [curves, [...curves].reverse()])
      expect(expectedEnds(order, state, chains, now).get('K4')?.celsius).toBeCloseTo(44, 0);
  });

  it.each([
    ['has a probe beside the piece only', [rising('K4', 20, 1.5, 20, { where: 'around' })], now],
    ['has not sent for minutes', [rising('K4', 20, 1.5, 20)], now + 5 * 60_000],
    ['was taken out', [rising('K4', 20, 1.5, 20, { to: at(19) })], now],
    ['is of a piece that nobody began', [rising('L2', 20, 1.5, 20)], now],
  ])('is not said where it %s', (_why, curves, when) => {
    expect(expectedEnds(curves, state, chains, when).size).toBe(0);
  });

  it('ends each piece by its own probe, though they began together', () => {
    const both = kitchenState([inIt('K4', 1), entry(0, { kind: 'started', pieces: ['K4', 'L2', 'M1'], step: roast })]);
    const steps = ['K4', 'L2', 'M1'].map((piece) => ({
      ...{ piece, method: 'Roasted', step: roast, name: 'Roast', text: '', start: at(0), end: at(35) },
      ...{ equipment: null, place: null, hands: null },
    }));
    const due = new Map([
      [`K4 ${roast}`, zero + 30 * 60_000],
      [`L2 ${roast}`, zero + 32 * 60_000],
    ]);
    expect(actionsOf({ steps, pieces: new Map() }, both, due).map(({ pieces }) => pieces)).toEqual([
      ['K4'],
      ['L2'],
      ['M1'],
    ]);
  });
});

describe('the gate', () => {
  const done = (piece: string) => entry(45, { kind: 'done', pieces: [piece], step: roast });
  const state = kitchenState([
    inIt('K4', 1),
    started('K4'),
    done('K4'),
    entry(50, { kind: 'done', pieces: ['K4'], step: rest }),
  ]);

  it('holds the limit against the coldest of each part of the curve, and gaps against nothing', () => {
    const warm = rising('K4', 20, 1, 50);
    expect(gateCheck(pieceOf(state, 'K4'), chain, 'red-meat', { curves: [warm] })).toMatchObject({
      mayPass: true,
      limit: { isMet: true },
    });
    // 62.8 °C and three minutes: up for a moment only.
    const brief = rising('K4', 20, 1, 43);
    expect(gateCheck(pieceOf(state, 'K4'), chain, 'red-meat', { curves: [brief] }).limit?.isMet).toBe(false);
    const colder = { ...warm, points: warm.points.map((point) => ({ ...point, least: point.least - 12 })) };
    expect(gateCheck(pieceOf(state, 'K4'), chain, 'red-meat', { curves: [colder] }).limit?.isMet).toBe(false);
    const [before, after] = [warm.points.filter(({ at: time }) => time < zero + 43 * 60_000), warm.points.slice(-2)];
    const broken = { ...warm, points: [...before, ...after.map((point) => ({ ...point, at: point.at + 900_000 }))] };
    expect(gateCheck(pieceOf(state, 'K4'), chain, 'red-meat', { curves: [broken] }).limit?.isMet).toBe(false);
  });

  it('takes every probe of the core, and none beside it', () => {
    const warm = rising('K4', 20, 1, 50);
    const cold = rising('K4', 20, 0.5, 50, { channel: 2 });
    expect(gateCheck(pieceOf(state, 'K4'), chain, 'red-meat', { curves: [warm, cold] }).limit?.isMet).toBe(false);
    const beside = rising('K4', 180, 0, 50, { where: 'around', channel: 3 });
    expect(gateCheck(pieceOf(state, 'K4'), chain, 'red-meat', { curves: [beside] })).toMatchObject({
      highest: null,
      endPoint: { isReached: false },
      limit: { isMet: false },
    });
  });

  it('does not take two spots far apart for what lay between', () => {
    const spots = kitchenState([
      entry(0, { kind: 'temperature', piece: 'K4', celsius: 63 }),
      entry(30, { kind: 'temperature', piece: 'K4', celsius: 63 }),
    ]);
    expect(gateCheck(pieceOf(spots, 'K4'), [], 'red-meat').limit?.isMet).toBe(false);
  });
});

it('measures end and peak of the core by method, once the heat is over', () => {
  const pieces = [{ tag: 'K4', method: 'Roasted', chain }];
  const open = kitchenState([inIt('K4', 1), started('K4')]);
  const curve = rising('K4', 20, 1, 50);
  expect(measuresOf(pieces, open, [curve])[0]).toMatchObject({ ended: null, highest: null });
  const over = kitchenState([inIt('K4', 1), started('K4'), entry(40, { kind: 'done', pieces: ['K4'], step: roast })]);
  const [{ ended, highest }] = measuresOf(pieces, over, [curve]);
  expect(ended?.mean).toBeCloseTo(60, 0);
  expect(highest?.mean).toBeCloseTo(70, 6);
});

it('proposes an overshoot that the curve shows, and not what a rest adds', () => {
  const step = { piece: 'K4', method: 'Roasted', step: roast, name: 'Roast', text: '', start: at(0), end: at(35) };
  const day = (curves: Curve[]) => ({
    ...{ steps: [{ ...step, equipment: null, place: null, hands: null }], waits: [], constants: [], curves },
    chains: new Map([[chainName('Roasted', roast), chain[0]]]),
  });
  const over = (minutes: number) =>
    kitchenState([inIt('K4', 1), started('K4'), entry(minutes, { kind: 'done', pieces: ['K4'], step: roast })]);
  const texts = (minutes: number) => proposalsOf(day([rising('K4', 20, 1, 50)]), over(minutes)).map(({ text }) => text);
  expect(texts(40)).toEqual([]);
  expect(texts(44)).toEqual([expect.stringMatching(/overshot 60 °C by 4(\.\d)? °C/)]);
});

describe('a simulated probe', () => {
  const steps = (end: string | null) =>
    new Map([[roast, { startedAt: at(0), doneAt: end, skipped: null, acted: [], checked: [] }]]);
  const piece = { tag: 'K4', product: 'vegetable' as const, grams: 250, chain, steps: steps(null), isCool: false };
  const when = { from: zero, to: zero + 40 * 60_000, everyMs: 60_000 };

  it('goes on from where it was as if it had never stopped', () => {
    const whole = simulatedCore(piece, 's', when).readings;
    const first = simulatedCore(piece, 's', { ...when, to: zero + 20 * 60_000 });
    const rest = simulatedCore(piece, 's', { ...when, from: zero + 21 * 60_000 }, first.soFar).readings;
    const apart = [...first.readings, ...rest].map(({ value }, number) => Math.abs(value - whole[number].value));
    expect(Math.max(...apart)).toBeLessThan(0.7);
    expect(rest).toHaveLength(20);
  });

  it('follows a step that was ended meanwhile from the beginning', () => {
    const first = simulatedCore(piece, 's', when);
    const ended = { ...piece, steps: steps(at(5)) };
    const later = { from: zero + 41 * 60_000, to: zero + 60 * 60_000, everyMs: 60_000 };
    const anew = simulatedCore(ended, 's', later, first.soFar).readings.at(-1)?.value ?? NaN;
    const on = simulatedCore(piece, 's', later, first.soFar).readings.at(-1)?.value ?? NaN;
    expect(anew).toBeLessThan(on - 20);
  });

  it('is slower for a large piece and where it is cool', () => {
    const end = (more: object) => simulatedCore({ ...piece, ...more }, 's', when).readings.at(-1)?.value ?? NaN;
    expect(end({ grams: 600 })).toBeLessThan(end({}) - 5);
    expect(end({ isCool: true })).toBeLessThan(end({}) - 1);
    expect(coolOne(['A', 'B', 'C'], 'seed')).toBe(coolOne(['A', 'B', 'C'], 'seed'));
    expect(coolOne([], 'seed')).toBeUndefined();
  });
});
