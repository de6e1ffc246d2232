import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { CurvesService } from './curves.service';
import { DevicesService } from './devices.service';
import { CurvesController, ReadingsController } from './readings.controller';
import { ReadingsService } from './readings.service';

/** What devices measure: thermometers with many channels, and scales. */
@Module({
  imports: [SealModule],
  controllers: [ReadingsController, CurvesController],
  providers: [CurvesService, DevicesService, ReadingsService],
  exports: [CurvesService],
})
export class ReadingsModule {}
