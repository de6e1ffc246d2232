import type {
  ANotAResult,
  BetaBinomialResult,
  ForcedChoiceResult,
  NoTest,
  PairedPreferenceResult,
  PieceClusters,
  SameDifferentResult,
  SimilarityTest,
} from '../../inference';
import { aboutBites, ifAlike, methodSupport, type About, type VerdictKind } from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';

/** What a test of two samples found. */
export type TellingResult = ForcedChoiceResult | ANotAResult | SameDifferentResult | PairedPreferenceResult;

/** A test of two samples, and where people answered several times how alike they are. */
export interface Telling {
  of: 'telling';
  /** Answers as the unit. */
  result: TellingResult | NoTest;
  replicated: BetaBinomialResult | null;
  /** Where a difference was to be ruled out: answers as the unit. */
  similarity: SimilarityTest | null;
  /** Groups of people who shared no piece as the unit; null where the plan tests no methods. */
  methodTest: PieceClusters | NoTest | null;
}

/** What answers say by themselves, and how the same is said of methods and of pieces. */
export interface DiscriminationOutcome {
  result: Telling['result'];
  replicated?: BetaBinomialResult | null;
  methodTest: Telling['methodTest'];
  isFound: boolean;
  /** Of the methods, where something was found. */
  found: VerdictKind;
  leaders: number[];
  /** What is claimed of methods, and of the pieces that were outcome. */
  ofMethods: string;
  ofPieces: string;
  nothing: string;
  support: string;
  bites: string;
}

/** The answer: of the methods where groups of people who shared no piece show it, else of the pieces. */
export function answered(outcome: DiscriminationOutcome, { alpha, alike }: PlannedRules): Answer<Telling> {
  const { result, replicated = null, methodTest } = outcome;
  const planned: Telling = { of: 'telling', result, replicated, similarity: null, methodTest };
  if (result.test === null && result !== UNESTIMATED)
    return { planned, kind: 'cannot-say', about: 'pieces', leaders: [], sentence: result.reason, support: '' };
  const isShown = methodTest?.test === 'piece-clusters' && methodTest.p <= alpha;
  const about = isShown ? 'methods' : aboutBites({ alike });
  const support = `${outcome.support} ${howSure(outcome, about)}`;
  if (!isShown && !outcome.isFound)
    return { planned, kind: 'no-answer', about, leaders: [], sentence: outcome.nothing, support };
  return {
    ...{ planned, kind: outcome.found, about, leaders: outcome.leaders },
    sentence: claimIn(outcome, about, alike),
    support,
  };
}

function claimIn({ ofMethods, ofPieces }: DiscriminationOutcome, about: About, alike: boolean): string {
  if (about === 'pieces') return ofPieces;
  return alike ? ifAlike(ofMethods) : ofMethods;
}

const howSure = ({ methodTest, isFound, bites }: DiscriminationOutcome, about: About): string =>
  methodTest?.test === 'piece-clusters'
    ? methodSupport(methodTest, { about, given: 'choices', bites: isFound ? bites : '' })
    : bites;

/** A rehearsal counts, and has no time for estimates. */
export const UNESTIMATED: NoTest = { test: null, reason: 'Only the verdict was asked for.' };
