import { ledger } from '../../src/caveats';
import type { CaveatEntry } from '../../src/tasting';

const BEFORE = '2026-03-05T18:00:00.000Z';
const UNSEALED = '2026-03-05T20:00:00.000Z';
const AFTER = '2026-03-05T21:00:00.000Z';
const entry = (id: string, body: CaveatEntry['body'], storedAt = BEFORE): CaveatEntry => ({
  ...{ id, at: BEFORE, storedAt, by: 'Ines', body },
});
const noted = (id: string, text = 'Overshot', storedAt = BEFORE): CaveatEntry =>
  entry(id, { kind: 'noted', text, about: { pieces: ['K4'], panelists: [] } }, storedAt);

describe('the caveat ledger', () => {
  it('has what was noted, as it was edited last', () => {
    const entries = [noted('a'), noted('b'), entry('e', { kind: 'edited', of: 'a', text: 'Overshot by 3 °C' })];
    expect(ledger(entries, null).caveats).toEqual([
      expect.objectContaining({ id: 'a', text: 'Overshot by 3 °C', editedAt: BEFORE }),
      expect.objectContaining({ id: 'b', text: 'Overshot', editedAt: null, about: { pieces: ['K4'], panelists: [] } }),
    ]);
    expect(ledger(entries, null).caveats[0].about).toBeUndefined();
  });

  it('leaves out what was withdrawn, and brings it back when that is undone', () => {
    const entries = [noted('a'), entry('w', { kind: 'withdrawn', of: 'a', because: 'Wrong piece' })];
    expect(ledger(entries, null).caveats).toEqual([]);
    expect(ledger([...entries, entry('u', { kind: 'undone', of: 'w' })], null).caveats).toHaveLength(1);
  });

  it('says what was noted or changed when the key was open, by the clock of the server', () => {
    const entries = [
      noted('a'),
      noted('b', 'Late thought', AFTER),
      noted('c'),
      entry('e', { kind: 'edited', of: 'c', text: 'Now I know' }, AFTER),
    ];
    expect(ledger(entries, UNSEALED).caveats.map(({ id, afterUnsealing }) => [id, afterUnsealing])).toEqual([
      ['a', false],
      ['b', true],
      ['c', true],
    ]);
    expect(ledger(entries, null).caveats.some(({ afterUnsealing }) => afterUnsealing)).toBe(false);
  });

  it('counts the last mark of a panelist', () => {
    const mark = (id: string, panelist: string, because: string, storedAt = BEFORE) =>
      entry(id, { kind: 'not-blind', panelist, because }, storedAt);
    const entries = [
      mark('1', 'p1', 'Helped to cook'),
      mark('2', 'p2', 'Saw the list'),
      mark('3', 'p1', 'Cooked', AFTER),
      entry('4', { kind: 'blind-again', panelist: 'p2' }),
    ];
    expect(ledger(entries, UNSEALED).notBlind).toEqual([{ panelist: 'p1', because: 'Cooked', afterUnsealing: true }]);
  });
});
