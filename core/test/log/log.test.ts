import fc from 'fast-check';
import { fold, holding, type Entry } from '../../src/log';

type Body = { kind: 'said'; word: string } | { kind: 'undone'; of: string };
const AT = '2026-03-05T18:00:00.000Z';
const entry = (id: string, body: Body): Entry<Body> => ({ id, at: AT, storedAt: AT, by: 'Ines', body });
const said = (id: string): Entry<Body> => entry(id, { kind: 'said', word: id });
const undone = (id: string, of: string): Entry<Body> => entry(id, { kind: 'undone', of });
const words = (entries: Entry<Body>[]): string[] => holding(entries).map(({ id }) => id);

describe('a record of the day', () => {
  it('holds what was not taken back, in its order', () => {
    expect(words([said('a'), said('b'), undone('u', 'a'), said('c')])).toEqual(['b', 'c']);
  });

  it('brings back what was taken back, when that is taken back', () => {
    const entries = [said('a'), undone('u', 'a'), undone('v', 'u')];
    expect(words(entries)).toEqual(['a']);
    expect(words([...entries, undone('w', 'v')])).toEqual([]);
  });

  it('counts an entry that was sent twice once, as it came first', () => {
    const again = { ...said('a'), body: { kind: 'said' as const, word: 'other' } };
    expect(holding([said('a'), again]).map(({ body }) => body)).toEqual([{ kind: 'said', word: 'a' }]);
  });

  it('is folded by a reducer that never sees an undo', () => {
    const entries = [said('a'), said('b'), undone('u', 'b')];
    expect(fold<string, Body>(entries, '', (state, { body }) => state + body.word)).toBe('a');
  });

  it('is the same however often and in whatever repetition entries come', () => {
    const lists = fc.array(
      fc.record({ id: fc.integer({ min: 0, max: 9 }), of: fc.option(fc.integer({ min: 0, max: 9 })) }),
    );
    fc.assert(
      fc.property(lists, (list) => {
        const entries = list.map(({ id, of }, at) =>
          of === null ? said(`${id}`) : undone(`undo-${at}`, list[of]?.of === null ? `${of}` : `undo-${of}`),
        );
        const repeated = entries.flatMap((one) => [one, one]);
        expect(words([...repeated, ...entries])).toEqual(words(entries));
      }),
    );
  });
});
