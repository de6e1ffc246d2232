import { findings, measuredSpreads, sectionOf, type Spreads } from '../../src/findings';
import { simulatedBundle, simpleTasting, type Wanted } from '../support/bundles';

const { service, assumed } = simpleTasting();
const measured = (wanted: Wanted, before: Spreads = assumed): Spreads => {
  const found = findings(simulatedBundle({ liking: true, methods: 3, truth: [4, 5, 6], ...wanted }));
  return measuredSpreads(sectionOf(found, 'liking')!, before)!;
};

describe('spreads that a tasting measured', () => {
  const world = { disagreement: 1.2, noise: 0.6, pieceSpread: 0.9 };

  it('are near those of the world where there is enough to tell them by', () => {
    const all = ['a', 'b', 'c', 'd', 'e'].map((seed) =>
      measured({ seed, panelists: 48, pieces: 12, world, tasting: { service: { ...service, replicates: 2 } } }),
    );
    const mean = (name: keyof Spreads): number => all.reduce((sum, own) => sum + own[name], 0) / all.length;
    expect(Math.abs(mean('disagreement') - 1.2)).toBeLessThan(0.15);
    // Scores are whole points, which adds the twelfth of a point to the variance of an impression.
    expect(Math.abs(mean('noise') - Math.sqrt(0.36 + 1 / 12))).toBeLessThan(0.1);
    expect(Math.abs(mean('pieceSpread') - 0.9)).toBeLessThan(0.15);
  });

  it('are averaged with what was assumed, as variances, by degrees of freedom', () => {
    const variances = [
      { term: 'panelist:sample', variance: 4, groups: 30 },
      { term: 'piece', variance: 1, groups: 7 },
    ];
    const liking = { variances, residualVariance: 1, answers: 60, panelists: 10, pieces: 7, means: [1, 2, 3] };
    // Of pieces 4 degrees of freedom, of taste 18, of impressions 48; what was assumed counts as 4.
    expect(measuredSpreads(liking, { disagreement: 1, noise: 2, pieceSpread: 0.5 })).toEqual({
      disagreement: Number(Math.sqrt((18 * 4 + 4) / 22).toFixed(2)),
      noise: Number(Math.sqrt((48 + 16) / 52).toFixed(2)),
      pieceSpread: Number(Math.sqrt((4 + 4 * 0.25) / 8).toFixed(2)),
    });
  });

  it('share out what cannot be told apart as it was assumed, so that all of it is still there', () => {
    const own = { panelists: 48, pieces: 12, world };
    const [one, other] = [
      measured(own, { ...assumed, disagreement: 1, noise: 1 }),
      measured(own, { ...assumed, disagreement: 1.5, noise: 0.5 }),
    ];
    expect(one.disagreement).toBeCloseTo(one.noise, 1);
    expect(other.disagreement).toBeGreaterThan(2 * other.noise);
    for (const { disagreement, noise } of [one, other])
      expect(Math.abs(Math.hypot(disagreement, noise) - Math.sqrt(1.44 + 0.36 + 1 / 12))).toBeLessThan(0.2);
  });

  it('stay near what was assumed where there is little to tell them by, and are that where there is nothing', () => {
    const before = { disagreement: 1, noise: 1, pieceSpread: 0.5 };
    const few = measured({ panelists: 12, pieces: 2, world: { ...world, pieceSpread: 0 } }, before);
    expect(few.pieceSpread).toBeGreaterThan(0.3);
    expect(measured({ panelists: 12, pieces: 1, world }, before).pieceSpread).toBe(0.5);
    expect(measuredSpreads(null, before)).toBeNull();
  });
});
