import fc from 'fast-check';
import { TESTS, defaultTasting, type Test } from '../../src/bundle';
import { isOfTwoSamples } from '../../src/design';
import { findings } from '../../src/findings';
import type { SimulatedTruth } from '../../src/simulate';
import { simulatedBundle } from '../support/bundles';
import { numbersIn } from '../support/results';
import { tries } from '../support/thorough';

/**
 * Panels that one thing alone explains to the last digit. They are rare among people, but
 * five colleagues who all say "seven" are not, and nothing may be lost to them.
 */
const WORLDS: Record<string, Partial<SimulatedTruth>> = {
  'all the same': {},
  'who is asked': { height: 2 },
  'taste of each': { disagreement: 2 },
  'the piece': { pieceSpread: 2 },
  'coming first': { firstEdge: 3 },
  'panelist and piece': { height: 2, pieceSpread: 2 },
  'half of them tell': { tellers: 0.5 },
};
const EXACT = { noise: 0, disagreement: 0 };

const arbitrary = fc.record({
  world: fc.constantFrom(...Object.keys(WORLDS)),
  isClear: fc.boolean(),
  panelists: fc.integer({ min: 1, max: 9 }),
  replicates: fc.integer({ min: 1, max: 2 }),
  pieces: fc.integer({ min: 1, max: 4 }),
  hasLots: fc.boolean(),
  together: fc.integer({ min: 2, max: 4 }),
  missing: fc.array(fc.nat(9), { maxLength: 3 }),
  seed: fc.nat(1000).map(String),
});

it.each<Test>([...TESTS])('findings of a %s survive answers without any chance in them', (test) => {
  const isOfTwo = isOfTwoSamples(test) || test === 'non-inferiority';
  const methods = isOfTwo ? 2 : 4;
  const words = ['crisp', 'juicy'].map((id) => ({
    ...{ id, kind: 'line' as const, ask: `How ${id}?`, attribute: id, definition: '' },
    ...{ low: 'not', high: 'very', options: [], ties: false },
  }));
  fc.assert(
    fc.property(arbitrary, ({ world, isClear, panelists, pieces, seed, ...more }) => {
      const service = {
        ...defaultTasting().service,
        together: isOfTwo ? 2 : more.together,
        replicates: more.replicates,
      };
      const some = ['left', 'right'].map((id) => ({ id, name: id }));
      const split = !isOfTwoSamples(test) && more.hasLots ? { zones: some, lots: some } : {};
      const bundle = simulatedBundle({
        ...{ methods, panelists, pieces, seed, liking: true, world: { ...EXACT, ...WORLDS[world] } },
        truth: Array.from({ length: methods }, (_, at) => (isClear ? 4 + at : 5)),
        tasting: { test, service, ...split, ...(test === 'profile' && { ballot: { items: words } }) },
      });
      for (const at of more.missing) if (bundle.ballots[at]) bundle.ballots[at].handedInAt = null;
      const found = findings(bundle);
      expect(found.verdict.sentence).not.toBe('');
      expect(numbersIn(found).filter(([, value]) => !Number.isFinite(value))).toEqual([]);
    }),
    { numRuns: tries(15) },
  );
});
