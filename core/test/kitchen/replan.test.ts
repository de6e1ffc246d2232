import { readSteps, runSheetOf, type SheetStep, type ToBeCooked } from '../../src/kitchen';
import { randomStream } from '../../src/numeric';
import type { KitchenEntry } from '../../src/tasting';

const method = (id: string, steps: string) => ({
  ...{ id, name: id, steps: '' },
  chain: readSteps(steps, (line) => `${id} ${line}`).map((step) => ({ ...step, wait: { most: 20 } })),
});
const evening: ToBeCooked = {
  methods: [
    method('Roasted', 'Season 1 min\nRoast at 180 °C 30 min\nPlate 1 min'),
    method('Baked', 'Bake at 180 °C 40 min\nPlate 1 min'),
    method('Boiled', 'Boil 12 min\nDrain 1 min\nPlate 1 min'),
  ],
  pieces: ['Roasted', 'Baked', 'Boiled'].flatMap((of) =>
    [1, 2].map((flight) => ({
      tag: `${of[0]}${of[1].toUpperCase()}${flight}`,
      method: of,
      flights: [{ sitting: 1, flight }],
    })),
  ),
  range: {
    equipment: [
      { id: 'oven', name: 'Oven', kind: 'oven', places: 3, perPlace: 2, shared: true },
      { id: 'hob', name: 'Hob', kind: 'hob', places: 2, perPlace: 2, shared: false },
    ],
    cooks: ['Marek', 'Leni'],
    served: [1, 2].map((flight) => ({ sitting: 1, flight, at: `2026-11-26T${16 + flight}:00:00.000Z` })),
  },
  seed: 'evening',
};
const first = runSheetOf(evening);
const find = (steps: readonly SheetStep[], piece: string, name: string): SheetStep => {
  const found = steps.find((step) => step.piece === piece && step.name === name);
  if (!found) throw new Error(`${piece} has no ${name}`);
  return found;
};
const later = (moment: string, minutes: number): string =>
  new Date(Date.parse(moment) + minutes * 60_000).toISOString();

let count = 0;
const entry = (at: string, body: KitchenEntry['body']): KitchenEntry => ({
  id: `e${count++}`,
  at,
  storedAt: at,
  by: 'Marek',
  body,
});
/** Taps as the sheet asks for them, up to a moment, so many minutes behind. */
const cookedUntil = (now: string, behind: (step: SheetStep) => number = () => 0): KitchenEntry[] =>
  first.steps
    .flatMap((step) => {
      const about = { pieces: [step.piece], step: step.step };
      return [
        entry(later(step.start, behind(step)), { kind: 'started', ...about }),
        entry(later(step.end, behind(step)), { kind: 'done', ...about }),
      ];
    })
    .filter(({ at }) => at <= now)
    .sort((a, b) => (a.at < b.at ? -1 : 1));
const anew = (now: string, log: readonly KitchenEntry[]) =>
  runSheetOf({ ...evening, log: [...log, entry(now, { kind: 'replanned' })] });

describe('planning anew', () => {
  it('changes nothing where all went as planned', () => {
    const now = later(find(first.steps, 'RO1', 'Roast').start, 10);
    const sheet = anew(now, cookedUntil(now));
    expect(sheet).toMatchObject({ isFeasible: true, replannedAt: now, putOff: [] });
    expect([...sheet.steps].sort(inOrder)).toEqual([...first.steps].sort(inOrder));
  });

  it('puts off only the flight that cannot be kept, and by no more than it takes', () => {
    const roast = find(first.steps, 'RO1', 'Roast');
    const now = later(roast.start, 25);
    // The first roast went in twenty minutes late.
    const log = cookedUntil(now, ({ piece, name }) => (piece === 'RO1' && name !== 'Season' ? 20 : 0));
    const sheet = anew(now, log);
    expect(sheet.putOff).toHaveLength(1);
    expect(sheet.putOff[0].from).toBe('2026-11-26T17:00:00.000Z');
    const late = (Date.parse(sheet.putOff[0].to) - Date.parse(sheet.putOff[0].from)) / 60_000;
    // In twenty minutes late, one to plate, of two minutes that it would have waited.
    expect(late).toBeGreaterThanOrEqual(18);
    expect(late).toBeLessThanOrEqual(22);
    for (const step of first.steps.filter(({ piece }) => piece.endsWith('2')))
      expect(sheet.steps.find((one) => one.piece === step.piece && one.step === step.step)).toEqual(step);
    expect(find(sheet.steps, 'RO1', 'Roast').start).toBe(later(roast.start, 20));
  });

  it('keeps the places that were drawn, and what was begun where it is', () => {
    const roast = find(first.steps, 'RO1', 'Roast');
    const now = later(roast.start, 12);
    const sheet = anew(
      now,
      cookedUntil(now, ({ piece }) => (piece === 'RO1' ? 8 : 0)),
    );
    for (const { piece, step, place, equipment } of first.steps)
      expect(sheet.steps.find((one) => one.piece === piece && one.step === step)).toMatchObject({ place, equipment });
  });

  it('leaves out what was left out, and pieces that were withdrawn', () => {
    const now = later(find(first.steps, 'BO1', 'Boil').start, -5);
    const log = [
      ...cookedUntil(now),
      entry(now, { kind: 'gate', piece: 'BO1', decision: 'withdrawn', because: 'mouldy' }),
      entry(now, {
        kind: 'skipped',
        pieces: ['BO2'],
        step: find(first.steps, 'BO2', 'Drain').step,
        because: 'steamed dry',
      }),
    ];
    const sheet = anew(now, log);
    const boil = find(sheet.steps, 'BO2', 'Boil');
    // A minute that is not drained any more is boiled later.
    expect(Date.parse(boil.start)).toBeGreaterThanOrEqual(Date.parse(find(first.steps, 'BO2', 'Boil').start));
    expect(sheet.putOff).toEqual([]);
    // Neither waits for anything any more.
    expect(sheet.waits.some(({ piece }) => piece === 'BO1')).toBe(false);
    expect(sheet.waits.filter(({ piece }) => piece === 'BO2').map(({ step }) => step)).toEqual(
      first.steps.filter(({ piece, name }) => piece === 'BO2' && name !== 'Drain').map(({ step }) => step),
    );
  });

  it('is taken back with its entry, and stands on the one before when it is done again', () => {
    const now = later(find(first.steps, 'RO1', 'Roast').start, 25);
    const log = cookedUntil(now, ({ piece }) => (piece === 'RO1' ? 20 : 0));
    const again = entry(now, { kind: 'replanned' });
    const undone = runSheetOf({ ...evening, log: [...log, again, entry(now, { kind: 'undone', of: again.id })] });
    expect(undone.replannedAt).toBeNull();
    const once = runSheetOf({ ...evening, log: [...log, again] });
    const twice = runSheetOf({ ...evening, log: [...log, again, entry(later(now, 1), { kind: 'replanned' })] });
    expect(twice.putOff.map(({ to }) => Math.abs(Date.parse(to) - Date.parse(once.putOff[0].to)) <= 60_000)).toEqual([
      true,
    ]);
  });

  it('whatever was done by then: begins nothing before now, moves nothing that was begun, and keeps to the order of steps', () => {
    let found = 0;
    for (let turn = 0; turn < 25; turn++) {
      const random = randomStream(`evening ${turn}`, 'replan-test');
      const now = new Date(
        Date.parse(first.steps[0].start) + Math.floor(random.fraction() * 150) * 60_000,
      ).toISOString();
      const delay = new Map(evening.pieces.map(({ tag }) => [tag, Math.floor(random.fraction() * 15)]));
      const log = cookedUntil(now, ({ piece }) => delay.get(piece) ?? 0);
      const sheet = anew(now, log);
      if (sheet.replannedAt === null) continue;
      found++;
      // Nobody is more than a quarter of an hour behind, so no flight is put off by much more.
      for (const { from, to } of sheet.putOff)
        expect(Date.parse(to) - Date.parse(from)).toBeLessThanOrEqual(20 * 60_000);
      const begun = new Map(
        log.flatMap(({ at, body }) =>
          body.kind === 'started' ? [[`${body.pieces[0]} ${body.step}`, at] as const] : [],
        ),
      );
      for (const step of sheet.steps) {
        const fact = begun.get(`${step.piece} ${step.step}`);
        if (fact) expect(step.start).toBe(fact);
        else expect(step.start >= now).toBe(true);
      }
      for (const { tag } of evening.pieces) {
        const own = sheet.steps.filter(({ piece }) => piece === tag).sort((a, b) => (a.start < b.start ? -1 : 1));
        own.slice(1).forEach((step, at) => expect(step.start >= own[at].start).toBe(true));
      }
    }
    // There is always a way: flights are put off as far as it takes.
    expect(found).toBe(25);
  });
});

const inOrder = (a: SheetStep, b: SheetStep): number => (`${a.piece} ${a.step}` < `${b.piece} ${b.step}` ? -1 : 1);
