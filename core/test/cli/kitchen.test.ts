import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { jacana, json } from '../support/commandLine';

const SLAB = ['--shape', 'slab', '--thickness-mm', '30', '--start', '4', '--around', '180', '--coefficient', '25'];
const FIXED = ['--conductivity', '0.45', '--density', '1050', '--heat-capacity', '3400'];
const heat = (...words: string[]) => json('', 'heat', ...words);

describe('jacana heat', () => {
  it('says when the core is at its target, how much warmer it gets, and draws the curve', () => {
    const found = heat(...SLAB, ...FIXED, '--target', '54');
    expect(found.minutesToTarget).toBeCloseTo(20, 0);
    expect(found.carryOver).toBeGreaterThan(5);
    expect(found.curve[0]).toMatchObject({ minutes: 0, core: 4 });
    expect(found.curve.at(-1)).toMatchObject({ minutes: found.minutesToTarget, core: expect.closeTo(54, 6) });
  });

  it('gives the same for its own figures in place of a kind of food, and more time to what is wet or thick', () => {
    const minutes = (...words: string[]): number => heat(...words, '--target', '54').minutesToTarget;
    const meat = minutes(...SLAB, '--product', 'red-meat');
    expect(minutes(...SLAB, '--conductivity', '0.53', '--density', '1045', '--heat-capacity', '3576')).toBeCloseTo(
      meat,
      0,
    );
    expect(minutes(...SLAB, '--product', 'red-meat', '--wet')).toBeGreaterThan(1.2 * meat);
    const bath = (mm: string) =>
      minutes(...[...SLAB, ...FIXED].map((word) => (word === '30' ? mm : word === '25' ? '100000' : word)));
    expect(bath('60') / bath('30')).toBeCloseTo(4, 1);
  });

  it('says where the core settles when it never gets there', () => {
    const { out } = jacana('', 'heat', ...SLAB, ...FIXED, '--target', '190');
    expect(out).toContain('never gets to 190 °C: it settles at 180.0 °C');
    expect(heat(...SLAB, ...FIXED, '--target', '190')).toMatchObject({ minutesToTarget: null, carryOver: null });
  });

  it.each([
    [[...SLAB, '--target', '54'], 'either --product, or all of'],
    [[...SLAB, ...FIXED, '--product', 'fish', '--target', '54'], 'either --product, or all of'],
    [[...SLAB, '--product', 'fish', '--target', '540'], '--target should lie between -1 and 300'],
    [[...SLAB, '--product', 'fish', '--target', '54', '--start', '-18'], 'thaw first'],
    [[...SLAB, '--product', 'fish', '--target', '54', '--thickness-mm', '0'], 'should be above 0'],
    [[...SLAB, '--product', 'fish', '--target', 'warm'], 'a temperature in °C'],
    [[...SLAB, '--product', 'stone', '--target', '54'], 'Allowed choices are red-meat'],
    [['--shape', 'cube', ...SLAB.slice(2), '--product', 'fish', '--target', '54'], 'slab, cylinder, sphere'],
  ])('refuses %j', (words, message) => {
    const { code, out, error } = jacana('', 'heat', ...words);
    expect([code, out]).toEqual([2, '']);
    expect(error).toContain(message);
    expect(error.trim().split('\n')).toHaveLength(1);
  });
});

describe('jacana lethality', () => {
  const COLUMNS = ['readings.csv', '--time', 'minute', '--table', 'appendix-a-beef'];
  const held = 'minute,core,f\n0,60,140\n5,60,140\n5.5,,\n20,60,140\n';

  it('adds up what a curve does, and says when the limit was met', () => {
    expect(json(held, 'lethality', ...COLUMNS, '--celsius', 'core')).toMatchObject({
      logReductions: expect.closeTo((6.5 * 20) / 12, 3),
      limitMetAt: expect.closeTo(12, 3),
      missing: 1,
      longestGap: 15,
    });
    expect(json(held, 'lethality', ...COLUMNS, '--fahrenheit', 'f').limitMetAt).toBeCloseTo(12, 3);
    expect(json(held, 'lethality', ...COLUMNS, '--celsius', 'core', '--most-gap', '10')).toMatchObject({
      limitMetAt: null,
      gapsLeftOut: 1,
    });
  });

  it('never calls food safe', () => {
    const { out } = jacana(held, 'lethality', ...COLUMNS, '--celsius', 'core');
    expect(out).toContain('recorded as met at minute 12.0');
    expect(out).toContain('Local codes and licensed practice decide.');
    expect(out).not.toMatch(/\bsafe\b(?! minimum)/i);
  });

  it.each([
    ['minute,core\n', ['--celsius', 'core'], 'no readings'],
    ['minute,core\n5,60\n4,60\n', ['--celsius', 'core'], 'Row 3, column minute: 4 comes before the row above'],
    ['minute,core\n5,hot\n', ['--celsius', 'core'], 'Row 2, column core'],
    ['minute,core\n5,2000\n', ['--celsius', 'core'], 'is no temperature of food'],
    [held, ['--celsius', 'middle'], 'No column "middle"'],
    [held, ['--celsius', 'core', '--fahrenheit', 'f'], 'either --celsius or --fahrenheit'],
    [held, ['--celsius', 'core', '--table', 'none'], 'No table "none". There are: appendix-a-beef'],
  ])('refuses %j', (file, words, message) => {
    const { code, error } = jacana(file, 'lethality', ...COLUMNS, ...words);
    expect(code).toBe(2);
    expect(error).toContain(message);
  });
});

describe('jacana run-sheet', () => {
  const salmon = readFileSync(join(__dirname, '../../../demo/1-salmon.json'), 'utf8');

  it('puts every step of every piece of a bundle where it can be done', () => {
    const sheet = json(salmon, 'run-sheet', 'salmon.json');
    const { tasting, pieces } = JSON.parse(salmon);
    expect(sheet).toMatchObject({ isFeasible: true, why: [] });
    const steps = tasting.methods.reduce((sum: number, { chain }: { chain: unknown[] }) => sum + chain.length, 0);
    expect(sheet.steps).toHaveLength(steps * tasting.piecesPerMethod);
    expect(new Set(sheet.steps.map(({ piece }: { piece: string }) => piece))).toEqual(
      new Set(pieces.map(({ tag }: { tag: string }) => tag)),
    );
    expect(
      sheet.waits.every(({ minutes, least, most }: Record<string, number>) => minutes >= least && minutes <= most),
    ).toBe(true);
    expect(json(salmon, 'run-sheet', 'salmon.json')).toEqual(sheet);
  });

  it('says nothing of codes or seats', () => {
    const { out } = jacana(salmon, 'run-sheet', 'salmon.json');
    const { key } = JSON.parse(salmon);
    for (const code of Object.keys(key.codes)) expect(out).not.toMatch(new RegExp(`\\b${code}\\b`));
    expect(out).not.toContain(key.seed);
  });

  it('says why there is none', () => {
    const bundle = JSON.parse(salmon);
    bundle.range.served = [];
    bundle.digest = null;
    expect(json(JSON.stringify(bundle), 'run-sheet', 'x.json')).toMatchObject({
      isFeasible: false,
      why: ['Say when the first flight is served.'],
    });
    expect(jacana('{}', 'run-sheet', 'x.json').code).toBe(2);
  });
});
