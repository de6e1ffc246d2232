import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { BallotsController } from './ballots.controller';
import { CodesController } from './codes.controller';
import { BallotsService } from './ballots.service';
import { GuessesService } from './guesses.service';
import { OwnBallots } from './ownBallots.service';

@Module({
  imports: [SealModule],
  controllers: [BallotsController, CodesController],
  providers: [BallotsService, GuessesService, OwnBallots],
})
export class BallotsModule {}
