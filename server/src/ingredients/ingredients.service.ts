import { Injectable } from '@nestjs/common';
import { contentsInWords, contentsOf } from '@jacana/core/library';
import { lockProblems } from '@jacana/core/design';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { TastingStore, tastingOf } from '../tastings/tasting.store';
import type { CorrectedIngredients } from './ingredients.dto';

/** What samples are made of can be put right after locking: who must not eat it depends on it, and no order or code does. */
@Injectable()
export class IngredientsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  /** @throws ConflictException when somebody else changed the tasting since it was read */
  async correct(id: string, { version, ingredients }: CorrectedIngredients, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      const { row } = stored;
      if (row.version !== version)
        throw refuseState('behind', 'Somebody else has changed this meanwhile. Look at it as it is now.');
      const corrected = { ...tastingOf(stored), ingredients };
      const problems = [
        ...lockProblems(corrected).filter(({ field }) => field.startsWith('ingredients')),
        ...strays(corrected),
      ];
      if (problems.length > 0) throw refuseFields(problems);
      const design = { ...row.design, ingredients };
      await manager.update(TastingRow, { id }, { design, version: version + 1 });
      const detail = `from ${inWords(row.design.ingredients)} to ${inWords(ingredients)}`;
      await this.audit.record(manager, { by: me.name, action: 'ingredients corrected', tastingId: id, detail });
      await this.live.note(manager, id, 'tasting', 'ingredients');
    });
  }
}

type Named = Parameters<typeof contentsOf>[0];
const inWords = (ingredients: Named): string => contentsInWords(contentsOf(ingredients)).join(', ') || 'nothing said';

function strays({ ingredients, methods }: ReturnType<typeof tastingOf>): { field: string; message: string }[] {
  const known = new Set(methods.map(({ id }) => id));
  const ids = ingredients.map(({ id }) => id);
  return ingredients.flatMap((one, at) => [
    ...(ids.indexOf(one.id) < at ? [{ field: `ingredients.${at}.id`, message: 'This id stands here twice.' }] : []),
    ...(one.methods.every((method) => known.has(method))
      ? []
      : [{ field: `ingredients.${at}.methods`, message: 'There is no such method.' }]),
  ]);
}
