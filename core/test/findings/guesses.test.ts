import { findingsText } from '../../cli/findingsText';
import { parseBundle, type ServiceEntry, type TastingBundle } from '../../src/bundle';
import { findings, sectionOf, type Findings, type GuessFinding } from '../../src/findings';
import { neutralQuestion, usualBallot } from '../../src/library';
import { reportSheet } from '../../src/sheets';
import { tidyRows } from '../../src/tidy';
import { AT, notBlind, simulatedBundle } from '../support/bundles';

const asked = (test: 'ranking' | 'triangle', change: object = {}): TastingBundle =>
  simulatedBundle({
    ...{
      panelists: 12,
      methods: test === 'ranking' ? 3 : 2,
      pieces: 4,
      truth: [6, 6, 6].slice(test === 'ranking' ? 0 : 1),
    },
    tasting: { test, ballot: { items: [...usualBallot(test, ''), neutralQuestion('guess', 'guess')] }, ...change },
  });

const lastCode = (bundle: TastingBundle, panelist: string): string => {
  const serving = bundle.plan!.servings.findLast((one) => one.panelist === panelist)!;
  return serving.sets.at(-1)!.codes.at(-1)!;
};

/** Guesses of those who handed in at the last sitting; undefined for who says nothing. */
function guessing(bundle: TastingBundle, guess: (was: string, at: number) => string | null | undefined): TastingBundle {
  const last = bundle.tasting.service.sittings;
  const said = (panelist: string, at: number) => {
    const code = lastCode(bundle, panelist);
    const method = guess(bundle.key!.codes[code], at);
    const base = { id: `guess-${panelist}`, at: AT, by: 'panelist', reason: '', item: 'guess', code };
    return method === undefined ? [] : [{ ...base, kind: 'guess' as const, method }];
  };
  return {
    ...bundle,
    ballots: bundle.ballots.map((ballot, at) =>
      ballot.sitting === last ? { ...ballot, answers: [...ballot.answers, ...said(ballot.panelist, at)] } : ballot,
    ),
  };
}

const found = (bundle: TastingBundle): GuessFinding => sectionOf(findings(bundle), 'guesses')!;
const limitsOf = (all: Findings): string[] => (sectionOf(all, 'limits') ?? []).map(({ kind }) => kind);
const again = (all: Findings): string[] => (sectionOf(all, 'sensitivity') ?? []).map(({ without }) => without);
const other = (method: string): string => (method === 'm0' ? 'm1' : 'm0');

const ranked = asked('ranking');

describe('which method the last sample was taken for', () => {
  it('is no sign of knowing where as many are right as by chance', () => {
    // Everybody says the first: right for the four who had it, of twelve.
    const bundle = guessing(ranked, () => 'm0');
    const guesses = found(bundle);
    expect(guesses).toMatchObject({ n: 12, right: 4, expected: 4, p: 1, isMore: false, noIdea: 0, knowing: 0 });
    expect(guesses.sentence).toContain('4 of 12 who named one were right, where 4.0 would be by chance');
    expect(guesses.sentence).toContain('no sign that people knew; up to');
    expect(limitsOf(findings(bundle))).not.toContain('guessed');
    expect(again(findings(bundle))).toEqual([]);
  });

  it('is one where all are right: said, a limit, and what the answer is without them', () => {
    const bundle = guessing(ranked, (was, at) => (at < 10 ? was : other(was)));
    const all = findings(bundle);
    const guesses = found(bundle);
    expect(guesses).toMatchObject({ n: 12, right: 10, isMore: true });
    expect(guesses.p).toBeLessThan(0.001);
    expect(guesses.sentence).toContain('Some could tell');
    expect(limitsOf(all)).toContain('guessed');
    expect(again(all)).toEqual(['10 panelists who named the method of the last sample']);
    expect(findingsText(all)).toContain(guesses.sentence);
    expect(JSON.stringify(reportSheet(all, bundle))).toContain(guesses.sentence);
    for (const { method, had, named, right } of guesses.methods)
      expect(findingsText(all)).toContain(`Method ${method[1]}: ${had} had it, ${named} named it, ${right} rightly`);
  });

  it('does not count who has no idea, says nothing, was not blind or did not hand in', () => {
    const bundle = guessing(ranked, (was, at) => (at === 0 ? null : at === 1 ? undefined : was));
    expect(found(bundle)).toMatchObject({ n: 10, noIdea: 1 });
    const marked = { ...bundle, records: { ...bundle.records, caveats: [notBlind('p5')] } };
    expect(found(marked)).toMatchObject({ n: 9, noIdea: 1 });
    expect(found(guessing(ranked, () => null)).sentence).toBe('Nobody named a method. 12 had no idea.');
  });

  it('is about what was on the plate, not about what should have been', () => {
    const right = guessing(ranked, (was) => was);
    const [mine, yours] = right.ballots
      .map(({ panelist }) => ({ panelist, code: lastCode(right, panelist) }))
      .filter(({ code }, at, all) => at === 0 || right.key!.codes[code] !== right.key!.codes[all[0].code]);
    const swap: ServiceEntry['body'] = {
      ...{ kind: 'swapped', sitting: 1, panelist: mine.panelist, code: mine.code },
      ...{ withPanelist: yours.panelist, withCode: yours.code },
    };
    const service = [{ id: 's0', at: AT, storedAt: AT, by: 'Tove', body: swap }];
    expect(found({ ...right, records: { ...right.records, service } })).toMatchObject({ n: 12, right: 10 });
    const missed: ServiceEntry['body'] = {
      ...{ kind: 'missed', sitting: 1, panelist: mine.panelist, code: mine.code, because: 'fell' },
    };
    const spoilt = { ...right, records: { ...right.records, service: [{ ...service[0], body: missed }] } };
    expect(found(spoilt)).toMatchObject({ n: 11, right: 11 });
  });

  it('stands in the CSV in the line of that sample, and with no other question', () => {
    const bundle = guessing(ranked, (was, at) => (at === 0 ? null : was));
    const rows = tidyRows(bundle).filter((row) => row.guess !== '');
    expect(rows).toHaveLength(12);
    expect(rows.filter(({ guess, method }) => guess === method)).toHaveLength(11);
    expect(rows.filter(({ guess }) => guess === 'no idea')).toHaveLength(1);
    expect(JSON.stringify(sectionOf(findings(bundle), 'collected') ?? [])).not.toContain('guess');
  });

  it('leaves the planned answer alone, in a triangle test and over two sittings as well', () => {
    const overTwo = simulatedBundle({
      ...{ panelists: 12, methods: 4, pieces: 4, truth: [6, 6, 6, 6] },
      tasting: {
        ballot: { items: [...usualBallot('ranking', ''), neutralQuestion('guess', 'guess')] },
        service: { ...ranked.tasting.service, sittings: 2, together: 2 },
      },
    });
    for (const bare of [asked('triangle'), overTwo]) {
      const bundle = guessing(bare, (was) => was);
      expect(parseBundle(JSON.parse(JSON.stringify(bundle))).problems).toEqual([]);
      expect(findings(bundle).verdict).toEqual(findings(bare).verdict);
      expect(found(bundle).n).toBe(12);
      expect(found(bare)).toMatchObject({ n: 0, sentence: 'Nobody named a method.' });
    }
  });

  it('is read from a bundle only where it was asked, of a method that there is, about the last sample', () => {
    const sound = guessing(ranked, () => 'm0');
    expect(parseBundle(JSON.parse(JSON.stringify(sound))).problems).toEqual([]);
    const at = sound.ballots[0].answers.length - 1;
    const said = sound.ballots[0].answers[at];
    const wrong = (change: object, ballot: object = {}) => {
      const [first, ...rest] = sound.ballots;
      const answers = [...first.answers.slice(0, at), { ...said, ...change }];
      return parseBundle(JSON.parse(JSON.stringify({ ...sound, ballots: [{ ...first, answers, ...ballot }, ...rest] })))
        .problems;
    };
    const field = (name: string) => `ballots.0.answers.${at}.${name}`;
    expect(wrong({ method: 'm9' })).toEqual([{ field: field('method'), message: 'No method has the id "m9".' }]);
    const first = sound.plan!.servings[0].sets[0].codes[0];
    expect(wrong({ code: first })).toMatchObject([{ field: field('code') }]);
    expect(wrong({ item: 'ranking' })).toMatchObject([{ field: field('item') }]);
    expect(wrong({}, { handedInAt: null })).toMatchObject([{ field: field('kind') }]);
  });
});
