import { Body, Controller, Get, HttpCode, Param, Post, Res } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { goneOf } from '../jobs/gone';
import { FindingsView } from './findings.dto';
import { AnswerWithoutView, BehindView, PartsView, WithoutAsked } from './without.dto';
import { FindingsService } from './findings.service';

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
