import type { PanelistPreferences } from '../../answers';
import type { TastingBundle } from '../../bundle';
import {
  blocksAgainst,
  meanInterval,
  rankSumsAgainst,
  type AgainstReference,
  type FriedmanResult,
  type MeanWithInterval,
  type NoTest,
  type PieceBlocks,
  type RankSumPair,
} from '../../inference';
import type { Verdict } from '../../verdict';
import type { RankedAnswer } from './complete';

/** One method in a complete ranking. */
export interface MethodFinding {
  id: string;
  name: string;
  code: string;
  /** All of them, where there are several. */
  codes: string[];
  reference: boolean;
  /** Sum of ranks, lower is better; null when nobody ranked. */
  rankSum: number | null;
  /** Interval for the rank sum that people like these would give, from Student's t. */
  rankSumInterval: [number, number] | null;
  letters: string;
  /** Mean liking, 1 to 9; null when it was not asked or nobody answered. */
  liking: MeanWithInterval | null;
}

/** A pair of methods compared, by method id. */
export type PairFinding = Omit<RankSumPair, 'a' | 'b'> & { a: string; b: string; differ: boolean };

/** A complete ranking. */
export interface RankSums {
  methods: MethodFinding[];
  panelists: PanelistPreferences[];
  /** People who ate these pieces, as the unit. */
  overall: FriedmanResult | NoTest;
  /** Blocks of pieces as the unit; null where the plan tests no methods. */
  methodTest: PieceBlocks | NoTest | null;
  /** On the error of pieces where the plan tests methods, else of people. */
  pairs: PairFinding[];
  /** Others against the reference by rank sums, simultaneously; empty without a reference. */
  against: (Omit<AgainstReference, 'sample'> & { method: string })[];
}

/** A complete ranking in figures, method by method and pair by pair. */
export function rankSumsOf(
  { tasting, plan }: TastingBundle,
  panelists: PanelistPreferences[],
  verdict: RankedAnswer,
  codesOf: (method: string) => string[],
): RankSums {
  const ids = tasting.methods.map((method) => method.id);
  const alpha = plan?.alpha ?? tasting.alpha;
  const reference = tasting.methods.find((method) => method.reference)?.id;
  const rows = panelists.map((panelist) => panelist.ranks);
  return {
    methods: methodFindings(tasting, codesOf, panelists, verdict, alpha),
    panelists,
    overall: verdict.overall,
    methodTest: verdict.methodTest,
    pairs: pairFindings(verdict, ids, alpha),
    against: againstReference(verdict, rows, ids, reference),
  };
}

function methodFindings(
  tasting: TastingBundle['tasting'],
  codesOf: (method: string) => string[],
  panelists: PanelistPreferences[],
  verdict: Verdict,
  alpha: number,
): MethodFinding[] {
  const samples = tasting.methods.length;
  return tasting.methods.map((method, at) => {
    const ranks = panelists.map((panelist) => panelist.ranks[at]);
    const scores = panelists.flatMap((panelist) => panelist.liking[at] ?? []);
    const mean = ranks.length > 0 ? meanInterval(ranks, alpha, [1, samples]) : null;
    const codes = codesOf(method.id);
    const asSum = mean?.interval?.map((bound) => bound * ranks.length) as [number, number] | undefined;
    return {
      id: method.id,
      name: method.name,
      // A code stands for its method only where the method has no other.
      code: codes.length === 1 ? codes[0] : '',
      codes,
      reference: method.reference,
      rankSum: mean ? ranks.reduce((total, rank) => total + rank, 0) : null,
      rankSumInterval: asSum ?? null,
      letters: verdict.kind === 'winner' || verdict.kind === 'leading-set' ? verdict.letters[at] : '',
      liking: scores.length > 0 ? meanInterval(scores, alpha, [1, 9]) : null,
    };
  });
}

function pairFindings(verdict: RankedAnswer, ids: string[], alpha: number): PairFinding[] {
  const decided = verdict.kind === 'winner' || verdict.kind === 'leading-set';
  const onPieces = verdict.methodTest?.test === 'piece-blocks' ? verdict.methodTest.pairs : [];
  return verdict.pairs.map((pair) => {
    const own = onPieces.find(({ a, b }) => a === pair.a && b === pair.b);
    const probability = own ? ({ p: own.p, from: 'limiting' } as const) : pair.probability;
    const adjustedP = own?.adjustedP ?? pair.adjustedP;
    const isTested = verdict.methodTest ? verdict.about === 'methods' : decided;
    const named = { a: ids[pair.a], b: ids[pair.b], difference: pair.difference };
    return { ...named, probability, adjustedP, differ: decided && isTested && adjustedP <= alpha };
  });
}

/** Every other method against the reference; nothing without one, or without a test. */
function againstReference(
  verdict: RankedAnswer,
  rows: readonly (readonly number[])[],
  ids: string[],
  reference: string | undefined,
): RankSums['against'] {
  if (reference === undefined || verdict.overall.test === null) return [];
  if (verdict.methodTest?.test === 'piece-blocks')
    return blocksAgainst(verdict.methodTest, ids.indexOf(reference)).map(({ sample, ...rest }) => ({
      method: ids[sample],
      ...rest,
      difference: rest.difference * rows.length,
    }));
  return rankSumsAgainst(rows, ids.indexOf(reference)).map(({ sample, ...rest }) => ({ method: ids[sample], ...rest }));
}
