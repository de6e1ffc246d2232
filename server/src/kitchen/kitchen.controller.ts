import { Controller, Get, Param } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Transactions } from '../database/transactions';
import { Answers } from '../fields/fields';
import { AccessService } from '../seal/access/access.service';
import { kitchenView, KitchenView } from '../seal/views/kitchen';
import { TastingStore } from '../tastings/tasting.store';

@ApiTags('kitchen')
@Controller('api/tastings/:id')
export class KitchenController {
  constructor(
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly transactions: Transactions,
  ) {}

  @Get('kitchen')
  @Allow('coordinator', 'kitchen')
  @Answers(KitchenView)
  async getKitchen(@Param('id') id: string, @SignedIn() me: Me): Promise<KitchenView> {
    await this.access.knownTo(me.role, id);
    return kitchenView(await this.store.get(this.transactions.read, id));
  }
}
