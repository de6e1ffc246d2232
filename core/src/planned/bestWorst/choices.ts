import { counted } from '../../format';
import { setAnswer, type AnsweredSet } from '../../answers';
import { bestWorst, type BestWorstResult, type NoTest, type PieceBlocks } from '../../inference';
import { howOften } from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';
import { answerByPlaces, leadingByWorth, noLeader, sameSamples } from '../basis/places';
import { rowsOfChoices, testOfMethods } from '../basis/rows';

/** Best and worst of sets. */
export interface Chosen {
  of: 'best-worst';
  result: BestWorstResult | NoTest;
  /** Blocks of pieces as the unit, on places from best over the others to worst; null where the plan tests no methods. */
  methodTest: PieceBlocks | NoTest | null;
}

/** Reads best-and-worst choices; who chooses from the same samples several times counts once in all. */
export function readChoices(sets: readonly AnsweredSet[], rules: PlannedRules): Answer<Chosen> {
  const answered = sets.filter((set) => setAnswer(set, rules.item, 'best-worst'));
  const times = new Map<string, number>();
  for (const set of answered) times.set(sameSamples(set), (times.get(sameSamples(set)) ?? 0) + 1);
  const choices = answered.flatMap((set) => {
    const answer = setAnswer(set, rules.item, 'best-worst');
    const methodOf = (code: string): number => set.samples.find((sample) => sample.code === code)?.method ?? -1;
    const shown = set.samples.map(({ method }) => method);
    const weight = 1 / (times.get(sameSamples(set)) ?? 1);
    return answer ? [{ shown, best: methodOf(answer.best), worst: methodOf(answer.worst), weight }] : [];
  });
  const result = bestWorst(choices, rules.ids.length);
  const methodTest = rules.ofMethods ? testOfMethods(rowsOfChoices(answered, rules.item), rules, 'places') : null;
  const planned: Chosen = { of: 'best-worst', result, methodTest };
  if (result.test === null)
    return { planned, kind: 'cannot-say', about: 'pieces', leaders: [], sentence: result.reason, support: '' };
  const { p } = result.likelihoodRatio;
  const served =
    p > rules.alpha ? noLeader(rules.ids.length) : leadingByWorth(result.logWorth, result.covariance, rules.alpha);
  return answerByPlaces(planned, served, rules, {
    given: 'choices',
    size: `${counted(choices.length, 'choice')} of best and worst.`,
    bites: `Chosen at random, choices this uneven come up ${howOften({ p })}.`,
  });
}
