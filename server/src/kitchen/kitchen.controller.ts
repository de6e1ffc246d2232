import { Body, Controller, Get, Header, Param, Post, Put, Res, StreamableFile } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Transactions } from '../database/transactions';
import { Answers } from '../fields/fields';
import { goneOf } from '../jobs/gone';
import { AccessService } from '../seal/access/access.service';
import { kitchenView, KitchenView } from '../seal/views/kitchen';
import { StoredEntries } from './caveats.dto';
import { KitchenEntries, KitchenLogView } from './kitchenLog.dto';
import { KitchenLogService } from './kitchenLog.service';
import { RangeView, RunSheetView, SavedRange } from '../range/range.dto';
import { PhotosService } from './photos.service';
import { RangeService } from './range.service';
import { RunSheetService } from './runSheet.service';
import { LogService } from '../log/log.service';
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
    private readonly log: KitchenLogService,
    private readonly entries: LogService,
    private readonly photos: PhotosService,
  ) {}

  @Get('kitchen')
  @Allow('coordinator', 'kitchen')
  @Answers(KitchenView)
  async getKitchen(@Param('id') id: string, @SignedIn() me: Me): Promise<KitchenView> {
    await this.access.knownTo(me.role, id);
    const { read } = this.transactions;
    return kitchenView(await this.store.get(read, id), await this.entries.kitchen(read, id));
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

  /** Readers know only of tastings that are unsealed. */
  @Get('kitchen-log')
  @Allow('coordinator', 'kitchen', 'reader')
  @Answers(KitchenLogView)
  getKitchenLog(@Param('id') id: string, @SignedIn() me: Me): Promise<KitchenLogView> {
    return this.log.read(id, me);
  }

  @Get('kitchen-log.csv')
  @Allow('coordinator', 'kitchen')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment; filename="kitchen-log.csv"')
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string' } })
  exportKitchenLog(@Param('id') id: string, @SignedIn() me: Me): Promise<string> {
    return this.log.csv(id, me);
  }

  /** Adds entries to the kitchen log: sent twice, each is stored once. */
  @Post('kitchen-log')
  @Allow('coordinator', 'kitchen')
  @Answers(StoredEntries)
  addToKitchenLog(@Param('id') id: string, @Body() body: KitchenEntries, @SignedIn() me: Me): Promise<StoredEntries> {
    return this.log.add(id, body.entries, me);
  }

  @Get('photos/:photo')
  @Allow('coordinator', 'kitchen', 'reader')
  @Header('Content-Type', 'image/jpeg')
  @ApiProduces('image/jpeg')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async getPhoto(@Param('id') id: string, @Param('photo') photo: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return new StreamableFile(await this.photos.read(id, photo, me));
  }

  @Get('run-sheet')
  @Allow('coordinator', 'kitchen')
  @Answers(RunSheetView)
  getRunSheet(
    @Param('id') id: string,
    @SignedIn() me: Me,
    @Res({ passthrough: true }) response: Response,
  ): Promise<RunSheetView> {
    return this.sheets.sheet(id, me, goneOf(response));
  }

  /** What planning the rest of the day anew would do, before anybody is told. */
  @Get('run-sheet/anew')
  @Allow('coordinator', 'kitchen')
  @Answers(RunSheetView)
  getRunSheetAnew(
    @Param('id') id: string,
    @SignedIn() me: Me,
    @Res({ passthrough: true }) response: Response,
  ): Promise<RunSheetView> {
    return this.sheets.anew(id, me, goneOf(response));
  }
}
