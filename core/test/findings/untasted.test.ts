import { findingsText } from '../../cli/findingsText';
import { readingOf } from '../../src/answers';
import { parseBundle, type Answer, type TastingBundle } from '../../src/bundle';
import { findings, sectionOf } from '../../src/findings';
import { usualBallot } from '../../src/library';
import { comparedCodes, missingAnswers, untastedCodes } from '../../src/questions';
import { reportSheet } from '../../src/sheets';
import { tidyCsv, tidyRows } from '../../src/tidy';
import { AT, simulatedBundle } from '../support/bundles';

/** Samples that somebody left: no answer is made up for them, and none is asked for. */

const ranked = simulatedBundle({ panelists: 8, methods: 4, pieces: 4, liking: true, truth: [7, 6, 5, 4] });
const said = (code: string, because: string, id = `untasted-${code}`): Answer => ({
  ...{ id, at: AT, by: 'panelist', reason: '', kind: 'untasted', code, because },
});

/** The first panelist leaves a sample: it is neither scored nor ranked. */
function leaving(
  bundle: TastingBundle,
  at: number,
  because = 'I do not eat this',
): { bundle: TastingBundle; code: string } {
  const [first, ...rest] = bundle.ballots;
  const code = bundle.plan!.servings.find(({ panelist }) => panelist === first.panelist)!.sets[0].codes[at];
  const answers = first.answers.flatMap((answer): Answer[] => {
    if (answer.kind === 'ranking') {
      const ranking = answer.ranking
        .map((tied) => tied.filter((one) => one !== code))
        .filter((tied) => tied.length > 0);
      return [{ ...answer, ranking }];
    }
    return 'code' in answer && answer.code === code ? [] : [answer];
  });
  return { code, bundle: { ...bundle, ballots: [{ ...first, answers: [...answers, said(code, because)] }, ...rest] } };
}

const parsed = (bundle: TastingBundle) => parseBundle(JSON.parse(JSON.stringify(bundle)));

describe('a sample that was not tasted', () => {
  const { bundle, code } = leaving(ranked, 1);

  it('keeps no ballot from being read, and says so everywhere', () => {
    expect(parsed(bundle).problems).toEqual([]);
    const found = findings(bundle);
    expect(sectionOf(found, 'service')).toMatchObject({
      uneaten: 1,
      untasted: [{ seat: 1, code, because: 'I do not eat this' }],
    });
    expect(findingsText(found)).toContain(`Seat 1 did not taste ${code}: I do not eat this.`);
    expect(JSON.stringify(reportSheet(found, bundle))).toContain(`Seat 1 did not taste ${code}: I do not eat this.`);
    const row = tidyRows(bundle).find((one) => one.seat === 1 && one.code === code)!;
    expect(row).toMatchObject({ eaten: 'no', not_tasted: 'I do not eat this', liking: '', rank: '' });
    expect(tidyRows(bundle).filter(({ not_tasted: why }) => why !== '')).toHaveLength(1);
    const sealed = tidyRows({ ...bundle, key: null }).find((one) => one.seat === 1 && one.code === code)!;
    expect(sealed).toMatchObject({ eaten: '', not_tasted: 'I do not eat this' });
  });

  it('stands in the CSV beside how long people rinsed before a sample', () => {
    const [first, ...rest] = ranked.ballots;
    const rinse = (seconds: number | null, id: string): Answer => ({
      ...{ id, at: AT, by: 'panelist', reason: '', kind: 'rinse', code, seconds },
    });
    const own = { ...first, answers: [...first.answers, rinse(null, 'rinse-1'), rinse(31, 'rinse-2')] };
    const rows = tidyRows({ ...ranked, ballots: [own, ...rest] });
    expect(
      rows.filter(({ rinsed_s: seconds }) => seconds !== '').map((row) => [row.seat, row.code, row.rinsed_s]),
    ).toEqual([[1, code, 31]]);
  });

  it('stands in the CSV beside how long a sample took', () => {
    const [first, ...rest] = ranked.ballots;
    const timed: Answer = { id: 'timed-1', at: AT, by: 'panelist', reason: '', kind: 'timed', code, seconds: 74 };
    const arrived: Answer = { id: 'arrived-1', at: AT, by: 'panelist', reason: '', kind: 'arrived' };
    const own = { ...first, answers: [arrived, ...first.answers, timed] };
    const told = { ...ranked, ballots: [own, ...rest] };
    expect(parsed(told).problems).toEqual([]);
    const taken = tidyRows(told).filter(({ took_s: seconds }) => seconds !== '');
    expect(taken.map((row) => [row.seat, row.code, row.took_s])).toEqual([[1, code, 74]]);
    expect(tidyCsv(told)).toMatch(/rinsed_s,took_s,not_tasted/);
  });

  it('is no part of what was heard, and the rest of the ballot is', () => {
    const own = readingOf(bundle, bundle.key!).sets.find(({ panelist }) => panelist === ranked.ballots[0].panelist)!;
    expect(own.samples).toHaveLength(3);
    expect(own.samples.map((sample) => sample.code)).not.toContain(code);
  });

  it('counts for nothing where an answer was given before, and again where it was tasted after all', () => {
    const kept = { ...ranked.ballots[0], answers: [...ranked.ballots[0].answers, said(code, 'late')] };
    const early = { ...ranked, ballots: [kept, ...ranked.ballots.slice(1)] };
    expect(parsed(early).problems).toEqual([]);
    expect(findings(early).verdict).toEqual(findings(bundle).verdict);
    const taken = { ...kept, answers: [...kept.answers, said(code, '', 'taken-back')] };
    const back = { ...ranked, ballots: [taken, ...ranked.ballots.slice(1)] };
    expect(findings(back)).toEqual(findings(ranked));
    expect(untastedCodes(taken.answers).size).toBe(0);
  });

  it('leaves a forced choice without an answer, and the others with theirs', () => {
    const triangle = simulatedBundle({
      ...{ panelists: 12, methods: 2, pieces: 4, truth: [6, 6] },
      tasting: { test: 'triangle', ballot: { items: usualBallot('triangle', '') } },
    });
    const [first, ...rest] = triangle.ballots;
    const odd = triangle.plan!.servings.find(({ panelist }) => panelist === first.panelist)!.sets[0].codes[0];
    const without = { ...triangle, ballots: [{ ...first, answers: [said(odd, 'spilled')] }, ...rest] };
    expect(parsed(without).problems).toEqual([]);
    expect(findings(without).people).toBe(11);
    expect(findings(without).leftOut).toMatchObject([{ seat: 1 }]);
    // An answer that came before does not count either.
    const both = { ...triangle, ballots: [{ ...first, answers: [...first.answers, said(odd, 'spilled')] }, ...rest] };
    expect(findings(both).verdict).toEqual(findings(without).verdict);
  });
});

describe('what a ballot still asks', () => {
  const items = usualBallot('ranking', '');
  const serving = { warmUp: null, sets: [{ zone: null, codes: ['111', '222', '333'] }] };
  const asked = { design: { items }, serving };

  it('is nothing of a sample that was not tasted', () => {
    const open = (answers: Answer[]) => missingAnswers(answers, asked).map(({ message }) => message);
    expect(open([])[0]).toContain('111; 222; 333');
    expect(open([said('222', 'spilled')])[0]).toContain('111; 333');
    expect(open([said('222', 'spilled')])).toHaveLength(2);
    // With one left there is nothing to put in order.
    expect(open([said('222', 'spilled'), said('333', 'spilled')])).toHaveLength(1);
    expect(open(['111', '222', '333'].map((code) => said(code, 'left early')))).toEqual([]);
  });

  it('is a comparison of what is left, or none', () => {
    const left = (kind: 'ranking' | 'best-worst' | 'triangle', ...gone: string[]) =>
      comparedCodes({ kind }, ['1', '2', '3'], new Set(gone));
    expect(left('ranking')).toEqual(['1', '2', '3']);
    expect(left('ranking', '2')).toEqual(['1', '3']);
    expect(left('best-worst', '2', '3')).toBeNull();
    expect(left('triangle', '2')).toBeNull();
    expect(comparedCodes({ kind: 'a-not-a' }, ['1'], new Set())).toEqual(['1']);
  });

  it('lets an order leave out only what was not tasted', () => {
    const bundle = leaving(ranked, 2).bundle;
    const [first, ...rest] = bundle.ballots;
    const answers = first.answers.filter(({ kind }) => kind !== 'untasted');
    expect(parsed({ ...bundle, ballots: [{ ...first, answers }, ...rest] }).problems.length).toBeGreaterThan(0);
  });
});
