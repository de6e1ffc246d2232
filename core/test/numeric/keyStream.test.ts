import { keyStream, randomStream, type RandomStream } from '../../src/numeric';

/** The first codes that a stream draws, as a plan draws them. */
const codesFrom = (stream: RandomStream): string =>
  stream
    .shuffled(Array.from({ length: 800 }, (_, at) => 101 + at))
    .slice(0, 6)
    .join();

describe('the stream that a key rests on', () => {
  it('is the same for the same seed and purpose, and another for any other', () => {
    const draws = (seed: string, purpose: string) => codesFrom(keyStream(seed, purpose));
    expect(draws('seed', 'codes')).toBe(draws('seed', 'codes'));
    expect(new Set([draws('seed', 'codes'), draws('seed', 'orders'), draws('seee', 'codes')]).size).toBe(3);
  });

  it('draws the same on any machine', () => {
    const stream = keyStream('0123456789abcdef0123456789abcdef', 'codes');
    expect(Array.from({ length: 4 }, () => stream.integer(0, 999_999))).toMatchInlineSnapshot(`
     [
       568762,
       739474,
       853904,
       577944,
     ]
    `);
  });

  it('draws evenly', () => {
    const stream = keyStream('even', 'x');
    const counts = new Array<number>(10).fill(0);
    for (let at = 0; at < 20_000; at++) counts[stream.integer(0, 9)]++;
    const chiSquared = counts.reduce((sum, count) => sum + (count - 2000) ** 2 / 2000, 0);
    // The 0.001 point of chi-squared on 9 degrees of freedom.
    expect(chiSquared).toBeLessThan(27.9);
  });

  it('cannot be found by trying every beginning that a simulation stream can have', () => {
    // A simulation stream has 2^32 beginnings, and six codes single out one of them. Here the search
    // is cut down to 2^13 of them, among which the right one is, so that it takes a moment.
    const beginnings = Array.from({ length: 2 ** 13 }, (_, at) => `beginning ${at}`);
    const search = (seen: string): string[] =>
      beginnings.filter((one) => codesFrom(randomStream(one, 'codes')) === seen);
    const secret = beginnings[4711];
    expect(search(codesFrom(randomStream(secret, 'codes')))).toEqual([secret]);
    expect(search(codesFrom(keyStream(secret, 'codes')))).toEqual([]);
  });

  it('takes its whole state from seed and purpose: a change anywhere in 128 bits changes every draw', () => {
    const seed = '00000000000000000000000000000000';
    const first = keyStream(seed, 'codes');
    const own = Array.from({ length: 64 }, () => first.fraction());
    for (let digit = 0; digit < 32; digit++) {
      const other = keyStream(`${seed.slice(0, digit)}1${seed.slice(digit + 1)}`, 'codes');
      const same = own.filter((draw) => draw === other.fraction()).length;
      expect(same).toBe(0);
    }
  });
});
