import { ApiProperty } from '@nestjs/swagger';
import { ANALYSES, type Analysis } from '@jacana/core/bundle';
import { Choice, ListOf, Said, SaidTexts } from '../fields/fields';
import { BallotItemInput } from '../tastings/design.dto';

/**
 * The shapes in which facts leave the server for people who must not know everything.
 * What a role may not know has no field here, so it cannot slip out by accident.
 */

/** For servers: who sits where and gets which code when. There is no field for a method or piece. */
export class TrayView {
  @Said('string') panelistId: string;
  @Said('integer') seat: number;
  @Said('string') name: string;
  /** Seats of one flight are served at the same time. */
  @Said('integer') flight: number;
  /** At one sitting, in serving order, a warm-up first. */
  @SaidTexts() codes: string[];
  /** Whether the first of them is a warm-up, which does not count. */
  @Said('boolean') warmUp: boolean;
  /** How many of the rest stand side by side in each set, in turn. */
  @ApiProperty({ type: [Number] }) sets: number[];
}

/** One panelist's servings at each sitting. */
export class SittingTrayView extends TrayView {
  @Said('integer') sitting: number;
}

/** For the kitchen: which piece is cooked how. There is no field for a code or a panelist. */
export class KitchenMethodView {
  @Said('string') method: string;
  @Said('string') note: string;
  /** One step a line. */
  @Said('string') steps: string;
  @Said('boolean') reference: boolean;
  /** What comes with the method and cannot be held constant. */
  @SaidTexts() bundled: string[];
  /** Kitchen tags; empty until the plan is locked. */
  @SaidTexts() tags: string[];
}

/** For whoever portions: which piece goes under which code. There is no field for a method. */
export class PortionView {
  @Said('integer') sitting: number;
  @Said('string') tag: string;
  @Said('string') code: string;
  @ApiProperty({ type: [Number], description: 'Seats that get a portion of this piece' }) seats: number[];
}

export const SEAT_STATES = ['away', 'tasting', 'ranking', 'done'] as const;
export type SeatState = (typeof SEAT_STATES)[number];

/** For the live board: how far a seat has come. There is no field for an answer. */
export class SeatView extends TrayView {
  @Choice(SEAT_STATES, 'SeatState') state: SeatState;
  /** How many samples are finished. */
  @Said('integer') tasted: number;
  @Said('string', true) openedAt: string | null;
  @Said('string', true) seenAt: string | null;
  @Said('string', true) handedInAt: string | null;
  @Said('boolean') blind: boolean;
}

export class BoardView {
  @ListOf(() => SeatView, 500) seats: SeatView[];
  /** Number of the last event that this board includes; live updates follow from it. */
  @Said('integer') asOf: number;
}

export const ANSWER_KINDS = ['tasted', 'score', 'words', 'ranking', 'choice', 'best-worst', 'comment'] as const;
export type AnswerKind = (typeof ANSWER_KINDS)[number];

/** An own answer that counts. Which fields it has follows from its kind. */
export class BallotAnswer {
  @Said('string') id: string;
  @Choice(ANSWER_KINDS, 'AnswerKind') kind: AnswerKind;
  @ApiProperty({ required: false, type: String }) item?: string;
  @ApiProperty({ required: false, type: String }) code?: string;
  @ApiProperty({ required: false, type: 'integer' }) set?: number;
  @ApiProperty({ required: false, type: Number }) score?: number;
  @ApiProperty({ required: false, type: [String] }) words?: string[];
  @ApiProperty({ required: false, type: 'array', items: { type: 'array', items: { type: 'string' } } })
  ranking?: string[][];
  @ApiProperty({ required: false, type: [String] }) choice?: string[];
  @ApiProperty({ required: false, type: String }) best?: string;
  @ApiProperty({ required: false, type: String }) worst?: string;
  @ApiProperty({ required: false, type: String }) text?: string;
}

/** Samples that are judged side by side. */
export class BallotSet {
  /** In serving order. */
  @SaidTexts() codes: string[];
}

export const BALLOT_STATES = ['open', 'handed-in', 'closed', 'elsewhere'] as const;
export type BallotState = (typeof BALLOT_STATES)[number];

/** For one panelist: the own ballot, by code. There is no field for a method, piece or other panelist. */
export class BallotView {
  @Choice(BALLOT_STATES, 'BallotState') state: BallotState;
  @Said('string') title: string;
  @Said('string') name: string;
  @Said('integer') seat: number;
  @Said('integer') sitting: number;
  @Said('integer') sittings: number;
  /** Tasted first, and not counted. */
  @Said('string', true) warmUp: string | null;
  @ListOf(() => BallotSet, 100) sets: BallotSet[];
  @ListOf(() => BallotItemInput, 20) items: BallotItemInput[];
  @Said('integer') rinseSeconds: number;
  /** The answers that count now. */
  @ListOf(() => BallotAnswer, 1200) answers: BallotAnswer[];
  @Said('string', true) handedInAt: string | null;
}

/** For the coordinator: the locked plan by codes. Methods join only when unsealed. */
export class PlanView {
  @Said('string') lockedAt: string;
  @Said('string') fingerprint: string;
  @Said('string') engine: string;
  @Said('number') alpha: number;
  @Choice(ANALYSES, 'Analysis') analysis: Analysis;
  @ListOf(() => SittingTrayView, 3000) trays: SittingTrayView[];
}

export class SealEvent {
  @Said('string') at: string;
  @Said('string') by: string;
  @Said('string') action: string;
  @Said('string') detail: string;
}

/** For the coordinator: the state of the seal and all that was done about it. */
export class SealView {
  @Said('string', true) lockedAt: string | null;
  @Said('string', true) unsealedAt: string | null;
  @Said('string', true) unsealedBy: string | null;
  /** As printed at locking. */
  @Said('string', true) stated: string | null;
  /** Computed again from plan and key just now. */
  @Said('string', true) computed: string | null;
  @Said('boolean') matches: boolean;
  /** Whether the log's chain of hashes holds. */
  @Said('boolean') logIntact: boolean;
  @ListOf(() => SealEvent, 10000) log: SealEvent[];
}
