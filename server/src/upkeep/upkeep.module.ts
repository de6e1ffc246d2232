import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { UpkeepService } from './upkeep.service';

/** What keeps the data file: copies of it while the server runs. */
@Module({ imports: [WorkersModule], providers: [UpkeepService], exports: [UpkeepService] })
export class UpkeepModule {}
