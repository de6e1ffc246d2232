import { TESTS, defaultTasting } from '../../src/bundle';
import { mapLayout, svgOf, type Chart } from '../../src/charts';
import { domainOf, ticksOf } from '../../src/charts/chart';
import { isOfTwoSamples } from '../../src/design';
import { chartsOf, findings, sectionOf } from '../../src/findings';
import { neutralQuestion } from '../../src/library';
import { reportSheet } from '../../src/sheets';
import { simulatedBundle } from '../support/bundles';

/** What a drawing says, element by element. */
const saidOn = (svg: string): string[] =>
  [...svg.matchAll(/<text[^>]*>(.*?)<\/text>/g)].map(([, inner]) => inner.replace(/<[^>]+>/g, ''));
const numbersIn = (svg: string): number[] =>
  [...svg.matchAll(/ (?:x|y|x1|x2|y1|y2|cx|cy|width)="([^"]+)"/g)].map(([, text]) => Number(text));

function expectDrawable(chart: Chart): void {
  const { svg, height, width } = svgOf(chart);
  expect(svg).not.toMatch(/NaN|undefined|Infinity/);
  expect(height).toBeGreaterThan(20);
  for (const value of numbersIn(svg)) {
    expect(value).toBeGreaterThanOrEqual(-1);
    expect(value).toBeLessThanOrEqual(Math.max(width, height) + 1);
  }
}

describe('charts of findings', () => {
  it.each(TESTS)('are there for a planned %s, and can be drawn', (test) => {
    const truth = isOfTwoSamples(test) ? [4, 7] : [7, 5, 4];
    const asked = test === 'profile' && { ballot: { items: [neutralQuestion('line', 'line', { word: 'crisp' })] } };
    const tasting = { test, ...asked };
    const found = findings(simulatedBundle({ methods: truth.length, panelists: 18, truth, tasting }));
    const charts = chartsOf(found);
    for (const chart of charts) expectDrawable(chart);
    const named = new Set(charts.map(({ id }) => id));
    expect(named.size).toBe(charts.length);
    // Of two kinds of answers there is no share of people to show.
    const hasOne = !['a-not-a', 'same-different', 'difference-from-control'].includes(test);
    expect(charts.some(({ status }) => status === 'planned')).toBe(hasOne);
  });

  it('put every rank sum and interval where it is, in order', () => {
    const found = findings(simulatedBundle({ methods: 4, panelists: 20, truth: [5, 8, 4, 6] }));
    const chart = chartsOf(found).find(({ id }) => id === 'rank-sums');
    if (chart?.kind !== 'dots') throw new Error('no chart of rank sums');
    const { methods } = sectionOf(found, 'rank-sums')!;
    const sums = methods.map(({ rankSum }) => rankSum!).sort((a, b) => a - b);
    expect(chart.rows.map(({ dots }) => dots[0].at)).toEqual(sums);
    for (const { name, dots, note } of chart.rows) {
      const own = methods.find((method) => method.name === name)!;
      expect(dots).toEqual([{ place: methods.indexOf(own), at: own.rankSum, interval: own.rankSumInterval }]);
      expect(note).toBe(own.letters);
    }
    expect(saidOn(svgOf(chart).svg)).toEqual(expect.arrayContaining(chart.rows.map(({ name }) => name)));
  });

  it.each([2, 12, 30, 60])('show %d methods, long names included, and stay within the page', (methods) => {
    const bundle = simulatedBundle({ methods, panelists: 12, pieces: 2, liking: true });
    bundle.tasting.methods.forEach((method, at) => {
      method.name =
        at % 2 ? `Šedě <& "${at}" pečený velmi dlouho v papíru se solí a bylinkami z vlastní zahrady` : method.name;
    });
    const charts = chartsOf(findings(bundle));
    expect(charts.length).toBeGreaterThan(0);
    for (const chart of charts) {
      expectDrawable(chart);
      const { svg } = svgOf(chart);
      expect(svg).not.toContain('<&');
      // Names end where the axis begins.
      for (const [, inner] of svg.matchAll(/<text x="0\.0"[^>]*>(.*?)<\/text>/g))
        expect(inner.replace(/<[^>]+>/g, '').replace(/&\w+;/g, '&').length).toBeLessThanOrEqual(29);
    }
  });

  it('say of a ranking about a word what it is about, and nothing of liking', () => {
    const items = [{ ...neutralQuestion('ranking', 'ranking'), attribute: 'crisp' }];
    const decision = { ...defaultTasting().decision, kind: 'more-of' as const, attribute: 'crisp' };
    const bundle = simulatedBundle({ panelists: 12, truth: [8, 5, 4], tasting: { ballot: { items }, decision } });
    const found = findings(bundle);
    expect(found.word).toBe('crisp');
    const titles = chartsOf(found).map(({ title }) => title);
    expect(titles[0]).toBe('Rank sums with intervals: lower is more crisp');
    expect(titles.join()).not.toMatch(/liked|best/);
    expect(JSON.stringify(reportSheet(found, bundle))).toContain('1 is the most crisp');
  });

  it('have nothing to show where nobody came', () => {
    const bundle = simulatedBundle({ panelists: 6 });
    const nobody = { ...bundle, ballots: [] };
    for (const chart of chartsOf(findings(nobody))) expectDrawable(chart);
  });
});

describe('an axis', () => {
  it.each([
    [
      [35, 84],
      [30, 90],
    ],
    [
      [0.2, 0.9],
      [0.2, 1],
    ],
    [
      [5, 5],
      [5, 6],
    ],
    [
      [-3, 4],
      [-4, 4],
    ],
  ])('of %j has round ends that hold it', (values, ends) => {
    const domain = domainOf(values);
    expect(domain[0]).toBeLessThanOrEqual(Math.min(...values));
    expect(domain[1]).toBeGreaterThanOrEqual(Math.max(...values));
    if (values[0] !== values[1]) expect(domain.map((end) => Number(end.toFixed(6)))).toEqual(ends);
    const ticks = ticksOf(domain);
    expect(ticks.length).toBeGreaterThanOrEqual(2);
    expect(ticks.length).toBeLessThanOrEqual(11);
    for (const tick of ticks) expect(String(tick).length).toBeLessThan(8);
  });
});

describe('maps', () => {
  const asked = ['juicy', 'firm', 'browned'].map((word) => neutralQuestion(word, 'line', { word }));
  const ticked = {
    ...neutralQuestion('fits', 'check-all'),
    options: ['dry', 'soft', 'crisp'].map((text) => ({ text, weight: 0 })),
  };
  const found = findings(
    simulatedBundle({
      ...{ methods: 4, panelists: 24, truth: [8, 6, 5, 3], world: { disagreement: 1, noise: 1 } },
      tasting: { ballot: { items: [neutralQuestion('ranking', 'ranking'), ...asked, ticked] } },
    }),
  );
  const maps = chartsOf(found).filter((chart) => chart.kind === 'map');
  const attributes = maps.find(({ id }) => id === 'map')!;

  it('are drawn of scales and of words, rings and names within the picture', () => {
    expect(maps.map(({ id }) => id)).toEqual(['map', 'words-map-fits']);
    for (const chart of maps) {
      expectDrawable(chart);
      const { points, ellipses, labels, width, height } = mapLayout(chart);
      expect(points).toHaveLength(4);
      for (const { x, y } of [...points, ...labels]) {
        expect(x > 0 && x < width).toBe(true);
        expect(y > 0 && y < height).toBe(true);
      }
      for (const { x, y, rx, ry, degrees } of ellipses) {
        const turn = (degrees * Math.PI) / 180;
        expect(Math.abs(x - width / 2) + Math.hypot(rx * Math.cos(turn), ry * Math.sin(turn))).toBeLessThanOrEqual(
          width / 2,
        );
        expect(Math.abs(y - height / 2) + Math.hypot(rx * Math.sin(turn), ry * Math.cos(turn))).toBeLessThanOrEqual(
          height / 2,
        );
      }
    }
  });

  it('keep what is on them: places, directions and rings are those of the findings, upwards being up', () => {
    const { points, ellipses, arrows, width, height } = mapLayout(attributes);
    const data = sectionOf(found, 'map')!;
    const scale = (points[0].x - width / 2) / data.methods[0][0];
    data.methods.forEach(([x, y], at) => {
      expect(points[at].x - width / 2).toBeCloseTo(scale * x, 6);
      expect(height / 2 - points[at].y).toBeCloseTo(scale * y, 6);
      expect(ellipses[at]).toMatchObject({ x: points[at].x, y: points[at].y });
      expect(ellipses[at].rx / ellipses[at].ry).toBeCloseTo(
        data.ellipses[at].halfAxes[0] / data.ellipses[at].halfAxes[1],
        6,
      );
      expect(ellipses[at].degrees).toBeCloseTo((-180 * data.ellipses[at].angle) / Math.PI, 6);
    });
    data.words.forEach(([x, y], at) => {
      expect(Math.sign(arrows[at].x - width / 2)).toBe(Math.sign(x));
      expect((height / 2 - arrows[at].y) * x).toBeCloseTo((arrows[at].x - width / 2) * y, 4);
    });
    expect(mapLayout(maps[1])).toMatchObject({ arrows: [], ellipses: [] });
  });

  it('put what is more further up, and turn rings against the clock', () => {
    const place = (one: number, at: [number, number]) => ({
      ...{ ...attributes.methods[one], at },
      ellipse: { halfAxes: [0.5, 0.2] as [number, number], angle: Math.PI / 6 },
    });
    const drawn = { ...attributes, methods: [place(0, [1, 2]), place(1, [-1, -2])], words: [] };
    const { points, ellipses, height, width } = mapLayout(drawn);
    expect(points[0].y).toBeLessThan(height / 2);
    expect(points[1].y).toBeGreaterThan(height / 2);
    expect(height / 2 - points[0].y).toBeCloseTo(2 * (points[0].x - width / 2), 9);
    // A picture counts downwards, so that its turns are the other way round.
    expect(ellipses.map(({ degrees }) => degrees)).toEqual([expect.closeTo(-30, 9), expect.closeTo(-30, 9)]);
  });

  it('number many methods, and name them below', () => {
    const many = {
      ...attributes,
      methods: attributes.methods.map((one, place) => ({
        ...one,
        place,
        name: `A rather long name of method ${place}`,
      })),
    };
    expect(mapLayout(many).isNumbered).toBe(true);
    expect(saidOn(svgOf(many).svg)).toEqual(
      expect.arrayContaining(many.methods.map(({ name }, at) => `${at + 1} ${name}`)),
    );
  });
});
