import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { CaveatRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { LiveService } from '../live/live.service';
import { SealService } from '../seal/seal.service';
import { refuseFields } from '../fields/problems';
import type { CaveatView, NewCaveat } from './kitchen.dto';

/** The caveat ledger: what departed from the plan, noted by whoever saw it. */
@Injectable()
export class CaveatsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly seal: SealService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  /**
   * The coordinator reads all; others only what they wrote themselves, since a cook's note
   * may name a method and a server's note a code.
   */
  async list(id: string, me: Me): Promise<CaveatView[]> {
    const { caveats } = await this.seal.knownTo(me.role, id);
    return caveats.filter((caveat) => me.role === 'coordinator' || caveat.byAccount === me.id).map(view);
  }

  async add(id: string, { text, pieces = [] }: NewCaveat, me: Me): Promise<CaveatView> {
    const { plan } = await this.seal.knownTo(me.role, id);
    const known = new Set(plan?.pieces.map((piece) => piece.tag));
    const unknown = pieces.findIndex((tag) => !known.has(tag));
    if (unknown >= 0)
      throw refuseFields([{ field: `pieces.${unknown}`, message: `No piece has the tag ${pieces[unknown]}.` }]);
    const row: CaveatRow = {
      id: randomUUID(),
      tastingId: id,
      at: new Date().toISOString(),
      by: me.name,
      byAccount: me.id,
      text: text.trim(),
      about: pieces.length > 0 ? { pieces: [...new Set(pieces)], panelists: [] } : null,
    };
    await this.transactions.write(async (manager) => {
      await manager.insert(CaveatRow, row);
      await this.audit.record(manager, { by: me.name, action: 'caveat noted', tastingId: id, detail: row.text });
    });
    await this.live.tastingChanged(id);
    return view(row);
  }
}

const view = ({ id, at, by, text, about }: CaveatRow): CaveatView => ({
  id,
  at,
  by,
  text,
  pieces: about?.pieces ?? [],
});
