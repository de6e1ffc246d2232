import { findings } from '../../src/findings';
import { randomStream } from '../../src/numeric';
import { rankingPower, simulatePanelist } from '../../src/simulate';
import { simulatedBundle } from '../support/bundles';

describe('simulatePanelist', () => {
  const truth = { liking: [8, 6, 4], disagreement: 0.5, noise: 0.5 };

  it('scores on the scale and ranks every sample once', () => {
    const random = randomStream('panel', 'test');
    for (let at = 0; at < 300; at++) {
      const { scores, ranking } = simulatePanelist({ ...truth, liking: [9.5, 5, 0.5] }, true, random);
      expect(scores.every((score) => Number.isInteger(score) && score >= 1 && score <= 9)).toBe(true);
      expect(ranking.flat().sort()).toEqual([0, 1, 2]);
    }
  });

  it('ties only where ties are allowed', () => {
    const random = randomStream('panel', 'ties');
    const same = { liking: [6, 6, 6, 6], disagreement: 0.1, noise: 0.1 };
    const groups = (ties: boolean) =>
      Array.from({ length: 100 }, () => simulatePanelist(same, ties, random).ranking.length);
    expect(groups(false).every((count) => count === 4)).toBe(true);
    expect(groups(true).some((count) => count < 4)).toBe(true);
  });

  it('gives the true order most of the time when the truth is plain', () => {
    const random = randomStream('panel', 'order');
    const right = Array.from({ length: 400 }, () =>
      simulatePanelist(truth, false, random).ranking.flat().join(),
    ).filter((order) => order === '0,1,2').length;
    // Differences of 2 with a standard deviation of 1 between any two: each pair is right with probability 0.977.
    expect(right / 400).toBeGreaterThan(0.9);
  });
});

describe('findings over many simulated panels', () => {
  const panels = (truth: number[], count: number) =>
    Array.from({ length: count }, (_, at) => {
      const bundle = simulatedBundle({ truth, panelists: 12, methods: truth.length });
      // Each panel gets rankings of its own.
      const random = randomStream(`panel ${at}`, 'many');
      const codeOf = new Map(Object.entries(bundle.key!.codes).map(([code, method]) => [method, code]));
      for (const ballot of bundle.ballots) {
        const { ranking } = simulatePanelist({ liking: truth, disagreement: 0.7, noise: 0.7 }, false, random);
        const codes = ranking.map((group) => group.map((sample) => codeOf.get(`m${sample}`)!));
        ballot.answers = [
          { id: 'r', at: bundle.tasting.createdAt, by: 'panelist', reason: '', kind: 'ranking', ranking: codes },
        ];
      }
      return findings(bundle);
    });

  it('claim a difference that is not there no more often than alpha', () => {
    const found = panels([6, 6, 6], 120);
    const claims = found.filter(({ verdict }) => verdict.kind !== 'no-answer').length;
    // alpha = 0.05 of 120 is 6; 15 is four standard errors above.
    expect(claims).toBeLessThanOrEqual(15);
  });

  it('find a large difference nearly always, and never the wrong best', () => {
    const found = panels([8, 5, 5], 40);
    expect(found.filter(({ verdict }) => verdict.leaders.includes('m0')).length).toBeGreaterThanOrEqual(38);
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
