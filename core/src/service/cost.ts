/**
 * What a repair costs, in words, before it is done: said while the key is sealed, so of plates and answers, never
 * of methods.
 *
 * Use it beside the button that does it, not for what has come of it: that is in the findings.
 *
 * Common practice in the wording; what is left out follows from how the planned test is read.
 *
 * @example
 * repairCost({ kind: 'people-swapped', sitting: 1, panelist: 'a', withPanelist: 'b' }, 'ranking') // 'Nothing is lost: each answer goes to whoever gave it.'
 */
import { isOfTwoSamples } from '../questions';
import type { Test } from '../tasting';
import type { Repair } from './repairs';

type Of<Kind extends Repair['kind']> = Extract<Repair, { kind: Kind }>;

export const repairCost = (repair: Repair, test: Test): string =>
  (COSTS[repair.kind] as (repair: Repair, test: Test) => string)(repair, test);

const incomplete = (test: Test): string =>
  test === 'ranking'
    ? 'a ranking of this seat that lacks a method is left out of the planned answer, and scores of the other plates stay'
    : isOfTwoSamples(test)
      ? 'the answer of this seat is left out, unless its plates still make the question'
      : 'there is one answer fewer, and the others stay';

const COSTS: { [Kind in Repair['kind']]: (repair: Of<Kind>, test: Test) => string } = {
  swapped: ({ panelist, withPanelist }, test) =>
    panelist === withPanelist
      ? 'Each answer counts for what lay on its plate. Nothing else changes.'
      : `Each answer counts for what lay on its plate. Where a seat then ate one thing twice and another not at all, ${incomplete(test)}.`,
  'trays-swapped': () => 'Each answer counts for what lay on its plate. Orders stay as they are, at other seats.',
  'people-swapped': () => 'Nothing is lost: each answer goes to whoever gave it.',
  'wrong-plate': ({ instead }, test) =>
    `The answer counts for what lies under ${instead}. If this seat had that already, ${incomplete(test)}.`,
  replaced: ({ piece }) =>
    piece === null
      ? 'One portion more is cut from the same piece. Nothing is lost.'
      : `One portion is cut from ${piece}, and the answer counts for that piece.`,
  missed: (_, test) => `Nobody eats it: ${incomplete(test)}.`,
  extra: () => 'One portion more is cut. It stays one answer.',
  reordered: () => 'Places are counted as eaten, so that orders are a little less even than planned.',
  absent: () => 'One person fewer. Nothing is carried to this seat, and nothing is cut for it.',
  stopped: (_, test) =>
    test === 'ranking'
      ? 'What was answered counts as far as it goes; without a ranking the planned answer has one person fewer.'
      : 'What was answered counts as far as it goes.',
  moved: () =>
    'Orders, codes and pieces stay, and the kitchen cooks as planned: a piece meant for the old flight may not be ready for the new one.',
};
