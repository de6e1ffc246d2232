import { Controller, Headers, type MessageEvent, Param, Query, Sse } from '@nestjs/common';
import { ApiExcludeController } from '@nestjs/swagger';
import { interval, map, merge, type Observable, scan } from 'rxjs';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { LiveService, type Message } from './live.service';
import { PresenceService } from './presence.service';

const HEARTBEAT_MS = 15_000;

const HEARTBEAT = { seq: null, kind: 'heartbeat', data: {} };

/**
 * Messages as they are sent, each with a number: its own, or that of the last one before it that had one. Nest would count
 * on by itself where there is none, and a screen that comes back after hours of heartbeats would name a number that nothing
 * has reached yet, and hear nothing until then.
 */
function numbered() {
  return (messages: Observable<Pick<Message, 'seq' | 'kind' | 'data'>>): Observable<MessageEvent> =>
    messages.pipe(
      scan(
        ({ id }: MessageEvent, { seq, kind, data }): MessageEvent => ({
          type: kind,
          data,
          id: seq === null ? id : String(seq),
        }),
        { data: '', id: '0' },
      ),
    );
}

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
    const news = this.live.stream(id, me.role, (lastEventId ?? after) && Number.isFinite(known) ? known : null);
    const beats = interval(HEARTBEAT_MS).pipe(map(() => HEARTBEAT));
    return merge(this.presence.during(news, id, me, at), beats).pipe(numbered());
  }
}
