import { counted } from '../../format';
import { setAnswer, type AnsweredSet } from '../../answers';
import {
  GUESS,
  aNotA,
  betaBinomial,
  forcedChoice,
  pairedPreference,
  sameDifferent,
  type ANotAResult,
  type Calls,
  type NoTest,
  type Protocol,
  type SameDifferentResult,
} from '../../inference';
import { binomialUpperTail } from '../../numeric';
import { howOften } from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';
import { differencesByCluster, figuresByCluster, testOfClusters } from './clusters';
import { UNESTIMATED, answered, type DiscriminationOutcome, type Telling } from './outcome';
import { byPanelist, isProtocol, pairOf, rightAnswers, type Pair } from './rightAnswers';
import { similar } from './similarity';

/** Reads the answers to a test of two samples. */
export function readDiscrimination(sets: readonly AnsweredSet[], rules: PlannedRules): Answer<Telling> {
  const { test } = rules;
  const pair = pairOf(rules);
  if (isProtocol(test)) return rules.seeksSimilarity ? similar(sets, rules, test) : forced(sets, rules, test);
  switch (test) {
    case 'paired-preference':
      return preference(sets, rules, pair);
    case 'a-not-a':
      return recognised(sets, rules, pair);
    default:
      return calledDifferent(sets, rules, pair);
  }
}

function forced(sets: readonly AnsweredSet[], rules: PlannedRules, protocol: Protocol): Answer<Telling> {
  const pair = pairOf(rules);
  const right = rightAnswers(sets, protocol, { item: rules.item, pair });
  const correct = right.filter((one) => one.correct).length;
  const guess = GUESS[protocol];
  const isDirected = protocol === '2-afc' || protocol === '3-afc';
  const result = rules.asymptotic
    ? UNESTIMATED
    : forcedChoice({ protocol, n: right.length, correct, alpha: rules.alpha });
  const replicated = rules.asymptotic ? null : betaBinomial(byPanelist(right), protocol, rules.alpha);
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

/** Which way each answer leans: 1 to the first, -1 to the second, 0 to neither. */
function leaningsOf(
  sets: readonly AnsweredSet[],
  item: string,
  { first, second }: Pair,
): { set: AnsweredSet; value: number }[] {
  return sets.flatMap((set) => {
    const choice = setAnswer(set, item, 'choice')?.choice;
    if (!choice) return [];
    const preferred = set.samples.find((sample) => sample.code === choice[0])?.method;
    return [{ set, value: preferred === first ? 1 : preferred === second ? -1 : 0 }];
  });
}

/** Everyone has one vote: who is asked several times, and prefers each as often, prefers neither. */
function votesOf(leanings: readonly { set: AnsweredSet; value: number }[]): number[] {
  const votes = new Map<string, number>();
  for (const { set, value } of leanings) votes.set(set.panelist, (votes.get(set.panelist) ?? 0) + value);
  return [...votes.values()];
}

function preference(sets: readonly AnsweredSet[], rules: PlannedRules, pair: Pair): Answer<Telling> {
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

function recognised(sets: readonly AnsweredSet[], rules: PlannedRules, { first }: Pair): Answer<Telling> {
  const answers = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice[0];
    return choice ? [{ set, isSignal: set.samples[0].method === first, saidSo: choice === 'a' }] : [];
  });
  const { hits, signals, falseAlarms, noises } = calls(answers);
  return told(aNotA({ hits, signals, falseAlarms, noises }, rules.alpha, callsOfEach(answers)), rules, {
    methodTest: testOfClusters(differencesByCluster(answers), rules),
    support: `"A" was said to ${hits} of ${signals} servings of A, and to ${falseAlarms} of ${noises} others.`,
  });
}

function calledDifferent(sets: readonly AnsweredSet[], rules: PlannedRules, _pair: Pair): Answer<Telling> {
  const answers = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice[0];
    const [one, other] = set.samples;
    return choice ? [{ set, isSignal: one.method !== other.method, saidSo: choice === 'different' }] : [];
  });
  const { hits, signals, falseAlarms, noises } = calls(answers);
  const result = sameDifferent(
    { differentOnDifferent: hits, differentPairs: signals, differentOnSame: falseAlarms, samePairs: noises },
    rules.alpha,
    callsOfEach(answers),
  );
  return told(result, rules, {
    methodTest: testOfClusters(differencesByCluster(answers), rules),
    support: `"Different" was said of ${hits} of ${signals} different pairs, and of ${falseAlarms} of ${noises} same ones.`,
  });
}

/** One answer: whether it is so, and whether it was said. */
interface Call {
  set: AnsweredSet;
  isSignal: boolean;
  saidSo: boolean;
}

function callsOfEach(answers: readonly Call[]): Calls[] {
  const panel = new Map<string, Call[]>();
  for (const answer of answers) panel.set(answer.set.panelist, [...(panel.get(answer.set.panelist) ?? []), answer]);
  return [...panel.values()].map(calls);
}

function calls(answers: readonly Call[]): Calls {
  const of = (isSignal: boolean) => answers.filter((one) => one.isSignal === isSignal);
  const said = (list: typeof answers): number => list.filter((one) => one.saidSo).length;
  return { hits: said(of(true)), signals: of(true).length, falseAlarms: said(of(false)), noises: of(false).length };
}

function told(
  result: ANotAResult | SameDifferentResult | NoTest,
  rules: PlannedRules,
  { methodTest, support }: Pick<DiscriminationOutcome, 'methodTest' | 'support'>,
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
