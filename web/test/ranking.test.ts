import fc from 'fast-check';
import { moveTo, place, placeOf, takeOut, toggleTie } from '../src/questions/ranking';
import { say } from '../src/words/words';

describe('a ranking under the finger', () => {
  it('places, moves and takes out', () => {
    const three = ['482', '907', '615'].reduce(place, [] as string[][]);
    expect(three).toEqual([['482'], ['907'], ['615']]);
    expect(moveTo(three, '615', 0)).toEqual([['615'], ['482'], ['907']]);
    expect(moveTo(three, '482', 2)).toEqual([['907'], ['615'], ['482']]);
    expect(takeOut(three, '907')).toEqual([['482'], ['615']]);
  });

  it('ties with the place above, and parts again', () => {
    const tied = toggleTie([['482'], ['907'], ['615']], '907');
    expect(tied).toEqual([['482', '907'], ['615']]);
    expect([placeOf(tied, '482'), placeOf(tied, '907'), placeOf(tied, '615')]).toEqual([1, 1, 3]);
    expect(toggleTie(tied, '907')).toEqual([['482'], ['907'], ['615']]);
    expect(toggleTie(tied, '482')).toEqual(tied);
  });

  it('breaks a tie only when a sample is dropped into it', () => {
    const tied = [['482', '907'], ['615']];
    expect(moveTo(tied, '615', 1)).toEqual([['482'], ['615'], ['907']]);
    expect(moveTo(tied, '615', 0)).toEqual([['615'], ['482', '907']]);
  });

  it('never loses or doubles a sample, whatever is done', () => {
    const steps = fc.array(fc.tuple(fc.constantFrom('move', 'tie'), fc.nat(5), fc.nat(5)), { maxLength: 25 });
    fc.assert(
      fc.property(steps, (moves) => {
        const codes = ['213', '346', '579', '682', '715', '848'];
        const end = moves.reduce(
          (ranking, [what, sample, to]) =>
            what === 'move' ? moveTo(ranking, codes[sample], to) : toggleTie(ranking, codes[sample]),
          codes.reduce(place, [] as string[][]),
        );
        expect(end.flat().sort()).toEqual(codes);
        expect(end.every((group) => group.length > 0)).toBe(true);
      }),
    );
  });

  it('lands where it was dropped', () => {
    fc.assert(
      fc.property(fc.nat(4), fc.nat(4), (from, to) => {
        const codes = ['213', '346', '579', '682', '715'];
        expect(
          moveTo(
            codes.map((code) => [code]),
            codes[from],
            to,
          )
            .flat()
            .indexOf(codes[from]),
        ).toBe(to);
      }),
    );
  });

  it.each([
    [1, '1st'],
    [2, '2nd'],
    [3, '3rd'],
    [4, '4th'],
    [11, '11th'],
    [21, '21st'],
  ])('says %i as %s', (count, words) => expect(say('place', { count }, 'ordinal')).toBe(words));
});
