import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { RetentionService } from './retention.service';
import { MaintenanceService } from './maintenance.service';

/** What keeps the data file: copies of it while the server runs, and an end to what had its time. */
@Module({
  imports: [WorkersModule],
  providers: [MaintenanceService, RetentionService],
  exports: [MaintenanceService, RetentionService],
})
export class MaintenanceModule {}
