import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { LiveFeedModule } from '../live/feed.module';
import type { OwnRows } from '../database/dataSource';
import { KeyRow } from './key.row';
import { SealController } from './seal.controller';
import { SealService } from './seal.service';

/** What the data file keeps for the seal alone. */
export const SEALED_ROWS: OwnRows = [KeyRow];

@Module({
  imports: [LiveFeedModule, WorkersModule],
  controllers: [SealController],
  providers: [SealService],
  exports: [SealService],
})
export class SealModule {}
