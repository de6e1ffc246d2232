import { Module } from '@nestjs/common';
import { LiveFeedModule } from '../live/feed.module';
import { SealModule } from '../seal/seal.module';
import { BoardService } from './board.service';
import { ServiceController } from './service.controller';

@Module({
  imports: [SealModule, LiveFeedModule],
  controllers: [ServiceController],
  providers: [BoardService],
  exports: [BoardService],
})
export class ServiceModule {}
