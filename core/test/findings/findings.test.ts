import { findings, howOften, NotUnsealed } from '../../src/findings';
import { simulatedBundle } from '../support/bundles';

const kinds = (found: ReturnType<typeof findings>) => found.limits.map((limit) => limit.kind);

describe('findings', () => {
  it('finds a clear winner and says how sure it is', () => {
    const found = findings(simulatedBundle({ truth: [8, 5.5, 5, 3], methods: 4, panelists: 24 }));
    expect(found.verdict.kind).toBe('winner');
    expect(found.verdict.leaders).toEqual(['m0']);
    expect(found.verdict.sentence).toBe('Method 0 is liked best.');
    expect(found.verdict.support).toContain('24 tasters, 3 pieces a method.');
    expect(found.fingerprint.matches).toBe(true);
    const sums = found.methods.map((method) => method.rankSum as number);
    expect(sums.reduce((a, b) => a + b)).toBe(24 * 10);
    for (const { rankSum, rankSumInterval } of found.methods) {
      expect(rankSumInterval![0]).toBeLessThanOrEqual(rankSum!);
      expect(rankSumInterval![1]).toBeGreaterThanOrEqual(rankSum!);
    }
  });

  it('names a tied leading set', () => {
    const found = findings(simulatedBundle({ truth: [7.5, 7.5, 3, 3], methods: 4, panelists: 24 }));
    expect(found.verdict.kind).toBe('leading-set');
    expect([...found.verdict.leaders].sort()).toEqual(['m0', 'm1']);
    expect(found.verdict.sentence).toMatch(/lead together; Method 2 and Method 3 are liked less\.$/);
    const letterOf = new Map(found.methods.map((method) => [method.id, method.letters]));
    expect(letterOf.get('m0')).toBe(letterOf.get('m1'));
  });

  it('gives no answer when chance would do, and does not call it sameness', () => {
    const found = findings(simulatedBundle({ truth: [6, 6, 6], panelists: 12 }));
    expect(found.verdict.kind).toBe('no-answer');
    expect(kinds(found)).toContain('no-difference');
    expect(found.pairs.every((pair) => !pair.differ)).toBe(true);
  });

  it('withholds a verdict from two tasters, whatever p says', () => {
    const found = findings(simulatedBundle({ truth: [9, 7, 5, 3, 1], methods: 5, panelists: 2 }));
    expect(found.verdict).toMatchObject({
      kind: 'cannot-say',
      sentence: expect.stringContaining('2 tasters are too few'),
    });
    expect(found.overall.test).toBe('friedman');
  });

  it('says that one piece cannot stand for its method', () => {
    expect(kinds(findings(simulatedBundle({ pieces: 1 })))).toContain('one-piece');
    expect(kinds(findings(simulatedBundle({ pieces: 3 })))).not.toContain('one-piece');
  });

  it('leaves out ballots that did not come in, and says whose', () => {
    const bundle = simulatedBundle();
    bundle.ballots[3].handedInAt = null;
    bundle.ballots.splice(5, 1);
    const found = findings(bundle);
    expect(found.tasters).toHaveLength(10);
    expect(found.leftOut).toEqual([
      { panelist: 'p3', seat: 4, why: 'did not hand in the ballot' },
      { panelist: 'p5', seat: 6, why: 'did not open the ballot' },
    ]);
  });

  it('runs again without tasters who were not blind', () => {
    const bundle = simulatedBundle({ truth: [8, 5, 4], panelists: 14 });
    bundle.tasting.panel[0].blind = false;
    bundle.tasting.panel[1].blind = false;
    const found = findings(bundle);
    expect(found.sensitivity).toEqual([expect.objectContaining({ tasters: 12, same: true })]);
    expect(kinds(found)).toContain('not-blind');
  });

  it('notices a key that was changed after locking', () => {
    const bundle = simulatedBundle();
    bundle.tasting.methods[0].name = 'Renamed';
    expect(findings(bundle).fingerprint.matches).toBe(false);
  });

  it('refuses a sealed bundle and one without a plan', () => {
    expect(() => findings(simulatedBundle({ sealed: true }))).toThrow(NotUnsealed);
    expect(() => findings({ ...simulatedBundle(), plan: null })).toThrow('no locked plan');
  });

  it('survives degenerate panels without a NaN', () => {
    const tied = simulatedBundle({ ties: true, panelists: 8 });
    for (const ballot of tied.ballots) {
      ballot.answers = ballot.answers.map((answer) =>
        answer.kind === 'ranking' ? { ...answer, ranking: [answer.ranking.flat()] } : answer,
      );
    }
    const nobody = { ...simulatedBundle(), ballots: [] };
    for (const bundle of [tied, nobody, simulatedBundle({ panelists: 1, methods: 2 })]) {
      const found = findings(bundle);
      expect(found.verdict.kind).toBe('cannot-say');
      expect(JSON.stringify(found)).toBe(
        JSON.stringify(found, (_, value) => (typeof value === 'number' && !Number.isFinite(value) ? 'BAD' : value)),
      );
    }
  });
});

describe('howOften', () => {
  it.each([
    [1, 'practically always'],
    [0.34, '34 times in 100'],
    [0.05, 'about once in 20 tries'],
    [0.00234, 'about once in 430 tries'],
    [1e-7, 'less than once in 100,000 tries'],
  ])('puts p = %p as %p', (p, words) => expect(howOften({ p, from: 'exact' })).toBe(words));
});
