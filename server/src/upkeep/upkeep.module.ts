import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { RetentionService } from './retention.service';
import { UpkeepService } from './upkeep.service';

/** What keeps the data file: copies of it while the server runs, and an end to what had its time. */
@Module({
  imports: [WorkersModule],
  providers: [UpkeepService, RetentionService],
  exports: [UpkeepService, RetentionService],
})
export class UpkeepModule {}
