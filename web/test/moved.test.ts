import { movedBetween } from '../src/stages/cook/live/moved';

const step = (piece: string, name: string, start: string) => ({ piece, step: name, name, start });

const NOON = Date.parse('2026-11-26T12:00:00Z');

describe('what a new sheet moves', () => {
  const told = [
    step('A1', 'sear', '2026-11-26T17:00:00.000Z'),
    step('A1', 'rest', '2026-11-26T17:10:00.000Z'),
    step('B2', 'boil', '2026-11-26T17:05:00.000Z'),
  ];

  it('lists steps with another start, the earliest first', () => {
    const anew = [
      step('A1', 'rest', '2026-11-26T17:20:00Z'),
      step('B2', 'boil', '2026-11-26T17:07:00.000Z'),
      step('A1', 'sear', '2026-11-26T17:00:00.000Z'),
    ];
    expect(movedBetween(told, anew, NOON).map(({ piece, step: own }) => `${piece} ${own}`)).toEqual([
      'B2 boil',
      'A1 rest',
    ]);
    expect(movedBetween(told, anew, NOON)[1]).toMatchObject({
      from: Date.parse('2026-11-26T17:10:00Z'),
      to: Date.parse('2026-11-26T17:20:00Z'),
    });
  });

  it('leaves out what is only on one of them: a piece that is through, or one that is cooked anew', () => {
    expect(movedBetween(told, [step('C3', 'boil', '2026-11-26T17:30:00Z')], NOON)).toEqual([]);
    expect(movedBetween(told, [], NOON)).toEqual([]);
  });

  it('leaves out what was begun, which stands when it was', () => {
    const anew = [step('A1', 'sear', '2026-11-26T17:04:00Z'), step('A1', 'rest', '2026-11-26T17:20:00Z')];
    const since = Date.parse('2026-11-26T17:06:00Z');
    expect(movedBetween(told, anew, since).map(({ step: own }) => own)).toEqual(['rest']);
  });
});
