import type { Answer } from '@jacana/core/bundle';
import type { AnswerRow } from '../database/entities';

/** Stored answers as the bundle has them, by panelist and sitting, oldest first. */
export function answersByBallot(rows: readonly AnswerRow[]): Map<string, Answer[]> {
  const answers = new Map<string, Answer[]>();
  for (const row of rows) {
    const name = ballotName(row.panelistId, row.sitting);
    const own = answers.get(name) ?? [];
    own.push(answerOf(row));
    answers.set(name, own);
  }
  return answers;
}

export const ballotName = (panelistId: string, sitting: number): string => `${sitting} ${panelistId}`;

function answerOf({ answerId: id, at, by, reason, kind, item, code, set, value }: AnswerRow): Answer {
  const about = {
    ...(item !== null && { item }),
    ...(code !== null && { code }),
    ...(set !== null && { set }),
  };
  return { id, at, by, reason, kind, ...about, ...value } as Answer;
}

/** The row for an answer of a bundle. */
export function answerRow(
  tastingId: string,
  panelistId: string,
  sitting: number,
  answer: Answer,
): Omit<AnswerRow, 'seq'> {
  const { id: answerId, at, by, reason, kind, ...rest } = answer;
  const { item = null, code = null, set = null, ...value } = rest as { item?: string; code?: string; set?: number };
  return {
    ...{ tastingId, panelistId, sitting, answerId, at, by, reason, kind, item, code, set },
    value: Object.keys(value).length > 0 ? value : null,
  };
}
