import { findings, sectionOf } from '../../src/findings';
import { USUAL_REPORT, plainText, reportSheet, workbookOf, type Block, type ReportForm } from '../../src/sheets';
import { tidyRows } from '../../src/tidy';
import { notBlind, noted, simulatedBundle } from '../support/bundles';

const bundle = simulatedBundle({
  methods: 4,
  panelists: 16,
  liking: true,
  truth: [8, 5, 4, 4],
  tasting: { constants: [{ id: 'c', name: 'Mass', target: '90 g', tolerance: '5 g', check: 'scale' }] },
});
bundle.records.caveats = [
  noted('c1', 'Piece overshot', { pieces: [bundle.pieces[0].tag], panelists: [] }),
  notBlind('p3'),
];
const found = findings(bundle);
const said = (form: Partial<ReportForm> = {}): string =>
  JSON.stringify(reportSheet(found, bundle, { ...USUAL_REPORT, ...form }));
const chartsIn = (blocks: readonly Block[]) => blocks.filter(({ kind }) => kind === 'chart');

describe('a report', () => {
  it('stands by itself: decision, methods, panel, lock, what was held constant, what was asked', () => {
    for (const word of [
      found.question,
      found.verdict.sentence,
      found.verdict.support,
      ...found.methods.map(({ name }) => name),
      '16 people planned, 16 handed in, 16 counted; 1 marked as not blind',
      'Locked 2026-03-05 18:00 UTC',
      bundle.plan!.fingerprint,
      'Held constant',
      '90 g',
      'Piece overshot',
      bundle.tasting.ballot.items[0].ask,
    ])
      expect(said()).toContain(word);
  });

  it('says the margin in the words of who set it', () => {
    const close = simulatedBundle({
      methods: 2,
      panelists: 16,
      tasting: {
        test: 'non-inferiority',
        decision: {
          ...bundle.tasting.decision,
          ...{ kind: 'good-enough', margin: 0.5, marginWords: 'no guest would send it back' },
        },
      },
    });
    expect(JSON.stringify(reportSheet(findings(close), close))).toContain('so that no guest would send it back');
  });

  it('names nobody unless it is asked to', () => {
    for (const { name } of bundle.tasting.panel) expect(said()).not.toContain(`"${name}"`);
    expect(said()).toContain('Seat 4 (not blind)');
    expect(said({ names: true })).toContain('"Panelist 1"');
    expect(said({ names: true })).toContain('Panelist 4 (not blind)');
  });

  it('has what was planned before what was looked at, each chart marked', () => {
    const { blocks } = reportSheet(found, bundle);
    const asides = chartsIn(blocks).map((block) => block.kind === 'chart' && block.aside);
    expect(asides[0]).toBe('planned');
    expect([...asides].sort((a, b) => Number(a !== 'planned') - Number(b !== 'planned'))).toEqual(asides);
    expect(asides).toContain('looked at after unsealing');
  });

  it('is on one page the answer, one chart, what it cannot say and what to do next', () => {
    const { blocks, paper } = reportSheet(found, bundle, { length: 'short', paper: 'Letter', names: false });
    expect(paper).toBe('Letter');
    expect(chartsIn(blocks)).toHaveLength(1);
    expect(blocks.filter(({ kind }) => kind === 'table')).toEqual([]);
    const short = JSON.stringify(blocks);
    for (const word of [found.verdict.sentence, sectionOf(found, 'next')!.text, sectionOf(found, 'limits')![0].text])
      expect(short).toContain(word);
  });

  it('cuts the one chart of one page where there are many methods, and says so', () => {
    const many = simulatedBundle({ methods: 20, panelists: 8, pieces: 1 });
    const { blocks } = reportSheet(findings(many), many, { ...USUAL_REPORT, length: 'short' });
    const [chart] = chartsIn(blocks);
    expect(chart.kind === 'chart' && chart.title).toMatch(/; 10 more are not shown$/);
  });

  it('says as text what it says on paper', () => {
    const text = plainText(reportSheet(found, bundle));
    const flat = text.replace(/\s+/g, ' ');
    for (const { rankSum } of sectionOf(found, 'rank-sums')!.methods) expect(flat).toContain(rankSum!.toFixed(1));
    for (const word of [found.verdict.sentence, found.verdict.support, bundle.plan!.fingerprint])
      expect(flat).toContain(word);
    for (const line of text.split('\n')) if (!line.startsWith('  ')) expect(line.length).toBeLessThanOrEqual(96);
  });
});

describe('a workbook', () => {
  const sheets = new Map(workbookOf(found, bundle).map(({ name, rows }) => [name, rows]));

  it('holds every serving with its answers', () => {
    const [head, ...rows] = sheets.get('Servings')!;
    const tidy = tidyRows(bundle);
    expect(rows).toHaveLength(tidy.length);
    expect(head).toEqual(Object.keys(tidy[0]));
    expect(rows[5]).toEqual(Object.values(tidy[5]));
  });

  it('holds ranks that add up to the rank sums, and scores by method', () => {
    const [, ...ranks] = sheets.get('Ranks')!;
    const methods = sectionOf(found, 'rank-sums')!.methods;
    methods.forEach(({ rankSum }, at) =>
      expect(ranks.reduce((sum, row) => sum + Number(row[at + 2]), 0)).toBe(rankSum),
    );
    const [head, ...scores] = sheets.get('Scores')!;
    expect(head.slice(2)).toEqual(methods.map(({ name }) => name));
    const tidy = tidyRows(bundle);
    const own = scores.filter(([question, seat]) => question === 'liking' && seat === 7);
    expect(own).toHaveLength(1);
    methods.forEach(({ name }, at) =>
      expect(own[0][at + 2]).toBe(tidy.find(({ seat, method }) => seat === 7 && method === name)!.liking),
    );
  });

  it('holds the figures of the report as numbers, and codes as text', () => {
    const rows = sheets.get('Findings')!;
    const first = sectionOf(found, 'rank-sums')!.methods[0];
    expect(rows.find(([name]) => name === first.name)?.[1]).toBe(first.rankSum);
    expect(rows.flat()).toContain(bundle.plan!.fingerprint);
  });
});

it('a workbook has the mean of what somebody gave to a method several times', () => {
  const service = { ...simulatedBundle().tasting.service, replicates: 2, together: 3 };
  const bundle = simulatedBundle({ methods: 3, panelists: 6, liking: true, truth: [8, 5, 3], tasting: { service } });
  const scores = workbookOf(findings(bundle), bundle).find(({ name }) => name === 'Scores')!;
  const [head, ...rows] = scores.rows;
  expect(head).toEqual(['question', 'seat', 'Method 0', 'Method 1', 'Method 2']);
  const liking = bundle.tasting.ballot.items.find(({ kind }) => kind === 'liking')!;
  let several = 0;
  for (const ballot of bundle.ballots) {
    const { seat } = bundle.tasting.panel.find(({ id }) => id === ballot.panelist)!;
    const row = rows.find(([question, whose]) => String(question).startsWith('liking') && whose === seat)!;
    bundle.tasting.methods.forEach(({ id }, at) => {
      const given = ballot.answers.flatMap((answer) =>
        answer.kind === 'score' && answer.item === liking.id && bundle.key!.codes[answer.code] === id
          ? [answer.score]
          : [],
      );
      several += given.length > 1 && new Set(given).size > 1 ? 1 : 0;
      expect(row[2 + at]).toBeCloseTo(given.reduce((sum, score) => sum + score, 0) / given.length, 10);
    });
  }
  expect(several).toBeGreaterThan(3);
});

it('tells the same answer, another, and none for too few were left apart, on the one page', () => {
  const bundle = simulatedBundle({ methods: 3, panelists: 12 });
  const found = findings(bundle);
  const again = (same: boolean | null) => ({ caveat: null, without: 'something', sentence: '', same, panelists: 3 });
  const told = (all: (boolean | null)[]): string => {
    const sections = [
      ...found.sections.filter(({ id }) => id !== 'sensitivity'),
      { id: 'sensitivity' as const, status: 'planned' as const, data: all.map(again) },
    ];
    return JSON.stringify(reportSheet({ ...found, sections }, bundle, { ...USUAL_REPORT, length: 'short' }).blocks);
  };
  expect(told([true, true])).toContain('without 2 things that may have spoilt it: the same answer each time.');
  expect(told([true, null])).toContain('2 times: once the same answer, once too few people left to tell.');
  expect(told([false, false, true])).toContain('3 times: once the same answer, twice another answer.');
  expect(told([null])).not.toContain('another answer');
});
