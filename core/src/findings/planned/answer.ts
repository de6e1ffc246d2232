import type { Test } from '../../bundle';
import type { About, VerdictKind } from '../verdict';

/** The answer of a planned test. */
export interface Answer<Found> {
  planned: Found;
  kind: VerdictKind;
  /** What it is said of. */
  about: About;
  /** Methods, by place. */
  leaders: number[];
  sentence: string;
  support: string;
}

/** What a planned test goes by. */
export interface PlannedRules {
  test: Test;
  /** Id of the question that it reads. */
  item: string;
  ids: readonly string[];
  names: readonly string[];
  /** Place of the reference, -1 without one. */
  reference: number;
  attribute: string;
  margin: number;
  /** Whether a difference is to be ruled out, not found, and the share of people who could tell that is. */
  seeksSimilarity: boolean;
  mostTellers: number;
  alpha: number;
  seed: string;
  /** Whether the plan tests methods by their pieces; else what bites say is all there is. */
  ofMethods: boolean;
  /** Whether pieces cooked alike were taken to taste alike, so that bites speak of the methods. */
  alike: boolean;
  /** Whether scores are totals of several scales, and not of liking; default false. */
  isTotal?: boolean;
  /** Limits in place of enumerations and drawings, for the many panels of a rehearsal. */
  limitOnly: boolean;
}
