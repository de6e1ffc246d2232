import fc from 'fast-check';
import { parseBundle, type TastingBundle } from '../../src/bundle';
import { findings } from '../../src/findings';
import { simulatedBundle, type Wanted } from '../support/bundles';
import { rankingFindings } from '../support/results';

/** What a reader takes away, free of the order in which anything was listed. */
function essence(found: ReturnType<typeof rankingFindings>) {
  const byId = <T>(items: { id: string }[], pick: (item: never) => T) =>
    Object.fromEntries(items.map((item) => [item.id, pick(item as never)]));
  return {
    verdict: found.verdict.kind,
    leaders: [...found.verdict.leaders].sort(),
    rankSums: byId(found.methods, ({ rankSum }: { rankSum: number }) => rankSum),
    statistic: found.overall.test && Number(found.overall.statistic.toFixed(9)),
    p: found.overall.test && Number(found.overall.probability.p.toFixed(9)),
    pairs: Object.fromEntries(
      found.pairs.map(({ a, b, difference, adjustedP }) => [
        [a, b].sort().join(),
        [Math.abs(difference), Number(adjustedP.toFixed(9))],
      ]),
    ),
    limits: found.limits.map(({ kind }) => kind).sort(),
  };
}

const wanted: fc.Arbitrary<Wanted> = fc.record({
  methods: fc.integer({ min: 2, max: 4 }),
  panelists: fc.integer({ min: 1, max: 14 }),
  liking: fc.boolean(),
  ties: fc.boolean(),
  pieces: fc.integer({ min: 1, max: 3 }),
});

function listedOtherwise(bundle: TastingBundle): TastingBundle {
  const copy = structuredClone(bundle);
  copy.tasting.methods.reverse();
  copy.tasting.panel.reverse();
  copy.ballots.reverse();
  copy.plan!.servings.reverse();
  return copy;
}

describe('findings', () => {
  it('do not depend on the order in which methods, panelists and ballots are listed', () => {
    fc.assert(
      fc.property(wanted, (size) => {
        const bundle = simulatedBundle(size);
        expect(essence(rankingFindings(listedOtherwise(bundle)))).toEqual(essence(rankingFindings(bundle)));
      }),
      { numRuns: 15 },
    );
  });

  it('are the same after a trip through JSON', () => {
    fc.assert(
      fc.property(wanted, (size) => {
        const bundle = simulatedBundle(size);
        const again = parseBundle(JSON.parse(JSON.stringify(bundle))).bundle!;
        expect(findings(again)).toEqual(findings(bundle));
      }),
      { numRuns: 15 },
    );
  });

  it('never hold a number that is not finite', () => {
    fc.assert(
      fc.property(wanted, fc.array(fc.nat(13)), (size, missing) => {
        const bundle = simulatedBundle(size);
        for (const at of missing) if (bundle.ballots[at]) bundle.ballots[at].handedInAt = null;
        JSON.stringify(findings(bundle), (_, value: unknown) => {
          if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
          return value;
        });
      }),
      { numRuns: 30 },
    );
  });

  it('narrow their intervals and lower their p when the same answers come twice', () => {
    const bundle = simulatedBundle({ truth: [6.1, 6, 5.9], panelists: 9 });
    const twice = structuredClone(bundle);
    for (const panelist of bundle.tasting.panel) {
      const id = `${panelist.id}-again`;
      twice.tasting.panel.push({ ...panelist, id, seat: panelist.seat + 100 });
      const copy = <T extends { panelist: string }>(list: T[]) =>
        list.push({ ...list.find((one) => one.panelist === panelist.id)!, panelist: id });
      copy(twice.plan!.servings);
      copy(twice.ballots);
      copy(twice.key!.portions);
    }
    const [once, doubled] = [rankingFindings(bundle), rankingFindings(twice)];
    if (once.overall.test === null || doubled.overall.test === null) throw new Error('no test');
    expect(doubled.overall.statistic).toBeCloseTo(2 * once.overall.statistic, 9);
    expect(doubled.overall.kendallW).toBeCloseTo(once.overall.kendallW, 9);
    expect(doubled.overall.probability.p).toBeLessThan(once.overall.probability.p);
    once.methods.forEach((method, at) => {
      const width = (interval: [number, number] | null, n: number) => (interval![1] - interval![0]) / n;
      expect(width(doubled.methods[at].rankSumInterval, 18)).toBeLessThan(width(method.rankSumInterval, 9));
    });
  });
});
