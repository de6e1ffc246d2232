import { piecesNamedIn } from '../src/caveats/pieces';

describe('pieces that a caveat names', () => {
  it.each([
    ['k4 overshot, and so did B3.', ['B3', 'K4']],
    ['AK4 is another piece than K4b', []],
    ['(K4)', ['K4']],
    ['nothing', []],
  ])('in %j are %j', (text, named) => expect(piecesNamedIn(text, ['B3', 'K4'])).toEqual(named));
});
