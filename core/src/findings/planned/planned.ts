import type { BallotItem, Key, TastingBundle } from '../../bundle';
import { isOfTwoSamples, SMALLEST_PANEL } from '../../design';
import { mainItem, seeksSimilarity } from '../../questions';
import { claimOf } from '../claim';
import { counted } from '../wording';
import type { Answer, PlannedRules } from './answer';
import type { LeftOut } from '../leftOut';
import { heardSets, type HeardSet, type Wanted } from './heard';
import { chosen, ordered, type Chosen, type Ordered } from './ordered';
import { profiled, wordsOf, type Profiled } from './profiled';
import { rehearsed } from './rehearsed';
import { scored, type Scored } from './scored';
import { telling } from './telling';
import type { Telling } from './told';

/** What the planned test found, other than a complete ranking. */
export type Planned = Telling | Scored | Profiled | Ordered | Chosen;

export type PlannedAnswer = Answer<Planned>;

/**
 * The answer to the planned question, by the planned test. Panelists who did not hand in are
 * left out; whoever did counts, blind or not.
 *
 * @param isWanted which sets to go by; default all
 * @param alpha another level than the plan's, where a part of it is asked
 */
export function plannedAnswer(
  bundle: TastingBundle,
  key: Key,
  { limitOnly = false, isWanted, alpha }: { limitOnly?: boolean; isWanted?: Wanted; alpha?: number } = {},
): PlannedAnswer & { leftOut: LeftOut[]; panelists: number } {
  const { sets, leftOut } = heardSets(bundle, key, isWanted);
  const planned = rulesOf(bundle, key, limitOnly);
  const rules = alpha === undefined ? planned : { ...planned, alpha };
  const panelists = new Set(sets.map((set) => set.panelist)).size;
  const answer = answerTo(sets, bundle, rules);
  return { ...(panelists < SMALLEST_PANEL ? tooFew(answer, panelists) : answer), leftOut, panelists };
}

/** Scores on scales that are not what was planned, read as a profile is: looked at once the key is open. */
export function scalesAnswer(bundle: TastingBundle, key: Key, items: readonly BallotItem[]): Answer<Profiled> {
  const { sets } = heardSets(bundle, key);
  const answer = profiled(sets, items, rulesOf(bundle, key, false));
  const panelists = new Set(sets.map((set) => set.panelist)).size;
  return panelists < SMALLEST_PANEL ? tooFew(answer, panelists) : answer;
}

/** Totals of several scales, read as scores of liking are; a serving without a total does not count. */
export function totalsAnswer(
  bundle: TastingBundle,
  key: Key,
  total: (set: HeardSet, code: string) => number | null,
): Answer<Scored> {
  const { sets } = heardSets(bundle, key);
  const totals = sets.map((set) => ({
    ...set,
    answers: set.samples.flatMap(({ code }) => {
      const score = total(set, code);
      const when = { id: code, at: '', by: '', reason: '' };
      return score === null ? [] : [{ ...when, kind: 'score' as const, item: TOTAL, code, score }];
    }),
  }));
  const rules = { ...rulesOf(bundle, key, false), test: 'liking' as const, item: TOTAL, isTotal: true };
  const answer = scored(totals, rules);
  const panelists = new Set(totals.flatMap(({ panelist, answers }) => (answers.length > 0 ? panelist : []))).size;
  return panelists < SMALLEST_PANEL ? tooFew(answer, panelists) : answer;
}

const TOTAL = 'total';

function rulesOf({ tasting, plan }: TastingBundle, key: Key, limitOnly: boolean): PlannedRules {
  return {
    test: tasting.test,
    item: mainItem(tasting)?.id ?? '',
    ids: tasting.methods.map((method) => method.id),
    names: tasting.methods.map((method) => method.name),
    reference: tasting.methods.findIndex((method) => method.reference),
    attribute: mainItem(tasting)?.attribute || (tasting.decision.kind === 'more-of' ? tasting.decision.attribute : ''),
    margin: tasting.decision.margin,
    seeksSimilarity: seeksSimilarity(tasting),
    mostTellers: tasting.decision.mostTellers,
    alpha: plan?.alpha ?? tasting.alpha,
    seed: key.seed,
    limitOnly,
    ...claimOf(plan, tasting),
  };
}

function answerTo(sets: readonly HeardSet[], { tasting }: TastingBundle, rules: PlannedRules): PlannedAnswer {
  if (isOfTwoSamples(rules.test)) return telling(sets, rules);
  if (rules.limitOnly && rules.ofMethods) return rehearsed(sets, tasting.ballot.items, rules);
  switch (rules.test) {
    case 'profile':
      return profiled(sets, wordsOf(tasting.ballot.items), rules);
    case 'best-worst':
      return chosen(sets, rules);
    case 'ranking':
      return ordered(sets, rules);
    default:
      return scored(sets, rules);
  }
}

const tooFew = <Of extends Planned>(answer: Answer<Of>, panelists: number): Answer<Of> => ({
  ...answer,
  kind: 'cannot-say',
  leaders: [],
  sentence: `${panelists === 0 ? 'Nobody has handed in a ballot' : `${counted(panelists, 'panelist is', 'panelists are')} too few for a verdict`}: at least ${SMALLEST_PANEL} are needed.`,
});
