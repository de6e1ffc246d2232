import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { ContentsController } from './contents.controller';
import { ExclusionsService } from './exclusions.service';
import { IngredientsService } from './ingredients.service';

/** What samples are made of, and who must not eat it. */
@Module({
  imports: [SealModule],
  controllers: [ContentsController],
  providers: [ExclusionsService, IngredientsService],
  exports: [ExclusionsService],
})
export class ContentsModule {}
