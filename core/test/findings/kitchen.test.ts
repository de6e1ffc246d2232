import { findingsText } from '../../cli/findingsText';
import type { KitchenEntry, TastingBundle } from '../../src/bundle';
import { findings, gateLines, sectionOf } from '../../src/findings';
import { byMinute, minuteOf, readSteps } from '../../src/kitchen';
import { reportSheet } from '../../src/sheets';
import { simulatedBundle } from '../support/bundles';

/** What the kitchen measured stands beside the answer, and changes nothing of it. */

const plain = simulatedBundle({ panelists: 12, pieces: 2, liking: true, tasting: {} });
const chain = readSteps('Roast at 180 °C until 60 °C inside, 30-40 min\nRest 5 min', String);
const zero = Date.parse('2026-03-05T16:00:00.000Z');
const at = (minutes: number): string => new Date(zero + minutes * 60_000).toISOString();
let count = 0;
const entry = (minutes: number, body: KitchenEntry['body']): KitchenEntry => ({
  ...{ id: `f${count++}`, at: at(minutes), storedAt: at(minutes), by: 'Marek', body },
});
const [first, second] = plain.pieces.filter(({ method }) => method === plain.tasting.methods[0].id);
const tag = first.tag;

/** Core at 20 °C, a degree a minute. */
const readings = [
  ...byMinute(Array.from({ length: 301 }, (_, tick) => ({ at: zero + tick * 10_000, value: 20 + tick / 6 }))),
].map(([minute, own]) => minuteOf({ device: 'Logger', channel: 1, measures: 'celsius' }, minute, own));

function cooked(...more: KitchenEntry[]): TastingBundle {
  const kitchen = [
    entry(0, { kind: 'mass', piece: tag, grams: 400 }),
    entry(0, { kind: 'started', pieces: [tag], step: chain[0].id }),
    entry(0, { kind: 'probed', piece: tag, device: 'Logger', channel: 1, where: 'core' }),
    entry(40, { kind: 'done', pieces: [tag], step: chain[0].id }),
    entry(41, { kind: 'mass', piece: tag, grams: 360 }),
    ...more,
  ];
  const methods = plain.tasting.methods.map((method) => ({ ...method, steps: '', chain }));
  return {
    ...plain,
    tasting: { ...plain.tasting, methods },
    readings,
    records: { ...plain.records, kitchen },
  };
}

const kitchenOf = (bundle: TastingBundle) => sectionOf(findings(bundle), 'kitchen');

it('is not there where nothing was written down', () => {
  expect(kitchenOf(plain)).toBeUndefined();
});

it('has the measures of each method, with liking, and of each piece, with who ate it', () => {
  const found = kitchenOf(cooked())!;
  expect(found.methods).toHaveLength(plain.tasting.methods.length);
  const [roasted, other] = found.methods;
  expect(roasted.cookLoss?.mean).toBeCloseTo(0.1, 9);
  expect(roasted.ended?.mean).toBeCloseTo(60, 0);
  expect(roasted.highest?.mean).toBeCloseTo(70, 6);
  expect(roasted.heated?.mean).toBe(40);
  expect([other.cookLoss, other.ended, other.highest, other.heated]).toEqual([null, null, null, null]);
  const piece = found.pieces.find((one) => one.tag === tag)!;
  expect(piece).toMatchObject({ standing: 'stands', gate: null });
  expect(piece.cookLoss).toBeCloseTo(0.1, 9);
  // Everyone ate of one piece of each method.
  const own = found.pieces.filter(({ method }) => method === first.method);
  expect(own.flatMap(({ seats }) => seats).sort((a, b) => a - b)).toEqual(
    Array.from({ length: 12 }, (_, seat) => seat + 1),
  );
  // Means of pieces, each weighed by its answers, are the mean of the method.
  const total = own.reduce((sum, { liking }) => sum + (liking?.mean ?? 0) * (liking?.answers ?? 0), 0);
  expect(roasted.liking).toBeCloseTo(total / 12, 9);
});

it('goes on counting until the tray stands at its seat: over pieces, of each the mean of its trays', () => {
  const bundle = cooked();
  expect(kitchenOf(bundle)!.methods.map(({ toSeat }) => toSeat)).toEqual(plain.tasting.methods.map(() => null));
  const seated = plain.key!.portions.filter(({ tags }) => tags.includes(tag)).map(({ panelist }) => panelist);
  // Two trays with this piece, 12 and 18 minutes after its heat, and one whose panelist never came.
  const out = seated.slice(0, 2).map((panelist, turn) => ({
    ...{ id: `out-${turn}`, at: at(52 + 6 * turn), storedAt: at(60), by: 'Tove' },
    body: { kind: 'out' as const, sitting: 1, panelist },
  }));
  const gone = { kind: 'absent' as const, sitting: 1, panelist: seated[2], because: '' };
  const late = { kind: 'out' as const, sitting: 1, panelist: seated[2] };
  const entries = [
    { ...out[0], id: 'out-2', at: at(90), body: late },
    { ...out[0], id: 'gone', at: at(91), body: gone },
  ];
  const served = { ...bundle, records: { ...bundle.records, service: [...out, ...entries] } };
  const [roasted] = kitchenOf(served)!.methods;
  expect(roasted.toSeat).toMatchObject({ mean: 15, interval: null, n: 1 });
  const found = findings(served);
  expect(findingsText(found)).toContain('15 min to the seat');
  expect(JSON.stringify(reportSheet(found, served))).toContain('"15.0"');
});

it('does not change the answer', () => {
  const [before, after] = [findings({ ...cooked(), records: plain.records }), findings(cooked())];
  expect(after.verdict).toEqual(before.verdict);
  expect(after.sections.filter(({ id }) => id !== 'kitchen')).toEqual(before.sections);
});

it('says in report and command line what was decided at the gate, and what was cooked again', () => {
  const bundle = cooked(
    entry(45, { kind: 'gate', piece: tag, decision: 'served-all-the-same', because: 'firm' }),
    entry(46, { kind: 'gate', piece: second.tag, decision: 'withdrawn', because: 'burnt' }),
    entry(47, { kind: 'redone', piece: second.tag, as: 'Q9' }),
  );
  const found = findings(bundle);
  const lines = [
    `${tag} was served anyway, as Marek decided: firm.`,
    `${second.tag} was withdrawn by Marek: burnt.`,
    `Q9 was cooked in place of ${second.tag}.`,
  ];
  expect(gateLines(sectionOf(found, 'kitchen')!)).toEqual(lines);
  const paper = JSON.stringify(reportSheet(found, bundle).blocks);
  for (const line of lines) expect(paper).toContain(line);
  expect(paper).toContain('Measured in the kitchen');
  const text = findingsText(found);
  for (const line of lines) expect(text).toContain(line);
  // A probe that is still in at the gate measures the table from then on.
  expect(text).toMatch(/10\.0 % lost, core (59\.\d|60\.\d) °C at the end, highest 65\.0 °C, 40 min in the heat/);
});

it('counts pieces that were withdrawn in no measure', () => {
  const found = kitchenOf(cooked(entry(45, { kind: 'gate', piece: tag, decision: 'withdrawn', because: 'burnt' })))!;
  expect(found.methods[0].cookLoss).toBeNull();
  expect(found.pieces.find((one) => one.tag === tag)).toMatchObject({ standing: 'withdrawn', seats: [], liking: null });
});

it('counts no spot that the piece cannot have had, neither for the piece nor for its method', () => {
  const found = kitchenOf(cooked(entry(42, { kind: 'temperature', piece: tag, celsius: 740 })))!;
  const piece = found.pieces.find((one) => one.tag === tag)!;
  expect(piece.highest).toBeLessThan(100);
  expect(found.methods[0].highest?.mean).toBe(piece.highest);
});
