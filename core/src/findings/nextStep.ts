import { MOST_PIECES, type Tasting } from '../bundle';
import { seeksSimilarity } from '../questions';
import { heightsOfRanks } from './chances';
import { followUpSize } from './followUp';
import type { PanelistPreferences } from './preferences';
import type { RankedAnswer } from './ranked';
import type { Claim } from './claim';
import type { About, VerdictKind } from './verdict';
import { list } from './wording';

/** What to do next, and how many panelists it would take. */
export interface NextStep {
  text: string;
  /** Panelists with whom the first two, alone, would be told apart about 7 times in 10; null where that is no help. */
  panel: number | null;
  /** The same in pieces of each; null where the answer is not about methods. */
  pieces: number | null;
  /** Ids of these two; null where nothing was reckoned. */
  pair: [string, string] | null;
}

/** One thing to change about the method that leads, and what speaks for it. */
export interface NextFactor {
  /** Method id. */
  method: string;
  /** Said after "make it", or after the name of the method: "less salty". */
  change: string;
  because: string;
}

/** What the answer leaves to do: a next tasting, methods that need no more of it, and the one thing to try. */
export interface NextMove extends NextStep {
  /** Ids of methods that are shown to be behind. */
  drop: string[];
  factor: NextFactor | null;
}

/** More panelists than this are not worth planning for. */
const LARGEST_FOLLOW_UP = 300;

/** What a follow-up is reckoned from. */
interface Reckoning {
  names: readonly string[];
  /** Method ids. */
  ids: readonly string[];
  alpha: number;
  seed: string;
}

const step = (text: string): NextStep => ({ text, panel: null, pieces: null, pair: null });

/** What to do after a complete ranking. */
export function nextStep(
  verdict: RankedAnswer,
  panelists: readonly PanelistPreferences[],
  reckoning: Reckoning,
): NextStep {
  const { names } = reckoning;
  if (verdict.kind === 'cannot-say') return step('Bring in more panelists, and lock a new plan before they taste.');
  const ofMethods = verdict.methodTest !== null;
  if (verdict.kind === 'winner') {
    if (ofMethods && verdict.about === 'pieces') return step(NOT_YET_METHODS);
    const pieces = ofMethods ? '' : ', with at least three pieces,';
    return step(`Cook the winner again from another lot${pieces} to see that it was the method and not the day.`);
  }
  const size = sizeOf(verdict, panelists, reckoning);
  if (verdict.kind === 'no-answer') {
    return ofMethods
      ? { ...size, text: `${MORE_PIECES} ${size.text}` }
      : {
          ...size,
          text: `Ask more people, or fewer methods that differ more, and do not read this as "all the same". ${size.text}`,
        };
  }
  if (ofMethods && verdict.about === 'pieces') return step(NOT_YET_METHODS);
  const alone = list(verdict.leaders.map((leader) => names[leader]));
  return { ...size, text: `Taste ${alone} alone, or choose between them by effort and cost. ${size.text}` };
}

/** How large a tasting of the first two alone would have to be. */
function sizeOf(
  { methodTest }: RankedAnswer,
  panelists: readonly PanelistPreferences[],
  { names, ids, alpha, seed }: Reckoning,
): NextStep {
  const known = heightsOfRanks(
    panelists.map(({ ranks }) => ranks),
    methodTest,
  );
  const order = known.heights.map((_, at) => at).sort((a, b) => known.heights[b] - known.heights[a]);
  const [first, second] = order;
  if (second === undefined) return step('');
  const isOfPieces = known.isOfMethods && methodTest?.test === 'piece-blocks';
  const units = isOfPieces ? methodTest.blocks : panelists.length;
  const most = isOfPieces ? MOST_PIECES : LARGEST_FOLLOW_UP;
  const size = followUpSize({ known, first, second, units, isOfPieces, most, alpha, seed });
  const two = `${names[first]} and ${names[second]}`;
  const what = isOfPieces ? 'pieces of each' : 'panelists';
  const shown = `would show which of ${two} is ahead`;
  if (size === null)
    return step(`Even ${most} ${what} may well not show which of ${two} is ahead: they may lie that close.`);
  const people = isOfPieces ? ', each eaten by as many people as here,' : '';
  return {
    text: `By what was seen, about ${size} ${what}${people} ${shown} about 7 times in 10.`,
    panel: isOfPieces ? null : size,
    pieces: isOfPieces ? size : null,
    pair: [ids[first], ids[second]],
  };
}

/** What to do after a planned test other than a complete ranking. */
export function plannedNextStep(
  { kind, about }: { kind: VerdictKind; about: About },
  tasting: Pick<Tasting, 'test' | 'decision'>,
  { ofMethods }: Claim,
): NextStep {
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
