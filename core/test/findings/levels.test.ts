import type { Tasting, Test } from '../../src/bundle';
import { isOfTwoSamples } from '../../src/design';
import { rehearse } from '../../src/simulate';
import { simpleTasting } from '../support/bundles';

/**
 * A short run of what `npm run bench -- --levels` does at length: whole tastings with nothing to find, of pieces that
 * differ, and how often something is claimed of the methods. A test that counted bites would claim in 18 of 100
 * and more.
 */
const PANELS = 400;
const NOTHING = PANELS / 2;
/** 0.05, and three standard errors of so few panels. */
const MOST = 0.05 + 3 * Math.sqrt((0.05 * 0.95) / NOTHING);

function plan(test: Test, more: Partial<Tasting> = {}): Tasting {
  const isPair = isOfTwoSamples(test) || test === 'non-inferiority' || test === 'equivalence';
  const tasting = simpleTasting({ methods: isPair ? 2 : 4, panelists: 24, pieces: 3, tasting: { test, ...more } });
  return { ...tasting, assumed: { ...tasting.assumed, pieceSpread: 0.5 } };
}

const service = simpleTasting().service;

describe('with nothing to find, and pieces that vary', () => {
  it.each<[string, Tasting]>([
    ['a ranking of three pieces a method', plan('ranking')],
    ['a ranking of two pieces a method', plan('ranking', { piecesPerMethod: 2 })],
    ['a ranking with replicates', plan('ranking', { service: { ...service, replicates: 2 } })],
    ['liking', plan('liking')],
    ['best and worst', plan('best-worst')],
    ['a margin', plan('non-inferiority', { piecesPerMethod: 6 })],
    ['liking within a margin', plan('equivalence', { piecesPerMethod: 6 })],
    ['a triangle', plan('triangle', { piecesPerMethod: 8 })],
    ['a paired preference', plan('paired-preference', { piecesPerMethod: 6 })],
    ['A or not A with replicates', plan('a-not-a', { piecesPerMethod: 6, service: { ...service, replicates: 3 } })],
  ])('%s claims something of the methods no oftener than it says', (_name, tasting) => {
    const { withNothing } = rehearse(tasting, { seed: 'levels', panels: PANELS });
    expect(withNothing.panels).toBe(NOTHING);
    expect(withNothing.wrong / NOTHING).toBeLessThanOrEqual(MOST);
  });
});
