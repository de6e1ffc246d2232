import type { LeftOut, Reading } from '../../answers';
import type { Test } from '../../bundle';
import type { FoundSection } from '../../presentation';
import type { About, VerdictKind } from '../../verdict';
import type { LikingFinding } from './liking';
import type { NextStep } from './nextStep';
import type { SampleReader } from './rows';
import type { PowerOptions, SizedPlan } from './sizedPlan';

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
  maxDiscriminators: number;
  alpha: number;
  seed: string;
  /** Whether the plan tests methods by their pieces; else what servings say is all there is. */
  ofMethods: boolean;
  /** Whether pieces cooked alike were taken to taste alike, so that servings speak of the methods. */
  alike: boolean;
  /** Whether scores are totals of several scales, and not of liking; default false. */
  isTotal?: boolean;
  /** Asymptotic p-values in place of enumerations and drawings, for the many panels of a rehearsal. */
  asymptotic: boolean;
  /** SectionContext the finished fraction, 0 to 1. */
  onProgress?: (fraction: number) => void;
}

/** What is said in the end, and of what. */
export interface Conclusion {
  kind: VerdictKind;
  about: About;
  /** Methods, by place. */
  leaders: number[];
}

/** The answer of a planned test, worked out at once. */
export interface Answer<Found> extends Conclusion {
  planned: Found;
  sentence: string;
  support: string;
}

/** What takes longer, and is asked of the planned answer alone. */
export interface InFull<Section extends FoundSection> {
  /** How sure it is, in words. */
  support: string;
  sections: Section[];
  /** Scores of liking, where there are any. */
  liking: LikingFinding | null;
  next: NextStep;
}

/** The answer to the planned question. */
export interface PlannedAnswer<Section extends FoundSection = FoundSection> extends Conclusion {
  sentence: string;
  /** Ids of the people who count. */
  people: readonly string[];
  leftOut: readonly LeftOut[];
  inFull: () => InFull<Section>;
}

/**
 * A planned test: how answers are read, what a rehearsal asks, what stands beside it, and how often it would find
 * what there is. One folder each; the list is `PLANNED`.
 */
export interface PlannedTest<Section extends FoundSection = FoundSection> {
  /** Panelists who did not hand in are left out; whoever did counts, blind or not. */
  answer: (reading: Reading, rules: PlannedRules) => PlannedAnswer<Section>;
  /** How its question is read sample by sample; null where the test has no best. */
  samples: SampleReader | null;
  power: (plan: SizedPlan, options: PowerOptions) => { power: number; standardError: number };
  /** Whether its power about the pieces served is computed exactly. */
  isPowerExact: boolean;
}
