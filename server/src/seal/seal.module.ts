import { Module } from '@nestjs/common';
import type { OwnRows } from '../database/dataSource';
import { AccountsModule } from '../accounts/accounts.module';
import { WorkersModule } from '../jobs/workers.module';
import { AccessService } from './access/access.service';
import { BundlesService } from './bundles/bundles.service';
import { AmendedKeyRow, KeyRow } from './keys/key.row';
import { KeysService } from './keys/keys.service';
import { SealController } from './unsealing/seal.controller';
import { UnsealingService } from './unsealing/unsealing.service';

/** What the data file keeps for the seal alone. */
export const SEALED_ROWS: OwnRows = [KeyRow, AmendedKeyRow];

/**
 * The seal: the only place that reads the key, and that decides who may see what. Rooms: the
 * key store (keys), who may know of which tasting (access), the shapes that each role reads
 * (views), opening the key (unsealing), and the tasting as one document (bundles).
 */
@Module({
  imports: [AccountsModule, WorkersModule],
  controllers: [SealController],
  providers: [AccessService, BundlesService, KeysService, UnsealingService],
  exports: [AccessService, BundlesService, KeysService, UnsealingService],
})
export class SealModule {}
