import type { NextMove, PlannedData, SectionStatus } from '../planned';
import type { AttributesMap, DriversFinding } from './attributes';
import type { PartsFinding } from './byPart';
import type { Collected } from './collected';
import type { GuessFinding } from './guesses';
import type { JustRightFinding } from './justRight';
import type { KitchenFinding } from './kitchen';
import type { Limit } from './limits';
import type { PanelistsFinding } from './panelists';
import type { PracticalPick } from './practical';
import type { ScalesFinding } from './scales';
import type { Sensitivity } from './sensitivity';
import type { ServiceFinding } from './service';
import type { WeightedFinding } from './weighted';
import type { WordsFinding } from './words';

/** What each section of findings holds: what the planned test found, and what stands beside every one. */
export interface SectionData extends PlannedData {
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
  sensitivity: Sensitivity[];
  limits: Limit[];
  next: NextMove;
}

export type SectionId = keyof SectionData;

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
