import { counted } from '../../format';
import type { AnsweredSet } from '../../answers';
import { clusterTest } from '../../design';
import {
  GUESS,
  betaBinomial,
  forcedChoice,
  pieceClusters,
  similarClusters,
  similarity,
  type Asked,
  type NoTest,
  type PieceClusters,
  type Protocol,
  type ReplicatedAnswers,
  type SimilarityTest,
} from '../../inference';
import { inPercent } from '../../questions';
import { aboutBites, howOften, ifAlike, type About } from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';
import { figuresByCluster } from './clusters';
import { UNESTIMATED, type Telling } from './outcome';
import { byPanelist, pairOf, rightAnswers, type RightAnswer } from './rightAnswers';

/** Reads a forced choice that is to rule out that more than a stated share of people can tell. */
export function similar(sets: readonly AnsweredSet[], rules: PlannedRules, protocol: Protocol): Answer<Telling> {
  const right = rightAnswers(sets, protocol, { item: rules.item, pair: pairOf(rules) });
  const panel = byPanelist(right);
  const correct = right.filter((one) => one.correct).length;
  const guess = GUESS[protocol];
  const { alpha, asymptotic } = rules;
  const result = asymptotic ? UNESTIMATED : forcedChoice({ protocol, n: right.length, correct, alpha });
  const replicated = asymptotic ? null : betaBinomial(panel, protocol, alpha);
  const test = similarity({ asked: askedOf(panel), correct }, { guess, pd: rules.maxDiscriminators, alpha });
  const answer = standingOf(right, test, rules, protocol);
  return {
    planned: {
      ...{ of: 'telling', result, similarity: test, methodTest: answer.methodTest },
      replicated: replicated === null || replicated.test === null ? null : replicated,
    },
    ...(right.length === 0
      ? { kind: 'cannot-say', about: 'pieces', leaders: [], sentence: 'There are no answers yet.', support: '' }
      : {
          ...{ kind: answer.kind, about: answer.about, leaders: [] },
          sentence: sentenceOf(answer, rules),
          support: `${correct} right of ${counted(right.length, 'answer')}, where guessing gives ${Math.round(guess * right.length)}. ${howSure(answer, test, rules)}`,
        }),
  };
}

/** People who answered equally often, together. */
function askedOf(panel: readonly ReplicatedAnswers[]): Asked[] {
  const people = new Map<number, number>();
  for (const { n } of panel) people.set(n, (people.get(n) ?? 0) + 1);
  return [...people].map(([each, count]) => ({ people: count, each }));
}

/** What was shown, and of what. */
interface Shown {
  kind: 'similar' | 'too-different' | 'no-answer';
  about: About;
  methodTest: PieceClusters | NoTest | null;
}

function standingOf(
  right: readonly RightAnswer[],
  { p, beyondP, similar: isSimilar }: SimilarityTest,
  { alpha, maxDiscriminators, ofMethods, alike }: PlannedRules,
  protocol: Protocol,
): Shown {
  const guess = GUESS[protocol];
  const limit = (1 - guess) * maxDiscriminators;
  const figures = figuresByCluster(right.map(({ set, correct }) => ({ set, value: (correct ? 1 : 0) - guess })));
  const isBeyond = beyondP <= alpha;
  const below = ofMethods ? similarClusters(figures, { limit, leastP: p }) : null;
  const above = ofMethods && isBeyond ? moreThan(figures, { limit, leastP: beyondP }, protocol) : null;
  const methodTest = above ?? below;
  const about = methodTest?.test === 'piece-clusters' && methodTest.p <= alpha ? 'methods' : aboutBites({ alike });
  return { kind: isSimilar ? 'similar' : isBeyond ? 'too-different' : 'no-answer', about, methodTest };
}

/** The same the other way round: whether groups show that more than that can tell. */
function moreThan(
  figures: readonly number[],
  { limit, leastP }: { limit: number; leastP: number },
  protocol: Protocol,
): PieceClusters | NoTest | null {
  const rules = clusterTest(protocol);
  const beyond = pieceClusters(
    figures.map((figure) => figure - limit),
    { sides: 1, swaps: false, byLuck: rules?.byLuck ?? 1 },
  );
  if (beyond.test === null) return beyond;
  return { ...beyond, mean: beyond.mean + limit, limit, p: Math.max(leastP, beyond.p) };
}

function sentenceOf({ kind, about }: Shown, { names, maxDiscriminators, alike, ...rules }: PlannedRules): string {
  const { first, second } = pairOf({ ...rules, names });
  const both = `${names[first]} and ${names[second]}`;
  const these = about === 'pieces' ? `these pieces of ${both}` : both;
  const share = inPercent(maxDiscriminators);
  if (kind === 'no-answer')
    return `Not shown to be similar: that ${share} of people can tell ${these} apart cannot be ruled out.`;
  const said = `${kind === 'similar' ? 'Fewer' : 'More'} than ${share} of people can tell ${these} apart.`;
  return alike ? ifAlike(said) : said;
}

function howSure(
  { kind, about, methodTest }: Shown,
  test: SimilarityTest,
  { maxDiscriminators, alpha }: PlannedRules,
): string {
  const share = inPercent(maxDiscriminators);
  const [so, p] = kind === 'too-different' ? ['many', test.beyondP] : ['few', test.p];
  const sure = Number((100 * (1 - alpha)).toFixed(1));
  const most = `As many as ${(100 * test.mostPd).toFixed(1)} % may be able to tell (at ${sure} % confidence).`;
  if (kind === 'no-answer') return most;
  const bites = `If ${share} could tell, so ${so} would be right ${howOften({ p })}.`;
  const estimate = kind === 'similar' ? ` ${most}` : '';
  if (methodTest?.test !== 'piece-clusters') return `${bites}${estimate}`;
  const groups = `if ${share} could tell the methods apart, groups of people who shared no piece would come out like this ${howOften(methodTest)}`;
  return about === 'methods'
    ? `${groups.charAt(0).toUpperCase()}${groups.slice(1)}.${estimate}`
    : `${bites}${estimate} But pieces cooked alike differ too: ${groups}, so it says nothing yet of the methods.`;
}
