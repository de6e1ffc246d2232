import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { BallotsController } from './ballots.controller';
import { CodesController } from './codes.controller';
import { BallotsService } from './ballots.service';

@Module({ imports: [SealModule], controllers: [BallotsController, CodesController], providers: [BallotsService] })
export class BallotsModule {}
