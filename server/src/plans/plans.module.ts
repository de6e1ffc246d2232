import { Module } from '@nestjs/common';
import { LiveFeedModule } from '../live/feed.module';
import { SealModule } from '../seal/seal.module';
import { PlansController } from './plans.controller';
import { PlansService } from './plans.service';

@Module({ imports: [SealModule, LiveFeedModule], controllers: [PlansController], providers: [PlansService] })
export class PlansModule {}
