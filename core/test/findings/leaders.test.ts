import { TESTS, type Test } from '../../src/bundle';
import { plannedVerdict, PLANNED } from '../../src/planned';
import { isAgainstMargin, isOfTwoSamples } from '../../src/questions';
import { simulatedBundle } from '../support/bundles';
import { besides } from '../support/results';

/** Whom an answer names, not only that it names somebody: the best is neither the first of the methods nor the last. */

const BEST = { methods: 4, panelists: 30, truth: [3, 4, 7, 2], world: { disagreement: 0.4, noise: 0.4 } };
const WITH_BEST = TESTS.filter((test) => PLANNED[test].samples !== null && !isAgainstMargin(test));

describe.each([
  ['by pieces', 5, {}],
  ['by the people who ate', 1, {}],
  ['of some methods at a time', 1, { together: 3 }],
] as const)('who is ahead, %s', (_, pieces, service) => {
  const leadersOf = (test: Test) => {
    const base = simulatedBundle({ ...BEST, pieces, tasting: { test } });
    return simulatedBundle({
      ...{ ...BEST, pieces },
      tasting: { test, service: { ...base.tasting.service, ...service } },
    });
  };

  it.each(WITH_BEST.map((test) => [test]))('%s names the best', (test) => {
    const bundle = leadersOf(test);
    const { verdict } = besides(bundle);
    expect(verdict).toMatchObject({ kind: 'winner', leaders: ['m2'] });
    expect(verdict.sentence).toContain('Method 2');
    expect(plannedVerdict(bundle, bundle.key!)).toEqual({ kind: 'winner', leaders: [2] });
  });
});

it('of two samples the preferred one is named, and the one that has more', () => {
  for (const test of ['paired-preference', '2-afc', '3-afc'] as const) {
    expect(isOfTwoSamples(test)).toBe(true);
    const bundle = simulatedBundle({
      ...{ methods: 2, panelists: 40, truth: [3, 7], tasting: { test } },
      world: { disagreement: 0.3, noise: 0.3 },
    });
    expect(besides(bundle).verdict).toMatchObject({ kind: 'winner', leaders: ['m1'] });
  }
});

it('who chooses the best and the worst of the same samples several times counts once', () => {
  const bundle = simulatedBundle({ ...BEST, panelists: 12, pieces: 1, tasting: { test: 'best-worst' } });
  const [first] = bundle.plan!.servings;
  const sets = [first.sets[0], ...first.sets, first.sets[0], first.sets[0]].map((set) => ({ ...set }));
  const own = bundle.ballots.find(({ panelist }) => panelist === first.panelist)!;
  const [worst, best] = [sets[0].codes[0], sets[0].codes[1]];
  const again = sets.map((_, set) => ({
    ...{ id: `again-${set}`, at: own.openedAt!, by: 'panelist', reason: '' },
    ...{ kind: 'best-worst' as const, item: 'best-worst', set, best, worst },
  }));
  const repeated = {
    ...bundle,
    plan: { ...bundle.plan!, servings: bundle.plan!.servings.map((one) => (one === first ? { ...first, sets } : one)) },
    key: {
      ...bundle.key!,
      portions: bundle.key!.portions.map((one) =>
        one.panelist === first.panelist ? { ...one, tags: sets.flatMap(() => one.tags) } : one,
      ),
    },
    ballots: bundle.ballots.map((one) => (one === own ? { ...own, answers: again } : one)),
  };
  const logWorth = (of: typeof bundle): number[] => {
    const found = besides(of).sections.find(({ id }) => id === 'best-worst')!.data as {
      result: { logWorth: number[] };
    };
    return found.result.logWorth;
  };
  const once = {
    ...bundle,
    ballots: bundle.ballots.map((one) => (one === own ? { ...own, answers: again.slice(0, 1) } : one)),
  };
  logWorth(repeated).forEach((worth, at) => expect(worth).toBeCloseTo(logWorth(once)[at], 6));
});
