import type {
  AgainstReference,
  FriedmanResult,
  MeanWithInterval,
  NoTest,
  PieceBlocks,
  RankSumPair,
} from '../inference';
import type { AttributesMap, DriversFinding } from './attributes';
import type { PartsFinding } from './byPart';
import type { Collected } from './collected';
import type { GuessFinding } from './guesses';
import type { JustRightFinding } from './justRight';
import type { KitchenFinding } from './kitchen';
import type { LikingFinding } from './liking';
import type { NextMove } from './nextStep';
import type { Limit } from './limits';
import type { Chosen, Ordered, Profiled, Scored, Telling } from './planned';
import type { PracticalPick } from './practical';
import type { PanelistPreferences } from './preferences';
import type { ScalesFinding } from './scales';
import type { Sensitivity } from './sensitivity';
import type { ServiceFinding } from './service';
import type { StrengthFinding } from './strength';
import type { PanelFinding } from './panel';
import type { PanelistsFinding } from './panelists';
import type { WeightedFinding } from './weighted';
import type { WordsFinding } from './words';

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

/** What each section of findings holds. The planned test makes one of the first six. */
export interface SectionData {
  'rank-sums': RankSums;
  'incomplete-ranking': Ordered;
  scores: Scored;
  profile: Profiled;
  telling: Telling;
  'best-worst': Chosen;
  liking: LikingFinding;
  strength: StrengthFinding | NoTest;
  panel: PanelFinding;
  panelists: PanelistsFinding;
  practical: PracticalPick;
  parts: PartsFinding[];
  scales: ScalesFinding;
  map: AttributesMap;
  drivers: DriversFinding;
  weighted: WeightedFinding;
  words: WordsFinding[];
  'just-right': JustRightFinding[];
  collected: Collected[];
  kitchen: KitchenFinding;
  service: ServiceFinding;
  guesses: GuessFinding;
  orders: { positionImbalance: number; carryOverImbalance: number };
  sensitivity: Sensitivity[];
  limits: Limit[];
  next: NextMove;
}

export type SectionId = keyof SectionData;

/** Settled before anyone tasted, or looked at when the answers were known. */
export type SectionStatus = 'planned' | 'explored';

/** A part of the findings. */
export type Section = { [Id in SectionId]: { id: Id; status: SectionStatus; data: SectionData[Id] } }[SectionId];

export const section = <Id extends SectionId>(id: Id, status: SectionStatus, data: SectionData[Id]): Section =>
  ({ id, status, data }) as Section;

/** What a section holds, or undefined where these findings have none of that kind. */
export function sectionOf<Id extends SectionId>(
  { sections }: { sections: readonly Section[] },
  id: Id,
): SectionData[Id] | undefined {
  return sections.find((one): one is Extract<Section, { id: Id }> => one.id === id)?.data as
    | SectionData[Id]
    | undefined;
}
