import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { BallotsController } from './ballots.controller';
import { BallotsService } from './ballots.service';

@Module({ imports: [SealModule], controllers: [BallotsController], providers: [BallotsService] })
export class BallotsModule {}
