import { ApiProperty } from '@nestjs/swagger';
import {
  ANSWER_KINDS,
  LANGUAGES,
  MOST_ITEMS,
  MOST_METHODS,
  MOST_SETS,
  PRESENTATIONS,
  type AnswerKind,
  type Language,
  type Presentation,
} from '@jacana/core/bundle';
import { Choice, ListOf, Said, SaidTexts } from '../../fields/fields';
import { BallotItemInput } from '../../tastings/design.dto';

/** What a panelist may know: the own ballot, by code. */

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
  @ApiProperty({ required: false, type: String }) because?: string;
  @ApiProperty({ required: false, type: Number, nullable: true }) seconds?: number | null;
  @ApiProperty({ required: false, type: [String] }) contains?: string[];
}

/** Samples that are judged side by side. */
export class BallotSet {
  /** In serving order. */
  @SaidTexts() codes: string[];
}

export class GuessedMethod {
  @Said('string') id: string;
  @Said('string') name: string;
}

/** What is asked once everything was handed in: of which method the last sample was. Only here may a panelist read names of methods. */
export class GuessView {
  @Said('string') ask: string;
  /** The sample that it is about. */
  @Said('string') code: string;
  @ListOf(() => GuessedMethod, MOST_METHODS) methods: GuessedMethod[];
  @Said('boolean') isGiven: boolean;
}

export const BALLOT_STATES = ['open', 'handed-in', 'stopped', 'withheld', 'closed', 'elsewhere'] as const;
export type BallotState = (typeof BALLOT_STATES)[number];

/** For one panelist: the own ballot, by code. There is no field for the method of a code, a piece or another panelist. */
export class BallotView {
  @Choice(BALLOT_STATES, 'BallotState') state: BallotState;
  @Said('string') title: string;
  @Said('string') name: string;
  @Said('integer') seat: number;
  @Said('integer') sitting: number;
  @Said('integer') sittings: number;
  /** Tasted first, and not counted. */
  @Said('string', true) warmUp: string | null;
  @ListOf(() => BallotSet, MOST_SETS) sets: BallotSet[];
  @ListOf(() => BallotItemInput, MOST_ITEMS) items: BallotItemInput[];
  /** Whether the samples of a set come one after the other, or at once. */
  @Choice(PRESENTATIONS, 'Presentation') presentation: Presentation;
  @Said('integer') rinseSeconds: number;
  /** A longer pause after every so many samples; 0 for none. */
  @Said('integer') pauseAfter: number;
  @Said('integer') pauseSeconds: number;
  /** Whether the scales are tried on the warm-up sample. */
  @Said('boolean') practice: boolean;
  /** Whether samples open once the tray is put down, and whether it is. */
  @Said('boolean') waitsForTray: boolean;
  @Said('boolean') isTrayOut: boolean;
  @Said('boolean') goingBack: boolean;
  /** Of the ballot's own words, until the panelist chooses another. */
  @Choice(LANGUAGES, 'Language') language: Language;
  /** What is in one or more of the samples, allergens first; empty where nobody has said. */
  @SaidTexts() contains: string[];
  /** The answers that count now. */
  @ListOf(() => BallotAnswer, 1200) answers: BallotAnswer[];
  @Said('string', true) handedInAt: string | null;
  /** The end of the chain of records, which the phone keeps: records that are changed later do not fit it any more. */
  @Said('string') mark: string;
  /** False where the mark that the phone kept is no part of the chain. */
  @Said('boolean') isAsRemembered: boolean;
  /** Null until nothing is left to taste, or where it is not asked. */
  @ApiProperty({ type: GuessView, nullable: true }) guess: GuessView | null;
}
