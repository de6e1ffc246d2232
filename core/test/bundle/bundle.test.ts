import {
  currentAnswers,
  answerProblems,
  missingAnswers,
  parseBundle,
  rankingProblems,
  type BallotItem,
  type ItemKind,
  type TastingBundle,
} from '../../src/bundle';
import { ordersCsv, tidyCsv, tidyRows } from '../../src/tidy';
import { noted, simulatedBundle } from '../support/bundles';

/** Lets two codes of the first panelist stand for each other's method. */
function swapCodes({ plan, key }: TastingBundle): void {
  const [one, other] = plan!.servings[0].sets[0].codes;
  [key!.codes[one], key!.codes[other]] = [key!.codes[other], key!.codes[one]];
}

const copy = (bundle: TastingBundle): TastingBundle => structuredClone(bundle);

describe('parseBundle', () => {
  it('reads back what was written', () => {
    const bundle = simulatedBundle({ liking: true, ties: true });
    expect(parseBundle(JSON.parse(JSON.stringify(bundle)))).toEqual({ bundle, problems: [] });
  });

  it.each([null, 7, 'text', [], {}, { format: 'other' }])('says that %p is no bundle', (data) => {
    expect(parseBundle(data).problems[0].field).toBe('format');
  });

  it('refuses a version it does not know', () => {
    expect(parseBundle({ ...simulatedBundle(), version: 4 }).problems[0]).toMatchObject({
      field: 'version',
      message: expect.stringContaining('4'),
    });
  });

  it.each<[string, (bundle: TastingBundle) => void]>([
    ['tasting.extra', (bundle) => Object.assign(bundle.tasting, { extra: 1 })],
    ['tasting.methods.1.id', (bundle) => (bundle.tasting.methods[1].id = bundle.tasting.methods[0].id)],
    ['pieces.0.method', (bundle) => (bundle.pieces[0].method = 'nobody')],
    ['key.portions.0', (bundle) => bundle.plan!.servings[0].sets[0].codes.pop()],
    ['plan.servings.0.sets', (bundle) => bundle.plan!.servings[0].sets.push(bundle.plan!.servings[0].sets[0])],
    ['plan.servings.0.sets.0.zone', (bundle) => (bundle.plan!.servings[0].sets[0].zone = 'rind')],
    ['pieces.0.lot', (bundle) => (bundle.pieces[0].lot = 'nobody')],
    ['plan.servings.0.panelist', (bundle) => (bundle.plan!.servings[0].panelist = 'ghost')],
    ['key.portions.0', (bundle) => swapCodes(bundle)],
    ['key.codes.999', (bundle) => (bundle.key!.codes['999'] = 'nobody')],
    ['key.portions.0', (bundle) => bundle.key!.portions[0].tags.reverse()],
    [
      'ballots.0.answers.0.ranking.0',
      (bundle) => Object.assign(bundle.ballots[0].answers[0], { ranking: [bundle.plan!.servings[0].sets[0].codes] }),
    ],
    ['ballots.0.answers.0.item', (bundle) => Object.assign(bundle.ballots[0].answers[0], { item: 'nobody asked' })],
    ['ballots.0.answers.0.set', (bundle) => Object.assign(bundle.ballots[0].answers[0], { set: 5 })],
    ['ballots.1.panelist', (bundle) => (bundle.ballots[1].panelist = bundle.ballots[0].panelist)],
    ['ballots.2.answers', (bundle) => (bundle.ballots[2].answers = [])],
    ['seal.closedAt', (bundle) => (bundle.seal.closedAt = null)],
    ['key', (bundle) => (bundle.key = null)],
    ['ballots', (bundle) => (bundle.plan = null)],
  ])('names the field %s', (field, spoil) => {
    const bundle = copy(simulatedBundle());
    spoil(bundle);
    expect(parseBundle(bundle).problems.map((problem) => problem.field)).toContain(field);
  });
});

describe('effort and what a caveat touches', () => {
  const effort = { handsOnMinutes: 5, totalMinutes: 20, cost: 2.5, mess: 1, skill: 2 };

  it('are read back, and may be left out', () => {
    const bundle = simulatedBundle();
    bundle.tasting.methods[0].effort = effort;
    bundle.records.caveats = [
      noted('c1', 'Overshot', { pieces: [bundle.pieces[0].tag], panelists: ['p0'] }),
      noted('c2', 'Overshot'),
    ];
    expect(parseBundle(JSON.parse(JSON.stringify(bundle)))).toEqual({ bundle, problems: [] });
  });

  it.each([
    [{ ...effort, mess: 6 }, 'tasting.methods.0.effort.mess'],
    [{ ...effort, cost: -1 }, 'tasting.methods.0.effort.cost'],
    [{ ...effort, smell: 1 }, 'tasting.methods.0.effort'],
  ])('refuse %j', (wrong, field) => {
    const bundle = JSON.parse(JSON.stringify(simulatedBundle()));
    bundle.tasting.methods[0].effort = wrong;
    expect(parseBundle(bundle).problems[0].field).toContain(field);
  });

  it('may only name pieces and panelists that there are', () => {
    const bundle = simulatedBundle();
    bundle.records.caveats = [noted('c1', 'Overshot', { pieces: ['Q0'], panelists: ['nobody'] })];
    expect(parseBundle(JSON.parse(JSON.stringify(bundle))).problems).toEqual([
      { field: 'records.caveats.0.body.about.pieces.0', message: 'No piece has the tag Q0.' },
      { field: 'records.caveats.0.body.about.panelists.0', message: 'No panelist has the id "nobody".' },
    ]);
  });
});

describe('ballot rules', () => {
  const served = ['482', '907', '615'];

  it.each([
    [[['482'], ['907'], ['615']], []],
    [[['482'], ['907']], ['ranking']],
    [[['482'], ['482'], ['907'], ['615']], ['ranking.1.0']],
    [[['482'], ['111'], ['907'], ['615']], ['ranking.1.0']],
    [[['482', '907'], ['615']], ['ranking.0']],
  ])('ranking %j has problems at %j', (ranking, fields) => {
    expect(rankingProblems(ranking, served, false).map((problem) => problem.field)).toEqual(fields);
  });

  it('allows ties where the tasting does', () => {
    expect(rankingProblems([['482', '907'], ['615']], served, true)).toEqual([]);
  });

  const plain = { attribute: '', definition: '', low: '', high: '', options: [], ties: false };
  const item = (kind: ItemKind, more: Partial<BallotItem> = {}): BallotItem => ({
    ...plain,
    id: kind,
    kind,
    ask: `About ${kind}?`,
    ...more,
  });
  const options = ['soft', 'firm'].map((text, at) => ({ text, weight: at + 1 }));
  const serving = { warmUp: '333', sets: [{ zone: null, codes: served }] };
  const about = (asked: BallotItem) => ({ design: { items: [asked] }, serving });
  const codeAnswer = (kind: 'score' | 'words', value: object) => ({ kind, code: '482', ...value }) as never;
  const setAnswer = (kind: 'choice' | 'best-worst', value: object) => ({ kind, set: 0, ...value }) as never;

  it.each<[string, BallotItem, object, object]>([
    ['liking', item('liking'), { score: 9 }, { score: 10 }],
    ['liking, whole', item('liking'), { score: 1 }, { score: 4.5 }],
    ['line', item('line'), { score: 33.3 }, { score: 101 }],
    ['category', item('category', { options }), { score: 2 }, { score: 3 }],
    ['just right', item('just-right'), { score: -2 }, { score: -3 }],
    ['check all', item('check-all', { options }), { words: ['firm'] }, { words: ['chewy'] }],
    ['check all, twice', item('check-all', { options }), { words: [] }, { words: ['firm', 'firm'] }],
  ])('%s takes what is on its scale and nothing else', (_what, asked, good, bad) => {
    const kind = asked.kind === 'check-all' ? 'words' : 'score';
    expect(answerProblems(codeAnswer(kind, { item: asked.id, ...good }), about(asked))).toEqual([]);
    expect(answerProblems(codeAnswer(kind, { item: asked.id, ...bad }), about(asked))).not.toEqual([]);
  });

  it.each<[ItemKind, object, object]>([
    ['triangle', { choice: ['907'] }, { choice: ['333'] }],
    ['duo-trio', { choice: ['907'] }, { choice: ['482'] }],
    ['tetrad', { choice: ['907', '482'] }, { choice: ['907', '907'] }],
    ['same-different', { choice: ['same'] }, { choice: ['alike'] }],
    ['a-not-a', { choice: ['not-a'] }, { choice: ['same'] }],
    ['paired-preference', { choice: ['907'] }, { choice: [] }],
    ['best-worst', { best: '482', worst: '615' }, { best: '482', worst: '482' }],
  ])('%s takes a choice that can be made, and no other', (kind, good, bad) => {
    const answerKind = kind === 'best-worst' ? 'best-worst' : 'choice';
    const asked = about(item(kind));
    expect(answerProblems(setAnswer(answerKind, { item: kind, ...good }), asked)).toEqual([]);
    expect(answerProblems(setAnswer(answerKind, { item: kind, ...bad }), asked)).not.toEqual([]);
  });

  it('lets "no preference" be said only where it is offered', () => {
    const nothing = setAnswer('choice', { item: 'paired-preference', choice: [] });
    expect(answerProblems(nothing, about(item('paired-preference', { ties: true })))).toEqual([]);
  });

  it('asks for every sample and set, but not for the warm-up or a comment', () => {
    const asked = { design: { items: [item('liking'), item('ranking'), item('comment')] }, serving };
    expect(missingAnswers([], asked).map(({ field }) => field)).toEqual(['items.liking', 'items.ranking']);
    expect(missingAnswers([], asked)[0].message).toContain('482; 907; 615');
    const all = [
      ...served.map((code) => ({ kind: 'score' as const, item: 'liking', code, score: 5 })),
      { kind: 'ranking' as const, item: 'ranking', set: 0, ranking: served.map((code) => [code]) },
    ];
    expect(missingAnswers(all, asked)).toEqual([]);
  });

  it('counts the latest answer about each sample and keeps the earlier ones', () => {
    const base = { at: '2026-03-05T18:00:00Z', by: 'panelist', reason: '', item: 'liking', kind: 'score' as const };
    const answers = [
      { ...base, id: '1', code: '482', score: 3 },
      { ...base, id: '2', code: '907', score: 4 },
      { ...base, id: '3', code: '482', score: 8 },
    ];
    expect(
      currentAnswers(answers)
        .map((answer) => answer.id)
        .sort(),
    ).toEqual(['2', '3']);
  });
});

describe('tidy CSV', () => {
  it('has one line per serving, with methods only when the key is there', () => {
    const bundle = simulatedBundle({ liking: true, panelists: 4 });
    expect(tidyRows(bundle)).toHaveLength(12);
    expect(tidyRows(bundle)[0]).toMatchObject({
      position: 1,
      method: expect.stringMatching(/^Method/),
      piece: expect.stringMatching(/^[A-Z]\d$/),
      rank: expect.any(Number),
      liking: expect.any(Number),
    });
    const sealed = tidyRows({ ...bundle, key: null });
    expect(sealed.every((row) => row.method === '' && row.piece === '')).toBe(true);
  });

  it('disarms names that a spreadsheet would run', () => {
    const bundle = copy(simulatedBundle({ panelists: 1 }));
    bundle.tasting.panel[0].name = '=HYPERLINK("x")';
    expect(tidyCsv(bundle)).toContain(`"'=HYPERLINK(""x"")"`);
  });
});

describe('serving orders as CSV', () => {
  it('have one line per serving, the warm-up first, and no method', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 4 });
    bundle.tasting.service.warmUp = true;
    const warm = simulatedBundle({ panelists: 4, tasting: { service: bundle.tasting.service } });
    // A byte-order mark comes first, or spreadsheets break the letters.
    expect(ordersCsv(warm).startsWith('\uFEFF')).toBe(true);
    const lines = ordersCsv(warm).trim().split('\n');
    expect(lines[0]).toBe('sitting,flight,seat,panelist,position,set,zone,code');
    expect(lines).toHaveLength(1 + 4 * 4);
    expect(lines[1]).toMatch(/^1,1,1,Panelist 1,1,0,,\d{3}$/);
    expect(lines.join()).not.toContain('Method');
  });
});
