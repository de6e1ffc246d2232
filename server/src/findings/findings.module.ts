import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { SealModule } from '../seal/seal.module';
import { FindingsController } from './findings.controller';
import { FindingsService } from './findings.service';

@Module({
  imports: [SealModule, WorkersModule],
  controllers: [FindingsController],
  providers: [FindingsService],
  exports: [FindingsService],
})
export class FindingsModule {}
