import type { RangeInput, RunSheetView } from '../src/client/api.generated';
import { sheetSentence } from '../src/kitchen/sheetSentence';
import { rowsOfCooks, rowsOfPlaces, spanOf } from '../src/stages/cook/sheet/timeline';

const at = (minutes: number): string => new Date(Date.UTC(2026, 10, 26, 16, minutes)).toISOString();
const step = (
  piece: string,
  name: string,
  [from, to]: [number, number],
  more: object = {},
): RunSheetView['steps'][number] => ({
  ...{ piece, method: piece[0], step: name, name, text: name, start: at(from), end: at(to) },
  ...{ equipment: null, place: null, hands: null, handsUntil: null },
  ...more,
});
const inOven = (place: number) => ({ equipment: 'Oven', place });
const by = (hands: string, until: number) => ({ hands, handsUntil: at(until) });
const sheet: RunSheetView = {
  ...{ isFeasible: true, isProvenBest: true, waiting: 4, why: [], replannedAt: null, putOff: [] },
  steps: [
    step('A1', 'Roast', [10, 40], { ...inOven(1), ...by('Marek', 11) }),
    step('A2', 'Roast', [10, 40], { ...inOven(2), ...by('Marek', 11) }),
    step('B1', 'Bake', [20, 44], { ...inOven(1), ...by('Leni', 21) }),
    step('A1', 'Plate', [44, 45], by('Marek', 45)),
    step('A2', 'Plate', [40, 41], by('Marek', 41)),
  ],
  waits: [
    { piece: 'A1', step: 'Roast', minutes: 4, least: 0, most: 9 },
    { piece: 'A2', step: 'Roast', minutes: 0, least: 0, most: 9 },
  ],
};
const range: RangeInput = {
  equipment: [
    { id: 'o', name: 'Oven', kind: 'oven', places: 2, perPlace: 2, shared: true },
    { id: 'h', name: 'Hob', kind: 'hob', places: 1, perPlace: 1, shared: false },
  ],
  cooks: ['Marek', 'Leni', 'Nobody'],
  served: [],
};

describe('the drawing of a run sheet', () => {
  it('has a row for each place that is used, in which nothing lies on something else', () => {
    const rows = rowsOfPlaces(sheet, range);
    expect(rows.map(({ name }) => name)).toEqual(['Oven 1', 'Oven 2']);
    expect(rows[0].lines.map((line) => line.map(({ pieces }) => pieces))).toEqual([[['A1']], [['B1']]]);
    // The wait is drawn as long as it is.
    expect(rows[0].lines[0][0].waits - rows[0].lines[0][0].end).toBe(4 * 60_000);
    expect(rows[1].lines[0][0].waits).toBe(rows[1].lines[0][0].end);
  });

  it('has a row for each cook, with what is one thing to do in one bar, as long as it takes hands', () => {
    const rows = rowsOfCooks(sheet, range);
    expect(rows.map(({ name }) => name)).toEqual(['Marek', 'Leni']);
    const [roast] = rows[0].lines[0];
    expect(roast.pieces).toEqual(['A1', 'A2']);
    expect(roast.end - roast.start).toBe(60_000);
  });

  it('leads to the first serving that all is ready for, and cuts off what began hours before', () => {
    const served = [45, 60, 120].map((minutes) => Date.parse(at(minutes)));
    const span = spanOf(sheet.steps, served);
    expect(span.to).toBe(served[0]);
    expect(span.from).toBe(Date.parse(at(10)));
    const brined = [step('A1', 'Brine', [-900, 10]), ...sheet.steps];
    expect(spanOf(brined, served).from).toBe(Date.parse(at(10)));
    expect(span.ticks.length).toBeGreaterThan(3);
    expect(span.ticks.every((tick) => tick >= span.from && tick <= span.to)).toBe(true);
  });

  it('opens with what is to be done first', () => {
    const now = Date.parse(at(0));
    expect(sheetSentence(sheet, now)).toMatch(/: roast, A\. Nothing waits longer than it may\.$/);
    expect(sheetSentence({ ...sheet, waits: [] }, now)).toMatch(/Nothing waits\.$/);
    expect(sheetSentence(sheet, Date.parse(at(30)))).toMatch(/: plate, A/);
    expect(sheetSentence(sheet, Date.parse(at(100)))).toMatch(/^Planned from/);
    expect(sheetSentence({ ...sheet, isFeasible: false, why: ['Say who cooks.'] }, now)).toBe('Say who cooks.');
  });
});
