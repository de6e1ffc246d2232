import { ApiProperty } from '@nestjs/swagger';
import { Choice, ListOf, Said, SaidRanking, SaidTexts } from '../fields/fields';

/**
 * The shapes in which facts leave the server for people who must not know everything.
 * What a role may not know has no field here, so it cannot slip out by accident.
 */

/** For servers: who sits where and gets which code when. There is no field for a method or piece. */
export class TrayView {
  @Said('string') panelistId: string;
  @Said('integer') seat: number;
  @Said('string') name: string;
  /** In serving order. */
  @SaidTexts() codes: string[];
}

/** For the kitchen: which piece is cooked how. There is no field for a code or a panelist. */
export class KitchenMethodView {
  @Said('string') method: string;
  @Said('string') note: string;
  @Said('boolean') reference: boolean;
  /** Kitchen tags; empty until the plan is locked. */
  @SaidTexts() tags: string[];
}

/** For whoever portions: which piece goes under which code. There is no field for a method. */
export class PortionView {
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

export class BallotLiking {
  @Said('string') code: string;
  @Said('integer') score: number;
}

export const BALLOT_STATES = ['open', 'handed-in', 'closed', 'elsewhere'] as const;
export type BallotState = (typeof BALLOT_STATES)[number];

/** For one panelist: the own ballot, by code. There is no field for a method, piece or other panelist. */
export class BallotView {
  @Choice(BALLOT_STATES, 'BallotState') state: BallotState;
  @Said('string') title: string;
  @Said('string') name: string;
  @Said('integer') seat: number;
  @SaidTexts() codes: string[];
  @Said('boolean') asksLiking: boolean;
  @Said('boolean') allowsTies: boolean;
  @SaidTexts() tasted: string[];
  @ListOf(() => BallotLiking, 8) liking: BallotLiking[];
  @SaidRanking(true) ranking: string[][] | null;
  @Said('string', true) handedInAt: string | null;
}

/** For the coordinator: the locked plan by codes. Methods join only when unsealed. */
export class PlanView {
  @Said('string') lockedAt: string;
  @Said('string') fingerprint: string;
  @Said('string') engine: string;
  @Said('number') alpha: number;
  @ListOf(() => TrayView, 500) trays: TrayView[];
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
