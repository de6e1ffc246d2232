import { counted } from '../../format';
import {
  piecesEaten,
  readPreferences,
  shownCodes,
  tastedServings,
  type PanelistPreferences,
  type Reading,
} from '../../answers';
import { SMALLEST_PANEL, orderBalance } from '../../design';
import type { NoTest } from '../../inference';
import { type FoundSection } from '../../presentation';
import { howOften, methodSupport, winnerText } from '../../verdict';
import type { InFull, PlannedAnswer, PlannedRules } from '../basis/answer';
import { nothingInFull } from '../basis/plainAnswer';
import { likingFinding, type LikingFinding } from '../basis/liking';
import { panelFinding, type PanelSection } from '../basis/panel';
import { methodsOnly, readComplete, type RankedAnswer } from './complete';
import { nextStep } from './nextStep';
import { rankSumsOf, type RankSums } from './rankSums';
import { strengthFinding, type StrengthFinding } from './strength';

/** How evenly positions and neighbours were served to those who count. */
export interface OrdersFinding {
  positionImbalance: number;
  carryOverImbalance: number;
}

/** What findings of a complete ranking hold. */
export type CompleteSection =
  | FoundSection<'rank-sums', RankSums>
  | FoundSection<'orders', OrdersFinding>
  | FoundSection<'liking', LikingFinding>
  | FoundSection<'strength', StrengthFinding | NoTest>
  | PanelSection;

/** Reads a ranking in which everyone ranks all methods. */
export function completeRanking(reading: Reading, rules: PlannedRules): PlannedAnswer<CompleteSection> {
  const { panelists, leftOut } = readPreferences(reading);
  const people = panelists.map(({ id }) => id);
  if (rules.asymptotic && rules.ofMethods) {
    const tooFew = { kind: 'cannot-say' as const, about: 'pieces' as const, leaders: [] };
    const { kind, about, leaders } = panelists.length < SMALLEST_PANEL ? tooFew : methodsOnly(panelists, rules);
    return { kind, about, leaders, sentence: '', people, leftOut, inFull: nothingInFull };
  }
  const answer = readComplete(panelists, rules);
  const { kind, about, leaders, sentence } = answer;
  return {
    ...{ kind, about, leaders, sentence, people, leftOut },
    inFull: () => inFull(reading, rules, panelists, answer),
  };
}

function inFull(
  reading: Reading,
  rules: PlannedRules,
  panelists: PanelistPreferences[],
  verdict: RankedAnswer,
): InFull<CompleteSection> {
  const { bundle, alpha, key } = reading;
  const { tasting } = bundle;
  const { ids, names } = rules;
  const servings = tastedServings(reading, panelists);
  const ordersKnown = tasting.brought?.ordersKnown !== false;
  const reference = tasting.methods.find((method) => method.reference)?.id;
  const liking = likingFinding(servings, {
    ...{ status: 'explored', methods: ids, reference },
    ...{ alpha, seed: key.seed, alike: rules.alike },
  });
  const strength = strengthFinding(panelists, ids.length, { ...rules, methodTest: verdict.methodTest });
  const ranks = rankSumsOf(bundle, panelists, verdict, (id) => shownCodes(id, bundle));
  const panel = panelFinding(panelists, servings, { alpha, seed: key.seed, ordersKnown });
  const explored: CompleteSection[] = [
    ...(liking ? [{ id: 'liking' as const, status: 'explored' as const, data: liking }] : []),
    { id: 'strength', status: 'explored', data: strength },
    { id: 'panel', status: 'explored', data: panel },
  ];
  return {
    support: supportOf(verdict, panelists.length, piecesEaten(reading), strength),
    sections: [
      { id: 'rank-sums', status: 'planned', data: ranks },
      ...(ordersKnown
        ? [{ id: 'orders' as const, status: 'planned' as const, data: tastedBalance(panelists, ids) }]
        : []),
      ...explored,
    ],
    liking,
    next: nextStep(verdict, panelists, { names, ids, alpha, seed: key.seed }),
  };
}

function tastedBalance(panelists: PanelistPreferences[], ids: readonly string[]): OrdersFinding {
  const { positionImbalance, carryOverImbalance } = orderBalance(
    panelists.map((panelist) => panelist.served.map((id) => ids.indexOf(id))),
    ids.length,
  );
  return { positionImbalance, carryOverImbalance };
}

function supportOf(
  verdict: RankedAnswer,
  panelists: number,
  pieces: readonly number[],
  strength: StrengthFinding | NoTest,
): string {
  const [fewest, most] = [Math.min(...pieces), Math.max(...pieces)];
  const each = fewest === most ? counted(fewest, 'piece') : `${fewest} to ${counted(most, 'piece')}`;
  const size = `${counted(panelists, 'panelist')}, ${each} a method.`;
  const { methodTest, overall, about, kind, leaders } = verdict;
  if (overall.test === null) return size;
  const bites = `Shuffled at random, rankings this far apart come up ${howOften(overall.probability)}.`;
  const sure =
    methodTest?.test === 'piece-blocks'
      ? methodSupport(methodTest, { about, given: 'rankings', bites: kind === 'no-answer' ? '' : bites })
      : bites;
  const isWinner = kind === 'winner' && strength.test !== null && strength.about === about;
  return `${size} ${sure}${isWinner ? winnerText(strength.chanceOfBest, leaders) : ''}`;
}
