import { Module } from '@nestjs/common';
import { IngredientsModule } from '../ingredients/ingredients.module';
import { SealModule } from '../seal/seal.module';
import { BallotsController } from './ballots.controller';
import { CodesController } from './codes.controller';
import { BallotsService } from './ballots.service';
import { FirstScreens } from './firstScreens.service';
import { GuessesService } from './guesses.service';
import { MarksService } from './marks.service';
import { OwnBallots } from './ownBallots.service';
import { StopsService } from './stops.service';
import { TraysService } from './trays.service';

@Module({
  imports: [IngredientsModule, SealModule],
  controllers: [BallotsController, CodesController],
  providers: [BallotsService, FirstScreens, GuessesService, MarksService, OwnBallots, StopsService, TraysService],
  exports: [OwnBallots],
})
export class BallotsModule {}
