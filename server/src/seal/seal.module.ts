import { Module } from '@nestjs/common';
import { WorkersModule } from '../jobs/workers.module';
import { LiveFeedModule } from '../live/feed.module';
import { SealController } from './seal.controller';
import { SealService } from './seal.service';

@Module({
  imports: [LiveFeedModule, WorkersModule],
  controllers: [SealController],
  providers: [SealService],
  exports: [SealService],
})
export class SealModule {}
