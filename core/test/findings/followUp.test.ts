import { followUpSize, type FollowUp } from '../../src/planned/ranking/followUp';

/** Four methods, of which the first leads; what was seen of 24 people, or of three pieces each. */
function plan(lead: number, more: Partial<FollowUp> = {}): FollowUp {
  const heights = [lead, 0, -0.3, -0.3];
  const covariance = heights.map((_, a) => heights.map((_other, b) => (a === b ? 0.04 : 0)));
  return {
    known: { heights, covariance, df: 23, mostSpread: 1.118 },
    ...{ first: 0, second: 1, units: 24, isOfPieces: false, most: 300, alpha: 0.05, seed: '1' },
    ...more,
  };
}

describe('the size of a follow-up', () => {
  it('is larger than the lead by itself would have it, since a lead that made one look is mostly too large', () => {
    for (const lead of [0.8, 1, 1.5]) {
      // Noether: ((z(0.975) + z(0.8)) / effect)^2, the effect being the lead in standard deviations of one person.
      const byItself = (7.849 * 2 * 0.04 * 24) / lead ** 2;
      expect(followUpSize(plan(lead))).toBeGreaterThan(1.5 * byItself);
    }
  });

  it('falls with the lead, rises with the proof asked for, and is none where the two may be alike', () => {
    const size = (lead: number, more?: Partial<FollowUp>) => followUpSize(plan(lead, more)) ?? Infinity;
    expect(size(1.5)).toBeLessThan(size(1));
    expect(size(1)).toBeLessThan(size(0.8));
    expect(size(1, { alpha: 0.01 })).toBeGreaterThan(size(1));
    expect(size(0.3)).toBe(Infinity);
    expect(size(0)).toBe(Infinity);
  });

  it('of pieces counts pieces, from the six on that a test of two can do with', () => {
    const known = { ...plan(1).known, df: 6 };
    const ofPieces = (lead: number) =>
      followUpSize(
        plan(lead, {
          known: { ...known, heights: plan(lead).known.heights },
          ...{ units: 3, isOfPieces: true, most: 12 },
        }),
      );
    expect(ofPieces(1.5)).toBe(6);
    expect(ofPieces(1)).toBeGreaterThan(6);
    expect(ofPieces(0.4)).toBeNull();
  });
});
