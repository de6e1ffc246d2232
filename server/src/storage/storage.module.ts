import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { StorageService } from './storage.service';

/** What keeps the data file: copies of it while the server runs. */
@Module({ imports: [WorkersModule], providers: [StorageService], exports: [StorageService] })
export class StorageModule {}
