import { Module } from '@nestjs/common';
import { BallotsModule } from '../ballots/ballots.module';
import { SealModule } from '../seal/seal.module';
import { CorrectionsService } from './corrections.service';
import { PaperBallots } from './paperBallots.service';
import { PaperPictures } from './pictures.service';
import { TypedController } from './typed.controller';
import { TypingService } from './typing.service';

/** Ballots on paper, typed in by two people; and answers that a coordinator puts right. */
@Module({
  imports: [BallotsModule, SealModule],
  controllers: [TypedController],
  providers: [CorrectionsService, PaperBallots, PaperPictures, TypingService],
})
export class TypedModule {}
