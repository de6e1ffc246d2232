import { StreamableFile } from '@nestjs/common';
import type { Sheet } from '@jacana/core/sheets';
import type { WorkersService } from '../jobs/workers.service';

/** A sheet as PDF. The file is named by the kind of sheet alone: a name on a shared computer tells nothing. */
export async function drawnAs(sheet: Sheet, workers: WorkersService): Promise<StreamableFile> {
  const printedAt = new Date().toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  const pdf = await workers.paper(sheet, { printedAt });
  const file = sheet.name.toLowerCase().replace(/ /g, '-');
  return new StreamableFile(Buffer.from(pdf), {
    disposition: `inline; filename="${file}.pdf"`,
    type: 'application/pdf',
  });
}
