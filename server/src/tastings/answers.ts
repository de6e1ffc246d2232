import type { Answer } from '@jacana/core/bundle';
import { trayName } from '@jacana/core/service';
import type { EntityManager } from 'typeorm';
import { AnswerRow } from '../database/entities';
import { plainRows } from '../database/plainRows';

/** An answer as it is stored, but for what only the file needs to know. */
type StoredAnswer = Omit<AnswerRow, 'seq' | 'tastingId'>;
type PlainAnswer = Omit<StoredAnswer, 'value'> & { value: string | null };

const COLUMNS = [
  'panelistId',
  'answerId',
  'sitting',
  'kind',
  'item',
  'code',
  'set',
  'value',
  'at',
  'by',
  'reason',
] as const;

/** All answers of a tasting, oldest first. */
export async function answersOf(manager: EntityManager, tastingId: string): Promise<StoredAnswer[]> {
  const rows = await plainRows<PlainAnswer>(manager, AnswerRow, COLUMNS, { tastingId });
  return rows.map((row) => ({
    ...row,
    value: row.value === null ? null : (JSON.parse(row.value) as StoredAnswer['value']),
  }));
}

/** Stored answers as the bundle has them, by panelist and sitting, oldest first. */
export function answersByBallot(rows: readonly StoredAnswer[]): Map<string, Answer[]> {
  const answers = new Map<string, Answer[]>();
  for (const row of rows) {
    const name = ballotName(row.panelistId, row.sitting);
    const own = answers.get(name) ?? [];
    own.push(answerOf(row));
    answers.set(name, own);
  }
  return answers;
}

export const ballotName = (panelistId: string, sitting: number): string => trayName({ panelist: panelistId, sitting });

function answerOf({ answerId: id, at, by, reason, kind, item, code, set, value }: StoredAnswer): Answer {
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
