import { TESTS } from '../../src/bundle';
import { isOfTwoSamples } from '../../src/design';
import { findings, sectionOf, sourceServings, whyOf, type SectionId } from '../../src/findings';
import { simulatedBundle } from '../support/bundles';

/** Lists of what happened, which have no formula. */
const LISTS: SectionId[] = ['orders', 'collected', 'service', 'sensitivity', 'limits', 'next'];

describe('why', () => {
  it.each(TESTS)('says for a planned %s how every section that computes anything came to be', (test) => {
    const truth = isOfTwoSamples(test) ? [4, 7] : [7, 5, 4];
    const bundle = simulatedBundle({ methods: truth.length, panelists: 18, truth, liking: true, tasting: { test } });
    const found = findings({ ...bundle, ballots: bundle.ballots.slice(1) });
    for (const { id } of found.sections) {
      const why = whyOf(found, id);
      expect(why === null).toBe(LISTS.includes(id));
      if (!why) continue;
      expect(why.how.length).toBeGreaterThan(30);
      expect(why.source.length).toBeGreaterThan(10);
      expect(why.checked).toContain('Seat 1 did not open the ballot.');
    }
  });

  it('says how p was come by, as the findings have it', () => {
    const found = findings(simulatedBundle({ methods: 3, panelists: 12, truth: [8, 5, 4], pieces: 4 }));
    const { certainty } = whyOf(found, 'rank-sums')!;
    const { overall } = sectionOf(found, 'rank-sums')!;
    expect(overall.test === null ? '' : overall.probability.from).toBe('exact');
    expect(certainty).toContain('Of the methods: F');
    expect(certainty).toContain('Of these pieces: exact.');
  });

  it('is nothing for what these findings do not have', () => {
    expect(whyOf(findings(simulatedBundle({ panelists: 8 })), 'telling')).toBeNull();
  });
});

describe('the servings behind a number', () => {
  const bundle = simulatedBundle({ methods: 3, panelists: 10, truth: [8, 5, 4], liking: true });
  const { columns, rows } = sourceServings(bundle);

  it('are all that count, by seat, with piece and answers, and nobody’s name', () => {
    expect(rows).toHaveLength(30);
    expect(columns).toEqual(expect.arrayContaining(['seat', 'position', 'code', 'method', 'piece', 'rank', 'liking']));
    for (const { name } of bundle.tasting.panel) expect(rows.flat()).not.toContain(name);
    expect(columns).not.toEqual(expect.arrayContaining(['comment']));
    const seats = rows.map((row) => Number(row[columns.indexOf('seat')]));
    expect(seats).toEqual([...seats].sort((a, b) => a - b));
  });

  it('add up to the numbers that they are behind', () => {
    const sums = sectionOf(findings(bundle), 'rank-sums')!.methods;
    for (const { name, rankSum } of sums) {
      const own = rows.filter((row) => row[columns.indexOf('method')] === name);
      expect(own.reduce((sum, row) => sum + Number(row[columns.indexOf('rank')]), 0)).toBe(rankSum);
    }
  });

  it('leave out columns that say the same everywhere', () => {
    expect(columns).not.toContain('sitting');
    expect(columns).not.toContain('zone');
    expect(columns).not.toContain('tasting');
  });
});
