import { Module } from '@nestjs/common';
import { FindingsModule } from '../findings/findings.module';
import { HouseModule } from '../house/house.module';
import { WorkersModule } from '../jobs/workers.module';
import { KitchenModule } from '../kitchen/kitchen.module';
import { SealModule } from '../seal/seal.module';
import { SheetsController } from './sheets.controller';
import { SheetsService } from './sheets.service';

@Module({
  imports: [SealModule, WorkersModule, FindingsModule, KitchenModule, HouseModule],
  controllers: [SheetsController],
  providers: [SheetsService],
})
export class SheetsModule {}
