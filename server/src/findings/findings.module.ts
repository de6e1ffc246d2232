import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { ReadingsModule } from '../readings/readings.module';
import { SealModule } from '../seal/seal.module';
import { FindingsController } from './findings.controller';
import { FindingsService } from './findings.service';

@Module({
  imports: [ReadingsModule, SealModule, WorkersModule],
  controllers: [FindingsController],
  providers: [FindingsService],
  exports: [FindingsService],
})
export class FindingsModule {}
