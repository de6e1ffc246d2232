import { defaultTasting } from '../../src/bundle';
import { forcedChoicePower } from '../../src/inference';
import { planPower, smallestDifference } from '../../src/planned';
import { incompleteRankingPower, rankingPower, scorePower, screening, type ScorePlan } from '../../src/power';
import { simpleTasting } from '../support/bundles';

const plain = { seed: '1', alpha: 0.05, panels: 4000 };

describe('power of incomplete rankings', () => {
  const liking = [1, 0, 0, 0, 0, 0];

  it('is close to that of a complete ranking when only one sample is missing, and falls with more', () => {
    const shared = { ...plain, liking, spread: 1 };
    const complete = rankingPower({ ...shared, panelists: 40 }).power;
    const five = incompleteRankingPower({ ...shared, rankings: 40, together: 5 }).power;
    const two = incompleteRankingPower({ ...shared, rankings: 40, together: 2 }).power;
    expect(complete - five).toBeGreaterThan(-0.03);
    expect(complete - five).toBeLessThan(0.2);
    expect(five - two).toBeGreaterThan(0.2);
  });

  it('is alpha when there is nothing to find', () => {
    const { power } = incompleteRankingPower({
      ...plain,
      liking: liking.map(() => 0),
      spread: 1,
      rankings: 60,
      together: 3,
    });
    expect(Math.abs(power - 0.05)).toBeLessThan(0.015);
  });
});

describe('power of a plan', () => {
  const methods = (count: number) => simpleTasting({ methods: count }).methods;
  const plan = { ...defaultTasting(), methods: methods(4), piecesPerMethod: 3 };

  it('is the exact binomial of a forced choice, counting every answer', () => {
    const triangle = { ...plan, test: 'triangle' as const, methods: methods(2) };
    const exact = forcedChoicePower({ protocol: 'triangle', n: 36, pd: 0.3, alpha: 0.05 }).power;
    expect(planPower(triangle, 36, '1', 0)).toEqual({ panelists: 36, power: exact, standardError: 0 });
    // Twice the answers of as many people are worth less than as many answers of twice the people.
    const twice = { ...triangle, service: { ...plan.service, replicates: 2 } };
    expect(planPower(twice, 18, '1', 0).power).toBeLessThan(exact);
    expect(planPower(twice, 36, '1', 0).power).toBeGreaterThan(exact);
  });

  it('has a smallest difference that is found just as often as wanted', () => {
    const least = smallestDifference(plan, 30, { power: 0.8, seed: '1', panels: 2000 })!;
    const at = (difference: number) =>
      planPower({ ...plan, assumed: { ...plan.assumed, difference } }, 30, '1', 2000).power;
    expect(at(least + 0.1)).toBeGreaterThan(0.8);
    expect(at(least - 0.1)).toBeLessThan(0.8);
  });

  it('of a complete ranking is that of its methods: more pieces help, and more people hardly', () => {
    const power = (piecesPerMethod: number, people: number, pieceSpread = 0.5) =>
      planPower({ ...plan, piecesPerMethod, assumed: { ...plan.assumed, pieceSpread } }, people, '1', 3000).power;
    const [here, people, pieces] = [power(3, 24), power(3, 96), power(6, 48)];
    expect(people - here).toBeLessThan(0.2);
    expect(pieces - here).toBeGreaterThan(0.2);
    expect(power(3, 48, 0)).toBeGreaterThan(power(3, 48, 1) + 0.2);
    // One piece a method is about pieces, where every bite counts.
    expect(power(1, 96)).toBeGreaterThan(0.95);
  });

  it('of methods is alpha where there is nothing to find', () => {
    const nothing = { ...plan.assumed, difference: 0, pieceSpread: 0.5 };
    for (const piecesPerMethod of [2, 3, 5])
      expect(planPower({ ...plan, piecesPerMethod, assumed: nothing }, 24, '2', 4000).power).toBeLessThan(0.065);
  });

  it.each(['ranking', 'liking', 'best-worst', 'profile'] as const)(
    'of %s hangs on pieces, and little on people',
    (test) => {
      const asked = {
        ...plan,
        test,
        assumed: { ...plan.assumed, pieceSpread: 0.6 },
        service: { ...plan.service, together: 3 },
      };
      const power = (people: number, pieces: number) =>
        planPower({ ...asked, piecesPerMethod: pieces }, people, '1', 400).power;
      expect(power(60, 6)).toBeGreaterThan(power(60, 2) + 0.1);
      expect(power(240, 2)).toBeLessThan(power(60, 6));
    },
  );

  it.each(['tetrad', 'paired-preference', 'a-not-a'] as const)('of %s hangs on groups that share no piece', (test) => {
    const asked = { ...plan, test, methods: methods(2), assumed: { ...plan.assumed, discriminators: 0.25 } };
    const power = (pieces: number) => planPower({ ...asked, piecesPerMethod: pieces }, 48, '1', 400).power;
    expect(power(12)).toBeGreaterThan(power(6) + 0.03);
    const alike = planPower({ ...asked, piecesPerMethod: 6, takenAlike: 'one stirred pot' }, 48, '1', 400);
    expect(alike.power).toBeGreaterThan(power(6));
  });

  it('of pieces that are taken to be alike is that of bites', () => {
    const alike = { ...plan, piecesPerMethod: 3, takenAlike: 'one stirred pot' };
    expect(planPower(alike, 30, '1', 800)).toEqual(planPower({ ...alike, piecesPerMethod: 1 }, 30, '1', 800));
  });

  it('of a margin shares the level out between the methods that are held against it', () => {
    const good = { ...plan, test: 'non-inferiority' as const, piecesPerMethod: 1 };
    const power = (count: number) => planPower({ ...good, methods: methods(count) }, 40, '1', 4000).power;
    expect(power(4)).toBeLessThan(power(2) - 0.03);
  });
});

describe('power of scores', () => {
  const scores = { panelists: 60, liking: [1, 0, 0], disagreement: 0.5, noise: 0.5, alpha: 0.05 };
  const power = (changed: Partial<ScorePlan>) => scorePower({ ...scores, ...changed }).power;

  it('is alpha when there is nothing to find', () => {
    expect(power({ liking: [0, 0, 0] })).toBeCloseTo(0.05, 8);
  });

  it('falls when panelists score only some of the methods', () => {
    const some = { liking: [1, 0, 0, 0, 0, 0], disagreement: 1, noise: 1 };
    expect(power({ ...some, each: 3 })).toBeLessThan(power(some) - 0.1);
  });

  it('is nothing where there is nothing to hold methods against', () => {
    expect(power({ panelists: 1 })).toBe(0);
    expect(power({ liking: [1] })).toBe(0);
  });
});

describe('a screening', () => {
  const plan = { methods: 20, together: 5, rankings: 60, methodSpread: 1, spread: 1.4, seed: '1', rounds: 600 };

  it('lets all survive when all go on, and more the more go on', () => {
    expect(screening({ ...plan, finalists: 20 }).bestThreeSurvive).toBe(1);
    const shares = [3, 6, 10].map((finalists) => screening({ ...plan, finalists }).bestThreeSurvive);
    expect(shares[0]).toBeLessThan(shares[1]);
    expect(shares[1]).toBeLessThan(shares[2]);
  });

  it('is a lottery when nothing tells the methods apart', () => {
    // Three of three winners among 10 of 20: 10/20 x 9/19 x 8/18 = 0.105.
    const { bestThreeSurvive, standardError } = screening({ ...plan, methodSpread: 0, finalists: 10, rounds: 2000 });
    expect(Math.abs(bestThreeSurvive - 0.1053)).toBeLessThan(4 * standardError);
  });
});
