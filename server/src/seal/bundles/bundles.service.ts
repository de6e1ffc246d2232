import { Injectable } from '@nestjs/common';
import { noRange, type Ballot, type TastingBundle } from '@jacana/core/bundle';
import type { EntityManager } from 'typeorm';
import type { BallotRow } from '../../database/entities';
import { LogService } from '../../log/log.service';
import { answersByBallot, answersOf, ballotName } from '../../tastings/answers';
import { type StoredTasting, TastingStore, tastingOf } from '../../tastings/tasting.store';
import { KeysService, planOf } from '../keys/keys.service';
import { withoutPieces } from '../views/server';

/** The tasting as one document; the key is in it only when the tasting is unsealed. */
@Injectable()
export class BundlesService {
  constructor(
    private readonly store: TastingStore,
    private readonly keys: KeysService,
    private readonly log: LogService,
  ) {}

  /** Without readings and photos, of which there are very many, and so without the digest that an export carries. */
  async bundle(manager: EntityManager, id: string): Promise<TastingBundle> {
    const stored = await this.store.get(manager, id);
    const { row, plan, caveats, amendments } = stored;
    const service = await this.log.service(manager, id);
    return {
      format: 'jacana-tasting',
      version: 3,
      tasting: tastingOf(stored),
      plan: plan && planOf(plan),
      range: row.range ?? noRange(),
      pieces: plan?.pieces ?? [],
      key: row.unsealedAt ? await this.keys.get(manager, id) : null,
      seal: { closedAt: row.closedAt, unsealedAt: row.unsealedAt, unsealedBy: row.unsealedBy },
      ballots: await this.ballots(manager, stored),
      records: {
        ...{ caveats, kitchen: await this.log.kitchen(manager, id), amendments },
        service: row.unsealedAt ? service : withoutPieces(service),
      },
      readings: [],
      photos: [],
      digest: null,
    };
  }

  private async ballots(manager: EntityManager, { row, panelists, ballots }: StoredTasting): Promise<Ballot[]> {
    const rows = await answersOf(manager, row.id);
    // A guess names a method beside a code, and is often right: it comes out with the key.
    const answers = answersByBallot(rows.filter(({ kind }) => row.unsealedAt !== null || kind !== 'guess'));
    const seats = new Map(panelists.map((panelist) => [panelist.id, panelist.seat]));
    const seatOf = ({ panelistId }: BallotRow): number => seats.get(panelistId) ?? 0;
    return ballots
      .filter((ballot) => ballot.openedAt)
      .sort((a, b) => a.sitting - b.sitting || seatOf(a) - seatOf(b))
      .map(({ panelistId, sitting, openedAt, handedInAt }) => ({
        ...{ panelist: panelistId, sitting, openedAt, handedInAt },
        answers: answers.get(ballotName(panelistId, sitting)) ?? [],
      }));
  }
}
