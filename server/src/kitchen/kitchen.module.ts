import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/clock';
import { WorkersModule } from '../jobs/workers.module';
import { SealModule } from '../seal/seal.module';
import { CaveatsController } from './caveats.controller';
import { CaveatsService } from './caveats.service';
import { KitchenController } from './kitchen.controller';
import { KitchenLogService } from './kitchenLog.service';
import { HouseModule } from '../house/house.module';
import { ReadingsModule } from '../readings/readings.module';
import { GateService } from './gate.service';
import { PhotosService } from './photos.service';
import { RangeService } from './range.service';
import { RunSheetService } from './runSheet.service';

@Module({
  imports: [SealModule, WorkersModule, ClockModule, HouseModule, ReadingsModule],
  controllers: [KitchenController, CaveatsController],
  providers: [CaveatsService, GateService, PhotosService, KitchenLogService, RangeService, RunSheetService],
  exports: [PhotosService, RunSheetService],
})
export class KitchenModule {}
