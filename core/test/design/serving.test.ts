import fc from 'fast-check';
import { type Test, TESTS } from '../../src/bundle';
import {
  codeSittings,
  dealSequences,
  isOfTwoSamples,
  isMemorableCode,
  lockPlan,
  lockProblems,
  MOST_CODES,
  orderReport,
  plannedSittings,
  sittingOrders,
  testSequences,
} from '../../src/design';
import { randomStream } from '../../src/numeric';
import { AT, simpleTasting, type Wanted } from '../support/bundles';

const OF_TWO = TESTS.filter(isOfTwoSamples);
const inputs = { seed: 's', salt: '0123456789abcdef', lockedAt: AT };

describe('sets for tests of two samples', () => {
  // ISO 4120: six triangles; ISO 10399: four duo-trios, two with a constant reference; Ennis & Jesionka 2011: six tetrads.
  it.each<[Test, number]>([
    ['triangle', 6],
    ['duo-trio', 4],
    ['tetrad', 6],
    ['2-afc', 2],
    ['3-afc', 3],
    ['same-different', 4],
  ])('%s has %i orders, all different', (test, count) => {
    const sequences = testSequences(test).map((sequence) => sequence.join(''));
    expect(new Set(sequences).size).toBe(count);
    expect(sequences).toHaveLength(count);
  });

  it('are used equally often within one, over all and in each replicate', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...OF_TWO),
        fc.integer({ min: 1, max: 50 }),
        fc.integer({ min: 1, max: 4 }),
        fc.string(),
        (test, panelists, replicates, seed) => {
          const sequences = testSequences(test);
          const dealt = dealSequences(sequences, panelists, replicates, randomStream(seed, 'x'));
          const spread = (rows: readonly (readonly number[])[]): number => {
            const counts = sequences.map((one) => rows.filter((row) => row.join() === one.join()).length);
            return Math.max(...counts) - Math.min(...counts);
          };
          for (let replicate = 0; replicate < replicates; replicate++)
            expect(spread(dealt.map((own) => own[replicate]))).toBeLessThanOrEqual(1);
          for (const own of dealt)
            expect(new Set(own.map((one) => one.join())).size).toBe(Math.min(replicates, sequences.length));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('codes of samples that are the same', () => {
  it('do not give themselves away by coming in a fixed order, or by how often they come', () => {
    const tasting = simpleTasting({ methods: 2, panelists: 240, tasting: { test: 'triangle' } });
    const { plan, key } = lockPlan(tasting, inputs);
    const trays = plan.servings.map(({ sets }) => sets[0].codes);
    const codes = Object.keys(key.codes);
    expect(codes).toHaveLength(4);
    for (const code of codes) {
      // Each is on three trays in four, and equally often at each place.
      const places = [0, 1, 2].map((place) => trays.filter((tray) => tray[place] === code).length);
      for (const count of places) expect(Math.abs(count - 60)).toBeLessThan(4 * Math.sqrt(240 * 0.25 * 0.75));
      const twin = codes.find((other) => other !== code && key.codes[other] === key.codes[code])!;
      const both = trays.filter((tray) => tray.includes(code) && tray.includes(twin));
      const before = both.filter((tray) => tray.indexOf(code) < tray.indexOf(twin)).length;
      expect(Math.abs(before / both.length - 0.5)).toBeLessThan(4 * Math.sqrt(0.25 / both.length));
    }
  });
});

describe('orders over several sittings', () => {
  it('serve nobody a sample twice, and everyone everything when the sittings add up', () => {
    const orders = sittingOrders({ samples: 12, panelists: 48, perPanelist: 6, sittings: 2 }, randomStream('a', 'o'));
    for (const own of orders) expect(new Set(own.flat()).size).toBe(12);
    const report = orderReport(orders.flat(), 12);
    expect(report.replication).toEqual(Array(12).fill(48));
    expect(report.positionImbalance).toBeLessThanOrEqual(1);
    // 96 blocks of 6 of 12 cannot meet equally often: 21.8 on average, and an even number each.
    expect(report.concurrenceImbalance).toBeLessThanOrEqual(4);
    expect(report.efficiency).toBeGreaterThan(0.9);
  });

  it('keep sittings even for any size', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 16 }),
        fc.integer({ min: 2, max: 6 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 8, max: 40 }),
        (samples, perPanelist, sittings, panelists) => {
          fc.pre(perPanelist * sittings <= samples && perPanelist < samples);
          const orders = sittingOrders({ samples, panelists, perPanelist, sittings }, randomStream('s', 'o'));
          expect(orders).toHaveLength(panelists);
          for (const own of orders) {
            expect(own.map((order) => order.length)).toEqual(Array(sittings).fill(perPanelist));
            expect(new Set(own.flat()).size).toBe(perPanelist * sittings);
          }
          const { replication } = orderReport(orders.flat(), samples);
          expect(Math.max(...replication) - Math.min(...replication)).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 15 },
    );
  });

  it('refuse more than there is', () => {
    expect(() =>
      sittingOrders({ samples: 5, panelists: 3, perPanelist: 3, sittings: 2 }, randomStream('a', 'o')),
    ).toThrow(RangeError);
  });
});

describe('codes of a plan', () => {
  const differ = (a: string, b: string): number => [...a].filter((digit, at) => digit !== b[at]).length;
  const service = simpleTasting().service;
  const plans: [string, Wanted][] = [
    ['a triangle', { methods: 2, panelists: 36, tasting: { test: 'triangle' } }],
    ['own codes', { methods: 4, panelists: 24, tasting: { service: { ...service, together: 4, codes: 'own' } } }],
    [
      'sittings, replicates, zones and a warm-up',
      {
        ...{ methods: 5, panelists: 12 },
        tasting: {
          service: { ...service, together: 5, sittings: 2, replicates: 2, warmUp: true },
          zones: ['loin', 'belly'].map((name) => ({ id: name, name })),
        },
      },
    ],
    ['sixty methods', { methods: 60, panelists: 40, tasting: { service: { ...service, together: 6, sittings: 6 } } }],
    [
      'thirty-six methods judged twice',
      { methods: 36, panelists: 30, tasting: { service: { ...service, together: 6, replicates: 2, sittings: 2 } } },
    ],
  ];

  it.each(plans)('of %s never repeat, never speak, and differ in two digits on a tray', (_what, wanted) => {
    const tasting = simpleTasting(wanted);
    const sittings = plannedSittings(tasting, 'seed');
    const { coded, methods } = codeSittings(sittings, tasting.service.codes, 'seed');
    expect([...methods.keys()].some(isMemorableCode)).toBe(false);
    coded.forEach(({ warmUp, sets }, at) => {
      const codes = [...(warmUp ? [warmUp] : []), ...sets.flat()];
      codes.forEach((code, i) => codes.slice(0, i).forEach((other) => expect(differ(code, other)).toBeGreaterThan(1)));
      const served = sittings[at].sets.flatMap((set) => set.samples.map((sample) => sample.method));
      expect(sets.flat().map((code) => methods.get(code))).toEqual(served);
    });
    // Shared codes stand side by side in the kitchen, whatever the trays.
    const shared = tasting.service.codes === 'shared' ? [...new Set(coded.flatMap(({ sets }) => sets.flat()))] : [];
    const sittingOf = new Map(coded.flatMap(({ sets }, at) => sets.flat().map((code) => [code, sittings[at].sitting])));
    for (const [at, code] of shared.entries())
      for (const other of shared.slice(0, at))
        if (sittingOf.get(code) === sittingOf.get(other)) expect(differ(code, other)).toBeGreaterThan(1);
    // A code that comes at two sittings would be two things.
    const bySitting = new Map<string, number>();
    coded.forEach(({ sets }, at) =>
      sets.flat().forEach((code) => {
        expect(bySitting.get(code) ?? sittings[at].sitting).toBe(sittings[at].sitting);
        bySitting.set(code, sittings[at].sitting);
      }),
    );
  });

  it('can be drawn up to the most that a plan may have', () => {
    const tasting = simpleTasting({
      methods: 6,
      panelists: 100,
      tasting: { service: { ...service, together: 6, codes: 'own' } },
    });
    expect(codeSittings(plannedSittings(tasting, 's'), 'own', 's').methods.size).toBe(MOST_CODES);
    const more = simpleTasting({
      methods: 6,
      panelists: 101,
      tasting: { service: { ...service, together: 6, codes: 'own' } },
    });
    expect(lockProblems(more).map(({ field }) => field)).toContain('service.codes');
  });
});

describe('a locked plan of any kind', () => {
  const service = simpleTasting().service;

  it.each(TESTS)('%s serves each method as often as the other, and says what comes from which piece', (test) => {
    const methods = isOfTwoSamples(test) ? 2 : 4;
    const tasting = simpleTasting({ methods, panelists: 24, tasting: { test, ...(test === 'profile' && profile) } });
    expect(lockProblems(tasting)).toEqual([]);
    const { plan, pieces, key } = lockPlan(tasting, inputs);
    const methodOf = new Map(pieces.map(({ tag, method }) => [tag, method]));
    const counts = new Map<string, number>();
    plan.servings.forEach(({ sets }, at) => {
      const codes = sets.flatMap((set) => set.codes);
      const { tags } = key.portions[at];
      expect(tags.map((tag) => methodOf.get(tag))).toEqual(codes.map((code) => key.codes[code]));
      codes.forEach((code) => counts.set(key.codes[code], (counts.get(key.codes[code]) ?? 0) + 1));
    });
    const [least, most] = [Math.min(...counts.values()), Math.max(...counts.values())];
    // The sample that stands once in a 3-AFC is served less by design.
    expect(most / least).toBe(test === '3-afc' ? 2 : 1);
  });

  const profile = {
    ballot: {
      items: [
        {
          id: 'w',
          kind: 'line' as const,
          ask: 'How crisp is it?',
          attribute: 'crisp',
          definition: '',
          low: 'not',
          high: 'very',
          options: [],
          ties: false,
        },
      ],
    },
  };

  it('gives each panelist samples of one lot, so that lots cancel out', () => {
    const lots = ['a', 'b', 'c'].map((id) => ({ id, name: id }));
    const { pieces, key } = lockPlan(
      simpleTasting({ methods: 4, panelists: 30, pieces: 3, tasting: { lots } }),
      inputs,
    );
    const lotOf = new Map(pieces.map(({ tag, lot }) => [tag, lot]));
    const fed = new Map<string, number>();
    for (const { tags } of key.portions) {
      const own = new Set(tags.map((tag) => lotOf.get(tag)!));
      expect(own.size).toBe(1);
      fed.set([...own][0], (fed.get([...own][0]) ?? 0) + 1);
    }
    expect([...fed.values()]).toEqual([10, 10, 10]);
  });

  it('lets half of the panel begin with the other zone', () => {
    const zones = ['loin', 'belly'].map((id) => ({ id, name: id }));
    const { plan } = lockPlan(simpleTasting({ methods: 3, panelists: 20, tasting: { zones } }), inputs);
    expect(plan.servings.filter(({ sets }) => sets[0].zone === 'loin')).toHaveLength(10);
    expect(plan.servings.every(({ sets }) => sets.length === 2)).toBe(true);
  });

  it('puts a warm-up first, balanced over the methods, with a code of its own', () => {
    const warm = simpleTasting({
      methods: 3,
      panelists: 12,
      tasting: { service: { ...service, together: 3, warmUp: true } },
    });
    const { plan, key } = lockPlan(warm, inputs);
    const counts = new Map<string, number>();
    for (const { warmUp, sets } of plan.servings) {
      expect(sets.flatMap((set) => set.codes)).not.toContain(warmUp);
      counts.set(key.codes[warmUp!], (counts.get(key.codes[warmUp!]) ?? 0) + 1);
    }
    expect([...counts.values()]).toEqual([4, 4, 4]);
  });
});
