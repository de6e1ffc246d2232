import { Injectable } from '@nestjs/common';
import { finalize, type Observable } from 'rxjs';
import type { Me } from '../accounts/allow';
import { LiveService } from './live.service';

/** Someone who has a tasting open now. */
interface Visitor {
  tastingId: string;
  account: string;
  name: string;
  at: string;
}

/**
 * Who else is here, told to coordinators as people come and go. It is known from the open
 * streams alone: nobody signs in or out of a page, and nothing is kept.
 */
@Injectable()
export class PresenceService {
  private readonly visitors = new Set<Visitor>();

  constructor(private readonly live: LiveService) {}

  /** Counts whoever listens as here, for as long as they do. */
  during<T>(stream: Observable<T>, tastingId: string, me: Me, at = ''): Observable<T> {
    if (me.role !== 'coordinator') return stream;
    const visitor = { tastingId, account: me.id, name: me.name, at: at.slice(0, 20) };
    this.visitors.add(visitor);
    // After the stream has begun, so that the newcomer hears it too.
    setTimeout(() => this.tell(tastingId), 100);
    return stream.pipe(
      finalize(() => {
        this.visitors.delete(visitor);
        this.tell(tastingId);
      }),
    );
  }

  private tell(tastingId: string): void {
    const here = [...this.visitors].filter((one) => one.tastingId === tastingId);
    const people = here.map(({ account, name, at }) => ({ account, name, at }));
    this.live.pass(tastingId, 'presence', ['coordinator'], { people });
  }
}
