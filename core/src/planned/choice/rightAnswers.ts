import { setAnswer, type AnsweredSet } from '../../answers';
import type { Test } from '../../bundle';
import { PROTOCOLS, type Protocol, type ReplicatedAnswers } from '../../inference';
import type { PlannedRules } from '../basis/answer';

/** The methods that the test compares: the reference, or the first, and the other. */
export interface Pair {
  first: number;
  second: number;
}

export function pairOf({ reference, names }: Pick<PlannedRules, 'reference' | 'names'>): Pair {
  const first = Math.max(0, reference);
  return { first, second: names.findIndex((_, at) => at !== first) };
}

export const isProtocol = (test: Test): test is Protocol => (PROTOCOLS as readonly Test[]).includes(test);

/** One answer that has a right one. */
export interface RightAnswer {
  set: AnsweredSet;
  correct: boolean;
}

/** All answers to a forced choice, and whether they were right. */
export const rightAnswers = (
  sets: readonly AnsweredSet[],
  protocol: Protocol,
  { item, pair }: { item: string; pair: Pair },
): RightAnswer[] =>
  sets.flatMap((set) => {
    const choice = setAnswer(set, item, 'choice')?.choice;
    return choice ? [{ set, correct: isRight(protocol, set, choice, pair) }] : [];
  });

/** How many answers each panelist gave, and how many of them were right. */
export function byPanelist(answers: readonly RightAnswer[]): ReplicatedAnswers[] {
  const panel = new Map<string, ReplicatedAnswers>();
  for (const { set, correct } of answers) {
    const own = panel.get(set.panelist) ?? { n: 0, correct: 0 };
    panel.set(set.panelist, { n: own.n + 1, correct: own.correct + (correct ? 1 : 0) });
  }
  return [...panel.values()];
}

/** Whether the codes chosen are the right ones. */
function isRight(protocol: Protocol, { samples }: AnsweredSet, choice: readonly string[], pair: Pair): boolean {
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
