import { defaultTasting, type Test } from '../../src/bundle';
import { planPower } from '../../src/planned';
import { joined, rehearse, rehearsePart } from '../../src/simulate';
import { simpleTasting, type Wanted } from '../support/bundles';
import { tries } from '../support/thorough';

/** More than two standard errors for 200 panels, and what one plan's orders may be better or worse than most; seeds are fixed. */
const NEAR = 0.12;

describe('a rehearsal and the power of its plan', () => {
  const defaults = defaultTasting();
  const assumed = { ...defaults.assumed, difference: 1.5, discriminators: 0.4, disagreement: 1.2, noise: 0.8 };
  const together = (count: number, replicates = 1) => ({ ...defaults.service, together: count, replicates });

  it.each<[Test, Partial<Wanted>]>([
    ['ranking', { methods: 4, tasting: { service: together(4) } }],
    ['ranking', { methods: 6, tasting: { service: { ...together(3), sittings: 2 } } }],
    ['best-worst', { methods: 5, tasting: { service: together(4) } }],
    ['best-worst', { methods: 4, tasting: { service: together(4, 2) } }],
    ['liking', { methods: 3, tasting: { service: together(3) } }],
    ['liking', { methods: 3, tasting: { service: together(3, 2) } }],
    ['liking', { methods: 6, tasting: { service: together(3) } }],
    ['non-inferiority', { methods: 2, tasting: { service: together(2) } }],
    ['paired-preference', { methods: 2, pieces: 8, tasting: { service: together(2, 2) } }],
    ['triangle', { methods: 2, pieces: 6 }],
    ['triangle', { methods: 2, pieces: 1 }],
    ['duo-trio', { methods: 2, pieces: 12, tasting: { service: together(2, 2) } }],
    ['2-afc', { methods: 2, pieces: 6 }],
    ['3-afc', { methods: 2, pieces: 8 }],
    ['tetrad', { methods: 2, pieces: 8 }],
    ['a-not-a', { methods: 2, pieces: 8, tasting: { service: together(2, 2) } }],
    ['same-different', { methods: 2, pieces: 12, tasting: { service: together(2, 2) } }],
  ])('agree: %s, case %#', (test, { methods, pieces = 4, tasting }) => {
    const plan = simpleTasting({
      methods,
      panelists: 24,
      pieces,
      tasting: { test, assumed: { ...assumed, pieceSpread: 0 }, ...tasting },
    });
    const { withDifference, withNothing } = rehearse(plan, { seed: '2', panels: tries(200) });
    const { verdicts, panels } = withDifference;
    const claims = panels - verdicts['no-answer'] - verdicts['cannot-say'];
    expect(Math.abs(claims / panels - planPower(plan, 24, '1', 2000).power)).toBeLessThan(NEAR);
    // Replicates must not make one taste count as several.
    expect(withNothing.wrong / withNothing.panels).toBeLessThan(
      0.05 + 3 * Math.sqrt((0.05 * 0.95) / withNothing.panels),
    );
  });
});

describe('a rehearsal', () => {
  const fast = { seed: '1', panels: 100 };

  it('lets the truly best win, shows one answer, and repeats with its seed', () => {
    const tasting = simpleTasting({
      methods: 3,
      panelists: 24,
      pieces: 6,
      tasting: { assumed: { ...defaultTasting().assumed, difference: 3, pieceSpread: 0 } },
    });
    const rehearsal = rehearse(tasting, fast);
    expect(rehearsal.withDifference.right).toBeGreaterThan(97);
    expect(rehearsal.withDifference.wrong).toBe(0);
    expect(rehearsal.best).toBe('m1');
    expect(rehearsal.example.verdict.sentence).toBe('Method 1 is liked best.');
    expect(rehearse(tasting, fast)).toEqual(rehearsal);
  });

  it('comes to the same in how many parts it is done', () => {
    const tasting = simpleTasting({ methods: 2, panelists: 12, tasting: { test: 'triangle' } });
    const parts = [2, 0, 1].map((part) => rehearsePart(tasting, { seed: '1', panels: 50, part, of: 3 }));
    expect(joined(tasting, '1', parts)).toEqual(rehearse(tasting, { seed: '1', panels: 50 }));
  });

  it('shows that many bites of few pieces claim what is not there', () => {
    const few = simpleTasting({
      methods: 4,
      panelists: 60,
      pieces: 1,
      tasting: { assumed: { ...defaultTasting().assumed, pieceSpread: 1 } },
    });
    expect(rehearse(few, fast).withNothing.wrong).toBeGreaterThan(25);
  });

  it('has nobody to go by when nobody comes', () => {
    const away = simpleTasting({
      methods: 3,
      panelists: 8,
      tasting: { assumed: { ...defaultTasting().assumed, noShows: 0.9 } },
    });
    const { verdicts } = rehearse(away, { seed: '1', panels: 40 }).withDifference;
    expect(verdicts['cannot-say']).toBeGreaterThan(35);
  });
});
