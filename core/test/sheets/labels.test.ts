import fc from 'fast-check';
import {
  attendanceSheet,
  envelopeSheet,
  labelGrid,
  placedLabels,
  portionLabels,
  carryingSheet,
  tagLabels,
  type LabelLayout,
} from '../../src/sheets';

const layout = (more: Partial<LabelLayout> = {}): LabelLayout => ({
  ...{ page: 'A4', width: 38, height: 21, left: 10, top: 12, gapX: 0, gapY: 0, start: 1 },
  ...more,
});
const some = (count: number) =>
  Array.from({ length: count }, (_, at) => ({ large: String(100 + at), small: 'seat 1' }));

describe('labels on a page', () => {
  it('lie in rows from the upper left, and go on where a sheet was begun', () => {
    expect(labelGrid(layout())).toEqual({ across: 5, down: 13 });
    const { pages } = placedLabels(some(67), layout({ start: 5 }))!;
    expect(pages.map(({ length }) => length)).toEqual([61, 6]);
    expect(pages[0][0]).toMatchObject({ large: '100', x: 10 + 4 * 38, y: 12 });
    expect(pages[0][1]).toMatchObject({ large: '101', x: 10, y: 12 + 21 });
    expect(pages[1][0]).toMatchObject({ large: '161', x: 10, y: 12 });
  });

  it('have a page each on a roll, as large as the label', () => {
    const found = placedLabels(some(3), layout({ page: 'roll', width: 50, height: 25, start: 9 }))!;
    expect(found).toMatchObject({ width: 50, height: 25 });
    expect(found.pages.map((page) => page.map(({ x, y }) => [x, y]))).toEqual([[[0, 0]], [[0, 0]], [[0, 0]]]);
  });

  it('are refused where not one fits', () => {
    expect(placedLabels(some(1), layout({ width: 200, left: 20 }))).toBeNull();
    expect(placedLabels(some(1), layout({ height: 290, top: 10 }))).toBeNull();
  });

  it('stay on the paper and off each other, whatever was typed', () => {
    const size = fc.record({
      page: fc.constantFrom('A4' as const, 'Letter' as const),
      width: fc.double({ min: 10, max: 210, noNaN: true }),
      height: fc.double({ min: 6, max: 297, noNaN: true }),
      left: fc.double({ min: 0, max: 60, noNaN: true }),
      top: fc.double({ min: 0, max: 60, noNaN: true }),
      gapX: fc.double({ min: 0, max: 20, noNaN: true }),
      gapY: fc.double({ min: 0, max: 20, noNaN: true }),
      start: fc.integer({ min: 1, max: 1000 }),
    });
    fc.assert(
      fc.property(size, fc.integer({ min: 1, max: 200 }), (drawn, count) => {
        const found = placedLabels(some(count), drawn);
        if (!found) return;
        expect(found.pages.flat()).toHaveLength(count);
        for (const page of found.pages) {
          for (const { x, y } of page) {
            expect(x + drawn.width).toBeLessThanOrEqual(found.width - drawn.left + 0.02);
            expect(y + drawn.height).toBeLessThanOrEqual(found.height - drawn.top + 0.02);
          }
          const places = page.map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`);
          expect(new Set(places).size).toBe(places.length);
        }
      }),
    );
  });
});

describe('what stands on labels', () => {
  const trays = [
    { sitting: 1, seat: 1, flight: 1, codes: ['482', '615'] },
    { sitting: 1, seat: 2, flight: 1, codes: ['615', '482'] },
    { sitting: 1, seat: 9, flight: 2, codes: ['482', '615'] },
  ];

  it('is each code as often as it is cut, by flight and code, and spare ones without a seat', () => {
    expect(portionLabels(trays, { spares: 1, sittings: 1 }).map(({ large, small }) => `${large} ${small}`)).toEqual([
      '482 flight 1, seat 1',
      '482 flight 1, seat 2',
      '482 flight 1, spare',
      '615 flight 1, seat 1',
      '615 flight 1, seat 2',
      '615 flight 1, spare',
      '482 flight 2, seat 9',
      '482 flight 2, spare',
      '615 flight 2, seat 9',
      '615 flight 2, spare',
    ]);
    expect(portionLabels(trays, { spares: 0, sittings: 2 })[0].small).toBe('sitting 1, flight 1, seat 1');
    expect(portionLabels(trays, { spares: 0, sittings: 1 })).toHaveLength(6);
  });

  it('is the tag of each piece in the order of the raw ones, and no method', () => {
    const raw = new Map([
      ['K4', 2],
      ['A1', 1],
    ]);
    expect(tagLabels([{ tag: 'K4' }, { tag: 'A1' }], raw)).toEqual([
      { large: 'A1', small: 'raw 1' },
      { large: 'K4', small: 'raw 2' },
    ]);
  });
});

describe('lists of the day', () => {
  const tray = (seat: number, flight: number) => ({
    ...{ seat, name: `Person ${seat}`, flight, codes: ['111', '482', '615'], warmUp: true },
    sets: [{ codes: ['482', '615'], zone: '' }],
  });
  const trays = [tray(9, 2), tray(2, 1), tray(1, 1)];

  it('are of whoever carries flight by flight and seat by seat, the warm-up in brackets', () => {
    const sheet = carryingSheet('Thursday panel', trays, { now: 1, of: 1 });
    const tables = sheet.blocks.flatMap((block) => (block.kind === 'table' ? [block] : []));
    expect(tables.map(({ above }) => above)).toEqual(['Flight 1', 'Flight 2']);
    expect(tables[0].rows).toEqual([
      ['1', 'Person 1', '(111)  482  615', '__ : __'],
      ['2', 'Person 2', '(111)  482  615', '__ : __'],
    ]);
    expect(carryingSheet('x', trays, { now: 2, of: 3 }).blocks).toContainEqual(
      expect.objectContaining({ above: 'Sitting 2, Flight 2' }),
    );
  });

  it('are of the door names and seats, and no code', () => {
    const sheet = attendanceSheet('Thursday panel', trays, { now: 1, of: 1 });
    expect(JSON.stringify(sheet)).toContain('Person 9');
    expect(JSON.stringify(sheet)).not.toMatch(/482|615|111/);
  });

  it('end with an envelope that has the fingerprint and no key', () => {
    const fingerprint = 'ab'.repeat(32);
    const sheet = envelopeSheet('Salmon', { fingerprint, lockedAt: '2026-11-26T10:05:00.000Z' });
    expect(JSON.stringify(sheet)).toContain(fingerprint);
    expect(JSON.stringify(sheet)).toContain('2026-11-26 10:05 UTC');
  });
});
