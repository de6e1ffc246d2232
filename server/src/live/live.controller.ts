import { Controller, Headers, type MessageEvent, Param, Query, Sse } from '@nestjs/common';
import { ApiExcludeController } from '@nestjs/swagger';
import { concatMap, from, interval, map, merge, mergeMap, type Observable, startWith } from 'rxjs';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import type { EventRow } from '../database/entities';
import { SealService } from '../seal/seal.service';
import { BoardService } from '../service/board.service';
import { LiveService } from './live.service';

const HEARTBEAT_MS = 15_000;

/** Server-sent events: seats as they move on, and news that the tasting changed. */
@ApiExcludeController()
@Controller('api/tastings/:id/live')
export class LiveController {
  constructor(
    private readonly live: LiveService,
    private readonly board: BoardService,
    private readonly seal: SealService,
  ) {}

  /**
   * @param after number of the last event that the client's board includes; a client that
   *   reconnects names its last event in the header Last-Event-ID, which goes first
   */
  @Sse()
  @Allow('coordinator', 'server')
  async stream(
    @Param('id') id: string,
    @SignedIn() me: Me,
    @Query('after') after: string | undefined,
    @Headers('last-event-id') lastEventId: string | undefined,
  ): Promise<Observable<MessageEvent>> {
    await this.seal.knownTo(me.role, id);
    let sent = Number(lastEventId ?? after ?? 0) || 0;
    const news = this.live.wakesOf(id).pipe(
      startWith(id),
      concatMap(async () => {
        const events = await this.live.since(id, sent);
        sent = events.at(-1)?.seq ?? sent;
        return this.messages(id, events);
      }),
      mergeMap((messages) => from(messages)),
    );
    const beats = interval(HEARTBEAT_MS).pipe(map((): MessageEvent => ({ type: 'heartbeat', data: '' })));
    const progress = this.live
      .passingOf(id)
      .pipe(map(({ fraction }): MessageEvent => ({ type: 'computing', data: { fraction } })));
    return me.role === 'coordinator' ? merge(news, beats, progress) : merge(news, beats);
  }

  /** Several events of one seat are one message: the seat as it is now. */
  private async messages(id: string, events: EventRow[]): Promise<MessageEvent[]> {
    if (events.length === 0) return [];
    const seats = new Map((await this.board.seats(id)).map((seat) => [seat.panelistId, seat]));
    const latest = new Map(events.map((event) => [event.panelistId, event]));
    return [...latest.values()].map(({ seq, kind, panelistId }) => ({
      id: String(seq),
      type: kind,
      data: (panelistId && seats.get(panelistId)) || {},
    }));
  }
}
