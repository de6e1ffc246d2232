import { Controller, Get, Param, Res } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { goneOf } from '../jobs/gone';
import { FindingsView } from './findings.dto';
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
}
