import { noRange, noRecords, type Tasting, type TastingBundle } from '../bundle';
import { lockPlan, type LockedPlan } from '../design';
import { findings, type Findings } from '../findings';
import { randomStream, type RandomStream } from '../numeric';
import { plannedVerdict } from '../planned';
import { USUAL_HEIGHT } from '../power';
import { isAgainstMargin, isOfTwoSamples, seeksSimilarity } from '../questions';
import type { VerdictKind } from '../verdict';
import { simulateBallots, type SimulatedTruth } from './panel';

/** How a rehearsal is done. */
export interface RehearsalOptions {
  seed: string;
  /** Panels that taste what is assumed; default 1,000. Half as many taste that there is nothing to find. */
  panels?: number;
  /** SectionContext the finished fraction, 0 to 1. */
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

/** What a part of the panels of a rehearsal came to. */
export interface RehearsalPart {
  /** With the difference that the plan is sized for. */
  withDifference: Outcomes;
  /** With nothing to be found: every claim is a false one. */
  withNothing: Outcomes;
}

/** Result of {@link rehearse}. */
export interface Rehearsal extends RehearsalPart {
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
 * Right is a winner that truly is best, "context apart" when there is a difference, or "good
 * enough" or "similar" when nothing is lost; wrong is another winner, or any claim when there is nothing
 * to find.
 *
 * @param tasting one without lock problems; its `assumed` says what there is to be found
 */
export function rehearse(tasting: Tasting, options: RehearsalOptions): Rehearsal {
  return joined(tasting, options.seed, [rehearsePart(tasting, { ...options, part: 0, of: 1 })]);
}

/**
 * One of several parts of the panels, so that as many workers can share a rehearsal. Each
 * panel has a random stream of its own: in how many parts it is done changes nothing.
 *
 * @param part from 0, one less than `of` at most
 */
export function rehearsePart(
  tasting: Tasting,
  { seed, panels = 1000, part, of, onProgress }: RehearsalOptions & { part: number; of: number },
): RehearsalPart {
  const locked = locking(tasting, seed);
  const best = bestOf(tasting);
  const run = (hasDifference: boolean, count: number, from: number, share: number): Outcomes => {
    const truth = truthOf(tasting, hasDifference);
    const outcomes = noOutcomes();
    for (let panel = part; panel < count; panel += of) {
      const bundle = tasted(tasting, locked, truth, streamOf(seed, hasDifference, panel));
      note(outcomes, plannedVerdict(bundle, locked.key), hasDifference ? best : null, hasDifference);
      if (outcomes.panels % 10 === 0) onProgress?.(from + (share * panel) / count);
    }
    return outcomes;
  };
  return {
    withDifference: run(true, panels, 0, 2 / 3),
    withNothing: run(false, Math.ceil(panels / 2), 2 / 3, 1 / 3),
  };
}

/** The parts of a rehearsal as one, with its first panel read in full. */
export function joined(tasting: Tasting, seed: string, parts: readonly RehearsalPart[]): Rehearsal {
  const best = bestOf(tasting);
  const first = tasted(tasting, locking(tasting, seed), truthOf(tasting, true), streamOf(seed, true, 0));
  return {
    withDifference: summed(parts.map((part) => part.withDifference)),
    withNothing: summed(parts.map((part) => part.withNothing)),
    example: findings(first),
    best: best === null ? null : tasting.methods[best].id,
  };
}

const locking = (tasting: Tasting, seed: string): LockedPlan =>
  lockPlan(tasting, { seed, salt: 'a rehearsal keeps nothing secret', lockedAt: AT });

const streamOf = (seed: string, hasDifference: boolean, panel: number): RandomStream =>
  randomStream(seed, `rehearsal ${hasDifference ? 'of a difference' : 'of nothing'} ${panel}`);

/** One panel's answers, as if closed and unsealed. */
function tasted(tasting: Tasting, locked: LockedPlan, truth: SimulatedTruth, random: RandomStream): TastingBundle {
  const { plan, pieces, key } = locked;
  return {
    format: 'jacana-tasting',
    version: 3,
    ...{ tasting, plan, pieces, key },
    ballots: simulateBallots({ tasting, ...locked }, truth, random, AT),
    seal: { closedAt: AT, unsealedAt: AT, unsealedBy: 'rehearsal' },
    range: noRange(),
    records: noRecords(),
    readings: [],
    photos: [],
    digest: null,
  };
}

/** Whether a difference is to be ruled out: what there is to be found is then that there is none. */
export const rulesOut = (tasting: Pick<Tasting, 'test' | 'decision'>): boolean =>
  isAgainstMargin(tasting.test) || seeksSimilarity(tasting);

/** The method that is given the advantage: never the reference, which the others are held against. */
function bestOf(tasting: Tasting): number | null {
  const { test, methods } = tasting;
  if (rulesOut(tasting)) return null;
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
  if (isOfTwoSamples(test)) {
    const isSimilarity = seeksSimilarity(tasting);
    // Nothing to be found is here as many who can tell as are to be ruled out.
    const tellers = isSimilarity === hasDifference ? 0 : isSimilarity ? decision.mostTellers : assumed.discriminators;
    const liking = methods.map((_, at) => MIDDLE + (tellers > 0 && at === (best ?? 1) ? PLAIN : 0));
    return { ...others, height: 0, liking, disagreement: 0, noise: Math.max(0.1, noise), tellers };
  }
  switch (test) {
    case 'non-inferiority':
    case 'equivalence': {
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
      return {
        ...others,
        liking: methods.map((_, at) => MIDDLE + (hasDifference && at === best ? assumed.difference : 0)),
        disagreement,
        noise,
      };
  }
}

const noOutcomes = (): Outcomes => ({
  panels: 0,
  verdicts: {
    ...{ winner: 0, 'leading-set': 0, 'told-apart': 0, 'good-enough': 0, 'too-great-a-loss': 0 },
    ...{ similar: 0, 'too-different': 0, 'no-answer': 0, 'cannot-say': 0 },
  },
  ...{ right: 0, wrong: 0, bestLeads: 0 },
});

function summed(parts: readonly Outcomes[]): Outcomes {
  const total = noOutcomes();
  for (const part of parts) {
    for (const kind of Object.keys(total.verdicts) as VerdictKind[]) total.verdicts[kind] += part.verdicts[kind];
    total.panels += part.panels;
    total.right += part.right;
    total.wrong += part.wrong;
    total.bestLeads += part.bestLeads;
  }
  return total;
}

const isTooMuch = (kind: VerdictKind): boolean => kind === 'too-great-a-loss' || kind === 'too-different';

function note(
  outcomes: Outcomes,
  { kind, leaders }: { kind: VerdictKind; leaders: readonly number[] },
  best: number | null,
  hasDifference: boolean,
): void {
  outcomes.panels++;
  outcomes.verdicts[kind]++;
  // What is to be ruled out is rehearsed as nothing to find: to call it too great is not false.
  const isRefusal = isTooMuch(kind) && !hasDifference;
  const isClaim = kind !== 'no-answer' && kind !== 'cannot-say' && !isRefusal;
  if (best !== null && leaders.includes(best)) outcomes.bestLeads++;
  if (!isClaim) return;
  if (!hasDifference || isTooMuch(kind) || (best !== null && leaders.length > 0 && !leaders.includes(best)))
    outcomes.wrong++;
  // Several leaders are no wrong answer, and not the whole one either.
  else if (kind !== 'leading-set') outcomes.right++;
}
