import {
  currentAnswers,
  likingProblems,
  parseBundle,
  rankingProblems,
  tidyCsv,
  tidyRows,
  type TastingBundle,
} from '../../src/bundle';
import { simulatedBundle } from '../support/bundles';

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
    expect(parseBundle({ ...simulatedBundle(), version: 2 }).problems[0]).toMatchObject({
      field: 'version',
      message: expect.stringContaining('2'),
    });
  });

  it.each<[string, (bundle: TastingBundle) => void]>([
    ['tasting.extra', (bundle) => Object.assign(bundle.tasting, { extra: 1 })],
    ['tasting.methods.1.id', (bundle) => (bundle.tasting.methods[1].id = bundle.tasting.methods[0].id)],
    ['pieces.0.method', (bundle) => (bundle.pieces[0].method = 'nobody')],
    ['plan.servings.0.codes', (bundle) => bundle.plan!.servings[0].codes.pop()],
    ['plan.servings.0.panelist', (bundle) => (bundle.plan!.servings[0].panelist = 'ghost')],
    [
      'key.codes',
      (bundle) =>
        (bundle.key!.codes[bundle.plan!.servings[0].codes[0]] = bundle.key!.codes[bundle.plan!.servings[0].codes[1]]),
    ],
    ['key.portions.0', (bundle) => bundle.key!.portions[0].tags.reverse()],
    [
      'ballots.0.answers.0.ranking.0',
      (bundle) =>
        (bundle.ballots[0].answers[0] = {
          ...bundle.ballots[0].answers[0],
          kind: 'ranking',
          ranking: [bundle.plan!.servings[0].codes],
        } as never),
    ],
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
  const caveat = { id: 'c1', at: '2026-03-05T17:00:00.000Z', by: 'Marek', text: 'Overshot' };

  it('are read back, and may be left out', () => {
    const bundle = simulatedBundle();
    bundle.tasting.methods[0].effort = effort;
    bundle.caveats = [
      { ...caveat, about: { pieces: [bundle.pieces[0].tag], panelists: ['p0'] } },
      { ...caveat, id: 'c2' },
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
    bundle.caveats = [{ ...caveat, about: { pieces: ['Q0'], panelists: ['nobody'] } }];
    expect(parseBundle(JSON.parse(JSON.stringify(bundle))).problems).toEqual([
      { field: 'caveats.0.about.pieces.0', message: 'No piece has the tag Q0.' },
      { field: 'caveats.0.about.panelists.0', message: 'No panelist has the id "nobody".' },
    ]);
  });
});

describe('ballot rules', () => {
  const served = ['482', '907', '615'];
  const strict = { liking: true, ties: false };

  it.each([
    [[['482'], ['907'], ['615']], []],
    [[['482'], ['907']], ['ranking']],
    [[['482'], ['482'], ['907'], ['615']], ['ranking.1.0']],
    [[['482'], ['111'], ['907'], ['615']], ['ranking.1.0']],
    [[['482', '907'], ['615']], ['ranking.0']],
  ])('ranking %j has problems at %j', (ranking, fields) => {
    expect(rankingProblems(ranking, served, strict).map((problem) => problem.field)).toEqual(fields);
  });

  it('allows ties where the tasting does', () => {
    expect(rankingProblems([['482', '907'], ['615']], served, { liking: false, ties: true })).toEqual([]);
  });

  it('wants one liking score from 1 to 9 per sample', () => {
    const whole = served.map((code) => ({ code, score: 5 }));
    expect(likingProblems(whole, served, strict)).toEqual([]);
    expect(likingProblems([{ code: '482', score: 10 }, ...whole.slice(1)], served, strict)[0].field).toBe(
      'liking.0.score',
    );
    expect(likingProblems(whole.slice(1), served, strict)[0].field).toBe('liking');
    expect(likingProblems(whole, served, { liking: false, ties: false })[0].field).toBe('liking');
  });

  it('counts the latest answer of each kind and keeps the earlier ones', () => {
    const base = { at: '2026-03-05T18:00:00Z', by: 'panelist', reason: '' };
    const answers = [
      { ...base, id: '1', kind: 'liking' as const, code: '482', score: 3 },
      { ...base, id: '2', kind: 'liking' as const, code: '907', score: 4 },
      { ...base, id: '3', kind: 'liking' as const, code: '482', score: 8 },
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
