import { problemOf, readSteps, runSheetOf, smallestChanges, type ToBeCooked } from '../../src/kitchen';

const method = (id: string, steps: string) => ({
  id,
  name: id,
  steps: '',
  chain: readSteps(steps, (line) => `${id} ${line}`),
});
const range = (more: Partial<ToBeCooked['range']> = {}): ToBeCooked['range'] => ({
  equipment: [
    { id: 'oven', name: 'Oven', kind: 'oven', places: 1, perPlace: 2, shared: true },
    { id: 'hob', name: 'Hob', kind: 'hob', places: 1, perPlace: 4, shared: false },
  ],
  cooks: ['Marek'],
  served: [1, 2].map((flight) => ({ sitting: 1, flight, at: `2026-11-26T${16 + flight}:00:00.000Z` })),
  ...more,
});
const piece = (tag: string, of: string, flight: number) => ({ tag, method: of, flights: [{ sitting: 1, flight }] });
const cooking = (more: Partial<ToBeCooked> = {}): ToBeCooked => ({
  methods: [
    method('Roasted', 'Season 1 min\nRoast at 180 °C 29.2 min\nPlate 1 min'),
    method('Boiled', 'Boil 10 min\nPlate 1 min'),
  ],
  pieces: [piece('A1', 'Roasted', 1), piece('A2', 'Roasted', 2), piece('B1', 'Boiled', 1), piece('B2', 'Boiled', 2)],
  ...{ range: range(), seed: '1', ...more },
});

describe('the run sheet of a tasting', () => {
  it('ends each piece when its flight is served, with clock times, places and names', () => {
    const sheet = runSheetOf(cooking());
    expect(sheet).toMatchObject({ isFeasible: true, isProvenBest: true, why: [] });
    const plated = sheet.steps
      .filter(({ name }) => name === 'Plate')
      .map(({ piece: tag, end }) => [tag, end.slice(11, 16)]);
    const ends = Object.fromEntries(plated) as Record<string, string>;
    // One cook plates one after the other.
    expect([ends.A1, ends.B1].sort()).toEqual(['16:59', '17:00']);
    expect([ends.A2, ends.B2].sort()).toEqual(['17:59', '18:00']);
    const roast = sheet.steps.find(({ piece: tag, name }) => tag === 'A1' && name === 'Roast');
    expect(roast).toMatchObject({
      method: 'Roasted',
      equipment: 'Oven',
      place: 1,
      hands: 'Marek',
      text: 'Roast in the oven at 180 °C, 29.2 min',
    });
    // Just over 29 minutes takes 30 of a sheet of whole minutes.
    expect(Date.parse(roast?.end ?? '') - Date.parse(roast?.start ?? '')).toBe(30 * 60_000);
    expect(sheet.waiting).toBe(sheet.waits.reduce((sum, { minutes, least }) => sum + minutes - least, 0));
  });

  it('serves a piece of two flights with the first, and one whose flight nobody knows as well', () => {
    const both = { tag: 'A1', method: 'Roasted', flights: [1, 2].map((flight) => ({ sitting: 1, flight })) };
    const unknown = { tag: 'B1', method: 'Boiled', flights: [] };
    const { steps } = runSheetOf(cooking({ pieces: [both, unknown] }));
    expect(steps.every(({ end }) => end <= '2026-11-26T17:00:00.000Z')).toBe(true);
  });

  it.each([
    [{ pieces: [] }, 'nothing to cook'],
    [{ range: range({ served: [] }) }, 'when the first flight is served'],
    [{ range: range({ cooks: [] }) }, 'who cooks'],
    [{ range: range({ equipment: [] }) }, 'Roasted needs an oven'],
    [{ methods: [method('Roasted', 'Roast'), method('Boiled', '')] }, 'Boiled has no steps yet'],
    [
      { methods: [method('Roasted', 'Roast'), method('Boiled', 'Boil 9 min')] },
      'Roasted: say how long it takes to “roast”',
    ],
  ] as [Partial<ToBeCooked>, string][])('says what is missing: %#', (part, message) => {
    const sheet = runSheetOf(cooking(part));
    expect(sheet).toMatchObject({ isFeasible: false, steps: [] });
    expect(sheet.why.join(' ')).toContain(message);
  });

  it('where there is none, says that, and what would make one', () => {
    const two = [method('Low', 'Roast at 110 °C 30 min'), method('High', 'Roast at 220 °C 30 min')].map((one) => ({
      ...one,
      chain: one.chain.map((step) => ({ ...step, wait: { most: 5 } })),
    }));
    const pieces = [piece('A1', 'Low', 1), piece('B1', 'High', 1)];
    const sheet = runSheetOf(cooking({ methods: two, pieces }));
    expect(sheet.isFeasible).toBe(false);
    expect(sheet.isProvenBest).toBe(true);
    expect(sheet.why[0]).toMatch('There is no way');
    expect(sheet.why.slice(1)).toContain('With another oven there is a sheet.');
    expect(sheet.why.slice(1)).toContain('If pieces may wait 30 minutes longer there is a sheet.');
    // One more cook, or one more rack of the same oven, would not help.
    expect(sheet.why.join(' ')).not.toMatch(/cook|place/);
  });

  it('says of every change only what is so', () => {
    const { problem } = problemOf(
      cooking({
        range: range({ equipment: range().equipment.slice(0, 1) }),
        methods: [method('Roasted', 'Roast at 180 °C 60 min')],
        pieces: [1, 2, 3].map((at) => piece(`A${at}`, 'Roasted', 1)),
      }),
    );
    if (!problem) throw new Error('none');
    const tight = {
      ...problem,
      jobs: problem.jobs.map((one) => ({ ...one, tasks: one.tasks.map((own) => ({ ...own, waitMost: 2 })) })),
    };
    expect(smallestChanges(tight)).toContain('With one more place in an oven there is a sheet.');
    expect(smallestChanges(tight).some((text) => text.includes('cook'))).toBe(false);
  });
});

it('makes a sheet of hundreds of pieces', () => {
  const methods = Array.from({ length: 60 }, (_, at) => ({
    ...{ id: `m${at}`, name: `Method ${at}`, steps: '' },
    chain: readSteps(`Season 1 min\nRoast at ${170 + 10 * (at % 3)} °C 40 min\nRest 5 min\nPlate 1 min`, String),
  }));
  const served = Array.from({ length: 40 }, (_, flight) => ({
    ...{ sitting: 1, flight: flight + 1, at: new Date(Date.UTC(2026, 10, 26, 17 + flight)).toISOString() },
  }));
  const range = {
    equipment: ['A', 'B', 'C'].map((name) => ({
      ...{ id: name, name: `Oven ${name}`, kind: 'oven' as const, places: 3, perPlace: 4, shared: true },
    })),
    cooks: ['Marek', 'Leni', 'Ines'],
    served,
  };
  const pieces = methods.flatMap(({ id }, at) =>
    Array.from({ length: 6 }, (_, piece) => ({
      ...{ tag: `${id}-${piece}`, method: id, flights: [served[(6 * at + piece) % served.length]] },
    })),
  );
  const sheet = runSheetOf({ methods, pieces, range, seed: 'large' });
  expect(sheet).toMatchObject({ isFeasible: true, isProvenBest: false });
  expect(new Set(sheet.steps.map(({ piece }) => piece)).size).toBe(360);
}, 120_000);

const crowd = (chain: string, places: number, hands: 'none' | 'throughout' = 'none') => {
  const methods = Array.from({ length: 20 }, (_, at) => ({
    ...{ id: `m${at}`, name: `Method ${at}`, steps: '' },
    chain: readSteps(chain.replace('170', String(170 + 10 * (at % 3))), String).map((step) => ({
      ...step,
      ...(hands === 'none' ? {} : { hands, wait: { ...step.wait, most: 10 } }),
    })),
  }));
  const served = Array.from({ length: 10 }, (_, flight) => ({
    ...{ sitting: 1, flight: flight + 1, at: new Date(Date.UTC(2026, 10, 26, 17, 5 * flight)).toISOString() },
  }));
  const range = {
    equipment: [{ id: 'o', name: 'Oven', kind: 'oven' as const, places, perPlace: 1, shared: true }],
    ...{ cooks: ['Marek', 'Leni', 'Ines'], served },
  };
  const pieces = methods.flatMap(({ id }, at) =>
    Array.from({ length: 10 }, (_, piece) => ({
      ...{ tag: `${id}-${piece}`, method: id, flights: [served[(at + piece) % served.length]] },
    })),
  );
  return { methods, pieces, range, seed: 'crowded' };
};

it('proves at once, of hundreds of pieces, that ovens are too small for them', () => {
  const began = Date.now();
  const sheet = runSheetOf(crowd('Roast at 170 °C 40 min\nPlate 1 min', 3));
  expect(sheet).toMatchObject({ isFeasible: false, isProvenBest: true });
  expect(sheet.why[0]).toBe('There is no way to have every piece ready within its limits.');
  // A search alone takes many times that.
  expect(Date.now() - began).toBeLessThan(20_000);
});

it('says of hundreds of pieces that cooks cannot keep up with what would help, how far it is, and stops when told to', () => {
  const crowded = crowd('Roast at 170 °C 10 min\nPlate 12 min', 300, 'throughout');
  const told: number[] = [];
  const sheet = runSheetOf(crowded, { onProgress: (fraction) => told.push(fraction) });
  expect(sheet).toMatchObject({ isFeasible: false, isProvenBest: false });
  expect(sheet.why[0]).toBe('No sheet was found that has every piece ready within its limits.');
  expect(told.length).toBeGreaterThan(5);
  expect([...told].sort((a, b) => a - b)).toEqual(told);
  expect(told[told.length - 1]).toBe(1);
  let asked = 0;
  const stopped = runSheetOf(crowded, { isCancelled: () => ++asked > 1 });
  expect(stopped.why).toHaveLength(1);
  expect(asked).toBeLessThan(5);
}, 120_000);
