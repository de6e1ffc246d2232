import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { ServiceModule } from '../service/service.module';
import { LiveFeedModule } from './feed.module';
import { LiveController } from './live.controller';

@Module({ imports: [LiveFeedModule, SealModule, ServiceModule], controllers: [LiveController] })
export class LiveModule {}
