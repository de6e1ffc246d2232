import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { CorrectedIngredients, ExclusionInput, ExclusionView } from './ingredients.dto';
import { ExclusionsService } from './exclusions.service';
import { IngredientsService } from './ingredients.service';

@ApiTags('contents')
@Controller('api/tastings/:id')
@Allow('coordinator')
export class IngredientsController {
  constructor(
    private readonly ingredients: IngredientsService,
    private readonly exclusions: ExclusionsService,
  ) {}

  /** Puts right what samples are made of, once the plan is locked. */
  @Put('ingredients')
  @Answers()
  correctIngredients(@Param('id') id: string, @Body() body: CorrectedIngredients, @SignedIn() me: Me): Promise<void> {
    return this.ingredients.correct(id, body, me);
  }

  @Get('exclusions')
  @Answers([ExclusionView])
  getExclusions(@Param('id') id: string): Promise<ExclusionView[]> {
    return this.exclusions.list(id);
  }

  @Put('exclusions/:panelist')
  @Answers([ExclusionView])
  saveExclusion(
    @Param('id') id: string,
    @Param('panelist') panelist: string,
    @Body() body: ExclusionInput,
    @SignedIn() me: Me,
  ): Promise<ExclusionView[]> {
    return this.exclusions.save(id, panelist, body, me);
  }
}
