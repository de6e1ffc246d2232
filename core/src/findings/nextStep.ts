import type { Tasting } from '../bundle';
import { normalQuantile } from '../numeric';
import { seeksSimilarity } from '../questions';
import type { PanelistPreferences } from './preferences';
import type { RankedAnswer } from './ranked';
import type { Claim } from './claim';
import type { About, VerdictKind } from './verdict';
import { list } from './wording';

/** What to do next, and how many panelists it would take. */
export interface NextStep {
  text: string;
  /** Panelists with whom a difference as large as this one would show 8 times in 10; null where that is no help. */
  panel: number | null;
}

/** More panelists than this are not worth planning for. */
const LARGEST_FOLLOW_UP = 300;
const POWER = 0.8;

/** What a plan of methods needs next: pieces, of which more people do not make more. */
function morePieces({ kind, about, leaders }: RankedAnswer, names: readonly string[]): NextStep | null {
  const step = (text: string): NextStep => ({ text, panel: null });
  if (kind === 'cannot-say') return null;
  if (kind === 'no-answer') return step(MORE_PIECES);
  if (about === 'pieces') return step(NOT_YET_METHODS);
  if (kind === 'winner')
    return step('Cook the winner again from another lot, to see that it was the method and not the day.');
  return step(
    `Taste ${list(leaders.map((leader) => names[leader]))} alone, with more pieces of each, or choose between them by effort and cost.`,
  );
}

export function nextStep(
  verdict: RankedAnswer,
  panelists: readonly PanelistPreferences[],
  names: readonly string[],
  alpha: number,
): NextStep {
  const pieces = verdict.methodTest ? morePieces(verdict, names) : null;
  if (pieces) return pieces;
  switch (verdict.kind) {
    case 'winner':
      return {
        text: 'Cook the winner again from another lot, with at least three pieces, to see that it was the method and not the day.',
        panel: null,
      };
    case 'leading-set': {
      const [first, second] = verdict.leaders;
      return follow(
        second === undefined ? null : followUp(panelists, first, second, alpha),
        `Taste ${list(verdict.leaders.map((leader) => names[leader]))} alone`,
        'or choose between them by effort and cost',
      );
    }
    case 'no-answer': {
      const order = rankOrder(panelists);
      return follow(
        followUp(panelists, order[0], order[1], alpha),
        'Ask more people, or fewer methods that differ more',
        'and do not read this as "all the same"',
      );
    }
    case 'cannot-say':
      return { text: 'Bring in more panelists, and lock a new plan before they taste.', panel: null };
  }
}

function follow(panel: number | null, advice: string, rest: string): NextStep {
  const size =
    panel === null
      ? `The first two lie so close that even ${LARGEST_FOLLOW_UP} panelists would hardly tell them apart.`
      : `If they differ as much as it looked here, about ${panel} panelists would show it 8 times in 10; a lead mostly looks larger than it is, so plan for more.`;
  return { text: `${advice}, ${rest}. ${size}`, panel };
}

function rankOrder(panelists: readonly PanelistPreferences[]): number[] {
  const sums = panelists[0].ranks.map((_, method) => panelists.reduce((sum, { ranks }) => sum + ranks[method], 0));
  return sums.map((_, method) => method).sort((a, b) => sums[a] - sums[b]);
}

/**
 * Panelists for whom the difference in rank between two methods, with the mean and spread
 * seen here, is found at alpha with power 0.8: n = ((z(1 - alpha/2) + z(0.8)) sd / mean)^2.
 * A rough reckoning, and a hopeful one: what was seen is larger than the truth more often
 * than not when it is what made one look.
 *
 * Source: Noether 1987, *Journal of the American Statistical Association* 82, 645-647 (idea).
 */
function followUp(
  panelists: readonly PanelistPreferences[],
  first: number,
  second: number,
  alpha: number,
): number | null {
  const differences = panelists.map(({ ranks }) => ranks[second] - ranks[first]);
  const n = differences.length;
  const mean = differences.reduce((sum, value) => sum + value / n, 0);
  const variance = differences.reduce((sum, value) => sum + (value - mean) ** 2, 0) / Math.max(1, n - 1);
  if (!(mean > 0)) return null;
  const needed = ((normalQuantile(1 - alpha / 2) + normalQuantile(POWER)) ** 2 * variance) / mean ** 2;
  const panel = Math.max(n, Math.ceil(needed));
  return panel <= LARGEST_FOLLOW_UP ? panel : null;
}

/** What to do after a planned test other than a complete ranking. */
export function plannedNextStep(
  { kind, about }: { kind: VerdictKind; about: About },
  tasting: Pick<Tasting, 'test' | 'decision'>,
  { ofMethods }: Claim,
): NextStep {
  const step = (text: string): NextStep => ({ text, panel: null });
  const isSimilarity = seeksSimilarity(tasting);
  if (ofMethods && kind === 'no-answer') return step(isSimilarity ? MORE_PIECES_OF_SIMILAR : MORE_PIECES);
  if (ofMethods && kind !== 'cannot-say' && about === 'pieces')
    return step(isSimilarity ? NOT_YET_SIMILAR : NOT_YET_METHODS);
  return step(NEXT[kind](tasting.test, isSimilarity));
}

const MORE_PIECES =
  'Cook more pieces of each method, or ways that differ more, and do not read this as "all the same".';
const MORE_PIECES_OF_SIMILAR =
  'More pieces of each method, and more people, would narrow it down. Do not read this as "different" either.';
const NOT_YET_SIMILAR =
  'This holds for these pieces. Whether it does for the methods, more pieces of each would show; more people alone would not.';
const NOT_YET_METHODS =
  'These pieces differ. Whether the methods do, more pieces of each would show; more people alone would not.';

const NEXT: Readonly<Record<VerdictKind, (test: Tasting['test'], isSimilarity: boolean) => string>> = {
  winner: () =>
    'Cook it again from another lot, with at least three pieces, to see that it was the method and not the day.',
  'leading-set': (test) =>
    test === 'ranking' || test === 'best-worst'
      ? 'Take those that lead into a final of their own, with fresh codes, where everyone tastes all of them.'
      : 'Taste those that lead alone, or choose between them by effort and cost.',
  'told-apart': () => 'They are not the same. Which one is liked better is another question: plan a paired preference.',
  'good-enough': () => 'Take the easier one, and write the margin down beside it.',
  similar: () => 'Take the easier one, and write down beside it what was ruled out.',
  'too-different': () => 'They are not similar enough. Stay with what you have, or ask which one is liked better.',
  'too-great-a-loss': () => 'Stay with the reference, or change the other way of cooking and taste again.',
  'no-answer': (_test, isSimilarity) =>
    isSimilarity
      ? 'Do not read this as "different" either. The Plan stage shows how many people it takes to rule that out.'
      : 'Do not read this as "no difference". The Plan stage shows how many people a difference that matters would take.',
  'cannot-say': () => 'Bring in more panelists, and lock a new plan before they taste.',
};
