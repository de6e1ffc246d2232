import type { Tasting, TastingBundle } from '../bundle';
import { lockPlan, type LockedPlan } from '../design';
import { findings, plannedVerdict, type Findings, type VerdictKind } from '../findings';
import { randomStream } from '../numeric';
import { USUAL_HEIGHT } from '../power';
import { isOfTwoSamples } from '../questions';
import { simulateBallots, type SimulatedTruth } from './panel';

/** How a rehearsal is done. */
export interface RehearsalOptions {
  seed: string;
  /** Panels that taste what is assumed; default 1,000. Half as many taste that there is nothing to find. */
  panels?: number;
  /** Told the finished fraction, 0 to 1. */
  onProgress?: (fraction: number) => void;
}

/** How often each kind of verdict came out, over simulated panels. */
export interface Outcomes {
  panels: number;
  verdicts: Record<VerdictKind, number>;
  /** Panels that claimed the right thing; see {@link rehearse}. */
  right: number;
  /** Panels that claimed something that is not so. */
  wrong: number;
  /** Panels in which the truly best is among the leaders. */
  bestLeads: number;
}

/** Result of {@link rehearse}. */
export interface Rehearsal {
  /** With the difference that the plan is sized for. */
  withDifference: Outcomes;
  /** With nothing to be found: every claim is a false one. */
  withNothing: Outcomes;
  /** What the Read screen would show of the first panel that tasted the difference. */
  example: Findings;
  /** Method that is truly best; null where there is none. */
  best: string | null;
}

const AT = '2000-01-01T00:00:00.000Z';
/** Impressions lie about the middle of the scale. */
const MIDDLE = 5.5;

/**
 * Lets simulated panels taste this very plan, with its orders, pieces, sittings and ballot,
 * and reads each by the planned analysis (p-values from their limits, to save time): how
 * often would it find a difference that is there, and one that is not?
 *
 * Right is a winner that truly is best, "told apart" when there is a difference, or "good
 * enough" when nothing is lost; wrong is another winner, or any claim when there is nothing
 * to find.
 *
 * @param tasting one without lock problems; its `assumed` says what there is to be found
 */
export function rehearse(tasting: Tasting, { seed, panels = 1000, onProgress }: RehearsalOptions): Rehearsal {
  const locked = lockPlan(tasting, { seed, salt: 'a rehearsal keeps nothing secret', lockedAt: AT });
  const best = bestOf(tasting);
  const run = (truth: SimulatedTruth, count: number, hasDifference: boolean, from: number, share: number): Outcomes => {
    const random = randomStream(seed, hasDifference ? 'rehearsal' : 'rehearsal of nothing');
    const outcomes = noOutcomes();
    for (let panel = 0; panel < count; panel++) {
      const ballots = simulateBallots({ tasting, ...locked }, truth, random, AT);
      note(
        outcomes,
        plannedVerdict(asBundle(tasting, locked, ballots), locked.key),
        hasDifference ? best : null,
        hasDifference,
      );
      if (panel % 10 === 0) onProgress?.(from + (share * panel) / count);
    }
    return outcomes;
  };
  const withDifference = run(truthOf(tasting, true), panels, true, 0, 2 / 3);
  const withNothing = run(truthOf(tasting, false), Math.ceil(panels / 2), false, 2 / 3, 1 / 3);
  const ballots = simulateBallots({ tasting, ...locked }, truthOf(tasting, true), randomStream(seed, 'rehearsal'), AT);
  return {
    withDifference,
    withNothing,
    example: findings(asBundle(tasting, locked, ballots)),
    best: best === null ? null : tasting.methods[best].id,
  };
}

function asBundle(
  tasting: Tasting,
  { plan, pieces, key }: LockedPlan,
  ballots: TastingBundle['ballots'],
): TastingBundle {
  return {
    format: 'jacana-tasting',
    version: 2,
    ...{ tasting, plan, pieces, key, ballots },
    seal: { closedAt: AT, unsealedAt: AT, unsealedBy: 'rehearsal' },
    caveats: [],
  };
}

/** The method that is given the advantage: never the reference, which the others are held against. */
function bestOf({ test, methods }: Tasting): number | null {
  if (test === 'non-inferiority') return null;
  const reference = methods.findIndex((method) => method.reference);
  // Of two samples the first is what the other is held against, where none is called the reference.
  const heldAgainst = isOfTwoSamples(test) ? Math.max(0, reference) : reference;
  return methods.findIndex((_, at) => at !== heldAgainst);
}

/** So far apart that who perceives a difference is practically always right. */
const PLAIN = 12;

/**
 * The likings of the methods, such that what is assumed is there to be found, or nothing is.
 * For tests of two samples a share of the people tells them apart, and the others cannot.
 */
export function truthOf(tasting: Tasting, hasDifference: boolean): SimulatedTruth {
  const { assumed, methods, test, decision } = tasting;
  const { disagreement, noise, pieceSpread, firstEdge, noShows } = assumed;
  const best = bestOf(tasting);
  const others = { pieceSpread, firstEdge, noShows, height: USUAL_HEIGHT };
  const apart = (size: number): number[] => methods.map((_, at) => MIDDLE + (hasDifference && at === best ? size : 0));
  if (isOfTwoSamples(test)) {
    const tellers = hasDifference ? assumed.discriminators : 0;
    return { ...others, pieceSpread: 0, height: 0, liking: apart(PLAIN), disagreement: 0, noise: 1, tellers };
  }
  switch (test) {
    case 'non-inferiority': {
      // Nothing to be found is here a loss as large as the margin.
      const loss = hasDifference ? 0 : decision.margin;
      return {
        ...others,
        liking: methods.map(({ reference }) => MIDDLE + 1 - (reference ? 0 : loss)),
        disagreement,
        noise,
      };
    }
    default:
      return { ...others, liking: apart(assumed.difference), disagreement, noise };
  }
}

const noOutcomes = (): Outcomes => ({
  panels: 0,
  verdicts: { winner: 0, 'leading-set': 0, 'told-apart': 0, 'good-enough': 0, 'no-answer': 0, 'cannot-say': 0 },
  ...{ right: 0, wrong: 0, bestLeads: 0 },
});

function note(
  outcomes: Outcomes,
  { kind, leaders }: { kind: VerdictKind; leaders: readonly number[] },
  best: number | null,
  hasDifference: boolean,
): void {
  outcomes.panels++;
  outcomes.verdicts[kind]++;
  const isClaim = kind !== 'no-answer' && kind !== 'cannot-say';
  if (best !== null && leaders.includes(best)) outcomes.bestLeads++;
  if (!isClaim) return;
  if (!hasDifference || (best !== null && leaders.length > 0 && !leaders.includes(best))) outcomes.wrong++;
  // Several leaders are no wrong answer, and not the whole one either.
  else if (kind !== 'leading-set') outcomes.right++;
}
