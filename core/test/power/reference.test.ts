import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chanceOfAtLeast } from '../../src/inference';
import { fQuantile, noncentralFUpperTail } from '../../src/numeric';
import {
  incompleteRankingPower,
  marginPower,
  methodPower,
  rankingPower,
  scorePower,
  signalPower,
} from '../../src/power';

/** Rows of arguments with R's result last; made by test/reference/power.R. */
type Reference = Record<
  'noncentralF' | 'margin' | 'pieces' | 'tellers' | 'aNotA' | 'sameDifferent' | 'scores' | 'rankings' | 'incomplete',
  number[][]
>;
const reference = JSON.parse(readFileSync(join(__dirname, '../reference/power.json'), 'utf8')) as Reference;

/** Two simulations agree within four standard errors of their difference. */
function expectAlike(power: number, panels: number, inR: number, panelsInR: number): void {
  const variance = (inR * (1 - inR)) / panelsInR + (power * (1 - power)) / panels;
  expect(Math.abs(power - inR)).toBeLessThan(4 * Math.sqrt(variance) + 0.001);
}

const drawn = { seed: '1', panels: 8000 };

const likingOf = (methods: number, difference: number): number[] =>
  Array.from({ length: methods }, (_, at) => (at === 0 ? difference : 0));

describe('power, against R', () => {
  it('has the tails of noncentral F', () => {
    for (const [f, df1, df2, shift, inR] of reference.noncentralF)
      expect(noncentralFUpperTail(f, df1, df2, shift)).toBeCloseTo(inR, 8);
  });

  it('of a margin is that of power.t.test', () => {
    for (const [panelists, sd, margin, inR] of reference.margin) {
      // Of a paired difference of two answers, each as varied.
      const noise = sd / Math.SQRT2;
      const people = { panelists, margin, noise, disagreement: 0, alpha: 0.05 };
      expectAlike(marginPower({ ...people, liking: [0, 0], ...drawn }).power, drawn.panels, inR, Infinity);
    }
  });

  it('of methods on blocks of pieces is that of the noncentral F', () => {
    for (const [methods, pieces, noncentrality] of reference.pieces) {
      // Two people a block, of one taste: a cell varies by its piece, and by half of what two answers do.
      const cell = 0.5 ** 2 + 1 / 2;
      const difference = Math.sqrt((noncentrality * cell * methods) / (pieces * (methods - 1)));
      const [df1, df2] = [methods - 1, (methods - 1) * (pieces - 1)];
      const expected = noncentralFUpperTail(fQuantile(0.95, df1, df2), df1, df2, noncentrality);
      if (methods === 2 && pieces >= 6) continue;
      const { power } = methodPower({
        ...{ panelists: 2 * pieces, asked: 'scores', together: methods, liking: likingOf(methods, difference) },
        ...{ disagreement: 0, noise: 1, pieceSpread: 0.5, pieces, sittings: 1, rounds: 1, tastings: 1, alpha: 0.05 },
        ...drawn,
      });
      // Re-assigning within blocks, which is used where there are blocks enough, finds nearly as much.
      expect(Math.abs(power - expected)).toBeLessThan(pieces >= 6 ? 0.06 : 4 * Math.sqrt(0.25 / drawn.panels));
    }
  });

  it('of scores is what aov finds in simulated tables', () => {
    for (const [panelists, methods, pieces, difference, noise, , inR, panels] of reference.scores) {
      if (pieces > 1) continue;
      const scores = { panelists, noise, disagreement: 0, alpha: 0.05 };
      const { power } = scorePower({ ...scores, liking: likingOf(methods, difference) });
      expectAlike(power, Infinity, inR, panels);
    }
  });

  it('of people who tell, or guess, several times is the sum over how many tell', () => {
    for (const [people, replicates, share, guess, correct, inR] of reference.tellers)
      expect(chanceOfAtLeast(correct, { people, replicates, share, guess })).toBeCloseTo(inR, 10);
  });

  it.each(['aNotA', 'sameDifferent'] as const)('of %s is that of every table', (name) => {
    const protocol = name === 'aNotA' ? 'a-not-a' : 'same-different';
    for (const [panelists, tellers, inR] of reference[name]) {
      const asked = { panelists, tellers, replicates: 1, alpha: 0.05, seed: '1', panels: 8000 };
      expectAlike(signalPower(protocol, asked).power, 8000, inR, Infinity);
    }
  });

  it('of rankings is that of an independent simulation', () => {
    for (const [panelists, samples, difference, spread, inR, panels] of reference.rankings) {
      const liking = likingOf(samples, difference);
      const { power } = rankingPower({ panelists, liking, spread, alpha: 0.05, seed: '1' });
      expectAlike(power, 5000, inR, panels);
    }
  });

  it('of incomplete rankings, and of best and worst, is that of an independent simulation', () => {
    for (const [rankings, samples, together, difference, spread, ends, inR, panels] of reference.incomplete) {
      const liking = likingOf(samples, difference);
      const asked = ends === 1 ? ('best and worst' as const) : ('ranks' as const);
      const plan = { rankings, together, asked, liking, spread, alpha: 0.05, seed: '1', panels: 4000 };
      expectAlike(incompleteRankingPower(plan).power, 4000, inR, panels);
    }
  });
});
