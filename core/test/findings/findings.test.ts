import {
  EQUAL_WEIGHTS,
  NotUnsealed,
  byEase,
  easiestOf,
  findings,
  sectionOf,
  type EffortWeights,
} from '../../src/findings';
import { howOften } from '../../src/verdict';
import { notBlind, noted, simulatedBundle } from '../support/bundles';
import { rankingFindings, tested } from '../support/results';

const kinds = (found: { limits: { kind: string }[] }) => found.limits.map((limit) => limit.kind);

describe('findings', () => {
  it('finds a clear winner and says how sure it is', () => {
    const found = rankingFindings(
      simulatedBundle({ truth: [8, 6, 5.5, 4.5], methods: 4, panelists: 24, world: { noise: 1.2 } }),
    );
    expect(found.verdict.kind).toBe('winner');
    expect(found.verdict.leaders).toEqual(['m0']);
    expect(found.verdict.sentence).toBe('Method 0 is liked best.');
    expect(found.verdict.support).toContain('24 panelists, 3 pieces a method.');
    expect(found.fingerprint.matches).toBe(true);
    const sums = found.methods.map((method) => method.rankSum as number);
    expect(sums.reduce((a, b) => a + b)).toBe(24 * 10);
    for (const { rankSum, rankSumInterval } of found.methods) {
      expect(rankSumInterval![0]).toBeLessThanOrEqual(rankSum!);
      expect(rankSumInterval![1]).toBeGreaterThanOrEqual(rankSum!);
    }
  });

  it('names a tied leading set', () => {
    const found = rankingFindings(simulatedBundle({ truth: [7.5, 7.5, 3, 3], methods: 4, panelists: 24 }));
    expect(found.verdict.kind).toBe('leading-set');
    expect([...found.verdict.leaders].sort()).toEqual(['m0', 'm1']);
    expect(found.verdict.sentence).toMatch(/lead together; Method 2 and Method 3 are liked less\.$/);
    const letterOf = new Map(found.methods.map((method) => [method.id, method.letters]));
    expect(letterOf.get('m0')).toBe(letterOf.get('m1'));
  });

  it('gives no answer when chance would do, and does not call it sameness', () => {
    const found = rankingFindings(simulatedBundle({ truth: [6, 6, 6], panelists: 12 }));
    expect(found.verdict.kind).toBe('no-answer');
    expect(kinds(found)).toContain('no-difference');
    expect(found.pairs.every((pair) => !pair.differ)).toBe(true);
  });

  it('withholds a verdict from two panelists, whatever p says', () => {
    const found = rankingFindings(simulatedBundle({ truth: [9, 7, 5, 3, 1], methods: 5, panelists: 2 }));
    expect(found.verdict).toMatchObject({
      kind: 'cannot-say',
      sentence: expect.stringContaining('2 panelists are too few'),
    });
    expect(found.overall.test).toBe('friedman');
  });

  it('says that one piece cannot stand for its method', () => {
    expect(kinds(rankingFindings(simulatedBundle({ pieces: 1 })))).toContain('one-piece');
    expect(kinds(rankingFindings(simulatedBundle({ pieces: 3 })))).not.toContain('one-piece');
  });

  it('leaves out ballots that did not come in, and says whose', () => {
    const bundle = simulatedBundle();
    bundle.ballots[3].handedInAt = null;
    bundle.ballots.splice(5, 1);
    const found = rankingFindings(bundle);
    expect(found.panelists).toHaveLength(10);
    expect(found.leftOut).toEqual([
      { panelist: 'p3', sitting: 1, seat: 4, kind: 'unfinished', why: 'did not hand in the ballot' },
      { panelist: 'p5', sitting: 1, seat: 6, kind: 'not-come', why: 'did not open the ballot' },
    ]);
  });

  it('runs again without panelists who were not blind', () => {
    const bundle = simulatedBundle({ truth: [8, 5, 4], panelists: 14 });
    bundle.records.caveats = [notBlind('p0'), notBlind('p1')];
    const found = rankingFindings(bundle);
    expect(found.sensitivity).toEqual([expect.objectContaining({ panelists: 12, same: true })]);
    expect(kinds(found)).toContain('not-blind');
  });

  it('notices a key that was changed after locking', () => {
    const bundle = simulatedBundle();
    bundle.tasting.methods[0].name = 'Renamed';
    expect(rankingFindings(bundle).fingerprint.matches).toBe(false);
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
      const found = rankingFindings(bundle);
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
  ])('puts p = %p as %p', (p, words) => expect(howOften({ p })).toBe(words));
});

describe('what was looked at after unsealing', () => {
  const found = rankingFindings(simulatedBundle({ truth: [8, 7, 4], panelists: 24, liking: true }));

  it('tests liking by a mixed model with panelists and pieces, and says that it was not planned', () => {
    const { liking } = found;
    expect(liking).toMatchObject({ status: 'explored', answers: 72, panelists: 24, pieces: 9 });
    expect(liking?.test).toMatchObject({ test: 'F', df1: 2 });
    expect(liking?.means.map(({ method }) => method)).toEqual(['m0', 'm1', 'm2']);
    // Complete data: the model's means are the plain ones.
    for (const { method, mean } of liking?.means ?? [])
      expect(mean).toBeCloseTo(found.methods.find(({ id }) => id === method)?.liking?.mean as number, 6);
    expect(liking?.pairs).toHaveLength(3);
    expect(liking?.against.every(({ b }) => b === 'm0')).toBe(true);
    expect(liking?.rankCheck.test).toBe('friedman');
    expect(kinds(found)).toContain('liking-explored');
  });

  it('says with one piece a method that piece and method cannot be told apart', () => {
    const { liking } = rankingFindings(simulatedBundle({ truth: [8, 7, 4], liking: true, pieces: 1 }));
    expect(liking?.leftOut).toContainEqual(expect.objectContaining({ term: 'piece', because: 'same-as-fixed' }));
  });

  it('puts the methods on one scale, with chances that sum to 1', () => {
    const { strength } = found;
    if (strength.test === null) throw new Error(strength.reason);
    expect(strength.chanceOfBest.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 9);
    expect(strength.strongest).toBe(0);
    expect(strength.beats.map(({ other }) => other)).toEqual([1, 2]);
  });

  it('compares with the reference, and looks at the panel', () => {
    expect(found.against.map(({ method }) => method)).toEqual(['m1', 'm2']);
    expect(found.panel.order.from).toBe('liking');
    expect(found.panel.order.position.test).toBe('F');
    expect(found.panel.groups.test).toBe('panelist-groups');
  });

  it('reads order effects from the ranking where liking was not asked', () => {
    expect(rankingFindings(simulatedBundle({ truth: [8, 7, 4] })).panel.order.from).toBe('ranking');
  });
});

describe('caveats that say what they touch', () => {
  const touched = (pieces: string[], panelists: string[] = [], perMethod = 6) => {
    const bundle = simulatedBundle({ truth: [8, 5, 4], panelists: 24, pieces: perMethod });
    bundle.records.caveats = [noted('c1', 'Overshot', { pieces, panelists })];
    return { bundle, found: rankingFindings(bundle) };
  };

  it('run the planned analysis again without whoever was served that piece', () => {
    const tag = touched([]).bundle.pieces[0].tag;
    const { bundle, found } = touched([tag]);
    const served = bundle.key?.portions.filter(({ tags }) => tags.includes(tag)).length ?? 0;
    expect(served).toBeGreaterThan(0);
    expect(found.sensitivity).toEqual([
      {
        caveat: 'c1',
        without: `${served} panelists served from piece ${tag}`,
        panelists: 24 - served,
        same: true,
        sentence: expect.any(String),
      },
    ]);
    expect(kinds(found)).not.toContain('caveats');
  });

  it('say that nothing can be told where everybody was served it', () => {
    const [{ tag }] = touched([], [], 1).bundle.pieces;
    expect(touched([tag], [], 1).found.sensitivity).toEqual([
      expect.objectContaining({ same: null, panelists: 0, sentence: expect.stringContaining('nobody is left') }),
    ]);
  });

  it('take out the panelists that they name, and stay for judgement when they name nothing', () => {
    expect(touched([], ['p0', 'p1']).found.sensitivity).toEqual([expect.objectContaining({ panelists: 22 })]);
    const { found } = touched([]);
    expect(found.sensitivity).toEqual([]);
    expect(kinds(found)).toContain('caveats');
  });
});

describe('the practical pick and the next step', () => {
  const effort = (handsOnMinutes: number) => ({ handsOnMinutes, totalMinutes: 30, cost: 2, mess: 2, skill: 2 });
  const withEffort = (truth: number[], panelists: number) => {
    const bundle = simulatedBundle({ truth, panelists, liking: true });
    bundle.tasting.methods.forEach((method, at) => (method.effort = effort(20 - 5 * at)));
    return rankingFindings(bundle).practical;
  };

  it('is an easier method only where it is shown to be nearly as well liked', () => {
    expect(withEffort([7, 7, 3], 40)).toMatchObject({ pick: 'm1', candidates: expect.arrayContaining(['m0', 'm1']) });
    expect(withEffort([8, 5, 3], 40)).toMatchObject({ pick: 'm0', best: 'm0', candidates: ['m0'] });
    // Six people cannot show that a difference is small, so nothing but the best is offered.
    expect(withEffort([7, 6, 5], 6)?.candidates).toEqual(['m0']);
  });

  it('recommends nobody where nothing is shown: whoever comes out first does so by chance', () => {
    const said = Array.from({ length: 12 }, (_, at) => {
      const bundle = simulatedBundle({ methods: 2, truth: [6, 6], panelists: 12, liking: true, seed: `even-${at}` });
      bundle.tasting.methods.forEach((method, place) => (method.effort = effort(20 - 5 * place)));
      const { practical, liking } = rankingFindings(bundle);
      return { ...practical!, p: tested(liking!.test).p };
    });
    // What is claimed was shown, at the level: by chance that is one in twenty.
    const claimed = said.filter(({ sentence }) => sentence.includes('is the one to cook'));
    for (const { p } of claimed) expect(p).toBeLessThan(0.05);
    expect(claimed.length).toBeLessThanOrEqual(2);
    const [undecided] = said.filter(({ pick, best, p }) => pick === best && p > 0.05);
    expect(undecided.sentence).toBe(
      'No method is shown to be liked more than another, nor an easier one to be as good. Stay with Method 0, or let effort and cost decide.',
    );
    expect(withEffort([8, 5, 3], 40)?.sentence).toMatch(/^Method 0 is the one to cook/);
  });

  it('is not named where effort or liking is missing', () => {
    expect(rankingFindings(simulatedBundle({ liking: true })).practical).toBeNull();
  });

  it('holds the margin of the tasting in its own words, where it states one', () => {
    const close = (margin: number) => {
      const bundle = simulatedBundle({
        methods: 2,
        truth: [7, 6.4],
        panelists: 60,
        pieces: 6,
        tasting: { test: 'non-inferiority' },
      });
      bundle.tasting.decision = {
        ...bundle.tasting.decision,
        ...{ kind: 'good-enough', margin, marginWords: 'no guest would send it back' },
      };
      bundle.tasting.methods.forEach((method, at) => (method.effort = effort(20 - 5 * at)));
      return sectionOf(findings(bundle), 'practical');
    };
    expect(close(2)).toMatchObject({ pick: 'm1', margin: 2, marginWords: 'no guest would send it back' });
    expect(close(0.1)).toMatchObject({ pick: 'm0', candidates: ['m0'] });
  });

  it('says for whom, of those alone that come close, and names all that take the same', () => {
    const bundle = simulatedBundle({ truth: [7, 7, 7, 3], methods: 4, panelists: 40, liking: true });
    const own = [
      { handsOnMinutes: 20, totalMinutes: 30, cost: 1, mess: 2, skill: 1 },
      { handsOnMinutes: 5, totalMinutes: 90, cost: 3, mess: 1, skill: 3 },
      { handsOnMinutes: 5, totalMinutes: 60, cost: 2, mess: 1, skill: 1 },
      // Least of everything, and not close.
      { handsOnMinutes: 1, totalMinutes: 1, cost: 0, mess: 1, skill: 1 },
    ];
    bundle.tasting.methods.forEach((method, at) => (method.effort = own[at]));
    const practical = rankingFindings(bundle).practical!;
    expect(practical.forWhom.map(({ whom, methods }) => [whom, [...methods].sort()])).toEqual([
      ['least effort', ['m1', 'm2']],
      ['a large party', ['m2']],
      ['a first-timer', ['m2']],
      ['the smallest budget', ['m0']],
    ]);
    const orderBy = (weights: Partial<EffortWeights>) =>
      byEase(practical.ease, { handsOnMinutes: 0, totalMinutes: 0, cost: 0, mess: 0, skill: 0, ...weights })
        .filter(({ method }) => method !== 'm3')
        .map(({ method }) => method);
    expect(orderBy({ cost: 1 })).toEqual(['m0', 'm2', 'm1']);
    expect(orderBy({ totalMinutes: 5 })).toEqual(['m0', 'm2', 'm1']);
    expect(orderBy({ handsOnMinutes: 1, totalMinutes: 0.1 })).toEqual(['m2', 'm1', 'm0']);
    // Nothing weighed at all weighs everything the same.
    expect(byEase(practical.ease, { handsOnMinutes: 0, totalMinutes: 0, cost: 0, mess: 0, skill: 0 })).toEqual(
      byEase(practical.ease, EQUAL_WEIGHTS),
    );
    expect(easiestOf(practical, { ...EQUAL_WEIGHTS, cost: 5 })).not.toBe('m3');
  });

  it('names the size of a follow-up where one would help', () => {
    const of = (truth: number[]) => rankingFindings(simulatedBundle({ truth, panelists: 12, pieces: 1 }));
    const close = of([7.8, 7, 3]);
    expect(close.verdict).toMatchObject({ kind: 'leading-set', about: 'pieces' });
    expect(close.next.panel).toBeGreaterThanOrEqual(12);
    expect(close.next).toMatchObject({ pieces: null, pair: ['m0', 'm1'] });
    expect(close.next.text).toContain('7 times in 10');
    expect(of([7.4, 7, 3]).next).toMatchObject({
      panel: null,
      text: expect.stringContaining('Even 300 panelists may well not'),
    });
    expect(rankingFindings(simulatedBundle({ truth: [8, 5, 4], panelists: 24 })).next.panel).toBeNull();
  });
});
