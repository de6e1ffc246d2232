import { TESTS, type Tasting, type Test } from '../../src/bundle';
import { codeSharing, isOfTwoSamples, lockPlan, lockProblems, type LockedPlan } from '../../src/design';
import { neutralQuestion, usualBallot } from '../../src/library';
import { simpleTasting } from '../support/bundles';

/**
 * A hostile server: sees every tray, label and count, and the bundle as it is exported while
 * sealed, and knows how Jacana draws plans. It must not do better than chance at saying which
 * code is which method, or which answer of a tray is right.
 */

interface Seen {
  code: string;
  method: number;
  /** What can be counted of a code over all trays. */
  features: number[];
}

const FEATURES = ['times served', 'times first', 'times last', 'times warm-up', 'evenness of places', 'partners'];

/** Counts for each code whatever the trays show. */
function seen(tasting: Tasting, { plan, key }: LockedPlan): Seen[] {
  const codes = new Map<string, { places: number[]; warmUps: number; partners: Set<string> }>();
  const of = (code: string) => {
    const known = codes.get(code) ?? { places: [], warmUps: 0, partners: new Set() };
    codes.set(code, known);
    return known;
  };
  for (const { warmUp, sets } of plan.servings) {
    if (warmUp) of(warmUp).warmUps++;
    for (const set of sets)
      set.codes.forEach((code, place) => {
        of(code).places.push(place);
        for (const other of set.codes) if (other !== code) of(code).partners.add(other);
      });
  }
  return [...codes].map(([code, { places, warmUps, partners }]) => {
    const last = Math.max(0, ...places);
    const counts = Array.from({ length: last + 1 }, (_, place) => places.filter((one) => one === place).length);
    const first = counts[0] ?? 0;
    const evenness = -counts.reduce((sum, count) => sum + count ** 2, 0);
    return {
      code,
      method: tasting.methods.findIndex(({ id }) => id === key.codes[code]),
      features: [places.length + warmUps, first, counts[last] ?? 0, warmUps, evenness, partners.size],
    };
  });
}

const drawn = (test: Test, panelists: number, seed: number, more: Partial<Tasting['service']> = {}) => {
  const base = simpleTasting({ methods: isOfTwoSamples(test) ? 2 : 3, panelists });
  const tasting: Tasting = {
    ...base,
    test,
    decision: { ...base.decision, kind: test === 'equivalence' ? 'similar' : 'liked-best', attribute: 'crisp' },
    ballot: {
      items: test === 'profile' ? [neutralQuestion('line', 'line', { word: 'crisp' })] : usualBallot(test, 'crisp'),
    },
    service: { ...base.service, ...more },
  };
  expect(lockProblems(tasting)).toEqual([]);
  return {
    tasting,
    locked: lockPlan(tasting, {
      seed: `${test} ${panelists} ${seed}`,
      salt: 'salt-of-sixteen!',
      lockedAt: '2026-03-05T18:00:00.000Z',
    }),
  };
};

/** How far the mean of +1 and -1 guesses is from nothing, in its own standard errors. */
const deviation = (guesses: readonly number[]): number =>
  guesses.length === 0
    ? 0
    : Math.abs(guesses.reduce((sum, one) => sum + one, 0)) /
      Math.sqrt(guesses.reduce((sum, one) => sum + one ** 2, 1e-9));

const SIZES = [5, 6, 7, 9, 11, 14, 25, 36, 47, 60];
const PLANS = 12;

describe.each(TESTS)('trays of a %s', (test) => {
  it.each([
    ['shared codes', { codes: 'shared' as const, warmUp: false }],
    ['shared codes and a warm-up', { codes: 'shared' as const, warmUp: true }],
    ['own codes', { codes: 'own' as const, warmUp: true }],
  ])('with %s tell nothing of the methods by what can be counted', (_what, service) => {
    // For each feature: does the code that has more of it belong to an earlier or a later method?
    const guesses = FEATURES.map((): number[] => []);
    for (const panelists of SIZES.filter((size) => service.codes === 'shared' || size <= 47))
      for (let seed = 0; seed < PLANS; seed++) {
        const { tasting, locked } = drawn(test, panelists, seed, service);
        // In a 3-AFC one sample stands twice by design; what is left is whether its codes show which.
        const codes = seen(tasting, locked).filter(({ features }) => test !== '3-afc' || features[3] === 0);
        FEATURES.forEach((_, at) => {
          // Of all codes, those with the most and the least: what a guesser would look at first.
          const [most, least] = [Math.max, Math.min].map((end) => end(...codes.map(({ features }) => features[at])));
          if (most === least) return;
          const mean = (wanted: number): number => {
            const own = codes.filter(({ features }) => features[at] === wanted);
            return own.reduce((sum, { method }) => sum + method, 0) / own.length;
          };
          guesses[at].push(Math.sign(mean(most) - mean(least)));
        });
      }
    guesses.forEach((list, at) => {
      const isBad = deviation(list) > 4;
      if (isBad)
        throw new Error(`${FEATURES[at]} gives the method away: ${deviation(list).toFixed(1)} standard errors.`);
    });
  });
});

describe('the right answer of a tray', () => {
  const TWINS: Test[] = ['triangle', 'duo-trio', 'tetrad', '3-afc', 'same-different'];

  /** Codes that come together in a set more often than others are taken for twins, or for a pair that differs. */
  function pairings(locked: LockedPlan, isDuoTrio: boolean): Map<string, number> {
    const met = new Map<string, number>();
    for (const { sets } of locked.plan.servings)
      for (const { codes } of sets)
        // That the two after a reference differ is no secret.
        for (const one of isDuoTrio ? codes.slice(0, 1) : codes)
          for (const other of codes)
            if (one < other || (isDuoTrio && one !== other))
              met.set(`${one} ${other}`, (met.get(`${one} ${other}`) ?? 0) + 1);
    return met;
  }

  it.each(TWINS)('of a %s cannot be read off how often codes meet, for panels of any size', (test) => {
    const guesses: number[] = [];
    const shares: number[] = [];
    for (const panelists of [5, 12, 24, 31, 48, 60, 150, test === 'same-different' ? 180 : 230])
      for (let seed = 0; seed < 20; seed++) {
        const { tasting, locked } = drawn(test, panelists, seed);
        const met = pairings(locked, test === 'duo-trio');
        const isTwin = (pair: string): boolean => {
          const [one, other] = pair.split(' ');
          return locked.key.codes[one] === locked.key.codes[other];
        };
        const counts = [...met.values()];
        const [most, least] = [Math.max(...counts), Math.min(...counts)];
        shares.push(codeSharing(tasting) === 'own' ? 1 : 0);
        if (most === least) continue;
        const share = (wanted: number): number => {
          const own = [...met].filter(([, count]) => count === wanted);
          return own.filter(([pair]) => isTwin(pair)).length / own.length;
        };
        guesses.push(Math.sign(share(most) - share(least)));
      }
    expect(deviation(guesses)).toBeLessThan(4);
    expect(shares.some(Boolean)).toBe(true);
  });

  it.each(['triangle', 'tetrad', '3-afc'] as const)(
    'of a large %s cannot be read off how evenly codes are left out',
    (test) => {
      // Of the three ways to pair four codes, the true one must not be the most even more often than a third of the time.
      let [hits, tries] = [0, 0];
      for (let seed = 0; seed < 60; seed++) {
        const { locked } = drawn(test, 201 + seed, seed);
        const codes = Object.keys(locked.key.codes).sort();
        if (codes.length !== 4) continue;
        const absent = codes.map(
          (code) => locked.plan.servings.filter(({ sets }) => !sets[0].codes.includes(code)).length,
        );
        const unevenness = [1, 2, 3].map((partner) =>
          Math.abs(2 * (absent[0] + absent[partner]) - absent.reduce((sum, one) => sum + one, 0)),
        );
        const best = unevenness.flatMap((value, at) => (value === Math.min(...unevenness) ? [at + 1] : []));
        const twin = codes.findIndex((code, at) => at > 0 && locked.key.codes[code] === locked.key.codes[codes[0]]);
        hits += best.includes(twin) ? 1 / best.length : 0;
        tries++;
      }
      const expected = tries / 3;
      expect(Math.abs(hits - expected)).toBeLessThan(4 * Math.sqrt((tries * 2) / 9) + 1e-9);
    },
  );

  it('of a large duo-trio cannot be read off: each reference comes with both orders of one pair', () => {
    const { locked } = drawn('duo-trio', 240, 1);
    const trays = locked.plan.servings.map(({ sets }) => sets[0].codes);
    const all = new Set(trays.map((codes) => codes.join(' ')));
    expect(new Set(trays.map(([reference]) => reference)).size).toBe(2);
    expect(new Set(trays.flatMap(([, ...pair]) => pair)).size).toBe(2);
    expect(all.size).toBe(4);
    for (const tray of all) expect(trays.filter((codes) => codes.join(' ') === tray)).toHaveLength(60);
  });

  it('of a duo-trio and a same-different pair stands under codes that nobody else has', () => {
    for (const test of TWINS) {
      const { locked } = drawn(test, 36, 1);
      const all = locked.plan.servings.flatMap(({ sets }) => sets.flatMap((set) => set.codes));
      expect(new Set(all).size).toBe(all.length);
    }
  });
});
