import { Body, Controller, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allow, type Me, SignedIn } from '../accounts/allow';
import { Answers } from '../fields/fields';
import { LabelsToPrint, PrintedView } from './labels.dto';
import { SheetsService } from './sheets.service';

/** Labels for a printer in the house, beside those for a sheet of paper. */
@ApiTags('sheets')
@Controller('api/tastings/:id/print')
export class PrinterController {
  constructor(private readonly sheets: SheetsService) {}

  @Post('labels')
  @Allow('coordinator', 'server')
  @Answers(PrintedView)
  sendLabels(@Param('id') id: string, @Body() asked: LabelsToPrint, @SignedIn() me: Me): Promise<PrintedView> {
    return this.sheets.sendLabels(id, asked, me);
  }

  @Post('tags')
  @Allow('coordinator', 'kitchen')
  @Answers(PrintedView)
  sendTags(@Param('id') id: string, @Body() asked: LabelsToPrint, @SignedIn() me: Me): Promise<PrintedView> {
    return this.sheets.sendTags(id, asked, me);
  }
}
