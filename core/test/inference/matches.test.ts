import fc from 'fast-check';
import { matches } from '../../src/inference';
import { randomStream } from '../../src/numeric';

/** Chance of as many matches or more by dealing out the things in every way there is. */
function enumerated(named: readonly string[], given: readonly string[]): number {
  const right = (dealt: readonly string[]): number => named.filter((name, at) => name === dealt[at]).length;
  const least = right(given);
  let [ways, all] = [0, 0];
  (function deal(left: readonly string[], dealt: readonly string[]): void {
    if (left.length === 0) {
      all++;
      if (right(dealt) >= least) ways++;
    }
    left.forEach((one, at) => deal([...left.slice(0, at), ...left.slice(at + 1)], [...dealt, one]));
  })(given, []);
  return ways / all;
}

const LETTERS = ['a', 'b', 'c'];
const letters = fc.array(fc.constantFrom(...LETTERS), { minLength: 1, maxLength: 6 });

describe('names against what was given', () => {
  it('has the chance that dealing out in every way gives', () => {
    fc.assert(
      fc.property(
        letters.chain((named) =>
          fc.tuple(
            fc.constant(named),
            fc.array(fc.constantFrom(...LETTERS), { minLength: named.length, maxLength: named.length }),
          ),
        ),
        ([named, given]) => {
          expect(matches(named, given, 0.05).p).toBeCloseTo(enumerated(named, given), 12);
        },
      ),
      { numRuns: 60, seed: 11 },
    );
  });

  // Montmort's problem of coincidences, 1708: of n letters in n envelopes at least one is right with chance 1 - D(n) / n!.
  it.each([
    [4, 15 / 24],
    [5, 76 / 120],
    [10, 1 - 1334961 / 3628800],
  ])('is that of coincidences for %i different things', (n, chance) => {
    const given = Array.from({ length: n }, (_, at) => String(at));
    // One right and the others turned round by one: at least one match.
    const named = given.map((_, at) => (at === 0 ? given[0] : given[1 + (at % (n - 1))]));
    expect(matches(named, given, 0.05)).toMatchObject({ n, right: 1 });
    expect(matches(named, given, 0.05).p).toBeCloseTo(chance, 12);
  });

  // The lady tasting tea (Fisher 1935): four of eight, all named rightly, 1 in 70; three of four or better, 17 in 70.
  it('is Fisher’s for two kinds in equal numbers', () => {
    const given = ['m', 'm', 'm', 'm', 't', 't', 't', 't'];
    expect(matches(given, given, 0.05).p).toBeCloseTo(1 / 70, 12);
    expect(matches(['m', 'm', 'm', 't', 'm', 't', 't', 't'], given, 0.05).p).toBeCloseTo(17 / 70, 12);
  });

  it('says what is to be expected, and how many know', () => {
    const found = matches(['a', 'a', 'a', 'b'], ['a', 'a', 'b', 'b'], 0.05);
    expect(found).toMatchObject({ n: 4, right: 3, expected: 2, knowing: 0.5 });
    expect(matches(['a', 'a'], ['a', 'a'], 0.05)).toMatchObject({ p: 1, knowing: 0, knowingInterval: [0, 1] });
    expect(matches([], [], 0.05)).toMatchObject({ n: 0, right: 0, p: 1, knowing: 0 });
  });

  it('is calculated for five hundred people and sixty names in less than a second', () => {
    const given = Array.from({ length: 500 }, (_, at) => String(at % 60));
    const began = Date.now();
    const { p, right } = matches(
      given.map((one, at) => (at % 25 === 0 ? one : String((at + 1) % 60))),
      given,
      0.05,
    );
    expect(right).toBe(20);
    // 500 people at one in sixty: 8.3 are expected, nearly as many by Poisson.
    expect(p).toBeGreaterThan(0.0002);
    expect(p).toBeLessThan(0.0005);
    expect(Date.now() - began).toBeLessThan(5000);
  });

  it('says of people who know nothing that they know at most one time in twenty, whatever they like to say', () => {
    const random = randomStream('guesses', 'level');
    const given = Array.from({ length: 24 }, (_, at) => LETTERS[at % 3]);
    let [times, said] = [0, 0];
    for (; times < 3000; times++) {
      const named = given.map(() => (random.fraction() < 0.6 ? 'a' : LETTERS[Math.floor(3 * random.fraction())]));
      if (matches(named, random.shuffled(given), 0.05).p <= 0.05) said++;
    }
    // Two standard errors above 5 %.
    expect(said / times).toBeLessThan(0.05 + 2 * Math.sqrt((0.05 * 0.95) / times));
    expect(said).toBeGreaterThan(0.01 * times);
  });

  it.each([0.2, 0.5, 0.8])('has the share of people who know, %d, in its interval 19 times in 20', (share) => {
    const random = randomStream('guesses', `cover ${share}`);
    const given = Array.from({ length: 40 }, (_, at) => ['a', 'b', 'c', 'd'][at % 4]);
    let [times, within] = [0, 0];
    for (; times < 1000; times++) {
      const dealt = random.shuffled(given);
      const named = dealt.map((one) =>
        random.fraction() < share ? one : ['a', 'b', 'c', 'd'][Math.floor(4 * random.fraction())],
      );
      const [low, high] = matches(named, dealt, 0.05).knowingInterval;
      if (low <= share && share <= high) within++;
    }
    expect(within / times).toBeGreaterThan(0.94);
  });
});
