import { Body, Controller, Get, HttpCode, Param, Post, Res } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { goneOf } from '../jobs/gone';
import { FindingsView } from './findings.dto';
import { AnswerWithoutView, BehindView, PartsView, WithoutAsked } from './without.dto';
import { FindingsService } from './findings.service';
import { WeightedView, WeightsAsked } from './weighted.dto';

@ApiTags('findings')
@Controller('api/tastings/:id/findings')
export class FindingsController {
  constructor(private readonly findings: FindingsService) {}

  @Get()
  @Allow('coordinator', 'reader')
  @ApiOkResponse({ type: FindingsView })
  getFindings(
    @Param('id') id: string,
    @SignedIn() me: Me,
    @Res({ passthrough: true }) response: Response,
  ): Promise<FindingsView> {
    return this.findings.find(id, me, goneOf(response));
  }

  /** What the planned analysis can be run again without. */
  @Get('parts')
  @Allow('coordinator', 'reader')
  @ApiOkResponse({ type: PartsView })
  getParts(@Param('id') id: string, @SignedIn() me: Me): Promise<PartsView> {
    return this.findings.parts(id, me);
  }

  /** The servings that every number comes from, by seat. */
  @Get('servings')
  @Allow('coordinator', 'reader')
  @ApiOkResponse({ type: BehindView })
  getServings(@Param('id') id: string, @SignedIn() me: Me): Promise<BehindView> {
    return this.findings.servings(id, me);
  }

  /** Scales added up by other weights than the plan's: a hint, whatever comes out. */
  @Post('weighted')
  @HttpCode(200)
  @Allow('coordinator', 'reader')
  @ApiOkResponse({ type: WeightedView })
  async addUp(
    @Param('id') id: string,
    @Body() { weights }: WeightsAsked,
    @SignedIn() me: Me,
    @Res({ passthrough: true }) response: Response,
  ): Promise<WeightedView> {
    return { found: await this.findings.weighted(id, weights, me, goneOf(response)) };
  }

  /** The planned analysis without each of these; the planned answer stays what it was. */
  @Post('without')
  @HttpCode(200)
  @Allow('coordinator', 'reader')
  @ApiOkResponse({ type: [AnswerWithoutView] })
  runWithout(
    @Param('id') id: string,
    @Body() { without }: WithoutAsked,
    @SignedIn() me: Me,
    @Res({ passthrough: true }) response: Response,
  ): Promise<AnswerWithoutView[]> {
    return this.findings.without(id, { without, signal: goneOf(response) }, me);
  }
}
