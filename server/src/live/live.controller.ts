import { Controller, Headers, type MessageEvent, Param, Query, Sse } from '@nestjs/common';
import { ApiExcludeController } from '@nestjs/swagger';
import { interval, map, merge, type Observable } from 'rxjs';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { LiveService } from './live.service';
import { PresenceService } from './presence.service';

const HEARTBEAT_MS = 15_000;

/** Server-sent events: what moved, for those who may hear of it. */
@ApiExcludeController()
@Controller('api/tastings/:id/live')
export class LiveController {
  constructor(
    private readonly live: LiveService,
    private readonly presence: PresenceService,
  ) {}

  /**
   * @param after number of the last event that the client knows of; a client that reconnects
   *   names its last event in the header Last-Event-ID, which goes first
   * @param at where in the tasting this client is, so that others can be told
   */
  @Sse()
  @Allow('coordinator', 'kitchen', 'server', 'reader')
  async stream(
    @Param('id') id: string,
    @SignedIn() me: Me,
    @Query('after') after: string | undefined,
    @Query('at') at: string | undefined,
    @Headers('last-event-id') lastEventId: string | undefined,
  ): Promise<Observable<MessageEvent>> {
    await this.live.guard(me.role, id);
    const known = Number(lastEventId ?? after);
    const news = this.live
      .stream(id, me.role, (lastEventId ?? after) && Number.isFinite(known) ? known : null)
      .pipe(map(({ seq, kind, data }): MessageEvent => ({ type: kind, data, ...(seq && { id: String(seq) }) })));
    const beats = interval(HEARTBEAT_MS).pipe(map((): MessageEvent => ({ type: 'heartbeat', data: '' })));
    return merge(this.presence.during(news, id, me, at), beats);
  }
}
