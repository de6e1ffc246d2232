import { TESTS } from '../../src/bundle';
import { isOfTwoSamples } from '../../src/design';
import { findings } from '../../src/findings';
import { readSteps } from '../../src/kitchen';
import { plannedPortions, servedPortions } from '../../src/served';
import { kitchenSheet, linksSheet, planSheet, portioningSheet, reportSheet, traySheet } from '../../src/sheets';
import { noted, simulatedBundle } from '../support/bundles';

const bundle = simulatedBundle({
  panelists: 10,
  pieces: 4,
  truth: [8, 5, 4],
  tasting: {
    zones: [
      { id: 'loin', name: 'Loin' },
      { id: 'belly', name: 'Belly' },
    ],
    lots: [
      { id: 'one', name: 'Fish one' },
      { id: 'two', name: 'Fish two' },
    ],
    halves: true,
    bundled: [{ id: 'b', method: 'm1', text: 'cooked in butter' }],
    constants: [{ id: 'c', name: 'Mass', target: '90 g', tolerance: '5 g', check: 'scale' }],
  },
});
bundle.records.caveats = [noted('c1', 'Piece overshot', { pieces: [bundle.pieces[0].tag], panelists: [] })];
const { tasting, plan, pieces, key } = bundle;
const codes = [...new Set(plannedPortions(bundle).map(({ code }) => code))];
const methods = tasting.methods.map(({ name }) => name);
const text = (sheet: object): string => JSON.stringify(sheet);
const portions = servedPortions({ ...bundle, key: key! }).map(({ sitting, flight, tag, zone, code, seat }) => ({
  ...{ sitting, flight, tag, code, seats: [seat], isAgain: seat === 2, isLetThrough: seat !== 3 },
  zone: zone === 'loin' ? 'Loin' : 'Belly',
}));
const trays = tasting.panel.map(({ id, seat, name }) => {
  const serving = plan!.servings.find(({ panelist }) => panelist === id)!;
  return {
    ...{ seat, name, flight: seat > 5 ? 2 : 1, warmUp: false },
    codes: serving.sets.flatMap((set) => set.codes),
    sets: serving.sets.map((set) => ({ codes: set.codes, zone: set.zone === 'loin' ? 'Loin' : 'Belly' })),
  };
});

describe('what stands on paper', () => {
  it('is for the kitchen every tag with its method, lot and raw piece, and no code', () => {
    const said = text(kitchenSheet(tasting, pieces));
    for (const { tag } of pieces) expect(said).toContain(`"${tag}"`);
    for (const word of [...methods, 'Fish one', 'Fish two', 'Raw piece', 'cooked in butter', '90 g'])
      expect(said).toContain(word);
    for (const code of codes) expect(said).not.toContain(`"${code}"`);
    for (const { name } of tasting.panel) expect(said).not.toContain(name);
  });

  it('is for whoever portions each piece with its zone, code and seats, under a neutral title and no method', () => {
    const sheet = portioningSheet('Thursday panel', portions);
    const said = text(sheet);
    for (const word of [...codes, 'Loin', 'Belly']) expect(said).toContain(`"${word}"`);
    for (const method of methods) expect(said).not.toContain(method);
    expect(sheet.title).toBe('Thursday panel');
    expect(said).toContain('"1 once more"');
  });

  it('is for servers a tray for each seat, each flight on a page of its own, by zone, and no method or tag', () => {
    const sheet = traySheet('Thursday panel', trays, { now: 1, of: 1 });
    expect(sheet.blocks.filter(({ kind }) => kind === 'new-page')).toHaveLength(1);
    expect(sheet.blocks.flatMap((block) => (block.kind === 'trays' ? [block.above] : []))).toEqual([
      'Flight 1',
      'Flight 2',
    ]);
    const said = text(sheet);
    for (const word of [...codes, 'Loin', 'Belly', 'Seat 10']) expect(said).toContain(`"${word}"`);
    for (const method of methods) expect(said).not.toContain(method);
    for (const { tag } of pieces) expect(said).not.toContain(`"${tag}"`);
  });

  it('says on the plan how each method is cooked, and what differs from the reference', () => {
    const cooked = tasting.methods.map((method, at) => ({
      ...method,
      ...{
        reference: at === 0,
        steps: '',
        chain: readSteps(`Roast at ${110 + 10 * at} °C 30 min\nRest 5 min`, String),
      },
    }));
    const said = text(planSheet({ ...tasting, methods: cooked }, plan!));
    expect(said).toContain('How each is cooked');
    expect(said).toContain('Roast in the oven at 120 °C, 30 min');
    expect(said).toContain(`Beside ${cooked[0].name}: Only this differs: Roast: 120 °C, not 110 °C.`);
    expect(text(planSheet({ ...tasting, methods: cooked.map((one) => ({ ...one, chain: [] })) }, plan!))).not.toContain(
      'How each is cooked',
    );
  });

  it('is for whoever signs the plan all that was decided, the orders by code, and the fingerprint', () => {
    const said = text(planSheet(tasting, plan!));
    const words = [
      tasting.question,
      ...methods,
      'Fish one',
      'Raw pieces are split',
      'Loin, Belly',
      plan!.fingerprint,
      '90 g',
    ];
    for (const word of words) expect(said).toContain(word);
    for (const { name } of tasting.panel) expect(said).toContain(name);
    for (const code of codes) expect(said).toContain(code);
  });

  it('is a card for each panelist with an address', () => {
    const sheet = linksSheet('Thursday panel', [{ seat: 1, name: 'Ada', address: 'http://x/b/1' }]);
    expect(text(sheet)).not.toContain('this machine only');
    const here = linksSheet('Thursday panel', [{ seat: 1, name: 'Ada', address: 'http://localhost:4000/b/1' }]);
    expect(text(here)).toContain('no phone can reach them');
    expect(text(sheet)).toContain('http://x/b/1');
  });

  it('is in the report the verdict, what it cannot say, caveats and fingerprint', () => {
    const found = findings(bundle);
    const said = text(reportSheet(found, bundle));
    const limits = found.sections.flatMap((one) => (one.id === 'limits' ? one.data : []));
    expect(limits.length).toBeGreaterThan(0);
    for (const word of [
      found.verdict.sentence,
      'Piece overshot',
      plan!.fingerprint,
      ...limits.map((limit) => limit.text),
    ])
      expect(said).toContain(word);
    expect(said).toContain('Looked at after unsealing');
  });

  it.each(TESTS)('is a report for a planned %s too', (test) => {
    const truth = isOfTwoSamples(test) ? [4, 7] : [7, 5, 4];
    const tasted = simulatedBundle({ methods: truth.length, panelists: 18, truth, tasting: { test } });
    const found = findings(tasted);
    const sheet = reportSheet(found, tasted);
    expect(text(sheet)).toContain(found.verdict.sentence);
    expect(text(sheet)).not.toMatch(/undefined|NaN|\[object/);
  });
});
