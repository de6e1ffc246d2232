import { Module } from '@nestjs/common';
import { LiveFeedModule } from '../live/feed.module';
import { SealModule } from '../seal/seal.module';
import { BallotsController } from './ballots.controller';
import { BallotsService } from './ballots.service';

@Module({ imports: [SealModule, LiveFeedModule], controllers: [BallotsController], providers: [BallotsService] })
export class BallotsModule {}
