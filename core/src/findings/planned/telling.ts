import type { Test } from '../../bundle';
import {
  aNotA,
  betaBinomial,
  forcedChoice,
  GUESS,
  pairedPreference,
  PROTOCOLS,
  sameDifferent,
  type ANotAResult,
  type BetaBinomialResult,
  type ForcedChoiceResult,
  type NoTest,
  type PairedPreferenceResult,
  type PieceClusters,
  type Protocol,
  type SameDifferentResult,
} from '../../inference';
import { binomialUpperTail } from '../../numeric';
import { aboutBites, methodSupport } from '../claim';
import type { About, VerdictKind } from '../verdict';
import { counted, howOften, ifAlike } from '../wording';
import { differencesByCluster, figuresByCluster, testOfClusters } from './clusters';
import { setAnswer, type HeardSet } from './heard';
import type { Answer, PlannedRules } from './answer';

/** What a test of two samples found. */
export type TellingResult = ForcedChoiceResult | ANotAResult | SameDifferentResult | PairedPreferenceResult;

/** A test of two samples, and where people answered several times how alike they are. */
export interface Telling {
  of: 'telling';
  /** Answers as the unit. */
  result: TellingResult | NoTest;
  replicated: BetaBinomialResult | null;
  /** Groups of people who shared no piece as the unit; null where the plan tests no methods. */
  methodTest: PieceClusters | NoTest | null;
}

/** The methods that the test compares: the reference, or the first, and the other. */
interface Pair {
  first: number;
  second: number;
}

/** Reads the answers to a test of two samples. */
export function telling(sets: readonly HeardSet[], rules: PlannedRules): Answer<Telling> {
  const { test, names } = rules;
  const first = Math.max(0, rules.reference);
  const pair = { first, second: names.findIndex((_, at) => at !== first) };
  if ((PROTOCOLS as readonly Test[]).includes(test)) return forced(sets, rules, test as Protocol, pair);
  switch (test) {
    case 'paired-preference':
      return preference(sets, rules, pair);
    case 'a-not-a':
      return recognised(sets, rules, pair);
    default:
      return calledDifferent(sets, rules, pair);
  }
}

/** What answers say by themselves, and how the same is said of methods and of pieces. */
interface Eaten {
  result: Telling['result'];
  replicated?: BetaBinomialResult | null;
  methodTest: Telling['methodTest'];
  isFound: boolean;
  /** Of the methods, where something was found. */
  found: VerdictKind;
  leaders: number[];
  /** What is claimed of methods, and of the pieces that were eaten. */
  ofMethods: string;
  ofPieces: string;
  nothing: string;
  support: string;
  bites: string;
}

/** The answer: of the methods where groups of people who shared no piece show it, else of the pieces. */
function answered(eaten: Eaten, { alpha, alike }: PlannedRules): Answer<Telling> {
  const { result, replicated = null, methodTest } = eaten;
  const planned: Telling = { of: 'telling', result, replicated, methodTest };
  if (result.test === null && result !== UNESTIMATED)
    return { planned, kind: 'cannot-say', about: 'pieces', leaders: [], sentence: result.reason, support: '' };
  const isShown = methodTest?.test === 'piece-clusters' && methodTest.p <= alpha;
  const about = isShown ? 'methods' : aboutBites({ alike });
  const support = `${eaten.support} ${howSure(eaten, about)}`;
  if (!isShown && !eaten.isFound)
    return { planned, kind: 'no-answer', about, leaders: [], sentence: eaten.nothing, support };
  return {
    ...{ planned, kind: eaten.found, about, leaders: eaten.leaders },
    sentence: claimIn(eaten, about, alike),
    support,
  };
}

function claimIn({ ofMethods, ofPieces }: Eaten, about: About, alike: boolean): string {
  if (about === 'pieces') return ofPieces;
  return alike ? ifAlike(ofMethods) : ofMethods;
}

const howSure = ({ methodTest, isFound, bites }: Eaten, about: About): string =>
  methodTest?.test === 'piece-clusters'
    ? methodSupport(methodTest, { about, given: 'choices', bites: isFound ? bites : '' })
    : bites;

function forced(sets: readonly HeardSet[], rules: PlannedRules, protocol: Protocol, pair: Pair): Answer<Telling> {
  const right = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice;
    return choice ? [{ set, panelist: set.panelist, correct: isRight(protocol, set, choice, pair) }] : [];
  });
  const correct = right.filter((one) => one.correct).length;
  const guess = GUESS[protocol];
  const isDirected = protocol === '2-afc' || protocol === '3-afc';
  const result = rules.limitOnly
    ? UNESTIMATED
    : forcedChoice({ protocol, n: right.length, correct, alpha: rules.alpha });
  const perPanelist = [...new Set(right.map(({ panelist }) => panelist))].map((panelist) => {
    const own = right.filter((one) => one.panelist === panelist);
    return { n: own.length, correct: own.filter((one) => one.correct).length };
  });
  const replicated = rules.limitOnly ? null : betaBinomial(perPanelist, protocol);
  const figures = figuresByCluster(right.map((one) => ({ set: one.set, value: (one.correct ? 1 : 0) - guess })));
  const [one, other] = [rules.names[pair.first], rules.names[pair.second]];
  const word = rules.attribute ? ` (${rules.attribute})` : '';
  const byGuessing = Math.round(guess * right.length);
  return answered(
    {
      result,
      replicated: replicated === null || replicated.test === null ? null : replicated,
      methodTest: testOfClusters(figures, rules),
      isFound: right.length > 0 && binomialUpperTail(correct, right.length, guess) <= rules.alpha,
      found: isDirected ? 'winner' : 'told-apart',
      leaders: isDirected ? [pair.second] : [],
      ofMethods: isDirected ? `${other} has more${word} than ${one}.` : `People can tell ${one} and ${other} apart.`,
      ofPieces: isDirected
        ? `These pieces of ${other} have more${word} than those of ${one}.`
        : `People can tell these pieces of ${one} and ${other} apart.`,
      nothing:
        correct > guess * right.length
          ? `Not shown: ${correct} right of ${right.length} could well be guessing.`
          : `Not shown: ${correct} right of ${right.length} is no more than guessing gives.`,
      support: `${correct} right of ${counted(right.length, 'answer')}, where guessing gives ${byGuessing}.`,
      bites: result.test === null ? '' : `By guessing alone so many come up ${howOften(result)}.`,
    },
    rules,
  );
}

/** A rehearsal counts, and has no time for estimates. */
const UNESTIMATED: NoTest = { test: null, reason: 'Only the verdict was asked for.' };

/** Whether the codes chosen are the right ones. */
function isRight(protocol: Protocol, { samples }: HeardSet, choice: readonly string[], pair: Pair): boolean {
  const methodOf = (code: string): number | undefined => samples.find((sample) => sample.code === code)?.method;
  switch (protocol) {
    case 'triangle':
      return samples.filter(({ method }) => method === methodOf(choice[0])).length === 1;
    case 'duo-trio':
      return methodOf(choice[0]) === samples[0].method;
    case 'tetrad':
      return methodOf(choice[0]) === methodOf(choice[1]);
    default:
      return methodOf(choice[0]) === pair.second;
  }
}

/** Which way each answer leans: 1 to the first, -1 to the second, 0 to neither. */
function leaningsOf(
  sets: readonly HeardSet[],
  item: string,
  { first, second }: Pair,
): { set: HeardSet; value: number }[] {
  return sets.flatMap((set) => {
    const choice = setAnswer(set, item, 'choice')?.choice;
    if (!choice) return [];
    const preferred = set.samples.find((sample) => sample.code === choice[0])?.method;
    return [{ set, value: preferred === first ? 1 : preferred === second ? -1 : 0 }];
  });
}

/** Everyone has one vote: who is asked several times, and prefers each as often, prefers neither. */
function votesOf(leanings: readonly { set: HeardSet; value: number }[]): number[] {
  const votes = new Map<string, number>();
  for (const { set, value } of leanings) votes.set(set.panelist, (votes.get(set.panelist) ?? 0) + value);
  return [...votes.values()];
}

function preference(sets: readonly HeardSet[], rules: PlannedRules, pair: Pair): Answer<Telling> {
  const { first, second } = pair;
  const leanings = leaningsOf(sets, rules.item, pair);
  const votes = votesOf(leanings);
  const [a, b] = [votes.filter((vote) => vote > 0).length, votes.filter((vote) => vote < 0).length];
  const none = votes.length - a - b;
  const result = pairedPreference({ a, b, none }, 'drop', rules.alpha);
  const methodTest = testOfClusters(figuresByCluster(leanings), rules);
  const isFirst = methodTest?.test === 'piece-clusters' && methodTest.p <= rules.alpha ? methodTest.mean > 0 : a >= b;
  const [leader, other] = isFirst ? [first, second] : [second, first];
  const [most, least] = [Math.max(a, b), Math.min(a, b)];
  return answered(
    {
      ...{ result, methodTest, found: 'winner', leaders: [leader] },
      isFound: result.test !== null && result.p <= rules.alpha,
      ofMethods: `${rules.names[leader]} is preferred to ${rules.names[other]}.`,
      ofPieces: `These pieces of ${rules.names[leader]} are preferred to those of ${rules.names[other]}.`,
      nothing: `No answer yet: ${most} to ${least} could well be chance.`,
      support: `${a} preferred ${rules.names[first]}, ${b} ${rules.names[second]}${none > 0 ? `, ${none} neither` : ''}.`,
      bites: result.test === null ? '' : `Tossing a coin comes out this far from even ${howOften(result)}.`,
    },
    rules,
  );
}

function recognised(sets: readonly HeardSet[], rules: PlannedRules, { first }: Pair): Answer<Telling> {
  const answers = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice[0];
    return choice ? [{ set, isSignal: set.samples[0].method === first, saidSo: choice === 'a' }] : [];
  });
  const { hits, signals, falseAlarms, noises } = calls(answers);
  return told(aNotA({ hits, signals, falseAlarms, noises }, rules.alpha), rules, {
    methodTest: testOfClusters(differencesByCluster(answers), rules),
    support: `"A" was said to ${hits} of ${signals} servings of A, and to ${falseAlarms} of ${noises} others.`,
  });
}

function calledDifferent(sets: readonly HeardSet[], rules: PlannedRules, _pair: Pair): Answer<Telling> {
  const answers = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice[0];
    const [one, other] = set.samples;
    return choice ? [{ set, isSignal: one.method !== other.method, saidSo: choice === 'different' }] : [];
  });
  const { hits, signals, falseAlarms, noises } = calls(answers);
  const result = sameDifferent(
    { differentOnDifferent: hits, differentPairs: signals, differentOnSame: falseAlarms, samePairs: noises },
    rules.alpha,
  );
  return told(result, rules, {
    methodTest: testOfClusters(differencesByCluster(answers), rules),
    support: `"Different" was said of ${hits} of ${signals} different pairs, and of ${falseAlarms} of ${noises} same ones.`,
  });
}

function calls(answers: readonly { isSignal: boolean; saidSo: boolean }[]) {
  const of = (isSignal: boolean) => answers.filter((one) => one.isSignal === isSignal);
  const said = (list: typeof answers): number => list.filter((one) => one.saidSo).length;
  return { hits: said(of(true)), signals: of(true).length, falseAlarms: said(of(false)), noises: of(false).length };
}

function told(
  result: ANotAResult | SameDifferentResult | NoTest,
  rules: PlannedRules,
  { methodTest, support }: Pick<Eaten, 'methodTest' | 'support'>,
): Answer<Telling> {
  const [one, other] = rules.names;
  return answered(
    {
      ...{ result, methodTest, support, found: 'told-apart', leaders: [] },
      isFound: result.test !== null && result.p <= rules.alpha,
      ofMethods: `People can tell ${one} and ${other} apart.`,
      ofPieces: `People can tell these pieces of ${one} and ${other} apart.`,
      nothing: 'Not shown: answers like these could well be guessing.',
      bites: result.test === null ? '' : `By chance this comes up ${howOften(result)}.`,
    },
    rules,
  );
}
