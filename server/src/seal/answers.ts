import type { Answer } from '@jacana/core/bundle';
import type { AnswerRow } from '../database/entities';

/** Stored answers as the bundle has them, by panelist, oldest first. */
export function answersByPanelist(rows: readonly AnswerRow[]): Map<string, Answer[]> {
  const answers = new Map<string, Answer[]>();
  for (const row of rows) {
    const own = answers.get(row.panelistId) ?? [];
    own.push(answerOf(row));
    answers.set(row.panelistId, own);
  }
  return answers;
}

function answerOf({ answerId: id, at, by, reason, kind, code, value }: AnswerRow): Answer {
  const base = { id, at, by, reason };
  switch (kind) {
    case 'tasted':
      return { ...base, kind, code: code as string };
    case 'liking':
      return { ...base, kind, code: code as string, score: value as number };
    case 'ranking':
      return { ...base, kind, ranking: value as string[][] };
    case 'comment':
      return { ...base, kind, text: value as string };
  }
}

/** The row for an answer of a bundle. */
export function answerRow(tastingId: string, panelistId: string, answer: Answer): Omit<AnswerRow, 'seq'> {
  const { id: answerId, at, by, reason, kind } = answer;
  const value =
    answer.kind === 'liking'
      ? answer.score
      : answer.kind === 'ranking'
        ? answer.ranking
        : answer.kind === 'comment'
          ? answer.text
          : null;
  return { tastingId, panelistId, answerId, at, by, reason, kind, code: 'code' in answer ? answer.code : null, value };
}
