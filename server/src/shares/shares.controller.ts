import { Body, Controller, Delete, Get, HttpCode, Param, Post, Query, Res, StreamableFile } from '@nestjs/common';
import { ApiExcludeEndpoint, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Allow, Anyone, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { FindingsView } from '../findings/findings.dto';
import { goneOf } from '../jobs/gone';
import { ReportAsked } from '../sheets/report.dto';
import { NewShareView, ShareInput, ShareView } from './shares.dto';
import { SharesService } from './shares.service';

/** Links to the findings of one tasting, for somebody without an account. */
@ApiTags('shares')
@Controller('api/tastings/:id/shares')
@Allow('coordinator')
export class SharesController {
  constructor(private readonly shares: SharesService) {}

  @Get()
  @Answers([ShareView])
  listShares(@Param('id') id: string): Promise<ShareView[]> {
    return this.shares.list(id);
  }

  @Post()
  @Answers(NewShareView)
  share(@Param('id') id: string, @Body() { days }: ShareInput, @SignedIn() me: Me): Promise<NewShareView> {
    return this.shares.create(id, days, me);
  }

  @Delete(':share')
  @Answers([ShareView])
  revokeShare(@Param('id') id: string, @Param('share') share: string, @SignedIn() me: Me): Promise<ShareView[]> {
    return this.shares.revoke(id, share, me);
  }
}

/** What such a link leads to. No sign-in: the token in the address is the right to read. */
@ApiTags('shares')
@Controller('api/shared/:token')
@Anyone()
export class SharedController {
  constructor(private readonly shares: SharesService) {}

  @Get()
  @ApiOkResponse({ type: FindingsView })
  getShared(@Param('token') token: string, @Res({ passthrough: true }) response: Response): Promise<FindingsView> {
    return this.shares.findings(token, goneOf(response));
  }

  @Get('report')
  @HttpCode(200)
  @ApiExcludeEndpoint()
  printShared(@Param('token') token: string, @Query() asked: ReportAsked): Promise<StreamableFile> {
    return this.shares.report(token, asked);
  }
}
