import { Injectable, NotFoundException } from '@nestjs/common';
import type { Role, TastingRow } from '../../database/entities';
import { Transactions } from '../../database/transactions';
import { LiveService } from '../../live/live.service';
import type { TastingCard } from '../../tastings/tasting.card';
import { cardOf, type CountedTasting, statusOf, TastingStore } from '../../tastings/tasting.store';

/** What servers and panelists read where a tasting has no title of its own for them. */
const NEUTRAL_TITLE = 'Blind tasting';

/** Who may know of which tasting, and under which title. */
@Injectable()
export class AccessService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    live: LiveService,
  ) {
    live.guardWith((role, id) => this.knownTo(role, id));
  }

  /** Readers learn of finished tastings, servers and the kitchen of locked ones. */
  mayKnowOf(role: Role, tasting: CountedTasting): boolean {
    if (role === 'coordinator') return true;
    if (role === 'reader') return statusOf(tasting) === 'unsealed';
    return tasting.lockedAt !== null;
  }

  /** @throws NotFoundException for a tasting that this role may not know of, as for one that does not exist */
  async knownTo(role: Role, id: string): Promise<CountedTasting> {
    const counted = await this.store.countedOne(this.transactions.read, id);
    if (!this.mayKnowOf(role, counted))
      throw new NotFoundException('This tasting does not exist, or it is not open to you yet.');
    return counted;
  }

  card(role: Role, counted: CountedTasting): TastingCard {
    const card = cardOf(counted);
    // A title may name methods ("Batch-steamed or to order"), which servers must not read.
    return role === 'server' ? { ...card, title: this.ballotTitle(counted.row) } : card;
  }

  /** What somebody may look through for words: servers must not learn of methods by what finds a tasting. */
  mayFindBy(role: Role): 'plan' | 'title' {
    return role === 'coordinator' ? 'plan' : 'title';
  }

  ballotTitle(row: Pick<TastingRow, 'ballotTitle'>): string {
    return row.ballotTitle.trim() || NEUTRAL_TITLE;
  }
}
