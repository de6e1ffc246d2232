import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { CaveatsController } from './caveats.controller';
import { CaveatsService } from './caveats.service';
import { KitchenController } from './kitchen.controller';

@Module({
  imports: [SealModule],
  controllers: [KitchenController, CaveatsController],
  providers: [CaveatsService],
})
export class KitchenModule {}
