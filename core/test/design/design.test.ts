import fc from 'fast-check';
import {
  drawCodes,
  dealPortions,
  isMemorableCode,
  lockPlan,
  lockProblems,
  namedMethods,
  orderBalance,
  servingOrders,
  tagPieces,
  williamsDesign,
} from '../../src/design';
import { fingerprint } from '../../src/bundle';
import { randomStream } from '../../src/numeric';
import { simpleTasting, simulatedBundle } from '../support/bundles';

describe('williamsDesign (Williams 1949)', () => {
  it.each([2, 3, 4, 5, 6, 7, 8])('is balanced for position and neighbours with %i samples', (samples) => {
    const design = williamsDesign(samples);
    expect(design).toHaveLength(samples % 2 === 0 ? samples : 2 * samples);
    const { positions, neighbours } = orderBalance(design, samples);
    expect(new Set(positions.flat())).toEqual(new Set([design.length / samples]));
    const pairs = neighbours.flatMap((row, before) => row.filter((_, after) => after !== before));
    expect(new Set(pairs)).toEqual(new Set([design.length / samples]));
  });
});

describe('servingOrders', () => {
  it('serves every sample once to each, and stays as even as the panel size allows', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 8 }),
        fc.integer({ min: 1, max: 60 }),
        fc.string(),
        (samples, panelists, seed) => {
          const orders = servingOrders(samples, panelists, randomStream(seed, 'orders'));
          expect(orders).toHaveLength(panelists);
          for (const order of orders) expect([...order].sort()).toEqual(Array.from({ length: samples }, (_, s) => s));
          const { positionImbalance, carryOverImbalance } = orderBalance(orders, samples);
          const whole = panelists % williamsDesign(samples).length === 0;
          if (whole) expect([positionImbalance, carryOverImbalance]).toEqual([0, 0]);
          expect(positionImbalance).toBeLessThanOrEqual(1);
          expect(carryOverImbalance).toBeLessThanOrEqual(2);
        },
      ),
      { numRuns: 80 },
    );
  });

  it('depends on nothing but the seed', () => {
    const draw = (seed: string) => servingOrders(5, 24, randomStream(seed, 'orders'));
    expect(draw('a')).toEqual(draw('a'));
    expect(draw('a')).not.toEqual(draw('b'));
  });
});

describe('blind codes', () => {
  it('are three digits, apart in two places, and never speaking', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 24 }), fc.string(), (count, seed) => {
        const codes = drawCodes(count, randomStream(seed, 'codes'));
        expect(codes).toHaveLength(count);
        codes.forEach((code, at) => {
          expect(code).toMatch(/^[1-9]\d\d$/);
          expect(isMemorableCode(code)).toBe(false);
          codes
            .slice(0, at)
            .forEach((other) =>
              expect([...code].filter((digit, i) => digit !== other[i]).length).toBeGreaterThanOrEqual(2),
            );
        });
      }),
      { numRuns: 50 },
    );
  });

  it.each(['007', '100', '500', '111', '666', '999', '123', '789', '321', '911', '112'])('never include %s', (code) => {
    expect(isMemorableCode(code)).toBe(true);
  });

  it('refuse to draw more than can be told apart', () => {
    expect(() => drawCodes(61, randomStream('a', 'codes'))).toThrow(RangeError);
  });
});

describe('kitchen tags and portions', () => {
  it("give each piece its own tag and deal each method's pieces out evenly", () => {
    const methods = ['a', 'b', 'c'];
    const tasting = simpleTasting({ methods: 3, panelists: 10, pieces: 4 });
    methods.forEach((id, at) => (tasting.methods[at].id = id));
    const pieces = tagPieces(tasting, randomStream('1', 'tags'));
    expect(new Set(pieces.map((piece) => piece.tag)).size).toBe(12);
    const samples = methods.map((_, method) => ({ method, copy: 0 }));
    const sittings = Array.from({ length: 10 }, (_, panelist) => ({
      ...{ panelist, sitting: 1, warmUp: null, sets: [{ zone: null, replicate: 0, samples }] },
    }));
    const portions = dealPortions(sittings, pieces, tasting, randomStream('1', 'portions'));
    for (const [at, method] of methods.entries()) {
      const counts = new Map<string, number>();
      for (const tags of portions) {
        expect(pieces.find((piece) => piece.tag === tags[at])?.method).toBe(method);
        counts.set(tags[at], (counts.get(tags[at]) ?? 0) + 1);
      }
      expect([...counts.values()].sort()).toEqual([2, 2, 3, 3]);
    }
  });
});

describe('namedMethods', () => {
  it.each([
    ['Is slow-oven salmon better?', ['Slow oven']],
    ['Pöached or not', ['Poached']],
    ['Salmon, four ways', []],
    ['Steamedness', []],
  ])('finds in %p the methods %p', (text, expected) => {
    expect(namedMethods(text, ['Slow oven', 'Poached', 'Steamed', ''])).toEqual(expected);
  });
});

describe('lockProblems', () => {
  const { tasting } = simulatedBundle();
  it('lets a complete draft pass', () => expect(lockProblems(tasting)).toEqual([]));
  it.each([
    ['title', { title: '  ' }],
    ['question', { question: '' }],
    ['ballotTitle', { ballotTitle: 'Is method 1 best?' }],
    ['methods', { methods: tasting.methods.slice(0, 1) }],
    ['methods.1.name', { methods: tasting.methods.map((m) => ({ ...m, name: 'Same' })) }],
    ['methods', { methods: tasting.methods.map((m) => ({ ...m, reference: true })) }],
    ['piecesPerMethod', { piecesPerMethod: 0 }],
    ['piecesPerMethod', { piecesPerMethod: NaN }],
    ['panel', { panel: [] }],
    ['panel.1.name', { panel: tasting.panel.slice(0, 2).map((p) => ({ ...p, name: 'Ann' })) }],
  ])('names %s when it is wrong', (field, change) => {
    expect(lockProblems({ ...tasting, ...change }).map((problem) => problem.field)).toContain(field);
  });
});

describe('lockPlan', () => {
  const bundle = simulatedBundle({ methods: 4, panelists: 9 });
  const inputs = { seed: 's', salt: '0123456789abcdef', lockedAt: '2026-03-05T10:00:00.000Z' };

  it('is the same for the same seed, and another for another', () => {
    expect(lockPlan(bundle.tasting, inputs)).toEqual(lockPlan(bundle.tasting, inputs));
    expect(lockPlan(bundle.tasting, { ...inputs, seed: 't' }).key.codes).not.toEqual(
      lockPlan(bundle.tasting, inputs).key.codes,
    );
  });

  it('is vouched for by a fingerprint that any change breaks', () => {
    const {
      plan: { fingerprint: stated, ...plan },
      pieces,
      key,
    } = lockPlan(bundle.tasting, inputs);
    const { tasting } = bundle;
    expect(fingerprint({ tasting, plan, pieces, key })).toBe(stated);
    const codes = Object.keys(key.codes);
    const swapped = {
      ...key,
      codes: { ...key.codes, [codes[0]]: key.codes[codes[1]], [codes[1]]: key.codes[codes[0]] },
    };
    expect(fingerprint({ tasting, plan, pieces, key: swapped })).not.toBe(stated);
    expect(fingerprint({ tasting, plan: { ...plan, alpha: 0.1 }, pieces, key })).not.toBe(stated);
    expect(fingerprint({ tasting: { ...tasting, ballot: { items: [] } }, plan, pieces, key })).not.toBe(stated);
  });
});
