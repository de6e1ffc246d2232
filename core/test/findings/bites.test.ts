import { readingOf } from '../../src/answers';
import type { Tasting, TastingBundle } from '../../src/bundle';
import { lockPlan } from '../../src/design';
import { servedPortions } from '../../src/served';
import { AT, simpleTasting, simulatedBundle } from '../support/bundles';
import { plannedFindings } from '../support/results';

/** Rules that are easy to lose: each was once taken out by hand without a test noticing. */

/** Replaces rankings: each set is ranked by a function of method, panelist and replicate. */
function rankedBy(bundle: TastingBundle, rank: (method: number, who: number, set: number) => number): TastingBundle {
  const place = new Map(bundle.tasting.methods.map(({ id }, at) => [id, at]));
  const ballots = bundle.ballots.map((ballot, who) => ({
    ...ballot,
    answers: ballot.answers.map((answer) => {
      if (answer.kind !== 'ranking') return answer;
      const serving = bundle.plan!.servings.find(
        (one) => one.panelist === ballot.panelist && one.sitting === ballot.sitting,
      );
      const codes = serving!.sets[answer.set].codes;
      const of = (code: string) => rank(place.get(bundle.key!.codes[code])!, who, answer.set);
      const levels = [...new Set(codes.map(of))].sort((a, b) => a - b);
      return { ...answer, ranking: levels.map((level) => codes.filter((code) => of(code) === level)) };
    }),
  }));
  return { ...bundle, ballots };
}

describe('replicates of an incomplete ranking', () => {
  const service: Tasting['service'] = { ...simulatedBundle().tasting.service, together: 3, replicates: 2 };
  const bundle = simulatedBundle({
    ...{ methods: 5, panelists: 20, ties: true, tasting: { test: 'ranking', service } },
  });
  const ranksOf = (changed: TastingBundle) => {
    const { planned } = plannedFindings(changed);
    if (planned.of !== 'ranking') throw new Error('not ordered');
    return planned;
  };

  it('are heard by the mean of all, not by the last', () => {
    // The first time everyone ranks in the order of the methods, the second time the other way round.
    const turned = ranksOf(rankedBy(bundle, (method, _who, set) => (set === 0 ? method : -method)));
    expect(turned.means.every(({ meanRank }) => meanRank === 2)).toBe(true);
    // Agreement in the first and nothing in the second still leads where the first did.
    const once = ranksOf(rankedBy(bundle, (method, _who, set) => (set === 0 ? method : 0)));
    const [first, last] = [once.means[0].meanRank as number, once.means[4].meanRank as number];
    expect(first).toBeLessThan(last);
  });

  it('count a panelist once, however often the same samples were ranked', () => {
    const { strength } = ranksOf(rankedBy(bundle, (method) => method));
    expect(strength.test === null ? strength.reason : strength.rankings).toBe(20);
  });
});

describe('leaders of an incomplete ranking', () => {
  it('are kept by Holm: a rival that is only just beaten by itself still leads', () => {
    // Over many drawn panels, Holm keeps more leaders than bare p-values would; with none beaten by less, it is not in use.
    const service: Tasting['service'] = { ...simulatedBundle().tasting.service, together: 4 };
    let kept = 0;
    for (let seed = 0; seed < 12; seed++) {
      const found = plannedFindings(
        simulatedBundle({
          ...{ methods: 8, panelists: 40, seed: `holm ${seed}`, truth: [7.4, 6.4, 6.3, 6.3, 6.2, 6.2, 6.1, 5] },
          tasting: { test: 'ranking', service },
          world: { disagreement: 1, noise: 1 },
        }),
      );
      const { planned, verdict } = found;
      if (planned.of !== 'ranking' || planned.strength.test === null || verdict.leaders.length === 0) continue;
      const worth = planned.strength.logWorth;
      const se = planned.strength.se;
      const best = worth.indexOf(Math.max(...worth));
      // Those that a bare test against the best would drop at 0.05, taking the two errors as apart.
      const dropped = worth.filter(
        (one, at) => at !== best && (worth[best] - one) / Math.hypot(se[at], se[best]) > 1.96,
      );
      kept += verdict.leaders.length - (worth.length - dropped.length);
    }
    expect(kept).toBeGreaterThan(0);
  });
});

describe('portions of a piece with zones', () => {
  it('are dealt zone by zone: every piece gives as many of each zone as its twins', () => {
    for (let seed = 0; seed < 5; seed++) {
      const zones = ['loin', 'belly', 'tail'].map((id) => ({ id, name: id }));
      const tasting = simpleTasting({ methods: 2, panelists: 12, pieces: 3, tasting: { zones } });
      const locked = lockPlan(tasting, { seed: `zones ${seed}`, salt: '0123456789abcdef', lockedAt: AT });
      const served = servedPortions({ tasting, ...locked });
      for (const { tag } of locked.pieces)
        for (const { id } of zones)
          expect(served.filter((portion) => portion.tag === tag && portion.zone === id)).toHaveLength(4);
    }
  });
});

describe('pieces that findings speak of', () => {
  it('are those that were eaten, not those that were planned', () => {
    const bundle = simulatedBundle({
      methods: 2,
      panelists: 12,
      pieces: 4,
      truth: [8, 5],
      tasting: { test: 'liking' },
      liking: true,
    });
    expect(plannedFindings(bundle).pieces).toEqual([4, 4]);
    // Only those come who were served from the first two pieces of the first method.
    const own = bundle.pieces
      .filter(({ method }) => method === 'm0')
      .slice(0, 2)
      .map(({ tag }) => tag);
    const came = new Set(
      servedPortions({ ...bundle, key: bundle.key! })
        .filter(({ tag }) => own.includes(tag))
        .map(({ panelist }) => panelist),
    );
    const some = { ...bundle, ballots: bundle.ballots.filter(({ panelist }) => came.has(panelist)) };
    const { pieces } = plannedFindings(some);
    expect(pieces[0]).toBe(2);
    expect(pieces).not.toEqual([4, 4]);
    const { sets } = readingOf(some, some.key!);
    expect(new Set(sets.flatMap(({ samples }) => samples.map(({ block }) => block))).size).toBeGreaterThan(1);
  });
});
