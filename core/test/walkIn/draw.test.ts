import fc from 'fast-check';
import { findingsText } from '../../cli/findingsText';
import { readingOf } from '../../src/answers';
import {
  asLocked,
  codesServed,
  defaultTasting,
  parseBundle,
  verifyFingerprint,
  walkInDigest,
  type ServiceEntry,
  type TastingBundle,
  type Test,
} from '../../src/bundle';
import { orderBalance } from '../../src/design';
import { findings, sectionOf, serviceLines, unsealed } from '../../src/findings';
import { serviceFinding } from '../../src/findings/service';
import { kitchenState } from '../../src/kitchen';
import { flightsOfPieces, portionsOf, servedOf, servedPortions } from '../../src/served';
import { USUAL_REPORT, reportSheet } from '../../src/sheets';
import { servedRows } from '../../src/tidy';
import { drawWalkIn, type Day } from '../../src/walkIn';
import { AT, simulatedBundle } from '../support/bundles';

const dayOf = (bundle: TastingBundle): Day => ({
  // While people come, nobody looks at their answers.
  ...{ ...servedOf(bundle, bundle.key!), ballots: undefined },
  ...{ tasting: bundle.tasting, plan: bundle.plan!, key: bundle.key! },
  amendments: bundle.records.amendments,
});

/** With one person more, as the server puts it down. */
function withWalkIn(bundle: TastingBundle, number: number, flight?: number): TastingBundle | null {
  const panelist = { id: `w${number}`, seat: 200 + number, name: `Guest ${number}`, ...(flight && { flight }) };
  const drawn = drawWalkIn(dayOf(bundle), { panelist, sitting: 1 });
  if (!drawn) return null;
  const { body, codes, portions } = drawn;
  const { tasting, plan, key, records } = bundle;
  return {
    ...bundle,
    tasting: { ...tasting, panel: [...tasting.panel, panelist] },
    plan: { ...plan!, servings: [...plan!.servings, ...body.servings] },
    key: { ...key!, codes: { ...key!.codes, ...codes }, portions: [...key!.portions, ...portions] },
    records: {
      ...records,
      amendments: [...records.amendments, { id: `a${number}`, at: AT, storedAt: AT, by: 'Ines', body }],
    },
    digest: null,
  };
}

const absent = (...people: string[]): ServiceEntry[] =>
  people.map((panelist) => ({
    ...{ id: `gone-${panelist}`, at: AT, storedAt: AT, by: 'Tove' },
    body: { kind: 'absent', sitting: 1, panelist, because: '' },
  }));
const without = (bundle: TastingBundle, ...people: string[]): TastingBundle => ({
  ...bundle,
  ballots: bundle.ballots.filter(({ panelist }) => !people.includes(panelist)),
  records: { ...bundle.records, service: absent(...people) },
});

/** What is eaten by everybody who comes, whatever was answered of it. */
const eaten = (bundle: TastingBundle) =>
  servedPortions({ ...servedOf(bundle, bundle.key!), ballots: undefined }).filter((one) => one.eaten && !one.absent);

function balance(bundle: TastingBundle) {
  const place = new Map(bundle.tasting.methods.map(({ id }, at) => [id, at]));
  const trays = new Map<string, ReturnType<typeof eaten>>();
  for (const plate of eaten(bundle)) {
    const name = `${plate.ballot} ${plate.sitting} ${plate.set}`;
    if (!plate.warmUp) trays.set(name, [...(trays.get(name) ?? []), plate]);
  }
  const orders = [...trays.values()].map((tray) => tray.map(({ method }) => place.get(method)!));
  return orderBalance(orders, place.size);
}

/** What the plan was locked as still comes out of what is left without those who walked in. */
const isAsLocked = ({ tasting, plan, pieces, key, records }: TastingBundle): boolean =>
  verifyFingerprint({ tasting, plan: plan!, pieces, key: key! }, records.amendments).matches;

const ranking = simulatedBundle({ panelists: 12, methods: 4, pieces: 3 });

describe('somebody who walks in', () => {
  it('gets the order that somebody who did not come leaves open, so that places and neighbours are as even as planned', () => {
    const planned = balance(ranking);
    expect([planned.positionImbalance, planned.carryOverImbalance]).toEqual([0, 0]);
    const short = without(ranking, 'p3', 'p7');
    expect(balance(short).positionImbalance).toBeGreaterThan(0);
    const mended = withWalkIn(withWalkIn(short, 1)!, 2)!;
    expect(balance(mended)).toMatchObject({ positions: planned.positions, neighbours: planned.neighbours });
  });

  it('mends neighbours where places are even already', () => {
    // Six people, each order once; those who go one way round, the first of them leading each time, stay away.
    const six = simulatedBundle({ panelists: 6, methods: 3, pieces: 3 });
    const orderOf = (bundle: TastingBundle, ballot: string): string =>
      eaten(bundle)
        .filter((plate) => plate.ballot === ballot && !plate.warmUp)
        .map(({ method }) => method)
        .join(' ');
    const round = ['m0 m1 m2', 'm1 m2 m0', 'm2 m0 m1'];
    const gone = six.tasting.panel.map(({ id }) => id).filter((id) => round.includes(orderOf(six, id)));
    expect(gone).toHaveLength(3);
    for (const seed of [1, 2, 3, 4, 5])
      expect(round).toContain(orderOf(withWalkIn(without(six, ...gone), seed)!, `w${seed}`));
  });

  it('eats of the pieces with most left, never of one that was given up, and of the new one where one was cooked again', () => {
    const tags = (bundle: TastingBundle, ballot: string) =>
      eaten(bundle)
        .filter((plate) => plate.ballot === ballot)
        .map(({ tag }) => tag);
    let even: TastingBundle = ranking;
    for (const number of [1, 2, 3]) even = withWalkIn(even, number)!;
    // Twelve people and three who walked in, three pieces of each method.
    for (const { tag } of ranking.pieces) expect(eaten(even).filter((plate) => plate.tag === tag)).toHaveLength(5);
    const [first] = ranking.pieces;
    const entry = { id: 'k1', at: AT, storedAt: AT, by: 'Marek' };
    const cooked = (body: TastingBundle['records']['kitchen'][number]['body']): TastingBundle => ({
      ...ranking,
      records: { ...ranking.records, kitchen: [{ ...entry, body }] },
    });
    const off = cooked({ kind: 'gate', piece: first.tag, decision: 'withdrawn', because: 'burnt' });
    let again = cooked({ kind: 'redone', piece: first.tag, as: 'Z9' });
    for (const number of [1, 2, 3, 4]) {
      expect(tags(withWalkIn(off, number)!, `w${number}`)).not.toContain(first.tag);
      again = withWalkIn(again, number)!;
    }
    expect(parseBundle(JSON.parse(JSON.stringify(again))).problems).toEqual([]);
    expect([1, 2, 3, 4].flatMap((number) => tags(again, `w${number}`))).toContain('Z9');
  });

  it('is named in findings, report and CSV, served with the flight that was said, beside the balance as planned', () => {
    const guest = withWalkIn(without(ranking, 'p3'), 1, 7)!;
    const handedIn = { panelist: 'w1', sitting: 1, openedAt: AT, handedInAt: AT, answers: [] };
    const more = { ...guest, ballots: [...guest.ballots, handedIn] };
    const service = serviceFinding(unsealed(more))!;
    expect(service.walkIns).toEqual([201]);
    expect(serviceLines(service).join(' ')).toContain('Walked in on the day');
    expect(service.balance!.planned).toEqual(serviceFinding(unsealed(without(ranking, 'p3')))!.balance!.planned);
    expect(service.balance!.eaten).toEqual(service.balance!.planned);
    expect(serviceFinding(unsealed(withWalkIn(ranking, 1)!))).toMatchObject({
      repairs: [],
      walkIns: [201],
    });
    const rows = servedRows(more, more.key!).filter(({ walk_in }) => walk_in === 'yes');
    expect(rows.map(({ seat, flight, as_planned }) => [seat, flight, as_planned])).toEqual(
      rows.map(() => [201, 7, 'yes']),
    );
    expect(rows.length).toBeGreaterThan(3);
  });

  it('is served at the sitting that they came to and those after, and is missed at no other', () => {
    const defaults = defaultTasting().service;
    const two = simulatedBundle({
      panelists: 8,
      methods: 3,
      tasting: { service: { ...defaults, together: 3, sittings: 2 } },
    });
    const panelist = { id: 'w1', seat: 9, name: 'Guest' };
    const at = (sitting: number) => drawWalkIn(dayOf(two), { panelist, sitting })!;
    expect(at(1).body.servings.map(({ sitting }) => sitting)).toEqual([1, 2]);
    const { body, codes, portions } = at(2);
    expect([body.servings, portions].map((own) => own.map(({ sitting }) => sitting))).toEqual([[2], [2]]);
    const { tasting, plan, key } = two;
    const more = {
      ...two,
      tasting: { ...tasting, panel: [...tasting.panel, panelist] },
      plan: { ...plan!, servings: [...plan!.servings, ...body.servings] },
      key: { ...key!, codes: { ...key!.codes, ...codes }, portions: [...key!.portions, ...portions] },
    };
    const missing = sectionOf(findings(more), 'limits')?.find(({ kind }) => kind === 'not-come');
    expect(missing?.text).toContain('1 of 17 ballots was never opened (seat 9 at sitting 2)');
  });

  it('has a digest that nobody can try out methods by: it hangs on the salt', () => {
    const more = withWalkIn(ranking, 1)!;
    const [{ body }] = more.records.amendments;
    const walkIn = body as Extract<typeof body, { kind: 'walk-in' }>;
    expect(walkInDigest(walkIn, more.key!)).toBe(walkIn.digest);
    expect(walkInDigest(walkIn, { ...more.key!, salt: 'another salt, as long' })).not.toBe(walkIn.digest);
  });

  it('changes nothing of what was locked, and is heard in the answer', () => {
    const more = withWalkIn(ranking, 1)!;
    expect(isAsLocked(more)).toBe(true);
    const answer = ranking.ballots[0];
    const codes = codesServed(more.plan!.servings.at(-1)!);
    const ballot = {
      ...answer,
      panelist: 'w1',
      answers: answer.answers.map((one) => ({
        ...one,
        id: `w-${one.id}`,
        ...(one.kind === 'ranking' && { ranking: codes.map((code) => [code]) }),
      })),
    };
    const bundle = { ...more, ballots: [...more.ballots, ballot] };
    expect(parseBundle(JSON.parse(JSON.stringify(bundle))).problems).toEqual([]);
    const heard = (of: TastingBundle): number => readingOf(of, of.key!).sets.length;
    expect(heard(bundle)).toBe(heard(ranking) + 1);
  });

  it('leaves the fingerprint of findings and report as it was printed, and shows where their own portions were changed', () => {
    const more = withWalkIn(ranking, 1)!;
    const found = findings(more);
    expect(found.fingerprint).toEqual({
      stated: more.plan!.fingerprint,
      computed: more.plan!.fingerprint,
      matches: true,
    });
    for (const length of ['full', 'short'] as const) {
      const report = JSON.stringify(reportSheet(found, more, { ...USUAL_REPORT, length }));
      expect(report).toContain('Computed again from plan and key: the same.');
      expect(report).not.toContain('ANOTHER ONE');
    }
    expect(findingsText(found)).toContain('Fingerprint matches');
    // Nor are pieces cooked for another flight on account of somebody who walked in.
    const flights = ({ tasting, plan, pieces, key, records }: TastingBundle) =>
      flightsOfPieces({ tasting, plan: plan!, pieces, key: key!, amendments: records.amendments }, []);
    expect(flights(more)).toEqual(flights(ranking));
    const [own, other] = ['w1', 'p0'].map((panelist) =>
      more.key!.portions.findIndex((portion) => portion.panelist === panelist),
    );
    for (const at of [own, other]) {
      const portions = more.key!.portions.with(at, { ...more.key!.portions[at], tags: ['Z9'] });
      expect(findings({ ...more, key: { ...more.key!, portions } }).fingerprint.matches).toBe(false);
    }
  });

  it('has codes of their own in a triangle, and portions that are left', () => {
    const triangle = simulatedBundle({ methods: 2, panelists: 12, pieces: 2, tasting: { test: 'triangle' } });
    const more = withWalkIn(triangle, 1)!;
    const [own] = more.plan!.servings.slice(-1);
    const codes = codesServed(own);
    expect(new Set(codes).size).toBe(3);
    for (const code of codes) expect(Object.hasOwn(triangle.key!.codes, code)).toBe(false);
    const methods = codes.map((code) => more.key!.codes[code]);
    expect(new Set(methods).size).toBe(2);
    expect(isAsLocked(more)).toBe(true);
  });

  it('has codes of their own though three digits would not do for a panel of that size', () => {
    // Two hundred people have six hundred codes; planned for one more, they would be shared.
    const crowd = simulatedBundle({
      ...{ methods: 2, panelists: 200, pieces: 2, tasting: { test: 'triangle' } },
    });
    let more: TastingBundle = crowd;
    for (const number of [1, 2]) {
      more = withWalkIn({ ...more, ballots: [] }, number)!;
      for (const code of codesServed(more.plan!.servings.at(-1)!))
        expect(Object.hasOwn(crowd.key!.codes, code)).toBe(false);
    }
  });

  it('is refused where not enough is left to cut', () => {
    const scarce = simulatedBundle({ panelists: 12, methods: 4, pieces: 3 });
    const { quantities } = scarce.tasting;
    const each = {
      ...scarce.tasting,
      quantities: { ...quantities, pieceGrams: 4 * quantities.portionGrams, usable: 1, cookLoss: 0 },
    };
    const full = { ...scarce, tasting: each };
    expect(withWalkIn(full, 1)).toBeNull();
    expect(withWalkIn(without(full, 'p5'), 1)).not.toBeNull();
    expect(withWalkIn(withWalkIn(without(full, 'p5'), 1)!, 2)).toBeNull();
  });

  it('is let in or not by the plan and by who is away, whatever was weighed, withdrawn, spoilt or exchanged', () => {
    for (const test of ['ranking', 'triangle', 'paired-preference'] as const) {
      const methods = test === 'ranking' ? 4 : 2;
      const roomy = simulatedBundle({ panelists: 12, methods, pieces: 3, tasting: { test } });
      const { quantities } = roomy.tasting;
      const portions = test === 'ranking' ? 5 : test === 'triangle' ? 8 : 5;
      const tight = {
        ...roomy.tasting,
        quantities: { ...quantities, pieceGrams: portions * quantities.portionGrams, usable: 1, cookLoss: 0 },
      };
      const start = without({ ...roomy, tasting: tight, ballots: [] }, 'p5');
      const letIn = (bundle: TastingBundle): (object | null)[] => {
        const seen: (object | null)[] = [];
        for (let [now, number] = [bundle as TastingBundle | null, 1]; now && number < 9; number++) {
          now = withWalkIn(now, number);
          const { panel } = now?.tasting ?? { panel: [] };
          seen.push(now && { guests: panel.slice(12), servings: now.plan!.servings.slice(12) });
        }
        return seen;
      };
      const usual = letIn(start);
      expect(usual.at(-1)).toBeNull();
      expect(usual.length).toBeGreaterThan(1);
      const [piece] = start.pieces;
      const own = eaten(start).filter(({ method }) => method === piece.method);
      const entry = { at: AT, storedAt: AT, by: 'Marek' };
      const weighed = start.pieces
        .filter(({ method }) => method === piece.method)
        .flatMap(({ tag }, at) =>
          [500, 1].map((grams) => ({
            ...{ ...entry, id: `mass ${at} ${grams}` },
            body: { kind: 'mass' as const, piece: tag, grams },
          })),
        );
      const gone = { kind: 'gate' as const, piece: piece.tag, decision: 'withdrawn' as const, because: 'burnt' };
      const spoilt = own.map(({ ballot: panelist, code }, at) => ({
        ...{ ...entry, id: `spoilt ${at}` },
        body: { kind: 'replaced' as const, sitting: 1, panelist, code, piece: null, because: 'dropped' },
      }));
      const missed = own.map((_, at) => ({ ...spoilt[at], body: { ...spoilt[at].body, kind: 'missed' as const } }));
      const writes: Partial<TastingBundle['records']>[] = [
        { kitchen: weighed },
        { kitchen: [{ ...entry, id: 'gone', body: gone }] },
        { service: [...start.records.service, ...spoilt] },
        { service: [...start.records.service, ...missed] },
      ];
      for (const written of writes)
        expect(letIn({ ...start, records: { ...start.records, ...written } })).toEqual(usual);
    }
  });

  it('is refused by a bundle once anything that was drawn is another', () => {
    const more = withWalkIn(ranking, 1)!;
    const problems = (change: (bundle: TastingBundle) => void): string[] => {
      const copy = JSON.parse(JSON.stringify(more)) as TastingBundle;
      change(copy);
      return parseBundle(copy).problems.map(({ field }) => field);
    };
    expect(problems(() => undefined)).toEqual([]);
    const field = 'records.amendments.0.body';
    expect(problems(({ tasting }) => void (tasting.panel.at(-1)!.seat = 99))).toContain(`${field}.panelist`);
    expect(problems(({ plan }) => void plan!.servings.at(-1)!.sets[0].codes.reverse())).toContain(`${field}.servings`);
    const other = ({ pieces, key }: TastingBundle): void => {
      const tags = key!.portions.at(-1)!.tags;
      const { method } = pieces.find(({ tag }) => tag === tags[0])!;
      tags[0] = pieces.find((piece) => piece.method === method && piece.tag !== tags[0])!.tag;
    };
    expect(problems(other)).toContain(`${field}.digest`);
  });

  const usual = defaultTasting().service;
  const designs: [Test, Parameters<typeof simulatedBundle>[0]][] = [
    ['ranking', { methods: 3 }],
    ['ranking', { methods: 6, panelists: 20, tasting: {} }],
    [
      'ranking',
      {
        methods: 3,
        pieces: 4,
        tasting: {
          zones: ['loin', 'belly'].map((zone) => ({ id: zone, name: zone })),
          lots: ['one', 'two'].map((lot) => ({ id: lot, name: lot })),
          halves: true,
        },
      },
    ],
    ['ranking', { methods: 6, tasting: { service: { ...usual, together: 3, warmUp: true } } }],
    ['ranking', { methods: 3, tasting: { service: { ...usual, together: 3, codes: 'own' } } }],
    ['triangle', { methods: 2, tasting: { service: { ...usual, replicates: 2, sittings: 2 } } }],
    ['triangle', { methods: 2 }],
    ['duo-trio', { methods: 2 }],
    ['tetrad', { methods: 2 }],
    ['same-different', { methods: 2 }],
    ['paired-preference', { methods: 2 }],
    ['liking', { methods: 4, liking: true }],
  ];

  it.each(designs)(
    'of a %s: codes stay apart, nothing is cut that is not there, and the plan stays (%j)',
    (test, wanted) => {
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 6 }), fc.subarray(['p0', 'p1', 'p4']), (guests, gone) => {
          const start = without(
            simulatedBundle({ panelists: 12, ...wanted, tasting: { ...wanted?.tasting, test }, seed: `s${guests}` }),
            ...gone,
          );
          let bundle: TastingBundle = start;
          for (let number = 1; number <= guests; number++) bundle = withWalkIn(bundle, number) ?? bundle;
          expect(parseBundle(JSON.parse(JSON.stringify(bundle))).problems).toEqual([]);
          expect(isAsLocked(bundle)).toBe(true);
          const locked = asLocked(
            { tasting: bundle.tasting, plan: bundle.plan!, key: bundle.key },
            bundle.records.amendments,
          );
          expect(locked.plan.servings).toEqual(start.plan!.servings);
          expect(locked.key).toEqual(start.key);
          const cut = (tag: string): number => eaten(bundle).filter((plate) => plate.tag === tag).length;
          for (const piece of bundle.pieces)
            expect(cut(piece.tag)).toBeLessThanOrEqual(portionsOf(piece, bundle.tasting, kitchenState([])));
        }),
        { numRuns: 6 },
      );
    },
  );
});
