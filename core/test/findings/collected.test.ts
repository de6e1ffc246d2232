import { findingsText } from '../../cli/findingsText';
import { findings, sectionOf, wordCounts } from '../../src/findings';
import { neutralQuestion } from '../../src/library';
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

describe('comments', () => {
  it('count a word once each, leave out small words and those of one person, and take letters of any language', () => {
    const said = [
      'Too dry, dry, DRY!',
      'Dry and très juicy',
      'juicy juicy',
      'The Gemüse was lovely',
      'Gemüse: the lovely',
    ];
    expect(wordCounts(said)).toEqual([
      { answer: 'dry', times: 2 },
      { answer: 'gemüse', times: 2 },
      { answer: 'juicy', times: 2 },
      { answer: 'lovely', times: 2 },
    ]);
    expect(wordCounts([])).toEqual([]);
  });

  it('name no favourite where two are ranked first together, and go by the highest score where nothing is ranked', () => {
    const tied = structuredClone(bundle);
    const ranking = tied.ballots[3].answers.find((answer) => answer.kind === 'ranking');
    if (ranking?.kind !== 'ranking') throw new Error('no ranking');
    ranking.ranking = [ranking.ranking.flat()];
    tied.tasting.ballot.items[0].ties = true;
    expect(sectionOf(findings(tied), 'collected')!.at(-1)?.comments[0].liked).toBeNull();
    const liked = simulatedBundle({ panelists: 8, truth: [3, 8, 3], tasting: { test: 'liking' } });
    const comment = { id: 'c', kind: 'comment' as const, item: 'comment', text: 'Nice' };
    liked.ballots[2].answers.push({ ...comment, at: liked.ballots[2].openedAt!, by: 'panelist', reason: '' });
    const scores = tidyRows(liked).filter(({ seat }) => seat === 3);
    const most = Math.max(...scores.map((row) => Number(row.liking)));
    const best = scores.filter((row) => Number(row.liking) === most);
    const found = sectionOf(findings(liked), 'collected')!.at(-1)!.comments[0].liked;
    expect(found === null ? 2 : 1).toBe(Math.min(2, best.length));
  });
});

describe('a comment beside a ranking of a word', () => {
  it('goes by what was scored highest, not by what had the most of the word', () => {
    const own = structuredClone(bundle);
    own.tasting.ballot.items[0].attribute = 'crisp';
    const scores = tidyRows(own).filter(({ seat }) => seat === 4);
    const most = Math.max(...scores.map((row) => Number(row.liking)));
    const best = scores.filter((row) => Number(row.liking) === most).map(({ method }) => method);
    const wanted = best.length === 1 ? own.tasting.methods.find(({ name }) => name === best[0])!.id : null;
    expect(sectionOf(findings(own), 'collected')!.at(-1)?.comments[0].liked).toBe(wanted);
    // With nothing scored either, nothing is said of liking.
    own.ballots[3].answers = own.ballots[3].answers.filter(({ kind }) => kind !== 'score');
    expect(sectionOf(findings(own), 'collected')!.at(-1)?.comments[0].liked).toBeNull();
  });
});

describe('what ballots asked besides', () => {
  it('is listed question by question, but for what an analysis reads', () => {
    expect(others.map(({ item }) => item)).toEqual(['category', 'comment']);
    expect(sectionOf(found, 'scales')?.items).toEqual(['line', 'category']);
  });

  it('has every answer of everyone who handed in, by method', () => {
    const counted = others[0].methods.map(({ answers, counts }) => [
      answers,
      counts.reduce((sum, one) => sum + one.times, 0),
    ]);
    expect(counted).toEqual([
      [10, 10],
      [10, 10],
      [10, 10],
    ]);
    expect(sectionOf(found, 'words')![0].servings).toEqual([10, 10, 10]);
    expect(sectionOf(found, 'just-right')![0].methods.map(({ servings }) => servings)).toEqual([10, 10, 10]);
    const rows = tidyRows(bundle).filter(({ method }) => method === 'Method 1');
    const mean = rows.reduce((sum, row) => sum + Number(row.line), 0) / rows.length;
    const { means } = sectionOf(found, 'scales')!.profile.rows.find(({ attribute }) => attribute === 'line')!;
    expect(means.find(({ level }) => level === 'm1')?.mean).toBeCloseTo(mean, 6);
  });

  it('keeps a line that too few answered for a mean to be fitted', () => {
    const alone = { ...bundle, ballots: bundle.ballots.slice(0, 1) };
    const listed = sectionOf(findings(alone), 'collected')!.find(({ item }) => item === 'line');
    const isRead = sectionOf(findings(alone), 'scales')?.items.includes('line') ?? false;
    expect(isRead || listed?.methods.every(({ answers, mean }) => answers === 1 && mean !== null)).toBe(true);
  });

  it('says categories by their words, and comments with their seat', () => {
    const category = others.find(({ kind }) => kind === 'category')!;
    const words = bundle.tasting.ballot.items.find(({ kind }) => kind === 'category')!.options.map(({ text }) => text);
    for (const { counts } of category.methods) for (const { answer } of counts) expect(words).toContain(answer);
    const first = tidyRows(bundle).find(({ seat, rank }) => seat === 4 && rank === 1)!;
    const liked = bundle.tasting.methods.find(({ name }) => name === first.method)!.id;
    expect(others.at(-1)?.comments).toEqual([{ seat: 4, text: 'Rather dry', liked }]);
  });

  it('stands in the text of the command line and in the CSV, categories as what they count', () => {
    expect(findingsText(found)).toMatch(/seat 4, liked Method \d best: Rather dry/);
    const rows = tidyRows(bundle);
    expect(rows.filter(({ comment }) => comment === 'Rather dry')).toHaveLength(3);
    const { options } = bundle.tasting.ballot.items.find(({ kind }) => kind === 'category')!;
    const weights = new Set(options.map(({ weight }) => weight));
    expect(rows.every((row) => weights.has(Number(row.category)))).toBe(true);
  });
});
