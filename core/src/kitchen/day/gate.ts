/**
 * What the record of a piece says before it may be portioned: whether its steps are over, whether it reached its
 * end point, and which published limit was recorded as met.
 *
 * Use it beside the decision of a person, not in its place: it never says that a piece is safe.
 *
 * Source: limits as in `limits/tables.ts`; which of them is usual for a kind of food is common practice.
 *
 * @example
 * limitFor('poultry').id // 'poultry'
 */
import type { ChainStep, Product } from '../../tasting';
import { STEP_FACTS } from '../chain';
import { limitOf, towards, type Locale, type PublishedLimit, type TimedReading } from '../limits';
import { isLimitMet, MOST_GAP_MINUTES, type Curve } from './curves';
import type { Judged } from './credible';
import { thawedWarm } from './checks';
import { credibleCurve, isCredibleSpot } from './probed';
import { isOver, NOTHING_DONE, type PieceState } from './state';

const USUAL: Partial<Record<Product, string>> = {
  fish: 'fish',
  'red-meat': 'whole-cuts',
  poultry: 'poultry',
  sausage: 'ground-meat',
};

/** The limit that is usually held against a kind of food; none where there is none in the tables. */
export function limitFor(product: Product, locale: Locale = 'us'): PublishedLimit | undefined {
  const usual = USUAL[product];
  return usual === undefined ? undefined : limitOf(locale === 'uk' ? 'uk-cooked-through' : usual);
}

export interface GateCheck {
  /** Names of steps that should be over by now, and are not. */
  open: string[];
  /** Highest temperature that was measured and could be of the core, °C; null where none was. */
  highest: number | null;
  /** Stretches of its curves that count for nothing, and spots. */
  doubtful: Judged['doubtful'];
  doubtfulSpots: number[];
  /** The end point that the chain asks for, and whether it was recorded as reached; null where it asks for none. */
  endPoint: { celsius: number; isReached: boolean } | null;
  limit: { name: string; source: string; isMet: boolean } | null;
  /** Whether it was found too warm while it thawed: then it is cooked at once, or withdrawn. */
  isThawedWarm: boolean;
  /**
   * Why a named person has to decide, with a reason; empty where one decision does. Where a limit applies it has to
   * be recorded as met, over steps that are over; where none does, only what was measured short of its end point, or
   * thawed too warm, asks for a reason.
   */
  needs: ('limit-not-met' | 'nothing-measured' | 'open' | 'end-point' | 'thawed-warm')[];
  /** Whether it may pass without a reason. */
  mayPass: boolean;
}

/** Temperatures of the end point may be this far short, °C: probes show tenths. */
const SHOWN = 0.05;

export interface GateRules {
  /** Of all probes that were in the piece. */
  curves?: readonly Curve[];
  /** Whose limits are held against it. */
  locale?: Locale;
}

export function gateCheck(
  piece: PieceState,
  chain: readonly ChainStep[],
  product: Product,
  { curves = [], locale = 'us' }: GateRules = {},
): GateCheck {
  const measured = measuredIn(piece, chain, { product, curves });
  const { highest } = measured;
  const target = chain.flatMap(({ until }) => until?.celsius ?? []).at(-1);
  const open = chain.filter(
    ({ id, kind }) => !STEP_FACTS[kind].isAfterGate && !isOver(piece.steps.get(id) ?? NOTHING_DONE),
  );
  const isReached = target === undefined || (highest ?? -Infinity) >= target - SHOWN;
  const limit = limitFor(product, locale);
  const isMet = limit !== undefined && (isLimitMet(measured.inCore, limit) ?? isMetBySpots(measured.spots, limit));
  const isThawedWarm = thawedWarm(chain, piece.steps);
  const needs = limit ? needsUnderLimit({ isMet, highest, isOpen: open.length > 0 }) : [];
  if (!isReached && highest !== null) needs.push('end-point');
  if (isThawedWarm) needs.push('thawed-warm');
  return {
    open: open.map(({ name }) => name),
    ...{ highest, isThawedWarm, needs, mayPass: needs.length === 0 },
    ...{ doubtful: measured.doubtful, doubtfulSpots: measured.doubtfulSpots },
    endPoint: target === undefined ? null : { celsius: target, isReached },
    limit: limit ? { name: limit.name, source: limit.source, isMet } : null,
  };
}

interface UnderLimit {
  isMet: boolean;
  highest: number | null;
  isOpen: boolean;
}

function needsUnderLimit({ isMet, highest, isOpen }: UnderLimit): GateCheck['needs'] {
  const needs: GateCheck['needs'] = [];
  if (!isMet) needs.push(highest === null ? 'nothing-measured' : 'limit-not-met');
  if (isOpen) needs.push('open');
  return needs;
}

/** What was measured in the core, with what counts for nothing apart. */
function measuredIn(
  piece: PieceState,
  chain: readonly ChainStep[],
  { product, curves }: { product: Product; curves: readonly Curve[] },
) {
  const isSound = (spot: PieceState['celsius'][number]): boolean => isCredibleSpot(spot, piece, chain);
  const spots = piece.celsius
    .filter(isSound)
    .map(({ at, value }): TimedReading => ({ minutes: Date.parse(at) / 60_000, celsius: value }));
  const core = curves
    .filter(({ where }) => where === 'core')
    .map((curve) => credibleCurve(curve, piece, chain, product));
  const inCore = core.filter(({ points }) => points.length > 0);
  const warmest = [
    ...spots.map(({ celsius }) => celsius),
    ...inCore.flatMap(({ points }) => points.map(({ most }) => most)),
  ];
  return {
    ...{ spots, inCore },
    highest: warmest.length > 0 ? Math.max(...warmest) : null,
    doubtful: core.flatMap((curve) => curve.doubtful),
    doubtfulSpots: piece.celsius.filter((spot) => !isSound(spot)).map(({ value }) => value),
  };
}

/** Why a reason is asked for, in words, such as "Fish: limit not recorded as met". */
export const needsText = ({ needs, limit }: Pick<GateCheck, 'needs' | 'limit'>): string =>
  needs
    .map((need): string => {
      switch (need) {
        case 'limit-not-met':
          return `limit for ${(limit?.name ?? '').toLowerCase()} not recorded as met`;
        case 'nothing-measured':
          return `limit for ${(limit?.name ?? '').toLowerCase()} not recorded as met: nothing was measured`;
        case 'open':
          return 'steps not recorded as over';
        case 'end-point':
          return 'end point not recorded as reached';
        case 'thawed-warm':
          return 'found too warm while it thawed';
      }
    })
    .join('; ');

/** Whether somebody has decided that a piece goes to the plate; without that nothing is cut from it. */
export const isLetThrough = ({ gate }: Pick<PieceState, 'gate'>): boolean =>
  gate !== null && gate.decision !== 'withdrawn';

/** Where a probe recorded, its curve decides: a spot may have been beside the coldest point. */
const isMetBySpots = (spots: readonly TimedReading[], limit: PublishedLimit): boolean =>
  spots.length > 0 && towards(spots, limit, MOST_GAP_MINUTES).limitMetAt !== null;
