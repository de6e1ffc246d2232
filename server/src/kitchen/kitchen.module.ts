import { Module } from '@nestjs/common';
import { LiveFeedModule } from '../live/feed.module';
import { SealModule } from '../seal/seal.module';
import { CaveatsService } from './caveats.service';
import { KitchenController } from './kitchen.controller';

@Module({ imports: [SealModule, LiveFeedModule], controllers: [KitchenController], providers: [CaveatsService] })
export class KitchenModule {}
