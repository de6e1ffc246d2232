import type { TastingBundle } from '../../src/bundle';
import { findings, unsealed } from '../../src/findings';
import { PROTOCOLS, chanceCorrect } from '../../src/inference';
import { plannedAnswer } from '../../src/planned';
import { rankingPower } from '../../src/power';
import { simulatedBundle } from '../support/bundles';
import { tries } from '../support/thorough';

describe('simulateBallots', () => {
  const ranked = (truth: number[], ties = false, panelists = 300) =>
    simulatedBundle({
      truth,
      ties,
      panelists,
      methods: truth.length,
      liking: true,
      world: { disagreement: 0.5, noise: 0.5 },
    });
  const rankings = (bundle: TastingBundle) =>
    bundle.ballots.flatMap(({ answers }) =>
      answers.flatMap((answer) => (answer.kind === 'ranking' ? [answer.ranking] : [])),
    );

  it('scores on the scale and ranks every sample once', () => {
    const bundle = ranked([9.5, 5, 0.5]);
    const scores = bundle.ballots.flatMap(({ answers }) =>
      answers.flatMap((answer) => (answer.kind === 'score' ? [answer.score] : [])),
    );
    expect(scores).toHaveLength(900);
    expect(scores.every((score) => Number.isInteger(score) && score >= 1 && score <= 9)).toBe(true);
    for (const ranking of rankings(bundle)) expect(new Set(ranking.flat()).size).toBe(3);
  });

  it('ties only where ties are allowed', () => {
    const groups = (ties: boolean) => rankings(ranked([6, 6, 6, 6], ties)).map((ranking) => ranking.length);
    expect(groups(false).every((count) => count === 4)).toBe(true);
    expect(groups(true).some((count) => count < 4)).toBe(true);
  });

  it('gives the true order most of the time when the truth is plain', () => {
    const bundle = ranked([8, 6, 4]);
    const right = rankings(bundle).filter(
      (ranking) => ranking.map(([code]) => bundle.key!.codes[code]).join() === 'm0,m1,m2',
    );
    // Differences of 2 with a standard deviation of 1 between any two: each pair is right with probability 0.977.
    expect(right.length / 300).toBeGreaterThan(0.9);
  });

  it('answers forced choices as often right as the psychometric function says', () => {
    for (const test of PROTOCOLS) {
      const tasting = { test } as const;
      const bundle = simulatedBundle({
        ...{ methods: 2, panelists: 500, truth: [5, 6.5], tasting },
        world: { disagreement: 0, noise: 1, pieceSpread: 0 },
      });
      const [planned] = plannedAnswer(unsealed(bundle)).inFull().sections;
      if (planned.id !== 'telling' || planned.data.result.test !== 'forced-choice') throw new Error('no forced choice');
      const expected = chanceCorrect(test, 1.5);
      const error = Math.sqrt((expected * (1 - expected)) / 500);
      expect(Math.abs(planned.data.result.shareCorrect - expected)).toBeLessThan(4 * error);
    }
  });

  it('leaves out who does not come, and gives the first place its edge', () => {
    const away = simulatedBundle({ panelists: 200, world: { noShows: 0.3 } });
    expect(away.ballots.length).toBeGreaterThan(110);
    expect(away.ballots.length).toBeLessThan(170);
    const edged = simulatedBundle({ panelists: 100, world: { firstEdge: 5 } });
    const firstWins = edged.ballots.filter(({ panelist, answers }) => {
      const [first] = edged.plan!.servings.find((serving) => serving.panelist === panelist)!.sets[0].codes;
      return answers[0].kind === 'ranking' && answers[0].ranking[0][0] === first;
    });
    expect(firstWins.length).toBeGreaterThan(95);
  });
});

describe('findings over many simulated panels', () => {
  const panels = (truth: number[], count: number) =>
    Array.from({ length: count }, (_, at) => {
      // Each panel gets orders, codes and answers of its own.
      const size = { truth, panelists: 12, methods: truth.length, seed: `panel ${at}` };
      return findings(simulatedBundle({ ...size, world: { disagreement: 0.7, noise: 0.7 } }));
    });

  it('claim a difference that is not there no more often than alpha', () => {
    const found = panels([6, 6, 6], tries(50));
    const claims = found.filter(({ verdict }) => verdict.kind !== 'no-answer').length;
    expect(claims / found.length).toBeLessThan(0.05 + 4 * Math.sqrt((0.05 * 0.95) / found.length));
  });

  it('find a large difference nearly always, and never the wrong best', () => {
    const found = panels([8, 5, 5], tries(20));
    expect(found.filter(({ verdict }) => verdict.leaders.includes('m0')).length).toBeGreaterThanOrEqual(
      0.95 * found.length,
    );
    expect(found.some(({ verdict }) => verdict.kind === 'winner' && verdict.leaders[0] !== 'm0')).toBe(false);
  });
});

describe('ranking power', () => {
  /** Chance that a sign test of n at alpha rejects when the better one is preferred with chance `share`. */
  function signTest(n: number, share: number, alpha: number): number {
    const chance = (k: number, p: number): number => {
      let ways = 1;
      for (let at = 0; at < k; at++) ways = (ways * (n - at)) / (at + 1);
      return ways * p ** k * (1 - p) ** (n - k);
    };
    const extreme = (k: number): number =>
      Array.from({ length: n + 1 }, (_, at) =>
        Math.abs(2 * at - n) >= Math.abs(2 * k - n) ? chance(at, 0.5) : 0,
      ).reduce((a, b) => a + b, 0);
    return Array.from({ length: n + 1 }, (_, k) => (extreme(k) <= alpha ? chance(k, share) : 0)).reduce(
      (a, b) => a + b,
      0,
    );
  }

  it.each([12, 20])('with two samples is that of the exact sign test (%i people)', (panelists) => {
    // Impressions 1 apart with spread 1: the better one is preferred with chance Phi(1 / sqrt 2) = 0.7602.
    const { power, standardError } = rankingPower({ panelists, liking: [6, 5], spread: 1, alpha: 0.05, seed: '1' });
    expect(Math.abs(power - signTest(panelists, 0.76025, 0.05))).toBeLessThan(4 * standardError);
  });

  it('grows with the panel and the difference, and repeats with the seed', () => {
    const plan = { panelists: 16, liking: [6, 5.5, 5], spread: 1.5, alpha: 0.05, seed: 'a', panels: 1000 };
    expect(rankingPower(plan)).toEqual(rankingPower(plan));
    expect(rankingPower({ ...plan, panelists: 60 }).power).toBeGreaterThan(rankingPower(plan).power);
    expect(rankingPower({ ...plan, liking: [8, 5.5, 3] }).power).toBeGreaterThan(0.95);
    expect(rankingPower({ ...plan, liking: [8, 5.5, 3] }).bestLeads).toBeGreaterThan(0.95);
  });

  it('never claims in a panel too small to claim anything', () => {
    expect(rankingPower({ panelists: 2, liking: [9, 1], spread: 1, alpha: 0.05, seed: '1', panels: 200 }).power).toBe(
      0,
    );
  });
});
