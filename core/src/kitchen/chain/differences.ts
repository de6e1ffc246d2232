/**
 * What two chains differ in, step by step: whether a comparison is of one factor.
 *
 * Steps are lined up so that as few as possible differ; what stands in only one of them, or
 * stands in both with another time, temperature or handling, is named.
 *
 * Use it when methods are written down, not to say which is better. Names of steps do not count where
 * both do the same kind of thing.
 *
 * Source: alignment by dynamic programming, Needleman & Wunsch 1970.
 *
 * @example
 * differences(readSteps('Roast at 110 °C 30 min', String), readSteps('Roast at 120 °C 30 min', String)).length // 1
 */
import type { ChainStep } from '../../tasting';
import { EQUIPMENT_NAMES } from './equipment';
import { doseText, spanText, stepText } from './say';

export interface StepDifference {
  /** The step of either chain; null where it stands in only one. */
  one: ChainStep | null;
  other: ChainStep | null;
  /** What differs, in words about the two: "110 °C, not 120 °C". */
  text: string;
}

/** Differences of one chain from another, in the order of their steps. */
export function differences(one: readonly ChainStep[], other: readonly ChainStep[]): StepDifference[] {
  return aligned(one, other).flatMap(([a, b]): StepDifference[] => {
    if (a === null || b === null)
      return [{ one: a, other: b, text: a ? `has “${a.name}”` : `has no “${(b as ChainStep).name}”` }];
    const parts = partsThatDiffer(a, b);
    return parts.length > 0 ? [{ one: a, other: b, text: `${a.name}: ${parts.join('; ')}` }] : [];
  });
}

/** In a sentence: whether only one thing differs. */
export function differenceText(found: readonly StepDifference[]): string {
  if (found.length === 0) return 'Nothing in their steps differs.';
  return found.length === 1
    ? `Only this differs: ${found[0].text}.`
    : `${found.length} things differ: ${found.map(({ text }) => text).join('. ')}.`;
}

const GAP = 1;

function aligned(one: readonly ChainStep[], other: readonly ChainStep[]): [ChainStep | null, ChainStep | null][] {
  const cost = Array.from({ length: one.length + 1 }, () => new Array<number>(other.length + 1).fill(0));
  for (let a = one.length; a >= 0; a--)
    for (let b = other.length; b >= 0; b--) {
      if (a === one.length || b === other.length) cost[a][b] = GAP * (one.length - a + other.length - b);
      else
        cost[a][b] = Math.min(apart(one[a], other[b]) + cost[a + 1][b + 1], GAP + cost[a + 1][b], GAP + cost[a][b + 1]);
    }
  const pairs: [ChainStep | null, ChainStep | null][] = [];
  let [a, b] = [0, 0];
  while (a < one.length || b < other.length) {
    if (a < one.length && b < other.length && cost[a][b] === apart(one[a], other[b]) + cost[a + 1][b + 1])
      pairs.push([one[a++], other[b++]]);
    else if (a < one.length && cost[a][b] === GAP + cost[a + 1][b]) pairs.push([one[a++], null]);
    else pairs.push([null, other[b++]]);
  }
  return pairs;
}

/** Steps of different kinds are never one step done differently. */
const apart = (one: ChainStep, other: ChainStep): number =>
  one.kind === other.kind ? Math.min(1.5, 0.3 * partsThatDiffer(one, other).length) : 3 * GAP;

type Said = (step: ChainStep) => string;

/** What a step is compared by, and how each part is said. */
const PARTS: readonly Said[] = [
  ({ equipment }) => (equipment ? EQUIPMENT_NAMES[equipment] : ''),
  ({ celsius }) => (celsius === undefined ? '' : `${celsius} °C`),
  ({ setting }) => setting,
  ({ minutes }) => spanText(minutes),
  ({ until }) => (until ? stepText({ ...BARE, until }).trim() : ''),
  ({ every }) => (every ? stepText({ ...BARE, every }).replace(/^, /, '') : ''),
  ({ hands }) => ({ throughout: 'hands throughout', start: 'hands to start with', none: 'no hands' })[hands],
  ({ wait }) => (wait ? stepText({ ...BARE, wait }).replace(/^, /, '') : ''),
  ({ doses }) => doses.map(doseText).join(' and '),
  ({ swaps }) => (swaps ? 'places swapped halfway' : ''),
];

const BARE: ChainStep = {
  id: '',
  kind: 'other',
  name: '',
  minutes: {},
  setting: '',
  hands: 'none',
  doses: [],
  swaps: false,
};

const partsThatDiffer = (one: ChainStep, other: ChainStep): string[] =>
  PARTS.flatMap((said) => {
    const [a, b] = [said(one), said(other)];
    if (a === b) return [];
    if (a === '') return [`not ${b}`];
    return [b === '' ? a : `${a}, not ${b}`];
  });
