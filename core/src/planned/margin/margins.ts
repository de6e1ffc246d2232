import { list } from '../../format';
import { withinMargin } from '../../inference';
import { type About, type VerdictKind } from '../../verdict';
import type { PlannedRules } from '../basis/answer';
import { clamped } from '../basis/liking';
import type { Margins } from '../basis/scored';

interface Difference {
  method: number;
  /** How much more it is liked than the reference. */
  difference: number;
  se: number;
  df: number;
}

export function marginsOf(
  pairs: readonly { a: number; b: number; difference: number; se: number; df: number }[],
  { reference, ids, margin, alpha }: PlannedRules,
): Margins {
  const differences = pairs.flatMap(({ a, b, difference, se, df }): Difference[] => {
    if (a !== reference && b !== reference) return [];
    return [{ method: b === reference ? a : b, difference: b === reference ? difference : -difference, se, df }];
  });
  return differences.map(({ method, difference, se, df }) => {
    const test = withinMargin({ difference, se, df }, margin, alpha / (ids.length - 1));
    return { method: ids[method], difference, test: { ...test, interval: clamped(test.interval, [-8, 8]) } };
  });
}

interface Held {
  kind: VerdictKind;
  leaders: number[];
  sentence: string;
}

/** What the intervals show: that a loss, or a difference either way, as large as the margin is ruled out. */
export const againstMargin = (margins: Margins, about: About, rules: PlannedRules): Held =>
  (rules.test === 'equivalence' ? withinBoth : goodEnough)(margins, wordsFor(about, rules), rules);

/** How the methods are called: themselves, or the pieces of them that were eaten. */
interface Words {
  are: (methods: Margins) => string;
  held: string;
  points: string;
}

function wordsFor(about: About, { ids, names, reference, margin }: PlannedRules): Words {
  const own = (name: string): string => (about === 'pieces' ? `those of ${name}` : name);
  return {
    points: `${margin} ${margin === 1 ? 'point' : 'points'}`,
    held: own(names[reference]),
    are: (methods) => {
      const those = list(methods.map(({ method }) => own(names[ids.indexOf(method)])));
      return about === 'pieces' ? `Of these pieces, ${those} are` : `${those} ${methods.length === 1 ? 'is' : 'are'}`;
    },
  };
}

function goodEnough(
  margins: Margins,
  { are, held, points }: Words,
  { ids, names, reference, margin }: PlannedRules,
): Held {
  const good = margins.filter(({ test }) => test.nonInferior);
  // The same level the other way round: even the upper end of the interval is beyond the margin.
  const worse = margins.filter(({ test }) => test.interval[1] < -margin);
  if (good.length > 0)
    return {
      kind: 'good-enough',
      leaders: good.map(({ method }) => ids.indexOf(method)),
      sentence: `${are(good)} good enough: less than ${points} below ${held}.`,
    };
  if (margins.length > 0 && worse.length === ids.length - 1)
    return {
      kind: 'too-great-a-loss',
      leaders: [],
      sentence: `${are(worse)} not good enough: more than ${points} below ${held}.`,
    };
  return {
    ...{ kind: 'no-answer', leaders: [] },
    sentence: `Not shown to be good enough: a loss of ${points} against ${names[reference]} cannot be ruled out.`,
  };
}

/** Two one-sided tests each: the whole interval lies within the margin, or beyond it. */
function withinBoth(
  margins: Margins,
  { are, held, points }: Words,
  { ids, names, reference, margin }: PlannedRules,
): Held {
  const near = margins.filter(({ test }) => test.equivalent);
  const far = margins.filter(({ test: { interval } }) => interval[1] < -margin || interval[0] > margin);
  if (near.length > 0)
    return {
      kind: 'similar',
      leaders: near.map(({ method }) => ids.indexOf(method)),
      sentence: `${are(near)} liked like ${held}: to less than ${points}.`,
    };
  if (margins.length > 0 && far.length === ids.length - 1)
    return {
      kind: 'too-different',
      leaders: [],
      sentence: `${are(far)} not liked like ${held}: more than ${points} apart.`,
    };
  return {
    ...{ kind: 'no-answer', leaders: [] },
    sentence: `Not shown to be liked alike: a difference of ${points} from ${names[reference]} cannot be ruled out.`,
  };
}

export function intervalsOf(margins: Margins, { ids, names, reference, alpha }: PlannedRules): string {
  const sure = Number((100 * (1 - (2 * alpha) / (ids.length - 1))).toFixed(1));
  return margins
    .map(({ method, test: { interval } }) => {
      const [low, high] = interval;
      return `${names[ids.indexOf(method)]} less ${names[reference]} lies between ${low.toFixed(2)} and ${high.toFixed(2)} points (${sure} % interval).`;
    })
    .join(' ');
}
