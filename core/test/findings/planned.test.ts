import { TESTS, isAgainstMargin, type Tasting, type TastingBundle, type Test } from '../../src/bundle';
import { isOfTwoSamples } from '../../src/design';
import { findings, sectionOf } from '../../src/findings';
import { plannedVerdict } from '../../src/planned';
import { claimOf } from '../../src/verdict';
import { notBlind, noted, simulatedBundle, type Wanted } from '../support/bundles';
import { besides, numbersIn, plannedFindings, rankingFindings } from '../support/results';

/** Findings of every planned test other than a complete ranking. */

const words: Partial<Tasting> = {
  ballot: {
    items: ['crisp', 'sweet'].map((attribute) => ({
      ...{ id: attribute, kind: 'line' as const, ask: `How ${attribute} is it?`, attribute },
      ...{ definition: '', low: 'not', high: 'very', options: [], ties: false },
    })),
  },
};

function plan(test: Test, truth: number[], more: Wanted = {}): Wanted {
  const tasting = { test, ...(test === 'profile' && words), ...more.tasting };
  return { methods: truth.length, panelists: 48, truth, world: { noise: 0.7, disagreement: 0.3 }, ...more, tasting };
}

const found = (wanted: Wanted) => plannedFindings(simulatedBundle(wanted));

const incomplete = (truth: number[], service: Partial<Tasting['service']> = {}): Wanted => {
  const base = simulatedBundle().tasting.service;
  return plan('ranking', truth, { tasting: { service: { ...base, together: 4, sittings: 1, ...service } } });
};

const others = TESTS.filter((test) => test !== 'ranking');

describe.each(others)('findings of a planned %s', (test) => {
  const far = isOfTwoSamples(test) ? [4, 7.5] : [4, 7.5, 4, 4];
  const same = far.map(() => 5.2);

  it('tell of a large difference, and keep quiet without one', () => {
    const large = found(plan(test, isAgainstMargin(test) ? same.slice(0, 2) : far));
    expect(['winner', 'told-apart', 'good-enough', 'similar']).toContain(large.verdict.kind);
    const none = found(
      plan(test, isAgainstMargin(test) ? [6, 5] : same, { world: { noise: 1, disagreement: 0.3 }, seed: 'quiet' }),
    );
    expect(none.verdict.kind).toBe('no-answer');
    expect(none.limits.map(({ kind }) => kind)).toContain('no-difference');
  });

  it('say in a sentence what is so, with whole numbers and the fingerprint', () => {
    const { verdict, fingerprint, planned, next } = found(plan(test, far));
    expect(verdict.sentence).toMatch(/^[A-Z0-9"].*\.$/);
    expect(fingerprint.matches).toBe(true);
    expect(next.text).not.toBe('');
    expect(numbersIn(planned).filter(([, value]) => !Number.isFinite(value))).toEqual([]);
  });

  it('claim nothing with five people, one, or none', () => {
    for (const panelists of [5, 1]) expect(found(plan(test, far, { panelists })).verdict.kind).toBe('cannot-say');
    const nobody = { ...simulatedBundle(plan(test, far)), ballots: [] };
    expect(findings(nobody).verdict.kind).toBe('cannot-say');
  });

  it('come to the same verdict as a rehearsal reads', () => {
    const bundle = simulatedBundle(plan(test, far));
    const { kind, about } = findings(bundle).verdict;
    // What is shown of the pieces alone is no answer to a plan that tests methods.
    const isBeside = about === 'pieces' && claimOf(bundle.plan, bundle.tasting).ofMethods;
    expect(plannedVerdict(bundle, bundle.key!).kind).toBe(isBeside ? 'no-answer' : kind);
  });
});

describe('a triangle', () => {
  /** Every panelist picks the odd one, or not. */
  function withRight(correct: number, panelists = 36): TastingBundle {
    const bundle = simulatedBundle(plan('triangle', [5, 5], { panelists }));
    bundle.ballots.forEach((ballot, at) => {
      const { codes } = bundle.plan!.servings[at].sets[0];
      const methods = codes.map((code) => bundle.key!.codes[code]);
      const odd = codes.find((_, place) => methods.filter((one) => one === methods[place]).length === 1)!;
      const choice = at < correct ? odd : codes.find((code) => code !== odd)!;
      ballot.answers = [
        {
          id: 'a',
          at: bundle.plan!.lockedAt,
          by: 'panelist',
          reason: '',
          kind: 'choice',
          item: 'triangle',
          set: 0,
          choice: [choice],
        },
      ];
    });
    return bundle;
  }

  it('counts the odd ones, and claims from the critical number of ISO 4120 on', () => {
    // ISO 4120, table A.1 (from memory): 36 answers, alpha 0.05: 18 right.
    expect(findings(withRight(18)).verdict).toMatchObject({
      kind: 'told-apart',
      about: 'pieces',
      sentence: 'People can tell these pieces of Method 0 and Method 1 apart.',
    });
    const short = findings(withRight(17));
    expect(short.verdict).toMatchObject({
      kind: 'no-answer',
      sentence: 'Not shown: 17 right of 36 could well be guessing.',
    });
  });

  it('weighs what a caveat touched, and those who were not blind', () => {
    const bundle = withRight(20);
    bundle.records.caveats = [
      ...bundle.tasting.panel.slice(0, 6).map(({ id }) => notBlind(id)),
      noted('c', 'Spilt', { pieces: [], panelists: ['p30'] }),
    ];
    const { sensitivity } = besides(bundle);
    expect(sensitivity.map(({ caveat, same, panelists }) => [caveat, same, panelists])).toEqual([
      [null, false, 30],
      ['c', true, 35],
    ]);
  });

  it('counts replicates as answers and says how alike people are', () => {
    const base = simulatedBundle().tasting.service;
    const twice = found(plan('triangle', [4, 7], { panelists: 20, tasting: { service: { ...base, replicates: 2 } } }));
    expect(twice.planned).toMatchObject({
      of: 'telling',
      result: { n: 40 },
      replicated: { panelists: 20, answers: 40 },
    });
  });
});

describe('an incomplete ranking', () => {
  it('finds the strongest of many, over two sittings', () => {
    const truth = [5, 5, 8, 5, 5, 5, 5, 5];
    const { verdict, planned, leftOut } = found(incomplete(truth, { sittings: 2 }));
    expect(verdict).toMatchObject({ kind: 'winner', leaders: ['m2'], sentence: 'Method 2 is liked best.' });
    expect(leftOut).toEqual([]);
    if (planned.of !== 'ranking') throw new Error('not ordered');
    expect(planned.means.map(({ times }) => times)).toEqual(Array(8).fill(48));
    expect(planned.chanceOfBest!.chances.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 9);
  });

  it('counts the sittings that came, and names those that did not', () => {
    const bundle = simulatedBundle(incomplete([5, 5, 8, 5, 5, 5, 5, 5], { sittings: 2 }));
    bundle.ballots = bundle.ballots.filter(({ panelist, sitting }) => panelist !== 'p0' || sitting === 1);
    const { leftOut, verdict } = findings(bundle);
    expect(leftOut).toEqual([
      { panelist: 'p0', sitting: 2, seat: 1, kind: 'not-come', why: 'did not open the ballot of sitting 2' },
    ]);
    expect(verdict.leaders).toEqual(['m2']);
  });
});

describe('a complete ranking judged several times', () => {
  const zones = ['loin', 'belly'].map((id) => ({ id, name: id }));

  it('counts everyone once, by mean ranks over zones, replicates and sittings', () => {
    const base = simulatedBundle().tasting.service;
    const service = { ...base, replicates: 2, sittings: 2, warmUp: true };
    const { panelists, overall } = rankingFindings(
      simulatedBundle({ panelists: 12, truth: [7, 5, 4], tasting: { zones, service } }),
    );
    expect(panelists).toHaveLength(12);
    for (const { ranks } of panelists) expect(ranks.reduce((sum, rank) => sum + rank, 0)).toBe(6);
    expect(overall).toMatchObject({ panelists: 12, samples: 3 });
  });
});

describe('a loss beyond the margin', () => {
  it('is said to be one, and not taken for no answer', () => {
    const much = found(plan('non-inferiority', [7.5, 5]));
    expect(much.verdict).toMatchObject({ kind: 'too-great-a-loss', leaders: [] });
    expect(much.verdict.sentence).toBe('Method 1 is not good enough: more than 1 point below Method 0.');
    expect(much.limits.map(({ kind }) => kind)).not.toContain('no-difference');
    expect(much.next.text).toContain('Stay with the reference');
  });

  it('is not claimed while a method may still be good enough', () => {
    expect(found(plan('non-inferiority', [7.5, 7.4, 4])).verdict.kind).toBe('good-enough');
    expect(found(plan('non-inferiority', [7.5, 6.5, 4])).verdict.kind).toBe('no-answer');
  });
});

describe('what comes with a method', () => {
  it('is a limit of the findings from the start', () => {
    const bundled = [{ id: 'b', method: 'm1', text: 'cooked in butter' }];
    const { limits } = besides(simulatedBundle({ tasting: { bundled } }));
    expect(limits.find(({ kind }) => kind === 'bundled')?.text).toContain(
      'Method 1 comes with something of its own (cooked in butter)',
    );
  });
});

describe('each zone by itself', () => {
  const zones = [
    { id: 'loin', name: 'Loin' },
    { id: 'belly', name: 'Belly' },
  ];

  /** In the loin everyone puts the methods in their order; in the belly each begins with another. */
  function twoMinded(test: 'ranking' | 'liking') {
    const bundle = simulatedBundle({ methods: 3, panelists: 24, pieces: 5, tasting: { test, zones } });
    const { plan, key, tasting, ballots } = bundle;
    const place = (code: string) => tasting.methods.findIndex(({ id }) => id === key?.codes[code]);
    const changed = ballots.map((ballot, who) => {
      const sets = plan?.servings.find((serving) => serving.panelist === ballot.panelist)?.sets ?? [];
      const liked = ({ zone }: { zone: string | null }, code: string) =>
        zone === 'loin' ? place(code) : (place(code) + who) % 3;
      const answers = ballot.answers.map((answer) => {
        if (answer.kind === 'ranking') {
          const set = sets[answer.set];
          const order = [...set.codes].sort((a, b) => liked(set, a) - liked(set, b));
          return { ...answer, ranking: order.map((code) => [code]) };
        }
        if (answer.kind !== 'score') return answer;
        const set = sets.find(({ codes }) => codes.includes(answer.code));
        return set ? { ...answer, score: 7 - 2 * liked(set, answer.code) + (who % 2) } : answer;
      });
      return { ...ballot, answers };
    });
    return besides({ ...bundle, ballots: changed });
  }

  it.each(['ranking', 'liking'] as const)('tells a winner in one from a tie in the other: %s', (test) => {
    const [{ parts }] = sectionOf(twoMinded(test), 'parts')!;
    expect(parts).toMatchObject([
      { part: 'Loin', kind: 'winner', about: 'methods', leaders: ['m0'], sentence: 'Method 0 is liked best.' },
      { part: 'Belly', kind: 'no-answer', leaders: [] },
    ]);
    expect(parts.map(({ panelists }) => panelists)).toEqual([24, 24]);
  });

  it('is not said where pieces are judged as one', () => {
    expect(sectionOf(findings(simulatedBundle({ methods: 3 })), 'parts')).toBeUndefined();
  });
});
