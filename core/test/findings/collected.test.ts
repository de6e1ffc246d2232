import { neutralQuestion } from '../../src/library';
import { findings, sectionOf } from '../../src/findings';
import { findingsText } from '../../cli/findingsText';
import { tidyRows } from '../../src/tidy';
import { simulatedBundle } from '../support/bundles';

const kinds = ['ranking', 'liking', 'line', 'category', 'just-right', 'check-all', 'comment'] as const;
const bundle = simulatedBundle({
  panelists: 10,
  truth: [8, 5, 4],
  tasting: {
    ballot: {
      items: kinds.map((kind) =>
        neutralQuestion(kind, kind, { word: ['ranking', 'liking', 'comment'].includes(kind) ? '' : kind }),
      ),
    },
  },
});
bundle.ballots[3].answers.push({
  ...{ id: 'said', kind: 'comment' as const, item: 'comment', text: 'Rather dry' },
  ...{ at: bundle.ballots[3].openedAt!, by: 'panelist', reason: '' },
});
const found = findings(bundle);
const others = sectionOf(found, 'collected')!;

describe('what ballots asked besides', () => {
  it('is listed question by question, but for what an analysis reads', () => {
    expect(others.map(({ item }) => item)).toEqual(['line', 'category', 'just-right', 'check-all', 'comment']);
  });

  it('has every answer of everyone who handed in, by method', () => {
    for (const { kind, methods } of others.filter((one) => one.kind !== 'comment' && one.kind !== 'line')) {
      for (const { answers, counts } of methods) {
        expect(answers).toBe(10);
        const times = counts.reduce((sum, one) => sum + one.times, 0);
        if (kind !== 'check-all') expect(times).toBe(10);
        else expect(times).toBeGreaterThanOrEqual(10);
      }
    }
    const [line] = others;
    const rows = tidyRows(bundle).filter(({ method }) => method === 'Method 1');
    const mean = rows.reduce((sum, row) => sum + Number(row.line), 0) / rows.length;
    expect(line.methods[1].mean).toBeCloseTo(mean, 9);
  });

  it('says categories by their words, and comments with their seat', () => {
    const category = others.find(({ kind }) => kind === 'category')!;
    const words = bundle.tasting.ballot.items.find(({ kind }) => kind === 'category')!.options.map(({ text }) => text);
    for (const { counts } of category.methods) for (const { answer } of counts) expect(words).toContain(answer);
    expect(others.at(-1)?.comments).toEqual([{ seat: 4, text: 'Rather dry' }]);
  });

  it('stands in the text of the command line and in the CSV, categories as what they count', () => {
    expect(findingsText(found)).toContain('seat 4: Rather dry');
    const rows = tidyRows(bundle);
    expect(rows.filter(({ comment }) => comment === 'Rather dry')).toHaveLength(3);
    const { options } = bundle.tasting.ballot.items.find(({ kind }) => kind === 'category')!;
    const weights = new Set(options.map(({ weight }) => weight));
    expect(rows.every((row) => weights.has(Number(row.category)))).toBe(true);
  });
});
