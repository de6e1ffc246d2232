import type { CodeSharing, Test } from '../bundle';
import { isOfTwoSamples } from '../questions';
import { MOST_CODES } from './codes';
import { bitesPerSitting, type ServingDesign } from './servingDesign';

/**
 * Tests whose sets hold two portions of one sample under two codes. Codes that all share
 * would let whoever reads the trays find out which two belong together: they meet more often,
 * or one of them never comes first.
 */
const TWINS_IN_SETS: ReadonlySet<Test> = new Set<Test>(['triangle', 'duo-trio', '3-afc', 'tetrad', 'same-different']);

/** Of these, tests whose sets can be made of all combinations of shared codes alike, so that nothing is read off. */
const CAN_BE_EVEN: ReadonlySet<Test> = new Set<Test>(['triangle', '3-afc', 'tetrad']);

/**
 * Whether a plan's codes are shared by the panel or each panelist's own. It is the
 * coordinator's choice, except where shared codes give something away: there everyone has
 * codes of their own, or, where three digits do not suffice for so many people, sets are made
 * of all combinations of shared codes alike.
 */
export function codeSharing(design: ServingDesign): CodeSharing {
  const { test, service, panel } = design;
  if (!isOfTwoSamples(test) || !TWINS_IN_SETS.has(test)) return service.codes;
  const needed = panel.length * service.sittings * bitesPerSitting(design);
  return needed > MOST_CODES && CAN_BE_EVEN.has(test) ? 'shared' : 'own';
}

/** Whether the coordinator can choose between shared and own codes. */
export const isSharingChosen = ({ test }: Pick<ServingDesign, 'test'>): boolean => !TWINS_IN_SETS.has(test);
