import {
  EQUIPMENT_KINDS,
  MOST_COOKS,
  MOST_EQUIPMENT,
  MOST_PANELISTS,
  MOST_PLACES,
  MOST_SERVED,
  MOST_SITTINGS,
  SHORT_TEXT,
  type EquipmentKind,
} from '@jacana/core/bundle';
import { ApiProperty } from '@nestjs/swagger';
import { Choice, DraftId, Flag, ListOf, Moment, Part, Said, SaidTexts, Text, Texts, Whole } from '../fields/fields';

/** One appliance. */
export class EquipmentInput {
  @DraftId() id: string;
  @Text(SHORT_TEXT, { least: 1 }) name: string;
  @Choice(EQUIPMENT_KINDS, 'EquipmentKind') kind: EquipmentKind;
  @Whole({ least: 1, most: MOST_PLACES }) places: number;
  /** Pieces that fit on one place. */
  @Whole({ least: 1, most: MOST_PLACES }) perPlace: number;
  /** Whether all places have one setting, as racks of an oven have. */
  @Flag() shared: boolean;
}

/** When a flight of a sitting is served. */
export class ServedInput {
  @Whole({ least: 1, most: MOST_SITTINGS }) sitting: number;
  @Whole({ least: 1, most: MOST_PANELISTS }) flight: number;
  @Moment() at: string;
}

export class RangeInput {
  @ListOf(() => EquipmentInput, MOST_EQUIPMENT) equipment: EquipmentInput[];
  @Texts(MOST_COOKS, SHORT_TEXT) cooks: string[];
  @ListOf(() => ServedInput, MOST_SERVED) served: ServedInput[];
}

/** A range, and which one it was made from. */
export class SavedRange {
  @Whole({ least: 0, most: 1_000_000_000 }) version: number;
  @Part(() => RangeInput) range: RangeInput;
}

export class RangeView {
  /** Goes up with every saved range; 0 before the first. */
  @Said('integer') version: number;
  @ApiProperty({ type: RangeInput }) range: RangeInput;
  /** Flights of each sitting, as seats and panel make them. */
  @Said('integer') flights: number;
  @Said('integer') sittings: number;
}

/** One step of one piece on the run sheet. */
export class SheetStepView {
  @Said('string') piece: string;
  @Said('string') method: string;
  @Said('string') step: string;
  @Said('string') name: string;
  @Said('string') text: string;
  @Said('string') start: string;
  @Said('string') end: string;
  @Said('string', true) equipment: string | null;
  @Said('integer', true) place: number | null;
  @Said('string', true) hands: string | null;
  /** Until when it takes hands. */
  @Said('string', true) handsUntil: string | null;
}

export class SheetWaitView {
  @Said('string') piece: string;
  @Said('string') step: string;
  @Said('integer') minutes: number;
  @Said('integer') least: number;
  @Said('integer') most: number;
}

/** A serving time that could not be kept. */
export class PutOffView {
  @Said('string') from: string;
  @Said('string') to: string;
}

/** The run sheet, or why there is none. No code and no panelist is in it. */
export class RunSheetView {
  @Said('boolean') isFeasible: boolean;
  @Said('boolean') isProvenBest: boolean;
  @ListOf(() => SheetStepView, 100_000) steps: SheetStepView[];
  @ListOf(() => SheetWaitView, 100_000) waits: SheetWaitView[];
  /** Minutes that pieces wait beyond what they have to. */
  @Said('integer') waiting: number;
  @SaidTexts() why: string[];
  /** When it was planned anew; null for the sheet of before the day. */
  @Said('string', true) replannedAt: string | null;
  @ListOf(() => PutOffView, MOST_SERVED) putOff: PutOffView[];
}
