import { ApiProperty } from '@nestjs/swagger';
import {
  ANSWER_KINDS,
  LIMITS,
  LONG_TEXT,
  MOST_CONTENTS,
  MOST_ITEMS,
  MOST_OPTIONS,
  MOST_SETS,
  MOST_SITTINGS,
  SHORT_TEXT,
  type AnswerKind,
} from '@jacana/core/bundle';
import {
  Choice,
  Code,
  Decimal,
  Flag,
  Id,
  ListOf,
  Optional,
  Ranking,
  Said,
  SaidTexts,
  Text,
  Texts,
  Whole,
} from '../fields/fields';

/** What stands on a seat's card, for whoever has no camera. */
export class ShortCode {
  @Text(20) code: string;
}

export class FoundBallot {
  /** The secret part of the ballot's address. */
  @Said('string') token: string;
}

export class OpenBallot {
  /** Made by the device and kept there, so that a reload is not a second device. */
  @Id() device: string;
  /** Go on here, and stop the other device. */
  @Flag() takeOver: boolean;
  /** The last mark of the records that this phone was told. */
  @Optional() @Text(60) remembers?: string;
}

/** One answer. Which fields it has follows from its kind; what is missing or too much is refused by name. */
export class AnswerInput {
  /** Made by the device: sent twice, it is stored once. */
  @Id() id: string;
  @Choice(ANSWER_KINDS, 'AnswerKind') kind: AnswerKind;
  /** The question that it answers; none for a sample that was only tasted. */
  @Optional() @Text(64, { least: 1 }) item?: string;
  @Optional() @Code() code?: string;
  /** Which set of the sitting, from 0. */
  @Optional() @Whole({ least: 0, most: MOST_SETS - 1 }) set?: number;
  @Optional() @Decimal(LIMITS.option.weight) score?: number;
  @Optional() @Texts(MOST_OPTIONS, SHORT_TEXT) words?: string[];
  @Optional() @Ranking() ranking?: string[][];
  @Optional() @Texts(2, 9) choice?: string[];
  @Optional() @Code() best?: string;
  @Optional() @Code() worst?: string;
  @Optional() @Text(LONG_TEXT) text?: string;
  /** Why a sample was not tasted; empty where it was after all. */
  @Optional() @Text(SHORT_TEXT) because?: string;
  /** Of a rinse, null while it lasts; or of a sample. */
  @ApiProperty({ required: false, type: Number, nullable: true })
  @Optional()
  @Decimal(LIMITS.rinsed)
  seconds?: number | null;
  /** Of 'agreed': what samples contain, as it was shown. */
  @Optional() @Texts(MOST_CONTENTS, SHORT_TEXT) contains?: string[];
}

export class SaveAnswers {
  @Id() device: string;
  @Whole({ least: 1, most: MOST_SITTINGS }) sitting: number;
  @ListOf(() => AnswerInput, 100, 1) answers: AnswerInput[];
}

export class SavedAnswers {
  /** Ids that are stored now, for good. */
  @SaidTexts() saved: string[];
}

export class MarkedAnswers extends SavedAnswers {
  /** The end of the chain of records, these among them. */
  @Said('string') mark: string;
}

/** Whether a panelist's tray was put down. */
export class TrayOut {
  @Said('boolean') isOut: boolean;
}

/** What the last sample was taken for, asked once everything was handed in. */
export class GuessInput {
  /** Made by the device: sent twice, it is stored once. */
  @Id() id: string;
  /** Left out for no idea. */
  @Optional() @Id() method?: string;
}

/** Somebody tastes no further. */
export class StopInput {
  @Id() id: string;
  @Whole({ least: 1, most: MOST_SITTINGS }) sitting: number;
  @Text(SHORT_TEXT) because: string;
}

export class HandIn {
  @Id() device: string;
  /** Made by the device: handed in twice, it counts once. */
  @Id() id: string;
  @Whole({ least: 1, most: MOST_SITTINGS }) sitting: number;
  /** Everything that was answered, also what was sent before. */
  @ListOf(() => AnswerInput, MOST_ITEMS * 60) answers: AnswerInput[];
}
