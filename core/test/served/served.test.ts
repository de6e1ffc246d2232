import { plannedPortions, servedPortions } from '../../src/served';
import { LATER_SERVICE } from '../../src/tasting';
import { tidyRows } from '../../src/tidy';
import { simulatedBundle } from '../support/bundles';

const bundle = simulatedBundle({
  panelists: 8,
  pieces: 4,
  tasting: {
    zones: [
      { id: 'loin', name: 'Loin' },
      { id: 'belly', name: 'Belly' },
    ],
    lots: [
      { id: 'one', name: 'Fish one' },
      { id: 'two', name: 'Fish two' },
    ],
    service: {
      ...{ together: 3, sittings: 2, replicates: 1, seatsPerFlight: 5, warmUp: true },
      ...{
        rinseSeconds: 0,
        ...LATER_SERVICE,
        secondsPerSample: 60,
        codes: 'own' as const,
      },
    },
  },
});
const key = bundle.key!;
const served = servedPortions({ ...bundle, key });

describe('who ate what', () => {
  it('has every portion of the plan, in serving order, warm-ups first', () => {
    const codes = bundle.plan!.servings.flatMap(({ warmUp, sets }) => [warmUp, ...sets.flatMap((set) => set.codes)]);
    expect(served.map(({ code }) => code)).toEqual(codes);
    expect(served.filter(({ warmUp }) => warmUp)).toHaveLength(16);
    expect(served.filter(({ warmUp }) => warmUp).every(({ set, position }) => set === -1 && position === 0)).toBe(true);
  });

  it('gives each its piece, method, block and lot', () => {
    const pieces = new Map(bundle.pieces.map((piece) => [piece.tag, piece]));
    for (const { code, method, tag, block, lot } of served) {
      expect(method).toBe(key.codes[code]);
      expect(pieces.get(tag)).toEqual({ tag, method, block, lot });
    }
    expect(new Set(served.map(({ lot }) => lot))).toEqual(new Set(['one', 'two']));
  });

  it('stands in the CSV with blocks counted from 1, lots and zones by name, and nothing of it while sealed', () => {
    const counting = served.filter(({ warmUp }) => !warmUp);
    const rows = tidyRows(bundle);
    expect(rows.map(({ block }) => block)).toEqual(counting.map(({ block }) => block + 1));
    expect(rows.map(({ flight }) => flight)).toEqual(counting.map(({ flight }) => flight));
    expect(rows.map(({ lot }) => lot)).toEqual(
      counting.map(({ lot }) => bundle.tasting.lots.find(({ id }) => id === lot)?.name),
    );
    expect(new Set(rows.map(({ zone }) => zone))).toEqual(new Set(['Loin', 'Belly']));
    for (const row of tidyRows({ ...bundle, key: null })) expect([row.block, row.lot, row.piece]).toEqual(['', '', '']);
  });

  it('counts positions over a sitting, and keeps zones and flights', () => {
    const own = served.filter(({ panelist, sitting }) => panelist === 'p6' && sitting === 2);
    expect(own.map(({ position }) => position)).toEqual([0, 1, 2, 3, 4, 5, 6]);
    expect(new Set(own.slice(1).map(({ zone }) => zone))).toEqual(new Set(['loin', 'belly']));
    expect(own.every(({ flight, seat }) => flight === 2 && seat === 7)).toBe(true);
  });

  it('needs no key for what a server knows, and then holds nothing else', () => {
    const planned = plannedPortions({ ...bundle });
    expect(planned.map(({ code }) => code)).toEqual(served.map(({ code }) => code));
    expect(Object.keys(planned[0])).not.toEqual(expect.arrayContaining(['method']));
    expect(JSON.stringify(planned)).not.toContain('"tag"');
  });

  it('leaves the tag empty where a key does not know it', () => {
    const lost = servedPortions({ ...bundle, key: { ...key, portions: [] } });
    expect(lost.every(({ tag, lot }) => tag === '' && lot === null)).toBe(true);
  });
});
