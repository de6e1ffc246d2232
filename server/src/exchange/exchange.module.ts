import { Module } from '@nestjs/common';
import { KitchenModule } from '../kitchen/kitchen.module';
import { ReadingsModule } from '../readings/readings.module';
import { SealModule } from '../seal/seal.module';
import { ExchangeController } from './exchange.controller';
import { ExchangeService } from './exchange.service';

@Module({
  imports: [KitchenModule, ReadingsModule, SealModule],
  controllers: [ExchangeController],
  providers: [ExchangeService],
  exports: [ExchangeService],
})
export class ExchangeModule {}
