import { ApiProperty } from '@nestjs/swagger';
import {
  MOST_ANSWERS,
  MOST_ITEMS,
  MOST_PANELISTS,
  MOST_PHOTO_BYTES,
  MOST_SETS,
  MOST_SITTINGS,
  SHORT_TEXT,
} from '@jacana/core/bundle';
import { Type } from 'class-transformer';
import { AnswerInput } from '../ballots/ballots.dto';
import { Choice, DraftId, Flag, ListOf, Reason, Said, Text, Texts, Whole } from '../fields/fields';
import { BallotAnswer, BallotSet } from '../seal/views/panelist';
import { BallotItemInput } from '../tastings/design.dto';

/** How far a ballot on paper has come: not typed in, once, twice and not alike, or counted, on paper or from a phone. */
export const TYPED_STATES = ['open', 'once', 'differs', 'in', 'on a phone'] as const;
export type TypedState = (typeof TYPED_STATES)[number];

/** A sitting of a tasting: the open one, or one before. */
export class SittingOf {
  @DraftId() id: string;
  @Type(() => Number)
  @Whole({ least: 1, most: MOST_SITTINGS })
  sitting: number;
}

/** The ballot of a panelist at a sitting. */
export class PaperOf extends SittingOf {
  @DraftId() panelist: string;
}

/** One ballot of a sitting, without anything that was answered on it. */
export class PaperView {
  @Said('string') panelistId: string;
  @Said('integer') seat: number;
  @Said('string') name: string;
  @Said('integer') flight: number;
  @Choice(TYPED_STATES, 'TypedState') state: TypedState;
  /** Whoever typed it in first; empty while nobody has. */
  @Said('string') firstBy: string;
  /** Whether the reader did: somebody else types it the second time. */
  @Said('boolean') isOwn: boolean;
  /** Whether answers came from a phone as well, which ended before the ballot did. */
  @Said('boolean') isBegun: boolean;
  @Said('boolean') hasPicture: boolean;
}

/** What stands on a sheet, for whoever types it in. */
export class PaperBallotView {
  @Said('string') panelistId: string;
  @Said('integer') seat: number;
  @Said('string') name: string;
  @Said('integer') sitting: number;
  /** As this panelist reads them. */
  @ListOf(() => BallotItemInput, MOST_ITEMS) items: BallotItemInput[];
  @ListOf(() => BallotSet, MOST_SETS) sets: BallotSet[];
  @Said('boolean') hasPicture: boolean;
}

/** A ballot on paper with what counts on it now, for a coordinator who puts something right. */
export class AnsweredBallotView extends PaperBallotView {
  @ListOf(() => BallotAnswer, MOST_ANSWERS) answers: BallotAnswer[];
}

export class TypedBallot {
  @ListOf(() => AnswerInput, MOST_ANSWERS) answers: AnswerInput[];
  /** Nobody will type it in a second time: it counts as it is, and is marked. */
  @Flag() isOnly: boolean;
}

/** A place that two people read differently; null where one found nothing there. */
export class DifferenceView {
  /** Of the answers, what it is about. */
  @Said('string') name: string;
  @ApiProperty({ type: BallotAnswer, nullable: true }) first: BallotAnswer | null;
  @ApiProperty({ type: BallotAnswer, nullable: true }) second: BallotAnswer | null;
}

export class DifferencesView extends PaperBallotView {
  @Said('string') firstBy: string;
  @Said('string') secondBy: string;
  @ListOf(() => DifferenceView, MOST_ANSWERS) differences: DifferenceView[];
}

/** What the sheet really says at the places that differ. */
export class Settlement {
  @ListOf(() => AnswerInput, MOST_ANSWERS) answers: AnswerInput[];
  /** Names of the places at which nothing stands. */
  @Texts(MOST_ANSWERS, 200) blanks: string[];
}

export class PaperPicture {
  /** A JPEG in base64. */
  @Text(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4, { least: 4 }) jpeg: string;
}

/** Why the answers of a ballot are looked at, and what is put right on it. */
export class LookedAt {
  @Reason(SHORT_TEXT) because: string;
}

export class Correction extends LookedAt {
  @ListOf(() => AnswerInput, MOST_ANSWERS, 1) answers: AnswerInput[];
}

export class PaperListView {
  @ListOf(() => PaperView, MOST_PANELISTS) ballots: PaperView[];
}
