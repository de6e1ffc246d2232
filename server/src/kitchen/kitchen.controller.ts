import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Transactions } from '../database/transactions';
import { Answers } from '../fields/fields';
import { AccessService } from '../seal/access/access.service';
import { kitchenView, KitchenView } from '../seal/views/kitchen';
import { RangeView, RunSheetView, SavedRange } from './range.dto';
import { RangeService } from './range.service';
import { RunSheetService } from './runSheet.service';
import { TastingStore } from '../tastings/tasting.store';

@ApiTags('kitchen')
@Controller('api/tastings/:id')
export class KitchenController {
  constructor(
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly transactions: Transactions,
    private readonly ranges: RangeService,
    private readonly sheets: RunSheetService,
  ) {}

  @Get('kitchen')
  @Allow('coordinator', 'kitchen')
  @Answers(KitchenView)
  async getKitchen(@Param('id') id: string, @SignedIn() me: Me): Promise<KitchenView> {
    await this.access.knownTo(me.role, id);
    return kitchenView(await this.store.get(this.transactions.read, id));
  }

  @Get('range')
  @Allow('coordinator', 'kitchen')
  @Answers(RangeView)
  getRange(@Param('id') id: string, @SignedIn() me: Me): Promise<RangeView> {
    return this.ranges.get(id, me);
  }

  @Put('range')
  @Allow('coordinator', 'kitchen')
  @Answers(RangeView)
  saveRange(@Param('id') id: string, @Body() saved: SavedRange, @SignedIn() me: Me): Promise<RangeView> {
    return this.ranges.save(id, saved, me);
  }

  @Get('run-sheet')
  @Allow('coordinator', 'kitchen')
  @Answers(RunSheetView)
  getRunSheet(@Param('id') id: string, @SignedIn() me: Me): Promise<RunSheetView> {
    return this.sheets.sheet(id, me);
  }
}
