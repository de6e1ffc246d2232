import { findings } from '../../src/findings';
import { randomStream } from '../../src/numeric';
import { simulatePanelist } from '../../src/simulate';
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
    const found = panels([6, 6, 6], 300);
    const claims = found.filter(({ verdict }) => verdict.kind !== 'no-answer').length;
    // alpha = 0.05 of 300 is 15; 29 is four standard errors above.
    expect(claims).toBeLessThanOrEqual(29);
  });

  it('find a large difference nearly always, and never the wrong best', () => {
    const found = panels([8, 5, 5], 60);
    expect(found.filter(({ verdict }) => verdict.leaders.includes('m0')).length).toBeGreaterThanOrEqual(57);
    expect(found.some(({ verdict }) => verdict.kind === 'winner' && verdict.leaders[0] !== 'm0')).toBe(false);
  });
});
