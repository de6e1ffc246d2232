import { parseBundle, type KitchenEntry } from '../../src/bundle';
import { findings } from '../../src/findings';
import { freeTag, kitchenState, logOfSheet, piecesNow, piecesToCook, standsFor } from '../../src/kitchen';
import { servedPortions } from '../../src/served';
import { cutFrom } from '../../src/served/redealt';
import { serviceDay } from '../../src/service';
import { kitchenCsv, tidyRows } from '../../src/tidy';
import { simulatedBundle } from '../support/bundles';

const bundle = simulatedBundle({ panelists: 12, pieces: 4, tasting: {} });
const key = bundle.key!;
const [method] = bundle.tasting.methods;
const own = bundle.pieces.filter((piece) => piece.method === method.id).map(({ tag }) => tag);
let count = 0;
const entry = (body: KitchenEntry['body']): KitchenEntry => ({
  ...{ id: `p${count++}`, at: '2026-01-01T10:00:00.000Z', storedAt: '2026-01-01T10:00:00.000Z', by: 'Marek', body },
});
const withdrawn = (piece: string) => entry({ kind: 'gate', piece, decision: 'withdrawn', because: 'burnt' });
const redone = (piece: string, as: string) => entry({ kind: 'redone', piece, as });
const served = (...kitchen: KitchenEntry[]) => servedPortions({ ...bundle, key, kitchen });
const countOf = (portions: readonly { tag: string }[], tag: string): number =>
  portions.filter((portion) => portion.tag === tag).length;

describe('portions of a piece that was withdrawn', () => {
  it('are cut from those of its method that remain, most evenly', () => {
    const [before, after] = [served(), served(withdrawn(own[0]))];
    expect(countOf(after, own[0])).toBe(0);
    expect(after.map(({ method: one }) => one)).toEqual(before.map(({ method: one }) => one));
    const counts = own.slice(1).map((tag) => countOf(after, tag));
    expect(counts.reduce((sum, one) => sum + one, 0)).toBe(own.reduce((sum, tag) => sum + countOf(before, tag), 0));
    expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
    const others = ({ tag }: { tag: string }): boolean => !own.includes(tag);
    expect(after.filter(others)).toEqual(before.filter(others));
  });

  it('come with the block and lot of the piece that they are cut from', () => {
    const blocks = new Map(bundle.pieces.map(({ tag, block }) => [tag, block]));
    for (const { tag, block } of served(withdrawn(own[0]))) expect(block).toBe(blocks.get(tag));
  });

  it('come from a piece of the same flight, where there is one', () => {
    const flights = simulatedBundle({
      panelists: 12,
      pieces: 4,
      tasting: { service: { ...bundle.tasting.service, seatsPerFlight: 3 } },
    });
    const siblings = flights.pieces.filter((piece) => piece.method === flights.tasting.methods[0].id);
    const [gone, ...others] = siblings.map(({ tag }) => tag);
    const planned = servedPortions({ ...flights, key: flights.key! });
    const feeds = (tag: string, flight: number): boolean =>
      planned.some((portion) => portion.tag === tag && portion.flight === flight);
    const after = servedPortions({ ...flights, key: flights.key!, kitchen: [withdrawn(gone)] });
    const moved = after.filter((_, at) => planned[at].tag === gone);
    expect(moved.length).toBeGreaterThan(2);
    for (const { tag, flight } of moved) {
      const near = others.filter((other) => feeds(other, flight));
      expect(near.length > 0 ? near : others).toContain(tag);
    }
    expect(moved.some(({ flight }) => others.some((other) => feeds(other, flight)))).toBe(true);
  });

  it('come from that piece though another has fewer portions', () => {
    const pieces = ['A2', 'B4', 'C6'].map((tag) => ({ tag, method: 'm', lot: null, block: 0 }));
    const portion = (tag: string, flight: number) => ({ tag, panelist: 'p', sitting: 1, flight });
    const dealt = [portion('A2', 1), ...[1, 2, 3].map(() => portion('B4', 1)), portion('C6', 2), portion('A2', 2)];
    const { portions } = cutFrom(dealt, pieces, kitchenState([withdrawn('A2')]), serviceDay([]));
    expect(portions.map(({ tag }) => tag)).toEqual(['B4', 'B4', 'B4', 'B4', 'C6', 'C6']);
  });

  it('stay where nothing remains to cut them from', () => {
    const after = served(...own.map(withdrawn));
    expect(own.reduce((sum, tag) => sum + countOf(after, tag), 0)).toBe(
      own.reduce((sum, tag) => sum + countOf(served(), tag), 0),
    );
  });

  it('go back when the decision is taken back', () => {
    const gate = withdrawn(own[0]);
    expect(served(gate, entry({ kind: 'undone', of: gate.id }))).toEqual(served());
  });
});

describe('a piece that was cooked again', () => {
  it('is cut in place of the first, with its method, block and lot', () => {
    const after = served(withdrawn(own[0]), redone(own[0], 'Q9'));
    expect(after).toEqual(served().map((portion) => (portion.tag === own[0] ? { ...portion, tag: 'Q9' } : portion)));
  });

  it('may be cooked again itself, and be withdrawn', () => {
    const twice = [redone(own[0], 'Q9'), redone('Q9', 'X8')];
    expect(standsFor(own[0], kitchenState(twice))).toBe('X8');
    expect(countOf(served(...twice), 'X8')).toBe(countOf(served(), own[0]));
    const gone = served(...twice, withdrawn('X8'));
    expect(countOf(gone, 'X8')).toBe(0);
    expect(piecesNow(bundle.pieces, kitchenState([...twice, withdrawn('X8')])).slice(-2)).toMatchObject([
      { tag: 'Q9', standing: 'redone', insteadOf: own[0] },
      { tag: 'X8', standing: 'withdrawn', insteadOf: 'Q9' },
    ]);
  });

  it('is on the run sheet in place of the first, from that moment on', () => {
    const log = [withdrawn(own[0]), redone(own[0], 'Q9'), entry({ kind: 'started', pieces: ['Q9'], step: 's' })];
    expect(logOfSheet(log)).toHaveLength(2);
    const tags = piecesToCook(bundle.pieces, log, new Map()).map(({ tag }) => tag);
    expect(tags).toContain('Q9');
    expect(tags).not.toContain(own[0]);
  });

  it('gets a tag that nobody has', () => {
    const taken = bundle.pieces.map(({ tag }) => tag);
    const tags = [...Array(30)].reduce<string[]>((known) => [...known, freeTag(known)], taken);
    expect(new Set(tags).size).toBe(taken.length + 30);
    for (const tag of tags.slice(taken.length)) expect(tag).toMatch(/^[A-Z]\d$/);
  });
});

it('findings, CSV and bundle hear of it', () => {
  const kitchen = [withdrawn(own[0]), redone(own[0], 'Q9'), withdrawn(own[1])];
  const after = { ...bundle, records: { ...bundle.records, kitchen } };
  const cells = new Set(tidyRows(after).map(({ piece }) => piece));
  expect(cells.has(own[0]) || cells.has(own[1])).toBe(false);
  expect(cells.has('Q9')).toBe(true);
  expect(kitchenCsv(after)).toContain(`redone,${own[0]},${method.name},,,,as Q9`);
  expect(parseBundle(after).problems).toEqual([]);
  const stray = { ...after, records: { ...after.records, kitchen: [withdrawn('Q9')] } };
  expect(parseBundle(stray).problems.map(({ message }) => message)).toEqual(['No piece has the tag Q9.']);
  const twice = { ...after, records: { ...after.records, kitchen: [redone(own[0], own[2])] } };
  expect(parseBundle(twice).problems[0].message).toContain('Another piece has the tag');
  // With a piece less the methods are tested on fewer of them.
  const said = (one: typeof bundle): string => JSON.stringify(findings(one));
  expect(said(after)).not.toBe(said(bundle));
});
