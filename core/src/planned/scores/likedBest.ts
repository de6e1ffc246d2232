import { counted } from '../../format';
import {
  chancesOfScores,
  claimed,
  howOften,
  methodSupport,
  verdictSentence,
  winnerText,
  type Standing,
} from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';
import type { LikingFinding } from '../basis/liking';
import { aboutModel, type Scored } from '../basis/scored';

/** Who is liked best by scores, of the methods where their test shows something. */
export function likedBest(
  liking: LikingFinding,
  methodTest: Scored['methodTest'],
  rules: PlannedRules,
): Answer<Scored> {
  const p = liking.test.test === 'F' ? liking.test.p : 1;
  const served = standingOfMeans(liking, p <= rules.alpha, rules.ids);
  const bites = `With no difference, means this far apart come up ${howOften({ p })}.`;
  const answer = claimed(served, methodTest, { ...rules, isMore: true });
  const about = answer.about === 'pieces' && served.kind !== 'no-answer' ? aboutModel(liking, rules) : answer.about;
  const size = `${counted(liking.panelists, 'panelist')}, ${counted(liking.pieces, 'piece')}.`;
  const sure =
    methodTest?.test === 'piece-blocks'
      ? methodSupport(methodTest, { about, given: 'scores', bites: served.kind === 'no-answer' ? '' : bites })
      : bites;
  // Of a total no chance is said: another choice of weights would have had another.
  const isWinner =
    !rules.isTotal && answer.kind === 'winner' && about === 'methods' && methodTest?.test === 'piece-blocks';
  const chance = isWinner ? winnerText(chancesOfScores(methodTest, rules.seed).chances, answer.leaders) : '';
  return {
    planned: {
      of: 'liking',
      liking,
      methodTest,
      letters: answer.kind === 'no-answer' ? [] : answer.letters,
      margins: [],
    },
    ...{ kind: answer.kind, about, leaders: answer.leaders },
    sentence: verdictSentence(answer, rules.names, {
      about,
      alike: rules.alike,
      given: 'scores',
      word: '',
      isTotal: rules.isTotal,
    }),
    support: `${size} ${sure}${chance}`,
  };
}

/** Who leads by the means of the model. */
function standingOfMeans({ means }: LikingFinding, isFound: boolean, ids: readonly string[]): Standing {
  const nothing = { letters: ids.map(() => 'a'), reason: '' };
  if (!isFound) return { ...nothing, kind: 'no-answer', leaders: [] };
  const leading = means.filter(({ letters }) => [...letters].some((one) => means[0].letters.includes(one)));
  return {
    ...{ kind: leading.length === 1 ? 'winner' : 'leading-set', reason: '' },
    leaders: leading.map(({ method }) => ids.indexOf(method)),
    letters: ids.map((id) => means.find(({ method }) => method === id)?.letters ?? ''),
  };
}
