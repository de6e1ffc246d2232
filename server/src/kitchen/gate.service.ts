import { Injectable } from '@nestjs/common';
import type { KitchenEntry, Problem } from '@jacana/core/bundle';
import { chainOf, gateCheck, kitchenState, needsText, pieceOf, piecesNow } from '@jacana/core/kitchen';
import type { EntityManager } from 'typeorm';
import { HouseService } from '../house/house.service';
import { LogService, type NewEntry } from '../log/log.service';
import { CurvesService } from '../readings/curves.service';
import { tastingOf, type StoredTasting } from '../tastings/tasting.store';

type Body = KitchenEntry['body'];

/**
 * What a decision at the gate takes, by whichever door it comes: a piece that a limit applies to passes by itself only
 * where that is recorded as met; else a named person gives a reason.
 */
@Injectable()
export class GateService {
  constructor(
    private readonly log: LogService,
    private readonly curves: CurvesService,
    private readonly house: HouseService,
  ) {}

  async problemsOf(
    manager: EntityManager,
    stored: StoredTasting,
    entries: readonly NewEntry<Body>[],
  ): Promise<Problem[]> {
    if (!entries.some(({ body }) => body.kind === 'gate' && body.decision === 'passed')) return [];
    const { product, methods } = tastingOf(stored);
    const locale = await this.house.locale(manager);
    const before = await this.log.kitchen(manager, stored.row.id);
    const known = new Set(before.map(({ id }) => id));
    const problems: Problem[] = [];
    for (const [at, { id, body }] of entries.entries()) {
      // What was stored when it first came is not judged again.
      if (body.kind !== 'gate' || body.decision !== 'passed' || known.has(id)) continue;
      const state = kitchenState([
        ...before,
        ...entries.slice(0, at).map((entry) => ({ ...entry, storedAt: '', by: '' })),
      ]);
      const own = piecesNow(stored.plan?.pieces ?? [], state).find(({ tag }) => tag === body.piece);
      const method = methods.find((one) => one.id === own?.method);
      const curves = await this.curves.ofPiece(manager, stored.row.id, { piece: body.piece, spans: state.probes });
      const check = gateCheck(pieceOf(state, body.piece), method ? chainOf(method) : [], product, { curves, locale });
      if (!check.mayPass)
        problems.push({
          field: `entries.${at}.because`,
          message: `${body.piece}: ${needsText(check)}. Say why it is served anyway, or withdraw it.`,
        });
    }
    return problems;
  }
}
