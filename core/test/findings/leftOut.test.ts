import fc from 'fast-check';
import { leftOutSentences } from '../../src/answers';
import type { ServiceEntry, TastingBundle, Test } from '../../src/bundle';
import { findings, sectionOf } from '../../src/findings';
import { USUAL_REPORT, reportSheet } from '../../src/sheets';
import { AT, simulatedBundle, type Wanted } from '../support/bundles';

type Body = ServiceEntry['body'];

const withService = (bundle: TastingBundle, ...bodies: Body[]): TastingBundle => ({
  ...bundle,
  records: {
    ...bundle.records,
    service: bodies.map((body, at) => ({ id: `s${at}`, at: AT, storedAt: AT, by: 'Tove', body })),
  },
});

const limitsOf = (bundle: TastingBundle): string[] =>
  (sectionOf(findings(bundle), 'limits') ?? [])
    .map(({ text }) => text)
    .filter((text) => / of \d+ ballots? /.test(text));

describe('ballots that do not count', () => {
  it('are told by what happened, each ballot once, with seats in order', () => {
    const all = simulatedBundle({ panelists: 18 });
    const codes = (panelist: string): string[] =>
      all.plan!.servings.find((serving) => serving.panelist === panelist)!.sets[0].codes;
    const wrong = (seat: number): Body => {
      const [code, instead] = codes(`p${seat - 1}`);
      return { kind: 'wrong-plate', sitting: 1, panelist: `p${seat - 1}`, code, instead };
    };
    const bundle = withService(all, wrong(5), wrong(2), wrong(3));
    const unopened = ['p15', 'p6'];
    bundle.ballots = all.ballots
      .filter(({ panelist }) => !unopened.includes(panelist))
      .map((ballot) => (ballot.panelist === 'p16' ? { ...ballot, handedInAt: null } : ballot));
    expect(limitsOf(bundle)).toEqual([
      '2 of 18 ballots were never opened (seats 7 and 16). Nothing was imputed.',
      '1 of 18 ballots was opened but not handed in (seat 17). Nothing was imputed.',
      '3 of 18 ballots are left out of the planned answer (seats 2, 3 and 5 did not eat and rank every method).',
    ]);
    const found = findings(bundle);
    expect(found.people).toBe(12);
    expect(JSON.stringify(reportSheet(found, bundle, USUAL_REPORT))).toContain(
      '18 people planned, 15 handed in, 12 counted.","Seat 2 did not eat and rank every method, and is left out.",',
    );
  });

  it('count once, by their first reason, however many there are', () => {
    const { servings } = simulatedBundle({ panelists: 3 }).plan!;
    const own = { panelist: 'p1', sitting: 1, seat: 2, kind: 'left-out' } as const;
    const [only, ...more] = leftOutSentences(
      [
        { ...own, why: 'was served the wrong plate' },
        { ...own, why: 'was not alone' },
      ],
      servings,
    );
    expect(more).toEqual([]);
    expect(only.text).toBe('1 of 3 ballots is left out of the planned answer (seat 2 was served the wrong plate).');
  });

  it('of other sittings are told too, where a ranking counts only people who came to all', () => {
    const service = simulatedBundle().tasting.service;
    const all = simulatedBundle({ panelists: 8, tasting: { service: { ...service, sittings: 2 } } });
    const bundle = {
      ...all,
      ballots: all.ballots.filter(({ panelist, sitting }) => panelist !== 'p2' || sitting === 1),
    };
    expect(limitsOf(bundle)).toEqual([
      '1 of 16 ballots was never opened (seat 3 at sitting 2). Nothing was imputed.',
      '1 of 16 ballots is left out of the planned answer (seat 3 at sitting 1 did not answer all that was served).',
    ]);
  });

  it('count in part where some sets of a tray count and others do not', () => {
    const pieces = { methods: 2, panelists: 8, pieces: 4 };
    const service = { ...simulatedBundle().tasting.service, together: 2, replicates: 2 };
    const all = simulatedBundle({ ...pieces, tasting: { test: 'triangle', service } });
    const { panelist, sets } = all.plan!.servings[0];
    expect(sets).toHaveLength(2);
    const [code] = sets[0].codes;
    const bundle = withService(all, { kind: 'missed', sitting: 1, panelist, code, because: 'dropped' });
    expect(limitsOf(bundle)).toEqual([
      '1 of 8 ballots counts in part (seat 1 was served other plates than the question needs).',
    ]);
  });

  const TESTS: [Test, Wanted][] = [
    ['ranking', {}],
    ['liking', {}],
    ['triangle', { methods: 2 }],
    ['paired-preference', { methods: 2 }],
    ['best-worst', { methods: 4 }],
  ];

  it.each(TESTS)('of a %s make up, with those that count, all that were planned', (test, wanted) => {
    const whole = simulatedBundle({ panelists: 10, ...wanted, tasting: { test } });
    const people = fc.subarray(whole.plan!.servings.map(({ panelist }) => panelist));
    fc.assert(
      fc.property(people, people, people, (gone, unfinished, missing) => {
        const missed = missing.map((panelist): Body => {
          const [code] = whole.plan!.servings.find((serving) => serving.panelist === panelist)!.sets[0].codes;
          return { kind: 'missed', sitting: 1, panelist, code, because: 'dropped' };
        });
        const bundle = withService(whole, ...missed);
        bundle.ballots = whole.ballots
          .filter(({ panelist }) => !gone.includes(panelist))
          .map((ballot) => (unfinished.includes(ballot.panelist) ? { ...ballot, handedInAt: null } : ballot));
        const said = limitsOf(bundle).filter((text) => !text.includes('in part'));
        const counts = said.map((text) => Number(/^\d+/.exec(text)![0]));
        for (const text of said) {
          const seats = [...text.matchAll(/\d+/g)].slice(2).map(Number);
          expect(seats).toEqual([...seats].sort((a, b) => a - b));
          expect(seats).toHaveLength(Number(/^\d+/.exec(text)![0]));
        }
        expect(findings(bundle).people + counts.reduce((sum, count) => sum + count, 0)).toBe(10);
        if (gone.length > 0) expect(counts[0]).toBe(gone.length);
      }),
      { numRuns: 5 },
    );
  });
});
