import { findingsText } from '../../cli/findingsText';
import type { TastingBundle } from '../../src/bundle';
import { analysisOf } from '../../src/design';
import { findings, sectionOf, type Findings } from '../../src/findings';
import { rawNumbers, servedPortions } from '../../src/served';
import { reportSheet } from '../../src/sheets';
import { simpleTasting, simulatedBundle } from '../support/bundles';

const limitsOf = (found: Findings): string[] => (sectionOf(found, 'limits') ?? []).map(({ kind }) => kind);
const ranks = (found: Findings) => sectionOf(found, 'rank-sums')!;

/** As an older Jacana locked it: the same servings, with the test that counts bites. */
const older = (bundle: TastingBundle): TastingBundle => ({
  ...bundle,
  plan: { ...bundle.plan!, analysis: 'friedman-then-pairs-holm' },
});

describe('what a ranking is about', () => {
  it('is planned with the pieces: one says nothing of its method', () => {
    expect(analysisOf(simpleTasting({ pieces: 1 }))).toBe('friedman-then-pairs-holm');
    expect(analysisOf(simpleTasting({ pieces: 2 }))).toBe('piece-blocks-then-tukey');
  });

  it('is the methods where blocks of pieces show it', () => {
    const found = findings(simulatedBundle({ truth: [8, 4, 4], pieces: 6, panelists: 24 }));
    expect(found.verdict).toMatchObject({ about: 'methods', kind: 'winner', sentence: 'Method 0 is liked best.' });
    expect(found.verdict.support).toContain('Had these pieces been given to methods at random');
    expect(ranks(found).methodTest).toMatchObject({ test: 'piece-blocks', by: 'relabelling', blocks: 6 });
    expect(
      ranks(found)
        .pairs.filter(({ differ }) => differ)
        .map(({ a, b }) => [a, b]),
    ).toEqual([
      ['m0', 'm1'],
      ['m0', 'm2'],
    ]);
    expect(limitsOf(found)).not.toContain('bites');
  });

  it('is the pieces where those made the difference, and then no pair of methods differs', () => {
    // Pieces differ wildly and methods do not: many bites of few pieces show the pieces.
    const found = [1, 2, 3, 4, 5, 6]
      .map((seed) =>
        findings(
          simulatedBundle({ methods: 4, panelists: 60, pieces: 2, seed: `luck ${seed}`, world: { pieceSpread: 1.5 } }),
        ),
      )
      .filter(({ verdict }) => verdict.about === 'pieces' && verdict.kind !== 'no-answer');
    expect(found.length).toBeGreaterThan(2);
    for (const one of found) {
      expect(one.verdict.sentence).toMatch(/^(Of these|These) pieces/);
      expect(one.verdict.support).toContain('says nothing yet of the methods');
      expect(ranks(one).pairs.some(({ differ }) => differ)).toBe(false);
      expect(sectionOf(one, 'next')).toEqual({
        text: expect.stringContaining('more pieces'),
        panel: null,
        pieces: null,
        drop: [],
        factor: null,
        pair: null,
      });
    }
  });

  it('says of no pair that it differs while the test of all methods does not', () => {
    const edge = { methods: 3, panelists: 12, pieces: 5, truth: [6.6, 6, 6], seed: 'edge 10' };
    const found = findings(simulatedBundle(edge));
    const { methodTest, pairs } = ranks(found);
    if (methodTest?.test !== 'piece-blocks') throw new Error('no test');
    expect(methodTest.probability.p).toBeGreaterThan(0.05);
    expect(pairs.some(({ adjustedP }) => adjustedP <= 0.05)).toBe(true);
    expect(found.verdict.about).toBe('pieces');
    expect(pairs.some(({ differ }) => differ)).toBe(false);
  });

  it('is the pieces with one piece a method, however plain it is', () => {
    const found = findings(simulatedBundle({ truth: [8, 4, 4], pieces: 1, panelists: 40 }));
    expect(found.verdict).toMatchObject({
      ...{ about: 'pieces', kind: 'winner' },
      sentence: 'Of these pieces, those of Method 0 were liked best.',
    });
    expect(ranks(found).methodTest).toBeNull();
    expect(limitsOf(found)).toContain('one-piece');
  });

  it('is the pieces of scores too, where each method cooked one', () => {
    const about = (pieces: number) =>
      findings(simulatedBundle({ truth: [8, 4, 4], pieces, tasting: { test: 'liking' } })).verdict.about;
    expect([about(1), about(3)]).toEqual(['pieces', 'methods']);
  });

  it('is the pieces in a plan of an older Jacana, which says so', () => {
    const found = findings(older(simulatedBundle({ truth: [8, 4, 4], pieces: 6, panelists: 24 })));
    expect(found.verdict).toMatchObject({ about: 'pieces', kind: 'winner' });
    expect(found.verdict.sentence).toMatch(/^Of these pieces/);
    expect(limitsOf(found)).toContain('bites');
  });

  it('speaks of the word that was asked about, and of liking only where liking was asked', () => {
    const about = (truth: number[], pieces: number) => {
      const base = simulatedBundle({ truth, pieces, panelists: 30 });
      const items = base.tasting.ballot.items.map((item) =>
        item.kind === 'ranking' ? { ...item, attribute: 'crisp' } : item,
      );
      return findings({ ...base, tasting: { ...base.tasting, ballot: { items } } });
    };
    expect(about([8, 4, 4], 6)).toMatchObject({ word: 'crisp', verdict: { sentence: 'Method 0 is the most crisp.' } });
    expect(about([8, 4, 4], 1).verdict.sentence).toBe('Of these pieces, those of Method 0 were the most crisp.');
    const together = about([7, 7, 3], 1).verdict.sentence;
    expect(together).toMatch(/^Of these pieces, .* lead together; those of Method 2 were less crisp\.$/);
    for (const truth of [
      [8, 4, 4],
      [7, 7, 3],
      [6, 5, 4],
    ])
      for (const pieces of [1, 4, 6]) expect(about(truth, pieces).verdict.sentence).not.toContain('liked');
  });

  it('is said by the command line and on the report alike', () => {
    const bundle = simulatedBundle({ truth: [8, 4, 4], pieces: 6, panelists: 24 });
    const found = findings(bundle);
    for (const said of [findingsText(found), JSON.stringify(reportSheet(found, bundle))]) {
      expect(said).toContain('Of the methods: F (of the log odds of being placed behind another)');
      expect(said).toContain('6 blocks of pieces');
      expect(said).toContain(found.verdict.sentence);
    }
    expect(findingsText(found)).toContain('Tukey');
    expect(findingsText(findings(simulatedBundle({ pieces: 1 })))).not.toContain('Of the methods: F');
  });

  it('is heard again without a caveat’s pieces, as it was planned', () => {
    const bundle = simulatedBundle({ truth: [8, 4, 4], pieces: 6, panelists: 36 });
    const [{ tag }] = bundle.pieces;
    bundle.records.caveats = [
      {
        ...{ id: 'c', at: bundle.plan!.lockedAt, storedAt: bundle.plan!.lockedAt, by: 'Marek' },
        body: { kind: 'noted', text: 'Overshot', about: { pieces: [tag], panelists: [] } },
      },
    ];
    expect(sectionOf(findings(bundle), 'sensitivity')).toMatchObject([{ caveat: 'c', same: true }]);
  });
});

describe('blocks of pieces', () => {
  it('are what a panelist’s samples of one replicate come from, with lots or without', () => {
    for (const lots of [[], [{ id: 'l', name: 'Fish' }]]) {
      const bundle = simulatedBundle({ methods: 4, panelists: 25, pieces: 3, tasting: { lots } });
      const eaten = servedPortions({ ...bundle, key: bundle.key! });
      const blocks = bundle.tasting.panel.map(
        ({ id }) => new Set(eaten.filter(({ panelist }) => panelist === id).map(({ block }) => block)),
      );
      expect(blocks.every(({ size }) => size === 1)).toBe(true);
      const times = [0, 1, 2].map((block) => blocks.filter((own) => own.has(block)).length);
      expect(times.sort()).toEqual([8, 8, 9]);
    }
  });

  it('are given raw pieces by number: each number once, block after block, in no order of the methods', () => {
    const bundle = simulatedBundle({ methods: 4, pieces: 3 });
    const raw = rawNumbers(bundle.pieces, false);
    expect([...raw.values()].sort((a, b) => a - b)).toEqual(Array.from({ length: 12 }, (_, at) => at + 1));
    for (const { tag, block } of bundle.pieces) expect(Math.ceil(raw.get(tag)! / 4)).toBe(block + 1);
    const firsts = Array.from({ length: 60 }, (_, seed) => {
      const { pieces } = simulatedBundle({ methods: 4, pieces: 2, panelists: 6, seed: `raw ${seed}` });
      return pieces.find(({ tag }) => rawNumbers(pieces, false).get(tag) === 1)!.method;
    });
    // Each of four methods gets the first raw piece about 15 times in 60.
    for (const method of ['m0', 'm1', 'm2', 'm3'])
      expect(Math.abs(firsts.filter((one) => one === method).length - 15)).toBeLessThan(11);
    const halves = rawNumbers(bundle.pieces, true);
    expect([...new Set(halves.values())].sort()).toEqual([1, 2, 3]);
  });
});
