import {
  NoTable,
  bundleOf,
  decoded,
  guessedBrought,
  readBrought,
  tableOfCells,
  tableOfText,
  type BroughtMapping,
} from '../../src/brought';
import { parseBundle, type TastingBundle } from '../../src/bundle';

import { chartsOf, findings, rankingView, sectionOf } from '../../src/findings';
import { plainText, reportSheet } from '../../src/sheets';
import { tidyRows } from '../../src/tidy';
import { simulatedBundle } from '../support/bundles';

const AS = {
  ...{ title: 'From elsewhere', question: 'Which is liked best?', file: 'answers.csv', higherIsBetter: false },
  ...{ by: 'Ines', at: '2026-03-05T18:00:00.000Z', seed: 'seed', salt: '0123456789abcdef' },
};

function bundleFrom(text: string, change: Partial<BroughtMapping> = {}, higherIsBetter = false): TastingBundle {
  const table = tableOfText(text);
  const mapping = { ...guessedBrought(table), ...change } as BroughtMapping;
  const { brought, problems } = readBrought(table, mapping);
  if (!brought) throw new Error(JSON.stringify(problems));
  const bundle = bundleOf(brought, { ...AS, higherIsBetter });
  const parsed = parseBundle(JSON.parse(JSON.stringify(bundle)));
  expect(parsed.problems).toEqual([]);
  return parsed.bundle!;
}

const problemsIn = (text: string, change: Partial<BroughtMapping> = {}) => {
  const table = tableOfText(text);
  return readBrought(table, { ...guessedBrought(table), ...change } as BroughtMapping).problems;
};

/** Times of 22 players over three ways of rounding first base: Hollander & Wolfe, *Nonparametric Statistical Methods*, as R's friedman.test has them. */
const ROUNDING = `player,Round Out,Narrow Angle,Wide Angle
1,5.40,5.50,5.55
2,5.85,5.70,5.75
3,5.20,5.60,5.50
4,5.55,5.50,5.40
5,5.90,5.85,5.70
6,5.45,5.55,5.60
7,5.40,5.40,5.35
8,5.45,5.50,5.35
9,5.25,5.15,5.00
10,5.85,5.80,5.70
11,5.25,5.20,5.10
12,5.65,5.55,5.45
13,5.60,5.35,5.45
14,5.05,5.00,4.95
15,5.50,5.50,5.40
16,5.45,5.55,5.50
17,5.55,5.55,5.35
18,5.45,5.50,5.55
19,5.50,5.45,5.25
20,5.65,5.60,5.40
21,5.70,5.65,5.55
22,6.30,6.30,6.25`;

describe('a table from elsewhere', () => {
  it('is read as R reads it', () => {
    const found = findings(bundleFrom(ROUNDING, { kind: 'ranking' }));
    const { overall } = sectionOf(found, 'rank-sums')!;
    if (overall.test === null) throw new Error(overall.reason);
    // R 4: friedman.test(RoundingTimes) gives chi-squared 11.143 on 2 df.
    expect(overall.statistic).toBeCloseTo(11.143, 3);
    expect(overall.df).toBe(2);
  });

  it.each([
    ['with liking and positions', { liking: true, ties: false, pieces: 3 }],
    ['with ties', { liking: false, ties: true, pieces: 1 }],
  ])('gives the findings of the tasting that it was taken out of, %s', (_, wanted) => {
    const own = simulatedBundle({ methods: 4, panelists: 18, truth: [8, 6, 5, 4], ...wanted });
    const rows = tidyRows(own);
    const text = [
      'panelist,method,position,piece,rank,liking',
      ...rows.map((row) => [row.panelist, row.method, row.position, row.block, row.rank, row.liking ?? ''].join(',')),
    ].join('\n');
    const bundle = bundleFrom(text, wanted.liking ? {} : { answers: [{ column: 4, kind: 'ranking' }] });
    const [there, here] = [rankingView(findings(own))!, rankingView(findings(bundle))!];
    for (const { name, rankSum, rankSumInterval, letters } of there.methods)
      expect(here.methods.find((method) => method.name === name)).toMatchObject({ rankSum, rankSumInterval, letters });
    expect(here.overall).toMatchObject({ statistic: there.overall.test && there.overall.statistic });
    expect(here.verdict.sentence).toBe(there.verdict.sentence);
    expect(here.orders).toEqual(there.orders);
    expect(here.panel.order).toEqual(there.panel.order);
    expect(here.pieces).toEqual(there.pieces);
    if (there.liking)
      expect(here.liking?.means.map(({ mean }) => mean)).toEqual(there.liking.means.map(({ mean }) => mean));
  });

  it('says everywhere that nothing of it was planned here, and nothing of orders that nobody knows', () => {
    const bundle = bundleFrom(ROUNDING, { kind: 'ranking' });
    const found = findings(bundle);
    expect(found.brought).toBe('answers.csv');
    expect(new Set(found.sections.map(({ status }) => status))).toEqual(new Set(['explored']));
    expect(new Set(chartsOf(found).map(({ status }) => status))).toEqual(new Set(['explored']));
    expect(sectionOf(found, 'orders')).toBeUndefined();
    // Codes were drawn here, and nobody ever saw them.
    expect(found.methods.flatMap(({ codes }) => codes)).toEqual([]);
    const view = rankingView(found)!;
    expect(view.orders).toBeNull();
    expect([view.panel.order.position.test, view.panel.order.carryOver.test]).toEqual([null, null]);
    const limit = sectionOf(found, 'limits')!.find(({ kind }) => kind === 'brought')!;
    expect(limit.text).toContain('answers.csv');
    const report = plainText(reportSheet(found, bundle)).replace(/\s+/g, ' ');
    expect(report).toContain('nothing was planned here');
    expect(report).not.toMatch(/Planned:|as it was planned|Locked/);
  });

  it('knows missing answers, and fills in nothing', () => {
    const text = 'judge;product;liking;crisp\nA;x;7;10,5\nA;y;-;20\nB;x;5;NA\nB;y;6;30\nC;x;;\nC;y;4;40';
    const { brought } = readBrought(tableOfText(text), guessedBrought(tableOfText(text)));
    expect(brought).toMatchObject({ empty: 4, panelists: ['A', 'B', 'C'], samples: ['x', 'y'] });
    expect(brought!.servings.map(({ answers }) => answers)).toEqual([
      [7, 10.5],
      [null, 20],
      [5, null],
      [6, 30],
      [4, 40],
    ]);
    const bundle = bundleFrom(text);
    expect(bundle.tasting.test).toBe('liking');
    expect(bundle.ballots[0].answers.filter(({ kind }) => kind === 'score')).toHaveLength(3);
  });

  it('is served in the order that its positions say, wherever its rows stand', () => {
    const { plan, key, tasting } = bundleFrom('who,sample,position,liking\nA,x,2,5\nA,y,1,6\nB,x,1,5\nB,y,2,6');
    const served = plan!.servings.map(({ sets }) =>
      sets[0].codes.map((code) => tasting.methods.find(({ id }) => id === key!.codes[code])!.name),
    );
    expect(served).toEqual([
      ['y', 'x'],
      ['x', 'y'],
    ]);
  });

  it('is read with higher as better where that is said', () => {
    const text = 'who,a,b,c\n1,3,2,1\n2,3,1,2\n3,3,2,1';
    const leaders = (higher: boolean) => {
      const view = rankingView(findings(bundleFrom(text, { kind: 'ranking' }, higher)))!;
      return [...view.methods].sort((one, other) => one.rankSum! - other.rankSum!).map(({ name }) => name);
    };
    expect(leaders(true)[0]).toBe('a');
    expect(leaders(false)[2]).toBe('a');
  });

  it.each([
    ['two answers for one sample', 'who,sample,liking\nA,x,5\nA,x,6\nA,y,7', 'a second time'],
    [
      'a word where a number should be',
      'who,sample,liking\nA,x,5\nA,y,good\nB,x,6\nB,y,7\nC,x,1\nC,y,2',
      '"good" is no number',
    ],
    ['a score beyond the scale', 'who,sample,liking\nA,x,5\nA,y,10', 'not on the scale of 1 to 9'],
    ['one sample alone', 'who,sample,liking\nA,x,5\nB,x,6', 'only one sample'],
    ['a sample that was not ranked', 'who,sample,rank\nA,x,1\nA,y,2\nB,x,1\nB,y,2', null],
    ['nobody named', 'who,sample,liking\n,x,5\nA,y,6', 'Nobody, or nothing, is named'],
    ['a position that is none', 'who,sample,position,liking\nA,x,1.5,5\nA,y,2,6', 'no position'],
  ])('refuses %s, and says where', (_, text, said) => {
    const problems = problemsIn(text);
    if (said === null) expect(problems).toEqual([]);
    else expect(problems[0].message).toContain(said);
    if (said?.includes('number')) expect(problems[0].field).toBe('row 3, liking');
  });

  it('refuses a ranking of some of what somebody tasted', () => {
    const text = 'who,sample,rank,liking\nA,x,1,5\nA,y,,6\nB,x,1,5\nB,y,2,6';
    expect(problemsIn(text)[0]).toMatchObject({
      field: 'A',
      message: expect.stringContaining('tasted and not ranked'),
    });
  });

  it('refuses a column that is two things, and two rankings', () => {
    const text = 'who,sample,rank,liking\nA,x,1,5\nA,y,2,6';
    expect(problemsIn(text, { sample: 0 })[0].message).toContain('two things');
    const answers = [2, 3].map((column) => ({ column, kind: 'ranking' as const }));
    expect(problemsIn(text, { answers })[0].message).toContain('Only one column');
  });
});

describe('what columns seem to be', () => {
  it.each([
    ['Judge\tProduct\tRank\tServing order\n1\ta\t1\t2\n1\tb\t2\t1', { panelist: 0, sample: 1, position: 3 }],
    ['sample;assessor;crisp;liking;batch\nx;1;20;7;1\ny;1;30;8;2', { panelist: 1, sample: 0, piece: 4 }],
  ])('of %j', (text, wanted) => {
    expect(guessedBrought(tableOfText(text))).toMatchObject({ shape: 'long', ...wanted });
  });

  it('is a question for each sample where each panelist has one row, ranks told from liking', () => {
    expect(guessedBrought(tableOfText('who,a,b,c\n1,1,2,3\n2,3,2,1'))).toMatchObject({
      shape: 'wide',
      kind: 'ranking',
    });
    expect(guessedBrought(tableOfText('who,a,b,c\n1,7,7,3\n2,9,2,1'))).toMatchObject({ shape: 'wide', kind: 'liking' });
  });
});

describe('a file', () => {
  it('is read in the letters that it was written in', () => {
    const bytes = (text: string, encoding: BufferEncoding, mark: number[] = []) =>
      new Uint8Array([...mark, ...Buffer.from(text, encoding)]);
    expect(decoded(bytes('Gebäck', 'utf8'))).toEqual({ text: 'Gebäck', encoding: 'UTF-8' });
    expect(decoded(bytes('Gebäck', 'latin1'))).toEqual({ text: 'Gebäck', encoding: 'Windows-1252' });
    expect(decoded(bytes('Gebäck', 'utf16le', [0xff, 0xfe]))).toMatchObject({ encoding: 'UTF-16' });
    expect(decoded(bytes('Gebäck', 'utf16le', [0xff, 0xfe])).text).toContain('Gebäck');
  });

  it('is no table where it has no rows, or more than a tasting can have', () => {
    expect(() => tableOfText('')).toThrow(NoTable);
    expect(() => tableOfText('a,b,c')).toThrow(NoTable);
    const wide = Array.from({ length: 1000 }, (_, at) => at);
    expect(() => tableOfCells([wide, wide])).toThrow('1000 columns');
    expect(() => tableOfCells([['a'], ...Array.from({ length: 50_001 }, () => [1])])).toThrow('50001 rows');
    expect(tableOfCells([[null, null], ['who', 'x'], [], ['A', 3]])).toEqual({
      headings: ['who', 'x'],
      rows: [['A', '3']],
      lines: [4],
    });
  });
});
