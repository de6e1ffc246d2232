import { Injectable, StreamableFile } from '@nestjs/common';
import { plainText, reportSheet, USUAL_REPORT, workbookOf, type Sheet } from '@jacana/core/sheets';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { JournalService } from '../audit/journal.service';
import { Transactions } from '../database/transactions';
import { FindingsService } from '../findings/findings.service';
import { WorkersService } from '../jobs/workers.service';
import { BundlesService } from '../seal/bundles/bundles.service';
import { drawnAs } from './drawn';
import type { ReportAsked } from './report.dto';

/** The answer, to be handed on: as PDF, as text, as tables. */
@Injectable()
export class ReportsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly findings: FindingsService,
    private readonly bundles: BundlesService,
    private readonly workers: WorkersService,
    private readonly audit: AuditService,
    private readonly journal: JournalService,
  ) {}

  async print(id: string, asked: ReportAsked, me: Me): Promise<StreamableFile> {
    return drawnAs(await this.reported(id, asked, me), this.workers);
  }

  async text(id: string, asked: ReportAsked, me: Me): Promise<StreamableFile> {
    return new StreamableFile(Buffer.from(plainText(await this.reported(id, asked, me))), {
      disposition: 'attachment; filename="report.txt"',
      type: 'text/plain; charset=utf-8',
    });
  }

  /** Names of panelists are on paper only where a coordinator asks for them. */
  private async reported(id: string, { length, paper, names }: ReportAsked, me: Me): Promise<Sheet> {
    const { found, bundle } = await this.found(id, me);
    return reportSheet(found, bundle, {
      length: length ?? USUAL_REPORT.length,
      paper: paper ?? USUAL_REPORT.paper,
      names: names === 'yes' && me.role === 'coordinator',
      record: await this.journal.mark(this.transactions.read, id),
    });
  }

  /** What leaves as data is logged, as a bundle is. */
  async workbook(id: string, me: Me): Promise<StreamableFile> {
    const { found, bundle } = await this.found(id, me);
    const file = await this.workers.workbook(workbookOf(found, bundle));
    await this.transactions.write((manager) =>
      this.audit.record(manager, { by: me.name, action: 'exported', tastingId: id, detail: 'workbook' }),
    );
    return new StreamableFile(Buffer.from(file), {
      disposition: 'attachment; filename="workbook.xlsx"',
      type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    });
  }

  private async found(id: string, me: Me) {
    const found = await this.findings.find(id, me, new AbortController().signal);
    return { found, bundle: await this.bundles.bundle(this.transactions.read, id) };
  }
}
