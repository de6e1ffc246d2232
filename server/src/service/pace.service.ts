import { Injectable } from '@nestjs/common';
import { HASTY_SECONDS } from '@jacana/core/questions';
import { In, type SelectQueryBuilder } from 'typeorm';
import { AnswerRow } from '../database/entities';
import { Transactions } from '../database/transactions';

/** A sitting, and the panelists that are asked about; left out, it is everyone. */
interface Of {
  tastingId: string;
  sitting: number;
  only?: readonly string[];
}

/** Scores below which equal ones say little: common practice, no source. */
const ENOUGH_SCORES = 6;

/** A pause that runs: before which sample, since when. */
export interface Rinsing {
  panelistId: string;
  sitting: number;
  code: string;
  since: string;
}

/** How far panelists have come, and how fast. Reads when and how often something was answered, never what. */
@Injectable()
export class PaceService {
  constructor(private readonly transactions: Transactions) {}

  async of(own: Of) {
    return {
      tasted: await this.tastedCounts(own),
      rinsing: await this.rinsingSince(own),
      alike: await this.answeredAlike(own),
      hasty: await this.hastyCounts(own),
      arrived: await this.sayArrived(own),
    };
  }

  /** Samples that each panelist has scored, ticked or tasted. */
  private async tastedCounts({ tastingId, sitting, only }: Of): Promise<Map<string, number>> {
    const query = this.transactions.read
      .createQueryBuilder(AnswerRow, 'answer')
      .select('answer.panelistId', 'panelistId')
      .addSelect('COUNT(DISTINCT answer.code)', 'count')
      .where('answer.tastingId = :tastingId AND answer.sitting = :sitting', { tastingId, sitting })
      .andWhere('answer.kind IN (:...kinds)', { kinds: ['tasted', 'score', 'words', 'untasted'] })
      .groupBy('answer.panelistId');
    if (only) query.andWhere('answer.panelistId IN (:...only)', { only });
    const rows = await query.getRawMany<{ panelistId: string; count: number }>();
    return new Map(rows.map(({ panelistId, count }) => [panelistId, Number(count)]));
  }

  /** Panelists who gave every sample the same score at every question, of six scores and more. */
  private async answeredAlike({ tastingId, sitting, only }: Of): Promise<ReadonlySet<string>> {
    const query = this.latest({ tastingId, sitting, only }, 'last.kind, last.panelistId, last.item, last.code')
      .andWhere("answer.kind = 'score'")
      .select('answer.panelistId', 'panelistId')
      .addSelect('COUNT(*)', 'scores')
      .addSelect('COUNT(DISTINCT answer.value)', 'values')
      .groupBy('answer.panelistId, answer.item');
    const rows = await query.getRawMany<{ panelistId: string; scores: number; values: number }>();
    const questions = new Map<string, { scores: number; isAlike: boolean }>();
    for (const { panelistId, scores, values } of rows) {
      const own = questions.get(panelistId) ?? { scores: 0, isAlike: true };
      questions.set(panelistId, {
        scores: own.scores + Number(scores),
        isAlike: own.isAlike && Number(scores) > 1 && Number(values) === 1,
      });
    }
    return new Set([...questions].flatMap(([id, own]) => (own.isAlike && own.scores >= ENOUGH_SCORES ? id : [])));
  }

  /** Answers of a sitting, of each group the one that was stored last. */
  private latest({ tastingId, sitting, only }: Of, group: string): SelectQueryBuilder<AnswerRow> {
    const { read } = this.transactions;
    const last = read
      .createQueryBuilder(AnswerRow, 'last')
      .select('MAX(last.seq)')
      .where('last.tastingId = :tastingId AND last.sitting = :sitting')
      .groupBy(group);
    // Narrowed here already: what all others answered is not gone through for one seat.
    if (only) last.andWhere('last.panelistId IN (:...only)');
    const where = { tastingId, sitting, ...(only && { only }) };
    return read.createQueryBuilder(AnswerRow, 'answer').where(`answer.seq IN (${last.getQuery()})`, where);
  }

  /** How many samples each panelist left within seconds. */
  private async hastyCounts({ tastingId, sitting, only }: Of): Promise<Map<string, number>> {
    const query = this.latest({ tastingId, sitting, only }, 'last.kind, last.panelistId, last.code')
      .andWhere("answer.kind = 'timed' AND json_extract(answer.value, '$.seconds') < :most", { most: HASTY_SECONDS })
      .select('answer.panelistId', 'panelistId')
      .addSelect('COUNT(*)', 'count')
      .groupBy('answer.panelistId');
    const rows = await query.getRawMany<{ panelistId: string; count: number }>();
    return new Map(rows.map(({ panelistId, count }) => [panelistId, Number(count)]));
  }

  /** Panelists who said that their tray stands before them. */
  private async sayArrived({ tastingId, sitting, only }: Of): Promise<ReadonlySet<string>> {
    const where = { tastingId, sitting, kind: 'arrived' as const, ...(only && { panelistId: In([...only]) }) };
    const rows = await this.transactions.read.find(AnswerRow, { where, select: { panelistId: true } });
    return new Set(rows.map(({ panelistId }) => panelistId));
  }

  /** Since when panelists rinse: those whose last answer is that they began to. */
  private async rinsingSince({ tastingId, sitting, only }: Of): Promise<Map<string, Rinsing>> {
    const query = this.latest({ tastingId, sitting, only }, 'last.panelistId').andWhere("answer.kind = 'rinse'");
    const rows = await query.getMany();
    return new Map(
      rows
        .filter(({ value }) => value?.seconds === null)
        .map(({ panelistId, code, at }) => [panelistId, { panelistId, sitting, code: code ?? '', since: at }]),
    );
  }
}
