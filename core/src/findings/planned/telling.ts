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
  type Protocol,
  type SameDifferentResult,
} from '../../inference';
import { binomialUpperTail } from '../../numeric';
import { counted, howOften } from '../wording';
import { setAnswer, type HeardSet } from './heard';
import type { Answer, PlannedRules } from './answer';

/** What a test of two samples found. */
export type TellingResult = ForcedChoiceResult | ANotAResult | SameDifferentResult | PairedPreferenceResult;

/** A test of two samples, and where people answered several times how alike they are. */
export interface Telling {
  of: 'telling';
  result: TellingResult | NoTest;
  replicated: BetaBinomialResult | null;
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

function forced(sets: readonly HeardSet[], rules: PlannedRules, protocol: Protocol, pair: Pair): Answer<Telling> {
  const right = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice;
    return choice ? [{ panelist: set.panelist, correct: isRight(protocol, set, choice, pair) }] : [];
  });
  const correct = right.filter((one) => one.correct).length;
  const isFound = right.length > 0 && binomialUpperTail(correct, right.length, GUESS[protocol]) <= rules.alpha;
  const isDirected = protocol === '2-afc' || protocol === '3-afc';
  const verdict = {
    kind: isFound ? (isDirected ? ('winner' as const) : ('told-apart' as const)) : ('no-answer' as const),
    leaders: isFound && isDirected ? [pair.second] : [],
  };
  if (rules.limitOnly)
    return { planned: { of: 'telling', result: UNESTIMATED, replicated: null }, ...verdict, sentence: '', support: '' };
  const result = forcedChoice({ protocol, n: right.length, correct, alpha: rules.alpha });
  const perPanelist = [...new Set(right.map(({ panelist }) => panelist))].map((panelist) => {
    const own = right.filter((one) => one.panelist === panelist);
    return { n: own.length, correct: own.filter((one) => one.correct).length };
  });
  const replicated = betaBinomial(perPanelist, protocol);
  const planned: Telling = { of: 'telling', result, replicated: replicated.test === null ? null : replicated };
  if (result.test === null) return { planned, kind: 'cannot-say', leaders: [], sentence: result.reason, support: '' };
  const [one, other] = [rules.names[pair.first], rules.names[pair.second]];
  const sentence = !isFound
    ? `Not shown: ${correct} right of ${right.length} could well be guessing.`
    : isDirected
      ? `${other} has more${rules.attribute ? ` (${rules.attribute})` : ''} than ${one}.`
      : `People can tell ${one} and ${other} apart.`;
  return {
    planned,
    ...verdict,
    sentence,
    support: `${correct} right of ${counted(right.length, 'answer')}, where guessing gives ${Math.round(result.guess * right.length)}. By guessing alone so many come up ${howOften(result)}.`,
  };
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

/** Everyone has one vote: who is asked several times, and prefers each as often, prefers neither. */
function votesFor(sets: readonly HeardSet[], item: string, { first, second }: Pair): number[] {
  const leanings = new Map<string, number>();
  for (const set of sets) {
    const choice = setAnswer(set, item, 'choice')?.choice;
    if (!choice) continue;
    const preferred = set.samples.find((sample) => sample.code === choice[0])?.method;
    const leaning = preferred === first ? 1 : preferred === second ? -1 : 0;
    leanings.set(set.panelist, (leanings.get(set.panelist) ?? 0) + leaning);
  }
  return [...leanings.values()];
}

function preference(sets: readonly HeardSet[], rules: PlannedRules, pair: Pair): Answer<Telling> {
  const { first, second } = pair;
  const votes = votesFor(sets, rules.item, pair);
  const [a, b] = [votes.filter((vote) => vote > 0).length, votes.filter((vote) => vote < 0).length];
  const none = votes.length - a - b;
  const result = pairedPreference({ a, b, none }, 'drop', rules.alpha);
  const planned: Telling = { of: 'telling', result, replicated: null };
  if (result.test === null) return { planned, kind: 'cannot-say', leaders: [], sentence: result.reason, support: '' };
  const leader = a >= b ? first : second;
  const isFound = result.p <= rules.alpha;
  const [most, least] = [Math.max(a, b), Math.min(a, b)];
  return {
    planned,
    kind: isFound ? 'winner' : 'no-answer',
    leaders: isFound ? [leader] : [],
    sentence: isFound
      ? `${rules.names[leader]} is preferred to ${rules.names[leader === first ? second : first]}.`
      : `No answer yet: ${most} to ${least} could well be chance.`,
    support: `${a} preferred ${rules.names[first]}, ${b} ${rules.names[second]}${none > 0 ? `, ${none} neither` : ''}. Tossing a coin comes out this far from even ${howOften(result)}.`,
  };
}

function recognised(sets: readonly HeardSet[], rules: PlannedRules, { first }: Pair): Answer<Telling> {
  const answers = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice[0];
    return choice ? [{ isA: set.samples[0].method === first, saidA: choice === 'a' }] : [];
  });
  const [a, notA] = [answers.filter((one) => one.isA), answers.filter((one) => !one.isA)];
  const said = (list: typeof answers): number => list.filter((one) => one.saidA).length;
  const result = aNotA({ hits: said(a), signals: a.length, falseAlarms: said(notA), noises: notA.length }, rules.alpha);
  return told(
    result,
    rules,
    `"A" was said to ${said(a)} of ${a.length} servings of A, and to ${said(notA)} of ${notA.length} others.`,
  );
}

function calledDifferent(sets: readonly HeardSet[], rules: PlannedRules, _pair: Pair): Answer<Telling> {
  const answers = sets.flatMap((set) => {
    const choice = setAnswer(set, rules.item, 'choice')?.choice[0];
    const [one, other] = set.samples;
    return choice ? [{ differ: one.method !== other.method, saidDifferent: choice === 'different' }] : [];
  });
  const [different, same] = [answers.filter((one) => one.differ), answers.filter((one) => !one.differ)];
  const said = (list: typeof answers): number => list.filter((one) => one.saidDifferent).length;
  const result = sameDifferent(
    {
      differentOnDifferent: said(different),
      differentPairs: different.length,
      differentOnSame: said(same),
      samePairs: same.length,
    },
    rules.alpha,
  );
  return told(
    result,
    rules,
    `"Different" was said of ${said(different)} of ${different.length} different pairs, and of ${said(same)} of ${same.length} same ones.`,
  );
}

function told(
  result: ANotAResult | SameDifferentResult | NoTest,
  rules: PlannedRules,
  support: string,
): Answer<Telling> {
  const planned: Telling = { of: 'telling', result, replicated: null };
  if (result.test === null) return { planned, kind: 'cannot-say', leaders: [], sentence: result.reason, support: '' };
  const isFound = result.p <= rules.alpha;
  return {
    planned,
    kind: isFound ? 'told-apart' : 'no-answer',
    leaders: [],
    sentence: isFound
      ? `People can tell ${rules.names[0]} and ${rules.names[1]} apart.`
      : 'Not shown: answers like these could well be guessing.',
    support: `${support} By chance this comes up ${howOften(result)}.`,
  };
}
