import { MOST_METHODS } from '@jacana/core/bundle';
import { Choice, Code, Flag, Id, ListOf, Optional, Ranking, SaidTexts, Text, Whole } from '../fields/fields';

export class OpenBallot {
  /** Made by the device and kept there, so that a reload is not a second device. */
  @Id() device: string;
  /** Go on here, and stop the other device. */
  @Flag() takeOver: boolean;
}

export const ANSWER_KINDS = ['tasted', 'liking'] as const;

export class AnswerInput {
  /** Made by the device: sent twice, it is stored once. */
  @Id() id: string;
  @Choice(ANSWER_KINDS, 'AnswerKind') kind: (typeof ANSWER_KINDS)[number];
  @Code() code: string;
  @Optional() @Whole(1, 9) score?: number;
}

export class SaveAnswers {
  @Id() device: string;
  @ListOf(() => AnswerInput, 50, 1) answers: AnswerInput[];
}

export class SavedAnswers {
  /** Ids that are stored now, for good. */
  @SaidTexts() saved: string[];
}

export class LikingInput {
  @Code() code: string;
  @Whole(1, 9) score: number;
}

export class HandIn {
  @Id() device: string;
  /** Made by the device: handed in twice, it counts once. */
  @Id() id: string;
  @ListOf(() => LikingInput, MOST_METHODS) liking: LikingInput[];
  @Ranking() ranking: string[][];
  @Text(2000) comment: string;
}
