import { list } from '../../format';
import type { PanelistPreferences } from '../../answers';
import { MOST_PIECES } from '../../bundle';
import { locationEstimates } from '../../verdict';
import { MORE_PIECES, NOT_YET_METHODS, step, type NextStep } from '../basis/nextStep';
import type { RankedAnswer } from './complete';
import { followUpSize } from './followUp';

/** More panelists than this are not worth planning for. */
const LARGEST_FOLLOW_UP = 300;

/** What a follow-up is calculated from. */
interface FollowUpRules {
  names: readonly string[];
  /** Method ids. */
  ids: readonly string[];
  alpha: number;
  seed: string;
}

/** What to do after a complete ranking. */
export function nextStep(
  verdict: RankedAnswer,
  panelists: readonly PanelistPreferences[],
  rules: FollowUpRules,
): NextStep {
  const { names } = rules;
  if (verdict.kind === 'cannot-say') return step('Bring in more panelists, and lock a new plan before they taste.');
  const ofMethods = verdict.methodTest !== null;
  if (verdict.kind === 'winner') {
    if (ofMethods && verdict.about === 'pieces') return step(NOT_YET_METHODS);
    const pieces = ofMethods ? '' : ', with at least three pieces,';
    return step(`Cook the winner again from another lot${pieces} to see that it was the method and not the day.`);
  }
  const size = sizeOf(verdict, panelists, rules);
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
  { names, ids, alpha, seed }: FollowUpRules,
): NextStep {
  const known = locationEstimates(
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
