/**
 * What is looked at during a long stage: whether it is cold enough, was turned, is thawed through.
 *
 * Use it for stages over hours and days, which go on while nobody is there; not for steps in the heat, which a
 * probe and the clock watch. A check that was answered with no comes again sooner.
 *
 * Source: cold food at 41 °F (5 °C) or below, FDA Food Code 3-501.16; water for thawing at 70 °F (21 °C) or
 * below, 3-501.13 (both from memory). How often one looks is common practice.
 *
 * @example
 * checksOf({ kind: 'thaw', name: 'Thaw', minutes: { usual: 900 }, equipment: 'refrigerator' }).map(({ id }) => id) // ['cold', 'thawed']
 */
import type { ChainStep, CheckId } from '../../tasting';
import { usualMinutes, STEP_FACTS } from '../chain';
import type { StepState } from './state';

export interface Check {
  id: CheckId;
  /** A question whose answer should be yes. */
  ask: string;
  /** Minutes from one look to the next; null for what is asked once, at the end. */
  every: number | null;
}

type Stage = Pick<ChainStep, 'kind' | 'name' | 'minutes' | 'equipment'>;

const LONG_MINUTES = 120;
const HALF_A_DAY = 720;
const HALF_AN_HOUR = 30;
/** What is laid in, or left to itself, for long. */
const LEFT = /brin|cur(e|ing)|marinat|age|ageing|aging|soak|salt/i;
const DRY = /dry|hang/i;

const CHECKS: Record<CheckId, Omit<Check, 'id'>> = {
  cold: { ask: 'Is it at 5 °C or below, by the thermometer?', every: HALF_A_DAY },
  'cool-water': { ask: 'Is the water at 21 °C or below, and changed or running?', every: HALF_AN_HOUR },
  turned: { ask: 'Is it turned, and still covered by what it lies in?', every: HALF_A_DAY },
  thawed: { ask: 'Is it thawed through, and still cold?', every: null },
};

/** The checks of one step; none for a short one. */
export function checksOf(step: Stage): Check[] {
  const minutes = usualMinutes(step) ?? 0;
  const check = (id: CheckId): Check => ({ id, ...CHECKS[id] });
  const { checked } = STEP_FACTS[step.kind];
  if (checked === 'while-thawing') {
    const isCold = step.equipment === 'refrigerator' || (step.equipment === undefined && minutes >= HALF_A_DAY / 2);
    if (isCold) return [check('cold'), check('thawed')];
    return /water/i.test(step.name) ? [check('cool-water'), check('thawed')] : [check('thawed')];
  }
  const isLeft = checked === 'while-left' || (checked === 'if-left' && LEFT.test(step.name));
  if (!isLeft || minutes < LONG_MINUTES) return [];
  return DRY.test(step.name) ? [check('cold')] : [check('cold'), check('turned')];
}

/** When a check is due next, in milliseconds; null where it is not asked any more. */
export function dueOf({ id, every }: Check, { startedAt, checked }: StepState, end: number): number | null {
  if (startedAt === null) return null;
  const last = checked.findLast((one) => one.check === id);
  const again = last && !last.isSo ? Date.parse(last.at) + HALF_AN_HOUR * 60_000 : null;
  if (again !== null) return again;
  if (every === null) return last ? null : end;
  const next = Date.parse(last?.at ?? startedAt) + every * 60_000;
  return next < end ? next : null;
}

/** Whether something of a piece was found too warm while it thawed, so that it is cooked at once or withdrawn. */
export const thawedWarm = (chain: readonly ChainStep[], steps: ReadonlyMap<string, StepState>): boolean =>
  chain.some(
    ({ id, kind }) =>
      STEP_FACTS[kind].checked === 'while-thawing' &&
      (steps.get(id)?.checked ?? []).some(({ isSo, check }) => !isSo && check !== 'thawed'),
  );
