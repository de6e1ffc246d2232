import fc from 'fast-check';
import {
  TESTS,
  codesServed,
  defaultTasting,
  noRange,
  noRecords,
  parseBundle,
  type Tasting,
  type TastingBundle,
} from '../../src/bundle';
import {
  clusterBlocks,
  isComplete,
  isOfTwoSamples,
  leastPieces,
  lockPlan,
  lockProblems,
  quantities,
  servingsPerMethod,
} from '../../src/design';
import { neutralQuestion, usualBallot } from '../../src/library';
import { randomStream } from '../../src/numeric';
import { planPower, plannedVerdict } from '../../src/planned';
import { rehearse, simulateBallots } from '../../src/simulate';
import { ordersCsv } from '../../src/tidy';
import { AT, simpleTasting } from '../support/bundles';
import { besides, numbersIn } from '../support/results';
import { tries } from '../support/thorough';

/** Drafts as people make them, sensible or not: whatever may be locked must hold all the way to its findings. */
const drafts: fc.Arbitrary<Tasting> = fc
  .record({
    test: fc.constantFrom(...TESTS),
    methods: fc.oneof({ weight: 3, arbitrary: fc.integer({ min: 2, max: 8 }) }, fc.integer({ min: 9, max: 60 })),
    panelists: fc.oneof({ weight: 3, arbitrary: fc.integer({ min: 1, max: 30 }) }, fc.integer({ min: 31, max: 120 })),
    pieces: fc.integer({ min: 1, max: 12 }),
    lots: fc.integer({ min: 0, max: 3 }),
    zones: fc.integer({ min: 0, max: 3 }),
    halves: fc.boolean(),
    /** Portions that one piece gives of each zone. */
    holds: fc.oneof(fc.integer({ min: 1, max: 40 }), fc.constant(2000)),
    together: fc.integer({ min: 2, max: 12 }),
    sittings: fc.integer({ min: 1, max: 3 }),
    replicates: fc.integer({ min: 1, max: 3 }),
    seatsPerFlight: fc.integer({ min: 1, max: 40 }),
    warmUp: fc.boolean(),
    codes: fc.constantFrom('shared' as const, 'own' as const),
    reference: fc.boolean(),
    alpha: fc.constantFrom(0.01, 0.05, 0.1),
    more: fc.subarray(['liking', 'line', 'category', 'just-right', 'check-all', 'comment'] as const),
  })
  .map(({ test, methods, panelists, lots, zones, more, reference, ...wanted }) => {
    const count = isOfTwoSamples(test) ? 2 : methods;
    const named = (kind: string, many: number) =>
      Array.from({ length: many }, (_, at) => ({ id: `${kind}${at}`, name: `${kind} ${at}` }));
    const usual = usualBallot(test, 'crisp');
    const extra = more.filter((kind) => usual.every((item) => item.kind !== kind));
    const asked = test === 'profile' ? [neutralQuestion('juicy', 'line', { word: 'juicy' }), ...usual] : usual;
    const base = simpleTasting({ methods: count, panelists, pieces: wanted.pieces, tasting: { test } });
    const { together, sittings, replicates, seatsPerFlight, warmUp, codes, halves, alpha, holds } = wanted;
    const pieceGrams = holds * Math.max(1, zones);
    return {
      ...base,
      ...{ halves, alpha, lots: named('lot', lots), zones: named('zone', zones) },
      quantities: { ...base.quantities, pieceGrams, portionGrams: 1, usable: 1, cookLoss: 0, spare: 0 },
      methods: base.methods.map((method, at) => ({ ...method, reference: reference && at === 0 })),
      decision: { ...base.decision, attribute: 'crisp' },
      ballot: { items: [...asked, ...extra.map((kind) => neutralQuestion(kind, kind, { word: 'crisp' }))] },
      service: { ...defaultTasting().service, together, sittings, replicates, seatsPerFlight, warmUp, codes },
    };
  });

const lockable = drafts.filter((draft) => lockProblems(draft).length === 0);
const seeds = fc.nat(10_000).map(String);
const lock = (tasting: Tasting, seed: string) => lockPlan(tasting, { seed, salt: '0123456789abcdef', lockedAt: AT });

function bundleOf(tasting: Tasting, seed: string): TastingBundle {
  const locked = lock(tasting, seed);
  const world = { liking: tasting.methods.map((_, at) => 5 + (at % 3)), disagreement: 1, noise: 1, noShows: 0.2 };
  return {
    ...{
      format: 'jacana-tasting',
      version: 3,
      tasting,
      ...locked,
      range: noRange(),
      records: noRecords(),
      readings: [],
      photos: [],
      digest: null,
    },
    ballots: simulateBallots({ tasting, ...locked }, world, randomStream(seed, 'panel'), AT),
    seal: { closedAt: AT, unsealedAt: AT, unsealedBy: 'Ines' },
  };
}

const finite = (value: unknown): void =>
  expect(numbersIn(value).filter(([, number]) => !Number.isFinite(number))).toEqual([]);

describe('any draft', () => {
  it('is either locked or refused with what to do about it', () => {
    const seen = { locked: 0, refused: 0 };
    fc.assert(
      fc.property(drafts, seeds, (draft, seed) => {
        const problems = lockProblems(draft);
        for (const { field, message } of problems) {
          expect(field).not.toBe('');
          expect(message).toMatch(/^[A-Z0-9"“].*[.?]$/s);
        }
        if (problems.length > 0) return void seen.refused++;
        seen.locked++;
        expect(lock(draft, seed).plan.servings).toHaveLength(draft.panel.length * draft.service.sittings);
      }),
      { numRuns: 60 },
    );
    // Both happen, or this would show nothing.
    expect(Math.min(seen.locked, seen.refused)).toBeGreaterThan(5);
  });
});

describe('codes and warm-ups', () => {
  const zones = ['a', 'b', 'c'].map((id) => ({ id, name: id }));
  const served = (change: Partial<Tasting['service']>) => ({ ...defaultTasting().service, together: 12, ...change });
  const about = (tasting: Tasting): string[] =>
    lockProblems(tasting).flatMap(({ field, message }) => (field === 'service.codes' ? [message] : []));

  it('are counted with the warm-ups of all, and refused before a lock would fail', () => {
    const shared = (warmUp: boolean) =>
      simpleTasting({ methods: 11, tasting: { zones, service: served({ replicates: 2, warmUp }) } });
    expect(about(shared(false))).toEqual([]);
    expect(() => lock(shared(false), '1')).not.toThrow();
    expect(about(shared(true))).toEqual([expect.stringMatching(/^77 codes at one sitting .* 72 can/)]);
    const own = simpleTasting({
      methods: 7,
      panelists: 2,
      tasting: { zones, service: served({ replicates: 3, codes: 'own' }) },
    });
    expect(about(own)).toEqual([expect.stringMatching(/^63 codes on one tray .* 60 can/)]);
  });

  it('share the warm-ups out over all sittings, and never the same one twice in a row', () => {
    const service = served({ warmUp: true, sittings: 2 });
    const tasting = simpleTasting({ methods: 5, panelists: 7, tasting: { service } });
    const { plan, key } = lock(tasting, '1');
    const first = plan.servings.map(({ warmUp }) => key.codes[warmUp as string]);
    const times = tasting.methods.map(({ id }) => first.filter((one) => one === id).length);
    expect(times.sort()).toEqual([2, 3, 3, 3, 3]);
    for (let who = 0; who < 7; who++) expect(first[2 * who]).not.toBe(first[2 * who + 1]);
  });
});

describe('a locked plan', () => {
  it('serves what it counted, from pieces that are there, under codes that nobody can mix up', () => {
    fc.assert(
      fc.property(lockable, seeds, (tasting, seed) => {
        const { plan, key, pieces } = lock(tasting, seed);
        const counted = servingsPerMethod(tasting);
        const served = plan.servings.flatMap((serving) => codesServed(serving));
        for (const [at, { id }] of tasting.methods.entries())
          expect(served.filter((code) => key.codes[code] === id).length).toBeLessThanOrEqual(counted[at]);
        for (const { warmUp, sets } of plan.servings) {
          const tray = [...(warmUp ? [warmUp] : []), ...sets.flatMap(({ codes }) => codes)];
          expect(new Set(tray).size).toBe(tray.length);
          for (const code of tray) expect(key.codes[code]).toBeDefined();
        }
        const perPiece = new Map<string, number>();
        const cut = (name: string): void => void perPiece.set(name, (perPiece.get(name) ?? 0) + 1);
        key.portions.forEach(({ tags }, at) => {
          const { warmUp, sets } = plan.servings[at];
          const zones = [...(warmUp ? ['any'] : []), ...sets.flatMap(({ zone, codes }) => codes.map(() => zone))];
          tags.forEach((tag, place) => [tag, `${tag} ${zones[place]}`].forEach(cut));
        });
        expect([...perPiece.keys()].every((name) => pieces.some(({ tag }) => name.startsWith(tag)))).toBe(true);
        const { methods } = quantities(tasting);
        for (const { tag, method } of pieces) {
          const holds = methods.find((one) => one.method === method)?.perPiece ?? 0;
          expect(perPiece.get(tag) ?? 0).toBeLessThanOrEqual(holds);
          for (const { id } of tasting.zones)
            expect(perPiece.get(`${tag} ${id}`) ?? 0).toBeLessThanOrEqual(holds / tasting.zones.length);
        }
      }),
      { numRuns: tries(25) },
    );
  });

  it('compares within a lot, and takes another for the next replicate, as long as pieces are large enough', () => {
    const inLots = lockable.filter(({ test, lots, halves, quantities: { pieceGrams } }) => {
      const isBlocked = lots.length > 0 || halves;
      return isBlocked && pieceGrams >= 2000 && !isOfTwoSamples(test);
    });
    fc.assert(
      fc.property(inLots, seeds, (tasting, seed) => {
        const { plan, key, pieces } = lock(tasting, seed);
        const blockOf = (tag: string) => pieces.find((piece) => piece.tag === tag)?.block;
        const times = new Map<string, number>();
        key.portions.forEach(({ tags }, at) => {
          const { warmUp, sets } = plan.servings[at];
          const rest = tags.slice(warmUp ? 1 : 0).map(blockOf);
          const blocks = sets.map(({ codes }) => new Set(rest.splice(0, codes.length)));
          expect(blocks.map(({ size }) => size)).toEqual(sets.map(() => 1));
          const ofReplicates = sets.map(({ zone }, set) => ({ zone, block: [...blocks[set]][0] }));
          const zone = ofReplicates.filter((one) => one.zone === sets[0].zone);
          expect(new Set(zone.map(({ block }) => block)).size).toBe(Math.min(zone.length, tasting.piecesPerMethod));
          for (const { block } of zone) times.set(String(block), (times.get(String(block)) ?? 0) + 1);
        });
        if (isComplete(tasting))
          expect(Math.max(...times.values()) - Math.min(...times.values())).toBeLessThanOrEqual(1);
      }),
      { numRuns: tries(12) },
    );
  });

  it('serves sets of two samples to groups that share no piece, like samples from different ones, as long as pieces are large enough', () => {
    const ofTwo = lockable.filter(({ test, quantities }) => isOfTwoSamples(test) && quantities.pieceGrams >= 2000);
    fc.assert(
      fc.property(ofTwo, seeds, (tasting, seed) => {
        const { plan, key, pieces } = lock(tasting, seed);
        const pieceOf = (tag: string) => pieces.find((piece) => piece.tag === tag)!;
        const clusters = clusterBlocks({ ...tasting, pieces: tasting.piecesPerMethod, lots: tasting.lots.length });
        expect(clusters.flat().sort((a, b) => a - b)).toEqual(clusters.flat().map((_, block) => block));
        // With fewer groups than can reach the level, the plan is about the pieces.
        if (tasting.piecesPerMethod >= leastPieces(tasting)) expect(clusters.length).toBeGreaterThan(1);
        const clusterOf = (tag: string): number => clusters.findIndex((blocks) => blocks.includes(pieceOf(tag).block));
        const eaten = new Map<string, Set<number>>();
        const size = clusters.map(() => 0);
        key.portions.forEach(({ panelist, tags }, at) => {
          const { warmUp, sets } = plan.servings[at];
          const rest = tags.slice(warmUp ? 1 : 0);
          const own = eaten.get(panelist) ?? new Set<number>();
          eaten.set(panelist, own);
          for (const { codes } of sets) {
            const set = rest.splice(0, codes.length);
            set.forEach((tag) => own.add(clusterOf(tag)));
            // Like samples are of different pieces, and of different raw ones where those are split.
            const apart = set.map((tag) => (tasting.halves ? String(pieceOf(tag).block) : tag));
            if (clusters.length > 1) expect(new Set(apart).size).toBe(set.length);
          }
        });
        for (const own of eaten.values()) {
          expect(own.size).toBe(1);
          size[[...own][0]]++;
        }
        expect(Math.max(...size) - Math.min(...size)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 40 },
    );
  });

  it('is found out about whole, half and not at all answered, and travels as a bundle and as CSV', () => {
    fc.assert(
      fc.property(lockable, seeds, fc.double({ min: 0, max: 1, noNaN: true }), (tasting, seed, share) => {
        const bundle = bundleOf(tasting, seed);
        const { bundle: again, problems } = parseBundle(JSON.parse(JSON.stringify(bundle)));
        expect(problems).toEqual([]);
        expect(ordersCsv(bundle).trim().split(/\r?\n/)).toHaveLength(
          1 + bundle.plan!.servings.flatMap((serving) => codesServed(serving)).length,
        );
        const some = { ...bundle, ballots: bundle.ballots.slice(0, Math.floor(share * bundle.ballots.length)) };
        for (const one of [again!, some, { ...bundle, ballots: [] }]) {
          const { fingerprint, verdict, next, ...rest } = besides(one);
          expect(fingerprint.matches).toBe(true);
          expect(verdict.sentence).toMatch(/\.$/);
          expect(next.text).not.toBe('');
          finite(rest);
        }
        expect(plannedVerdict({ ...bundle, ballots: [] }, bundle.key!).kind).toBe('cannot-say');
      }),
      { numRuns: tries(8) },
    );
  });

  it('has a power from 0 to 1, and can be rehearsed', () => {
    fc.assert(
      fc.property(lockable, seeds, (tasting, seed) => {
        const { power, standardError } = planPower(tasting, tasting.panel.length, seed, 40);
        expect(power).toBeGreaterThanOrEqual(0);
        expect(power).toBeLessThanOrEqual(1);
        expect(standardError).toBeLessThan(0.1);
        const { withDifference, withNothing } = rehearse(tasting, { seed, panels: 2 });
        finite([withDifference, withNothing]);
      }),
      { numRuns: tries(5) },
    );
  });
});
