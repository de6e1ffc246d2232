import type { NoTest, PieceBlocks } from '../../inference';
import { chancesOfScores, winnerText } from '../chances';
import { aboutBites, claimed, methodSupport } from '../claim';
import { likingFinding, type LikingFinding } from '../liking';
import type { About, Standing } from '../verdict';
import { counted, howOften, ifAlike, verdictSentence } from '../wording';
import type { Answer, PlannedRules } from './answer';
import { scoreOf, type HeardSet } from './heard';
import { againstMargin, intervalsOf, marginsOf, type Margins } from './margins';
import { rowsOfScores, testOfMethods } from './rows';

/** Liking scores as the planned test, for a winner or against a margin. */
export interface Scored {
  of: 'liking';
  /** Bites as the unit. */
  liking: LikingFinding | null;
  /** Blocks of pieces as the unit; null where the plan tests no methods. */
  methodTest: PieceBlocks | NoTest | null;
  /** By method place, of what the verdict speaks of: two differ if they share none. Empty where nothing was found. */
  letters: string[];
  /** For a test against a margin: of every method other than the reference. */
  margins: Margins;
}

/** Reads liking scores as the planned test. */
export function scored(sets: readonly HeardSet[], rules: PlannedRules): Answer<Scored> {
  const servings = sets.flatMap((set) =>
    set.samples.map(({ code, method, piece, position }) => ({
      ...{ panelist: set.panelist, method: rules.ids[method], piece, position, rank: 0 },
      liking: scoreOf(set, rules.item, code),
    })),
  );
  const reference = rules.reference >= 0 ? rules.ids[rules.reference] : undefined;
  const liking = likingFinding(servings, {
    status: 'planned',
    methods: rules.ids,
    reference,
    ...{ alpha: rules.alpha, seed: rules.seed, limitOnly: rules.limitOnly, alike: rules.alike },
  });
  const methodTest = rules.ofMethods ? testOfMethods(rowsOfScores(sets, rules.item), rules, 'scores') : null;
  const nothing = {
    planned: { of: 'liking' as const, liking, methodTest, letters: [], margins: [] },
    ...{ kind: 'cannot-say' as const, about: 'pieces' as const, leaders: [], support: '' },
  };
  if (!liking) return { ...nothing, sentence: 'Nobody gave scores yet.' };
  if (liking.test.test === null) return { ...nothing, sentence: liking.test.reason };
  return rules.test !== 'liking' && reference !== undefined
    ? heldAgainstMargin(liking, methodTest, rules)
    : likedBest(liking, methodTest, rules);
}

/** Plans from before pieces were tested have them in the model: that speaks of methods where pieces are seen to vary. */
const aboutModel = (liking: LikingFinding, rules: PlannedRules): About =>
  !rules.ofMethods && liking.variances.some(({ term, variance }) => term === 'piece' && variance > 0)
    ? 'methods'
    : aboutBites(rules);

function likedBest(liking: LikingFinding, methodTest: Scored['methodTest'], rules: PlannedRules): Answer<Scored> {
  const p = liking.test.test === 'F' ? liking.test.p : 1;
  const eaten = standingOfMeans(liking, p <= rules.alpha, rules.ids);
  const bites = `With no difference, means this far apart come up ${howOften({ p })}.`;
  const answer = claimed(eaten, methodTest, { ...rules, isMore: true });
  const about = answer.about === 'pieces' && eaten.kind !== 'no-answer' ? aboutModel(liking, rules) : answer.about;
  const size = `${counted(liking.panelists, 'panelist')}, ${counted(liking.pieces, 'piece')}.`;
  const sure =
    methodTest?.test === 'piece-blocks'
      ? methodSupport(methodTest, { about, given: 'scores', bites: eaten.kind === 'no-answer' ? '' : bites })
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

/** Each method against the margin, at a level shared out between them: on pieces where they are tested, else on bites. */
function heldAgainstMargin(
  liking: LikingFinding,
  methodTest: Scored['methodTest'],
  rules: PlannedRules,
): Answer<Scored> {
  const place = (id: string): number => rules.ids.indexOf(id);
  const bites = marginsOf(
    liking.pairs.map(({ a, b, ...rest }) => ({ ...rest, a: place(a), b: place(b) })),
    rules,
  );
  const ofMethods = methodTest?.test === 'piece-blocks' ? marginsOf(methodTest.pairs, rules) : null;
  const answers = [
    ...(ofMethods ? [{ about: 'methods' as const, margins: ofMethods }] : []),
    { about: aboutModel(liking, rules), margins: bites },
  ].map((one) => ({ ...one, ...againstMargin(one.margins, one.about, rules) }));
  const { about, kind, leaders, sentence } = answers.find((one) => one.kind !== 'no-answer') ?? answers[0];
  const margins = answers[0].margins;
  const beside =
    ofMethods && about === 'pieces'
      ? ' But pieces cooked alike differ too, and so this says nothing yet of the methods.'
      : '';
  return {
    planned: { of: 'liking', liking, methodTest, letters: [], margins },
    ...{ kind, about, leaders },
    sentence: rules.alike && kind !== 'no-answer' ? ifAlike(sentence) : sentence,
    support: `${intervalsOf(about === 'pieces' && ofMethods ? bites : margins, rules)}${beside}`,
  };
}
