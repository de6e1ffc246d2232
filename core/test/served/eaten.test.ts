import fc from 'fast-check';
import { readingOf } from '../../src/answers';
import { parseBundle, type ServiceEntry, type TastingBundle } from '../../src/bundle';
import { findings, sectionOf } from '../../src/findings';
import { rightAnswers } from '../../src/planned/choice/rightAnswers';
import { servedOf, servedPortions, type ServedPortion } from '../../src/served';
import { KnownService, serviceDay } from '../../src/service';
import { servedRows, tidyRows } from '../../src/tidy';
import { AT, simulatedBundle } from '../support/bundles';

type Body = ServiceEntry['body'];

const log = (...bodies: Body[]): ServiceEntry[] =>
  bodies.map((body, at) => ({ id: `s${at}`, at: AT, storedAt: AT, by: 'Tove', body }));
const repaired = (bundle: TastingBundle, ...bodies: Body[]): TastingBundle => ({
  ...bundle,
  records: { ...bundle.records, service: log(...bodies) },
});
const eaten = (bundle: TastingBundle): ServedPortion[] => servedPortions(servedOf(bundle, bundle.key!));
const plateOf = (portions: readonly ServedPortion[], ballot: string, code: string): ServedPortion =>
  portions.find((one) => one.ballot === ballot && one.code === code && one.sitting === 1)!;

const ranking = simulatedBundle({ panelists: 12, pieces: 4, liking: true });
const plan = eaten(ranking);
const codesOf = (ballot: string, of = plan): string[] =>
  of.filter((one) => one.ballot === ballot && one.sitting === 1 && !one.warmUp).map(({ code }) => code);
const [one, other] = ['p0', 'p1'];
const [a, b, c] = codesOf(one);
const [x] = codesOf(other);

describe('plates that went astray', () => {
  it('are counted as what they were, wherever their codes stand', () => {
    const swap: Body = {
      ...{ kind: 'swapped', sitting: 1 },
      ...{ panelist: one, code: a, withPanelist: other, withCode: x },
    };
    const after = eaten(repaired(ranking, swap));
    const [mine, yours] = [plateOf(plan, one, a), plateOf(plan, other, x)];
    expect(plateOf(after, one, a)).toMatchObject({ method: yours.method, tag: yours.tag, block: yours.block });
    expect(plateOf(after, other, x)).toMatchObject({ method: mine.method, tag: mine.tag });
    expect(plateOf(after, one, a).planned).toMatchObject({ method: mine.method, tag: mine.tag });
    // Where, when and by whom it was eaten stays.
    expect(plateOf(after, one, a)).toMatchObject({ panelist: one, seat: mine.seat, position: mine.position, code: a });
    expect(eaten(repaired(ranking, swap, swap))).toEqual(plan);
  });

  it('of two whole trays go plate by plate', () => {
    const after = eaten(repaired(ranking, { kind: 'trays-swapped', sitting: 1, panelist: one, withPanelist: other }));
    const tags = (of: readonly ServedPortion[], ballot: string) =>
      of.filter((portion) => portion.ballot === ballot).map(({ tag }) => tag);
    expect(tags(after, one)).toEqual(tags(plan, other));
    expect(tags(after, other)).toEqual(tags(plan, one));
  });

  it('that were another code are of its method, and of its piece where only one is cut under it there', () => {
    const after = eaten(repaired(ranking, { kind: 'wrong-plate', sitting: 1, panelist: one, code: a, instead: x }));
    const under = plan.filter(({ code, flight }) => code === x && flight === plateOf(plan, one, a).flight);
    const tags = new Set(under.map(({ tag }) => tag));
    expect(plateOf(after, one, a).method).toBe(ranking.key!.codes[x]);
    expect(plateOf(after, one, a).tag).toBe(tags.size === 1 ? [...tags][0] : '');
  });

  it('are replaced from the piece that is named, or from the same one', () => {
    const { method, tag } = plateOf(plan, one, a);
    const spare = ranking.pieces.find((piece) => piece.method === method && piece.tag !== tag)!;
    const replaced = (piece: string | null): Body => ({
      ...{ kind: 'replaced', sitting: 1, panelist: one, code: a, piece, because: 'dropped' },
    });
    expect(plateOf(eaten(repaired(ranking, replaced(spare.tag))), one, a)).toMatchObject({
      ...{ method, tag: spare.tag, block: spare.block, eaten: true },
    });
    expect(eaten(repaired(ranking, replaced(null)))).toEqual(plan);
    // One that was given up is there again.
    const missed: Body = { kind: 'missed', sitting: 1, panelist: one, code: a, because: 'dropped' };
    expect(plateOf(eaten(repaired(ranking, missed)), one, a).eaten).toBe(false);
    expect(plateOf(eaten(repaired(ranking, missed, replaced(spare.tag))), one, a)).toMatchObject({
      ...{ eaten: true, tag: spare.tag, method },
    });
  });

  it('eaten in another order have the places in which they were eaten', () => {
    const after = eaten(repaired(ranking, { kind: 'reordered', sitting: 1, panelist: one, codes: [c, a, b] }));
    expect([c, a, b].map((code) => plateOf(after, one, code).position)).toEqual([1, 2, 3]);
    expect([c, a, b].map((code) => plateOf(after, one, code).method)).toEqual(
      [c, a, b].map((code) => plateOf(plan, one, code).method),
    );
  });

  it('of people in each other’s place are theirs who sat there, with the ballot that lay there', () => {
    const bundle = repaired(ranking, { kind: 'people-swapped', sitting: 1, panelist: one, withPanelist: other });
    expect(plateOf(eaten(bundle), one, a).panelist).toBe(other);
    const sets = readingOf(bundle, bundle.key!).sets;
    const before = readingOf(ranking, ranking.key!).sets;
    const of = (list: typeof sets, panelist: string) => list.find((set) => set.panelist === panelist)!;
    expect(of(sets, other).answers).toEqual(of(before, one).answers);
    expect(of(sets, other).samples).toEqual(of(before, one).samples);
  });

  it('are with another flight where somebody was moved, and as warm as was measured', () => {
    const after = eaten(
      repaired(
        ranking,
        { kind: 'moved', sitting: 1, panelists: [one], flight: 3 },
        { kind: 'out', sitting: 1, panelist: one, celsius: 58 },
      ),
    );
    expect(plateOf(after, one, a)).toMatchObject({ flight: 3, servedAt: AT, celsius: 58 });
    expect(plateOf(after, other, x)).toMatchObject({ servedAt: null, planned: null });
  });
});

describe('answers about what was eaten', () => {
  /** Sums of ranks by method, straight from the ballots and the plates. */
  const sums = (bundle: TastingBundle, people: readonly string[]): number[] => {
    const portions = eaten(bundle);
    return bundle.tasting.methods.map(({ id }) =>
      people.reduce((sum, panelist) => {
        const ballot = bundle.ballots.find((own) => own.panelist === panelist)!;
        const answer = ballot.answers.findLast(({ kind }) => kind === 'ranking');
        const groups = answer?.kind === 'ranking' ? answer.ranking : [];
        const code = portions.find((own) => own.ballot === panelist && own.method === id && own.set === 0)!.code;
        return sum + groups.findIndex((group) => group.includes(code)) + 1;
      }, 0),
    );
  };
  const everyone = ranking.tasting.panel.map(({ id }) => id);
  const rankSums = (bundle: TastingBundle) =>
    sectionOf(findings(bundle), 'rank-sums')!.methods.map(({ rankSum }) => rankSum);

  it('move with two plates that were exchanged at one seat', () => {
    expect(rankSums(ranking)).toEqual(sums(ranking, everyone));
    const swapped = repaired(ranking, {
      ...{ kind: 'swapped', sitting: 1, panelist: one, code: a, withPanelist: one, withCode: b },
    });
    const after = rankSums(swapped);
    expect(after).toEqual(sums(swapped, everyone));
    // The ranks of two codes change places: by hand, their difference moves from one method to the other.
    const ballot = ranking.ballots.find(({ panelist }) => panelist === one)!;
    const answer = ballot.answers.findLast(({ kind }) => kind === 'ranking');
    const rank = (code: string): number =>
      answer?.kind === 'ranking' ? answer.ranking.findIndex((group) => group.includes(code)) + 1 : NaN;
    const [first, second] = [a, b].map((code) =>
      ranking.tasting.methods.findIndex(({ id }) => id === ranking.key!.codes[code]),
    );
    const before = rankSums(ranking) as number[];
    expect(after[first]).toBe(before[first] - rank(a) + rank(b));
    expect(after[second]).toBe(before[second] - rank(b) + rank(a));
  });

  it('of a tray that lacked one are no ranking of all, and are listed with the reason', () => {
    const missed = repaired(ranking, { kind: 'missed', sitting: 1, panelist: one, code: a, because: 'dropped' });
    const found = findings(missed);
    expect(found.people).toBe(everyone.length - 1);
    expect(found.leftOut).toContainEqual({
      ...{ panelist: one, sitting: 1, seat: 1, kind: 'left-out' },
      why: 'did not eat and rank every method',
    });
    const rest = everyone.filter((id) => id !== one);
    expect(sectionOf(found, 'rank-sums')!.methods.map(({ rankSum }) => rankSum)).toEqual(sums(ranking, rest));
    // What they scored of the others still stands.
    const set = readingOf(missed, missed.key!).sets.find(({ panelist }) => panelist === one)!;
    expect(set.samples.map(({ code }) => code)).toEqual([b, c]);
    const answer = set.answers.find(({ kind }) => kind === 'ranking');
    expect(answer?.kind === 'ranking' && answer.ranking.flat()).toHaveLength(2);
  });

  it('count once for a method that came twice on one tray: for the plate that was eaten first', () => {
    const wrong = codesOf(other).find((code) => ranking.key!.codes[code] === ranking.key!.codes[a])!;
    const twice = repaired(ranking, {
      ...{ kind: 'swapped', sitting: 1, panelist: one, code: b, withPanelist: other, withCode: wrong },
    });
    const set = readingOf(twice, twice.key!).sets.find(({ panelist }) => panelist === one)!;
    expect(set.samples.map(({ code }) => code)).toEqual([a, c]);
    const answer = set.answers.find(({ kind }) => kind === 'ranking');
    expect(answer?.kind === 'ranking' && answer.ranking.flat().includes(b)).toBe(false);
  });

  it('of somebody who stopped count as far as they go; of somebody absent nothing does', () => {
    const open = {
      ...ranking,
      ballots: ranking.ballots.map((ballot) => (ballot.panelist === one ? { ...ballot, handedInAt: null } : ballot)),
    };
    expect(findings(open).people).toBe(everyone.length - 1);
    expect(findings(repaired(open, { kind: 'stopped', sitting: 1, panelist: one, because: 'ill' })).people).toBe(
      everyone.length,
    );
    const gone = { ...ranking, ballots: ranking.ballots.filter(({ panelist }) => panelist !== one) };
    const absent = repaired(gone, { kind: 'absent', sitting: 1, panelist: one, because: '' });
    expect(findings(absent).leftOut).toContainEqual({
      ...{ panelist: one, sitting: 1, seat: 1, kind: 'not-come' },
      why: 'did not come',
    });
    expect(
      tidyRows(absent)
        .filter(({ seat }) => seat === 1)
        .map((row) => row.eaten),
    ).toEqual(['no', 'no', 'no']);
  });

  it('are eaten as far as somebody came: none of those who never opened, no more than was said something of by who stopped', () => {
    const eatenBy = (bundle: TastingBundle): string[] =>
      tidyRows(bundle)
        .filter(({ seat }) => seat === 1)
        .map(({ eaten }) => String(eaten));
    const own = ranking.ballots.find(({ panelist }) => panelist === one)!;
    const second = ranking.plan!.servings.find(({ panelist }) => panelist === one)!.sets[0].codes[1];
    const with_ = (ballot: typeof own | null): TastingBundle => ({
      ...ranking,
      ballots: ranking.ballots.flatMap((other) => (other === own ? (ballot ?? []) : other)),
    });
    expect(eatenBy(ranking)).toEqual(['yes', 'yes', 'yes']);
    expect(eatenBy(with_(null))).toEqual(['no', 'no', 'no']);
    expect(eatenBy(with_({ ...own, handedInAt: null, answers: [] }))).toEqual(['no', 'no', 'no']);
    const tasted = { ...own.answers[0], kind: 'tasted' as const, code: second } as (typeof own.answers)[0];
    const stopped = repaired(with_({ ...own, handedInAt: null, answers: [tasted] }), {
      ...{ kind: 'stopped', sitting: 1, panelist: one, because: 'ill' },
    });
    expect(eatenBy(stopped)).toEqual(['yes', 'yes', 'no']);
    expect(sectionOf(findings(stopped), 'service')).toMatchObject({ uneaten: 1 });
  });

  it('of a triangle are right by the plates that were there; where all three were alike, there is no answer', () => {
    const triangle = simulatedBundle({ methods: 2, panelists: 6, pieces: 6, tasting: { test: 'triangle' } });
    const key = triangle.key!;
    const codes = codesOf('p0', eaten(triangle));
    const odd = codes.find((code) => codes.filter((own) => key.codes[own] === key.codes[code]).length === 1)!;
    const [alike] = codes.filter((code) => code !== odd);
    const item = triangle.tasting.ballot.items.find(({ kind }) => kind === 'triangle')!.id;
    const right = (bundle: TastingBundle): boolean | undefined =>
      rightAnswers(readingOf(bundle, key).sets, 'triangle', { item, pair: { first: 0, second: 1 } }).find(
        ({ set }) => set.panelist === 'p0',
      )?.correct;
    const answering = (code: string): TastingBundle => ({
      ...triangle,
      ballots: triangle.ballots.map((ballot) => ({
        ...ballot,
        answers: ballot.answers.map((answer) =>
          ballot.panelist === 'p0' && answer.kind === 'choice' ? { ...answer, choice: [code] } : answer,
        ),
      })),
    });
    const swap: Body = {
      ...{ kind: 'swapped', sitting: 1, panelist: 'p0', code: odd, withPanelist: 'p0', withCode: alike },
    };
    expect([right(answering(odd)), right(answering(alike))]).toEqual([true, false]);
    expect([right(repaired(answering(odd), swap)), right(repaired(answering(alike), swap))]).toEqual([false, true]);
    const wrong: Body = { kind: 'wrong-plate', sitting: 1, panelist: 'p0', code: odd, instead: alike };
    expect(right(repaired(answering(odd), wrong))).toBeUndefined();
    expect(readingOf(repaired(triangle, wrong), key).leftOut).toEqual([
      {
        ...{ panelist: 'p0', sitting: 1, seat: 1, kind: 'left-out' },
        why: 'was served other plates than the question needs',
      },
    ]);
  });

  it('of a duo-trio go by the reference, whatever was eaten first', () => {
    const duo = simulatedBundle({ methods: 2, panelists: 6, pieces: 6, tasting: { test: 'duo-trio' } });
    const order = codesOf('p0', eaten(duo));
    const samplesOf = (bundle: TastingBundle): string[] =>
      readingOf(bundle, duo.key!)
        .sets.find(({ panelist }) => panelist === 'p0')!
        .samples.map(({ code }) => code);
    const reordered = repaired(duo, { kind: 'reordered', sitting: 1, panelist: 'p0', codes: [...order].reverse() });
    expect(samplesOf(reordered)).toEqual(order);
    const [reference, ...choices] = order;
    const like = choices.find((code) => duo.key!.codes[code] === duo.key!.codes[reference])!;
    const other = choices.find((code) => code !== like)!;
    const exchanged = (code: string, withCode: string) =>
      readingOf(
        repaired(duo, { kind: 'swapped', sitting: 1, panelist: 'p0', code, withPanelist: 'p0', withCode }),
        duo.key!,
      ).leftOut;
    // The two to choose from may change places; with the reference exchanged, none of them is like it.
    expect(exchanged(like, other)).toEqual([]);
    expect(exchanged(reference, like)).toEqual([]);
    expect(exchanged(reference, other)).toHaveLength(1);
  });

  it('say in findings what was repaired, and how even orders are as eaten', () => {
    const found = findings(
      repaired(
        ranking,
        { kind: 'reordered', sitting: 1, panelist: one, codes: [c, a, b] },
        { kind: 'missed', sitting: 1, panelist: other, code: x, because: 'spilled' },
      ),
    );
    const service = sectionOf(found, 'service')!;
    expect(service).toMatchObject({ plates: 36, changed: 4, uneaten: 1 });
    expect(service.repairs.map(({ text }) => text)).toEqual([
      `Seat 1 ate in the order ${c}, ${a}, ${b}`,
      `Seat 2 did not eat ${x}: spilled`,
    ]);
    expect(service.repairs.map(({ isAfterUnsealing }) => isAfterUnsealing)).toEqual([false, false]);
    expect(service.balance!.planned.positionImbalance).toBe(0);
    expect(service.balance!.eaten.positionImbalance).toBeGreaterThan(0);
    expect(sectionOf(findings(ranking), 'service')).toBeUndefined();
    const late = repaired(ranking, { kind: 'stopped', sitting: 1, panelist: one, because: '' });
    late.records.service[0].storedAt = '2026-03-06T10:00:00.000Z';
    expect(sectionOf(findings(late), 'service')!.repairs[0].isAfterUnsealing).toBe(true);
  });
});

describe('any repairs, one after the other', () => {
  const panelists = ranking.tasting.panel.map(({ id }) => id);
  const plate = fc
    .tuple(fc.constantFrom(...panelists), fc.nat({ max: 2 }))
    .map(([panelist, at]) => ({ panelist, code: codesOf(panelist)[at] }));
  const sitting = 1;
  const body: fc.Arbitrary<Body> = fc.oneof(
    fc.tuple(plate, plate).map(([first, { panelist: withPanelist, code: withCode }]): Body => ({
      kind: 'swapped',
      sitting,
      ...first,
      withPanelist,
      withCode,
    })),
    fc
      .tuple(fc.constantFrom(...panelists), fc.constantFrom(...panelists))
      .map(([panelist, withPanelist]): Body => ({ kind: 'trays-swapped', sitting, panelist, withPanelist })),
    fc
      .tuple(fc.constantFrom(...panelists), fc.constantFrom(...panelists))
      .map(([panelist, withPanelist]): Body => ({ kind: 'people-swapped', sitting, panelist, withPanelist })),
    fc.tuple(plate, plate).map(([own, { code: instead }]): Body => ({ kind: 'wrong-plate', sitting, ...own, instead })),
    plate.map((own): Body => ({ kind: 'missed', sitting, ...own, because: 'spilled' })),
    plate.map((own): Body => ({ kind: 'replaced', sitting, ...own, piece: null, because: 'spilled' })),
    plate.map((own): Body => ({ kind: 'extra', sitting, ...own, because: 'asked' })),
    fc.constantFrom(...panelists).map((panelist): Body => ({ kind: 'absent', sitting, panelist, because: '' })),
    fc
      .tuple(fc.constantFrom(...panelists), fc.integer({ min: 1, max: 4 }))
      .map(([panelist, flight]): Body => ({ kind: 'moved', sitting, panelists: [panelist], flight })),
  );
  const tags = ranking.pieces.map(({ tag }) => tag);
  const known = new KnownService({ servings: ranking.plan!.servings, tags });
  const sound = body.filter((own) => known.problemsOf(own, '').length === 0);

  it('give the plan back once all are undone, in whichever order', () => {
    fc.assert(
      fc.property(fc.array(sound, { maxLength: 8 }), fc.infiniteStream(fc.nat()), (bodies, shuffle) => {
        const order = bodies.map((_, at) => [at, shuffle.next().value as number]).sort((l, r) => l[1] - r[1]);
        const undone = order.map(([at]): Body => ({ kind: 'undone', of: `s${at}` }));
        expect(eaten(repaired(ranking, ...bodies, ...undone))).toEqual(plan);
      }),
    );
  });

  it('leave every plate with one seat, place and code, no piece without its method, and join and CSV agreed', () => {
    fc.assert(
      fc.property(fc.array(sound, { maxLength: 8 }), (bodies) => {
        const bundle = repaired(ranking, ...bodies);
        const portions = eaten(bundle);
        expect(portions.map(({ ballot, code, seat }) => [ballot, code, seat])).toEqual(
          plan.map(({ ballot, code, seat }) => [ballot, code, seat]),
        );
        for (const portion of portions)
          if (portion.tag !== '')
            expect(ranking.pieces.find(({ tag }) => tag === portion.tag)?.method).toBe(portion.method);
        for (const panelist of panelists) {
          const places = portions.filter((own) => own.ballot === panelist).map(({ position }) => position);
          expect(new Set(places).size).toBe(places.length);
        }
        // Everybody is somebody's neighbour and nobody sits twice.
        const people = new Map(portions.map((own) => [own.ballot, own.panelist]));
        expect([...people.values()].sort()).toEqual([...panelists].sort());
        const nameOf = new Map(ranking.tasting.methods.map(({ id, name }) => [id, name]));
        const rows = servedRows(bundle, bundle.key!);
        expect(rows.map(({ piece, method, eaten: ate }) => [piece, method, ate])).toEqual(
          portions.map((own) => [own.tag, nameOf.get(own.method), own.eaten && !own.absent ? 'yes' : 'no']),
        );
        expect(tidyRows(bundle).map(({ piece, eaten: ate }) => [piece, ate])).toEqual(
          rows.map((row) => [row.piece, row.eaten]),
        );
        expect(rows.filter((row) => row.as_planned === 'no').length).toBe(
          portions.filter((own) => own.planned !== null || own.absent).length,
        );
      }),
    );
  });

  it('only move plates where they are only exchanged', () => {
    const swaps = sound.filter(({ kind }) => kind === 'swapped' || kind === 'trays-swapped');
    fc.assert(
      fc.property(fc.array(swaps, { maxLength: 8 }), (bodies) => {
        const tagsOf = (portions: readonly ServedPortion[]) => portions.map(({ tag }) => tag).sort();
        expect(tagsOf(eaten(repaired(ranking, ...bodies)))).toEqual(tagsOf(plan));
      }),
    );
  });

  it('are read out of a bundle, which refuses those about what there is not', () => {
    fc.assert(
      fc.property(fc.array(sound, { maxLength: 4 }), (bodies) => {
        const { digest: _digest, ...rest } = repaired(ranking, ...bodies);
        const parsed = parseBundle(JSON.parse(JSON.stringify(rest)));
        expect(parsed.problems).toEqual([]);
        expect(parsed.bundle?.records.service).toEqual(log(...bodies));
      }),
      { numRuns: 20 },
    );
    const refused = (own: Body): string[] =>
      parseBundle(JSON.parse(JSON.stringify(repaired(ranking, own)))).problems.map(({ message }) => message);
    expect(refused({ kind: 'missed', sitting: 1, panelist: 'nobody', code: a, because: 'b' })).toEqual([
      'Nobody with the id "nobody" has a tray at sitting 1.',
    ]);
    expect(refused({ kind: 'missed', sitting: 6, panelist: one, code: a, because: 'b' })).toEqual([
      'There is no sitting 6.',
    ]);
    expect(refused({ kind: 'replaced', sitting: 1, panelist: one, code: a, piece: 'Z0', because: 'b' })).toHaveLength(
      1,
    );
    expect(refused({ kind: 'reordered', sitting: 1, panelist: one, codes: [a, b] })).toEqual([
      'Name each plate of the tray once, in the order of eating.',
    ]);
    expect(refused({ kind: 'swapped', sitting: 1, panelist: one, code: a, withPanelist: one, withCode: a })).toEqual([
      'Choose two plates: nothing is exchanged with itself.',
    ]);
    expect(refused({ kind: 'trays-swapped', sitting: 1, panelist: one, withPanelist: one })).toHaveLength(1);
  });
});

describe('trays', () => {
  it('are put down once: who says so later is told apart', () => {
    const day = serviceDay(
      log(
        { kind: 'taken', sitting: 1, panelist: one },
        { kind: 'taken', sitting: 1, panelist: one },
        { kind: 'out', sitting: 1, panelist: one, celsius: 61 },
        { kind: 'out', sitting: 1, panelist: one },
        { kind: 'absent', sitting: 1, panelist: other, because: '' },
        { kind: 'late', sitting: 1, panelist: other },
      ),
    );
    expect(day.trays.get('1 p0')).toEqual({
      taken: { entry: 's0', by: 'Tove', at: AT },
      out: { by: 'Tove', at: AT, celsius: 61 },
      again: [{ by: 'Tove', at: AT }],
    });
    expect(day.people.get('1 p1')).toMatchObject({ absent: null, late: AT });
  });

  it('that were out before their piece was withdrawn were eaten of it', () => {
    const { tag } = plateOf(plan, one, a);
    const gate = {
      ...{ id: 'g', at: '2026-03-05T18:30:00.000Z', storedAt: AT, by: 'Marek' },
      body: { kind: 'gate' as const, piece: tag, decision: 'withdrawn' as const, because: 'burnt' },
    };
    const withdrawn = { ...ranking, records: { ...ranking.records, kitchen: [gate] } };
    expect(plateOf(eaten(withdrawn), one, a).tag).not.toBe(tag);
    const out: Body = { kind: 'out', sitting: 1, panelist: one };
    const served = { ...withdrawn, records: { ...withdrawn.records, service: log(out) } };
    expect(plateOf(eaten(served), one, a).tag).toBe(tag);
    expect(eaten(served).filter((own) => own.tag === tag && own.ballot !== one)).toEqual([]);
  });
});
