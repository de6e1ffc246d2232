import { Module } from '@nestjs/common';
import { SealModule } from '../seal/seal.module';
import { IngredientsController } from './ingredients.controller';
import { ExclusionsService } from './exclusions.service';
import { IngredientsService } from './ingredients.service';

/** What samples are made of, and who must not eat it. */
@Module({
  imports: [SealModule],
  controllers: [IngredientsController],
  providers: [ExclusionsService, IngredientsService],
  exports: [ExclusionsService],
})
export class IngredientsModule {}
