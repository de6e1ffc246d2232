import {
  attributeTable,
  bestWorst,
  cochranQ,
  correlatedP,
  correspondence,
  drivers,
  falseDiscovery,
  holm,
  justAboutRight,
  leastSquares,
  manyToOneP,
  mcNemarPairs,
  plackettLuce,
  preferenceMap,
  principalComponents,
  type Slope,
} from '../../src/inference';
import { randomStream, studentizedRangeUpperTail } from '../../src/numeric';
import reference from '../reference/inference.json';
import { tested } from '../support/results';

const seed = { seed: '1' };

describe("Cochran's Q and McNemar", () => {
  it('gives Q = 8.05 for the media of Cochran 1950 (counts from memory)', () => {
    const patterns: [number[], number][] = [
      [[1, 1, 1, 1], 4],
      [[1, 1, 0, 1], 2],
      [[0, 1, 1, 1], 3],
      [[0, 1, 0, 1], 1],
      [[0, 0, 0, 0], 59],
    ];
    const rows = patterns.flatMap(([row, times]) => new Array<number[]>(times).fill(row));
    const result = tested(cochranQ(rows, seed));
    expect(result.statistic).toBeCloseTo(8.05, 2);
    expect(result).toMatchObject({ df: 3, panelists: 69, informative: 6, counts: [6, 10, 7, 10] });
  });

  it("agrees with R's coin and binom.test", () => {
    const { rows, statistic, p, mcnemar, holm: adjusted } = reference.cochran;
    const result = tested(cochranQ(rows, seed));
    expect(result.statistic).toBeCloseTo(statistic, 8);
    expect(result.limitingP).toBeCloseTo(p, 8);
    expect(Math.abs(result.probability.p - p)).toBeLessThan(0.05);
    mcNemarPairs(rows).forEach((pair, at) => {
      expect(pair.p).toBeCloseTo(mcnemar[at], 10);
      expect(pair.adjustedP).toBeCloseTo(adjusted[at], 10);
    });
  });

  it('does not change when panelists who answered alike for all samples are added', () => {
    const { rows } = reference.cochran;
    const more = [...rows, [1, 1, 1, 1], [0, 0, 0, 0]];
    expect(tested(cochranQ(more, seed)).statistic).toBeCloseTo(tested(cochranQ(rows, seed)).statistic, 10);
  });
});

describe('just about right', () => {
  const { right, much, drop, t, df, p } = reference.justAboutRight;
  const answers = [...right.map((liking) => ({ answer: 0, liking })), ...much.map((liking) => ({ answer: 2, liking }))];

  it("has R's Welch test of the drop, and its weight", () => {
    const { tooMuch, tooLittle, justRight } = tested(justAboutRight(answers, 0.05, '1'));
    expect(tooMuch.meanDrop).toBeCloseTo(drop, 10);
    expect(tooMuch.weight).toBeCloseTo((drop * much.length) / answers.length, 10);
    expect(tooMuch.welch).toEqual({ t: expect.closeTo(t, 8), df: expect.closeTo(df, 8), p: expect.closeTo(p, 8) });
    expect(tooMuch.interval?.[0]).toBeLessThan(drop);
    expect(tooMuch.interval?.[1]).toBeGreaterThan(drop);
    expect(tooLittle).toMatchObject({ count: 0, meanDrop: null, welch: null, interval: null });
    expect(justRight.share).toBeCloseTo(6 / 11, 12);
  });
});

describe('maps', () => {
  it('correspondence analysis has the inertia of chi-squared and the coordinates of MASS::corresp', () => {
    const { counts, inertia, singular, first } = reference.correspondence;
    const result = tested(correspondence(counts));
    expect(result.totalInertia).toBeCloseTo(inertia, 10);
    result.shares.forEach((share, axis) => expect(share).toBeCloseTo(singular[axis] ** 2 / inertia, 6));
    result.samples.forEach((place, at) => expect(Math.abs(place[0])).toBeCloseTo(first[at], 6));
  });

  it('principal components are those of prcomp', () => {
    const { rows, shares, first, loadings } = reference.pca;
    const result = tested(principalComponents([rows], { alpha: 0.05, seed: '1', draws: 0 }));
    result.shares.forEach((share, at) => expect(share).toBeCloseTo(shares[at], 9));
    result.samples.forEach((place, at) => expect(Math.abs(place[0])).toBeCloseTo(first[at], 9));
    result.attributes.forEach((place, at) => expect(Math.abs(place[0])).toBeCloseTo(loadings[at], 9));
  });

  it('draws ellipses that shrink as the panel grows, and repeat with the seed', () => {
    const random = randomStream('ellipses', 'test');
    const truth = [
      [1, 5, 2],
      [4, 2, 6],
      [7, 7, 3],
      [2, 8, 8],
    ];
    const panelOf = (size: number) =>
      Array.from({ length: size }, () => truth.map((row) => row.map((value) => value + random.normal())));
    const options = { alpha: 0.05, seed: '1', draws: 200 };
    const [small, large] = [panelOf(8), panelOf(64)].map((panel) => tested(principalComponents(panel, options)));
    small.ellipses.forEach(({ halfAxes }, at) => expect(large.ellipses[at].halfAxes[0]).toBeLessThan(halfAxes[0]));
    const again = panelOf(8);
    expect(principalComponents(again, options)).toEqual(principalComponents(again, options));
  });

  it('points each arrow of a preference map the way that panelist likes', () => {
    const places = [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ];
    const result = tested(
      preferenceMap(places, [
        [1, 2, 1, 2],
        [3, 3, 5, 5],
        [4, 4, 4, 4],
      ]),
    );
    expect(result.arrows.map(({ direction }) => direction.map((x) => Math.round(x * 1e9) / 1e9))).toEqual([
      [1, 0],
      [0, 2],
      [0, 0],
    ]);
    expect(result.likedBy[3]).toBeCloseTo(2 / 3, 12);
  });

  it("finds R's slopes of liking on attributes within panelists (lm with panelists as factor)", () => {
    const { data, slopes, se, p } = reference.drivers;
    const servings = data.map(({ who, liking, a, b }) => ({ panelist: String(who), liking, attributes: [a, b] }));
    tested(drivers(servings)).together.forEach((slope: Slope, at) => {
      expect(slope.slope).toBeCloseTo(slopes[at], 9);
      expect(slope.se).toBeCloseTo(se[at], 9);
      expect(slope.p).toBeCloseTo(p[at], 9);
    });
  });

  it('shares an effect between attributes that cannot be told apart', () => {
    const { slopes } = leastSquares(
      [1, 2, 3, 4],
      [
        [1, 2, 3, 4],
        [1, 2, 3, 4],
      ],
      0,
    );
    expect(slopes.map(({ slope }) => slope)).toEqual([expect.closeTo(0.5, 9), expect.closeTo(0.5, 9)]);
    expect(slopes[0].p).toBeNull();
  });
});

describe('best-worst', () => {
  it('counts, and with sets of two is Plackett-Luce on pairs', () => {
    const choices = [
      [0, 1],
      [0, 1],
      [1, 0],
      [1, 2],
      [2, 1],
      [0, 2],
      [2, 0],
      [0, 2],
    ].map(([best, worst]) => ({ shown: [best, worst], best, worst }));
    const result = tested(bestWorst(choices, 3));
    const ranked = tested(
      plackettLuce(
        choices.map(({ best, worst }) => [[best], [worst]]),
        3,
      ),
    );
    result.logWorth.forEach((worth, at) => expect(worth).toBeCloseTo(ranked.logWorth[at], 8));
    expect(result.counts[0]).toEqual({ best: 4, worst: 2, shown: 6, score: expect.closeTo(1 / 3, 12) });
  });

  it('brings back strengths that choices were drawn from', () => {
    const random = randomStream('best-worst', 'test');
    const worth = [1, 0.4, 0, -0.4, -1];
    const pick = (from: number[], sign: number): number => {
      const heights = from.map((sample) => sign * worth[sample] - Math.log(-Math.log(random.fraction() || 1e-9)));
      return from[heights.indexOf(Math.max(...heights))];
    };
    const choices = Array.from({ length: 1500 }, () => {
      const shown = random.shuffled([0, 1, 2, 3, 4]).slice(0, 4);
      const best = pick(shown, 1);
      return {
        shown,
        best,
        worst: pick(
          shown.filter((sample) => sample !== best),
          -1,
        ),
      };
    });
    const result = tested(bestWorst(choices, 5));
    result.logWorth.forEach((value, at) => expect(Math.abs(value - worth[at])).toBeLessThan(4 * result.se[at]));
  });
});

describe('adjustments for many tests', () => {
  it("are R's p.adjust", () => {
    const { p, holm: down, bh } = reference.adjust;
    holm(p).forEach((value, at) => expect(value).toBeCloseTo(down[at], 12));
    falseDiscovery(p).forEach((value, at) => expect(value).toBeCloseTo(bh[at], 12));
  });

  it("integrate correlated t statistics as R's mvtnorm does", () => {
    const { correlation, t, df, p, dunnett } = reference.mvt;
    const found = correlatedP(t, correlation, df, '1');
    expect(Math.abs(found.p - p)).toBeLessThan(Math.max(4 * found.standardError, 2e-5));
    expect(manyToOneP(2.5, [Math.SQRT1_2, Math.SQRT1_2, Math.SQRT1_2], 20)).toBeCloseTo(dunnett, 5);
  });

  it("have the studentized range of R's ptukey", () => {
    const { q, p } = reference.tukey;
    q.forEach((value, at) => {
      expect(studentizedRangeUpperTail(value, 4, 10)).toBeCloseTo(p.k4df10[at], 9);
      expect(studentizedRangeUpperTail(value, 12, 500)).toBeCloseTo(p.k12df500[at], 7);
    });
  });

  it('one table for all attributes: F as for each alone, p by the false discovery rate, missing answers left out', () => {
    const factors = {
      panelist: ['a', 'b', 'c', 'd', 'e'].flatMap((name) => [name, name]),
      sample: Array.from({ length: 10 }, (_, at) => (at % 2 === 0 ? 'x' : 'y')),
    };
    const rows = attributeTable(
      {
        juicy: [3, 5, 4, 6, 2, 5, 4, 5, 3, 6],
        salty: [4, 4, 5, 4, 3, 4, 4, 3, 5, 5],
        flat: new Array<null>(10).fill(null),
      },
      factors,
      0.05,
    );
    // Paired differences 2, 2, 3, 1, 3: t^2 = (2.2 / 0.374166)^2 = 34.5714 on 1 and 4 df.
    expect(rows[0]).toMatchObject({
      test: { F: expect.closeTo(34.5714, 3), df2: expect.closeTo(4, 3) },
      adjustedP: expect.any(Number),
    });
    expect(rows[0].adjustedP).toBeGreaterThan(tested(rows[0].test as { test: 'F'; p: number }).p);
    expect(rows[2]).toMatchObject({ adjustedP: null, test: { test: null } });
    expect(rows[0].means.map(({ letters }) => letters)).toEqual(['a', 'b']);
  });
});
