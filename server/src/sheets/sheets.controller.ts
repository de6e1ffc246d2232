import { Body, Controller, Get, HttpCode, Param, Post, Query, StreamableFile } from '@nestjs/common';
import { ApiExcludeController } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { PortioningReason } from '../service/service.dto';
import { LabelsAsked } from './labels.dto';
import { ReportAsked } from './report.dto';
import { ReportsService } from './reports.service';
import { SheetsService } from './sheets.service';

/** Every sheet of paper as PDF, drawn in one place. What a role may not know is on none of its sheets. */
@ApiExcludeController()
@Controller('api/tastings/:id/sheets')
export class SheetsController {
  constructor(
    private readonly sheets: SheetsService,
    private readonly reports: ReportsService,
  ) {}

  @Get('plan')
  @Allow('coordinator')
  printPlan(@Param('id') id: string): Promise<StreamableFile> {
    return this.sheets.plan(id);
  }

  @Get('kitchen')
  @Allow('coordinator', 'kitchen')
  printKitchen(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.kitchen(id, me);
  }

  @Get('run')
  @Allow('coordinator', 'kitchen')
  printRun(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.run(id, me);
  }

  /** What takes hands, for the calendar of a phone. */
  @Get('run.ics')
  @Allow('coordinator', 'kitchen')
  takeCalendar(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.calendar(id, me);
  }

  @Get('trays')
  @Allow('coordinator', 'server')
  printTrays(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.trays(id, me);
  }

  @Get('carrying')
  @Allow('coordinator', 'server')
  printCarrying(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.carrying(id, me);
  }

  @Get('attendance')
  @Allow('coordinator', 'server')
  printAttendance(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.attendance(id, me);
  }

  /** A ballot for each seat, to be filled in by hand. */
  @Get('ballots')
  @Allow('coordinator', 'server')
  printBallots(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.ballots(id, me);
  }

  @Get('envelope')
  @Allow('coordinator')
  printEnvelope(@Param('id') id: string): Promise<StreamableFile> {
    return this.sheets.envelope(id);
  }

  /** How many answered, and the mark of all that was recorded, to be signed and kept. */
  @Get('closing')
  @Allow('coordinator')
  printClosing(@Param('id') id: string): Promise<StreamableFile> {
    return this.sheets.closing(id);
  }

  /** A label for each portion: codes, seats and flights, and no piece. */
  @Get('labels')
  @Allow('coordinator', 'server')
  printLabels(@Param('id') id: string, @Query() asked: LabelsAsked, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.labels(id, asked, me);
  }

  /** A label for each piece, for the kitchen. */
  @Get('tags')
  @Allow('coordinator', 'kitchen')
  printTags(@Param('id') id: string, @Query() asked: LabelsAsked, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.tags(id, asked, me);
  }

  @Get('portioning')
  @Allow('server')
  printPortioning(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.sheets.portioning(id, me);
  }

  /** For whoever could put it together with the kitchen's list, and must say why: it is written into the seal's log. */
  @Post('portioning')
  @HttpCode(200)
  @Allow('coordinator', 'server')
  openAndPrintPortioning(
    @Param('id') id: string,
    @Body() { reason }: PortioningReason,
    @SignedIn() me: Me,
  ): Promise<StreamableFile> {
    return this.sheets.portioning(id, me, reason);
  }

  @Get('links')
  @Allow('coordinator')
  printLinks(@Param('id') id: string): Promise<StreamableFile> {
    return this.sheets.links(id);
  }

  @Get('report')
  @Allow('coordinator', 'reader')
  printReport(@Param('id') id: string, @Query() asked: ReportAsked, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.reports.print(id, asked, me);
  }

  /** The same as plain text, without drawings. */
  @Get('report.txt')
  @Allow('coordinator', 'reader')
  reportAsText(@Param('id') id: string, @Query() asked: ReportAsked, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.reports.text(id, asked, me);
  }

  /** Servings, ranks, scores and findings for a spreadsheet. */
  @Get('workbook')
  @Allow('coordinator')
  takeWorkbook(@Param('id') id: string, @SignedIn() me: Me): Promise<StreamableFile> {
    return this.reports.workbook(id, me);
  }
}
