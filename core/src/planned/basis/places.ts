import type { AnsweredSet } from '../../answers';
import { manyToOneUpperP, type NoTest, type PieceBlocks } from '../../inference';
import { claimed, methodSupport, verdictSentence, type Given, type Standing } from '../../verdict';
import type { Answer, PlannedRules } from './answer';

/** The answer to orders of some of the methods in words, of the methods where their test shows something. */
export function answerByPlaces<Found extends { methodTest: PieceBlocks | NoTest | null }>(
  planned: Found,
  served: Standing,
  rules: PlannedRules,
  { given, size, bites }: { given: Given; size: string; bites: string },
): Answer<Found> {
  const { kind, about, leaders, ...rest } = claimed(served, planned.methodTest, rules);
  const words = { about, alike: rules.alike, given, word: rules.attribute };
  const sure =
    planned.methodTest?.test === 'piece-blocks'
      ? methodSupport(planned.methodTest, { about, given, bites: served.kind === 'no-answer' ? '' : bites })
      : bites;
  return {
    ...{ planned, kind, about, leaders },
    sentence: verdictSentence({ kind, leaders, ...rest }, rules.names, words),
    support: `${size} ${sure}`,
  };
}

/** Who judged the same samples, as a name: what somebody says of them several times counts once. */
export const sameSamples = ({ panelist, samples }: AnsweredSet): string =>
  [panelist, ...samples.map(({ method }) => method).sort((a, b) => a - b)].join(' ');

/** Nobody is shown to lead. */
export const noLeader = (methods: number): Standing => ({
  ...{ kind: 'no-answer', leaders: [], reason: '' },
  letters: new Array<string>(methods).fill('a'),
});

/**
 * The strongest, and all that are not shown to be weaker. The strongest was picked out for being it, so
 * others are held against the best by Hsu's comparison: of methods that hardly differ the truly best is
 * left out at most as often as alpha says.
 */
export function leadingByWorth(
  logWorth: readonly number[],
  covariance: readonly (readonly number[])[],
  alpha: number,
): Standing {
  const best = logWorth.indexOf(Math.max(...logWorth));
  const others = logWorth.map((_, at) => at).filter((at) => at !== best);
  const variance = (at: number): number => covariance[best][best] + covariance[at][at] - 2 * covariance[best][at];
  const weights = others.map(() => Math.SQRT1_2);
  const p = others.map((at) => {
    const apart = (logWorth[best] - logWorth[at]) / Math.sqrt(Math.max(1e-12, variance(at)));
    return manyToOneUpperP(apart, weights, Infinity);
  });
  const tied = others.filter((_, at) => p[at] > alpha).sort((a, b) => logWorth[b] - logWorth[a]);
  // Only the best was held against the others: those tied with it are not shown to differ from any of the rest.
  const letterOf = (at: number): string => (at === best ? 'a' : tied.includes(at) ? 'ab' : 'b');
  return {
    kind: tied.length === 0 ? 'winner' : 'leading-set',
    leaders: [best, ...tied],
    letters: logWorth.map((_, at) => letterOf(at)),
    reason: '',
  };
}
