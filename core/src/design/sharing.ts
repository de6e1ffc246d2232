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
const IN_COMBINATIONS: ReadonlySet<Test> = new Set<Test>(['triangle', '3-afc', 'tetrad']);

/**
 * Whether a plan's codes are shared by the panel or each panelist's own. It is the
 * coordinator's choice, except where shared codes give something away: there everyone has
 * codes of their own. Where three digits do not suffice for so many people, codes are shared,
 * in sets that treat all of them alike; a same-different test has no such sets.
 */
export function codeSharing(design: ServingDesign): CodeSharing {
  const { test, service, panel } = design;
  if (!isOfTwoSamples(test) || !TWINS_IN_SETS.has(test)) return service.codes;
  const needed = panel.length * service.sittings * bitesPerSitting(design);
  return needed > MOST_CODES && test !== 'same-different' ? 'shared' : 'own';
}

/** Whether sets are made of all combinations of shared codes, two for each sample. */
export const isInCombinations = (design: ServingDesign): boolean =>
  IN_COMBINATIONS.has(design.test) && codeSharing(design) === 'shared';

/** The codes that shared sets of two samples take at one sitting: two for each sample, where one is served twice. */
export const codesOfPairs = ({ test, service, zones }: ServingDesign): number =>
  (TWINS_IN_SETS.has(test) ? 4 : 2) * service.replicates * Math.max(1, zones.length);

/** Whether the coordinator can choose between shared and own codes. */
export const isSharingChosen = ({ test }: Pick<ServingDesign, 'test'>): boolean => !TWINS_IN_SETS.has(test);
