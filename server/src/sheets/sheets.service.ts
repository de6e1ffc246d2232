import { Inject, Injectable, StreamableFile } from '@nestjs/common';
import {
  attendanceSheet,
  ballotSheet,
  closingSheet,
  envelopeSheet,
  kitchenSheet,
  linksSheet,
  placedLabels,
  planSheet,
  portionLabels,
  portioningSheet,
  carryingSheet,
  runSheet,
  tagLabels,
  traySheet,
  type Label,
  type LabelLayout,
  type Sheet,
} from '@jacana/core/sheets';
import { asLocked, noRange } from '@jacana/core/bundle';
import { askedItems } from '@jacana/core/design';
import { chainOf, kitchenState, piecesNow } from '@jacana/core/kitchen';
import { rawNumbers } from '@jacana/core/served';
import { serviceDay, trayName } from '@jacana/core/service';
import { ExclusionsService } from '../ingredients/exclusions.service';
import type { Me } from '../accounts/allow';
import { JournalService } from '../audit/journal.service';
import { Transactions } from '../database/transactions';
import { refuseFields } from '../fields/problems';
import { HouseService } from '../house/house.service';
import { WorkersService } from '../jobs/workers.service';
import { calendarOf } from '../kitchen/calendar';
import { RunSheetService } from '../kitchen/runSheet.service';
import { LogService } from '../log/log.service';
import { OPTIONS, publicAddress, type ServerOptions } from '../options/options';
import { AccessService } from '../seal/access/access.service';
import { planOf } from '../seal/keys/keys.service';
import { UnsealingService } from '../seal/unsealing/unsealing.service';
import { traysNow } from '../seal/views/server';
import type { LabelsAsked, LabelsToPrint, PrintedView } from './labels.dto';
import { drawnAs } from './drawn';
import { LabelPrinterService } from './labelPrinter.service';
import { lockedOnly, TastingStore, tastingOf } from '../tastings/tasting.store';

/** Puts together what stands on each sheet, from what its reader may know, and has it drawn. */
@Injectable()
export class SheetsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly log: LogService,
    private readonly access: AccessService,
    private readonly unsealing: UnsealingService,
    private readonly runSheets: RunSheetService,
    private readonly workers: WorkersService,
    private readonly house: HouseService,
    private readonly printer: LabelPrinterService,
    private readonly exclusions: ExclusionsService,
    private readonly journal: JournalService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  async plan(id: string): Promise<StreamableFile> {
    const stored = await this.store.getLocked(this.transactions.read, id);
    const { tasting, plan } = asLocked({ tasting: tastingOf(stored), plan: planOf(stored.plan) }, stored.amendments);
    return this.drawn(planSheet(tasting, plan, await this.journal.mark(this.transactions.read, id)));
  }

  async kitchen(id: string, me: Me): Promise<StreamableFile> {
    await this.access.knownTo(me.role, id);
    const stored = await this.store.getLocked(this.transactions.read, id);
    const state = kitchenState(await this.log.kitchen(this.transactions.read, id));
    const pieces = piecesNow(stored.plan.pieces, state).filter(({ standing }) => standing !== 'redone');
    return this.drawn(kitchenSheet(tastingOf(stored), pieces, (await this.house.get()).locale));
  }

  async run(id: string, me: Me): Promise<StreamableFile> {
    const sheet = await this.runSheets.sheet(id, me);
    const row = await this.store.row(this.transactions.read, id);
    const clock = (moment: string): string =>
      new Date(moment).toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });
    return this.drawn(runSheet({ title: row.title, sheet, range: row.range ?? noRange(), clock }));
  }

  async calendar(id: string, me: Me): Promise<StreamableFile> {
    const sheet = await this.runSheets.sheet(id, me);
    const { row, methods } = await this.store.get(this.transactions.read, id);
    const chains = new Map(
      methods.map(({ name, steps, chain }) => [name, chainOf({ steps, chain: chain ?? [] })] as const),
    );
    return new StreamableFile(Buffer.from(calendarOf(row.title, id, sheet, chains)), {
      disposition: 'attachment; filename="run-sheet.ics"',
      type: 'text/calendar; charset=utf-8',
    });
  }

  async trays(id: string, me: Me): Promise<StreamableFile> {
    const { title, trays, sitting } = await this.carried(id, me);
    return this.drawn(traySheet(title, trays, sitting));
  }

  async carrying(id: string, me: Me): Promise<StreamableFile> {
    const { title, trays, sitting } = await this.carried(id, me);
    return this.drawn(carryingSheet(title, trays, sitting));
  }

  async attendance(id: string, me: Me): Promise<StreamableFile> {
    const { title, trays, sitting } = await this.carried(id, me);
    return this.drawn(attendanceSheet(title, trays, sitting));
  }

  /** Paper in the place of phones: only what is asked and served, as on the screen of a panelist. */
  async ballots(id: string, me: Me): Promise<StreamableFile> {
    const { title, trays, sitting, itemsOf, service } = await this.carried(id, me);
    return this.drawn(ballotSheet(title, trays, { itemsOf, sitting, service }));
  }

  async envelope(id: string): Promise<StreamableFile> {
    const { row, plan } = await this.store.getLocked(this.transactions.read, id);
    return this.drawn(envelopeSheet(row.title, plan, await this.journal.mark(this.transactions.read, id)));
  }

  /** What is kept once nobody answers any more, to be compared with the records later. */
  async closing(id: string): Promise<StreamableFile> {
    const { read } = this.transactions;
    const { row, plan, panelists, ballots } = await this.store.getLocked(read, id);
    const closed = {
      ...{ closedAt: row.closedAt, fingerprint: plan.fingerprint },
      handedIn: ballots.filter(({ handedInAt }) => handedInAt !== null).length,
      ballots: panelists.length * row.design.service.sittings,
    };
    return this.drawn(closingSheet(row.title, closed, await this.journal.mark(read, id)));
  }

  async labels(id: string, { spares, ...layout }: LabelsAsked, me: Me): Promise<StreamableFile> {
    return this.stuck('labels', await this.ofPortions(id, spares, me), layout);
  }

  async sendLabels(id: string, { job, spares, ...size }: LabelsToPrint, me: Me): Promise<PrintedView> {
    return this.printer.print(job, await this.ofPortions(id, spares, me), size);
  }

  private async ofPortions(id: string, spares: number, me: Me): Promise<Label[]> {
    const { trays, sitting } = await this.carried(id, me);
    const labelled = trays.map((tray) => ({ ...tray, sitting: sitting.now }));
    return portionLabels(labelled, { spares, sittings: sitting.of });
  }

  /**
   * The trays of the open sitting, with the flight that each is really carried with, and without those of
   * whom is absent or is not to be served.
   * Under the title that is on the ballot: who carries trays must not read a method.
   */
  private async carried(id: string, me: Me) {
    const { row } = await this.access.knownTo(me.role, id);
    const { read } = this.transactions;
    const [panelists, plan] = [await this.store.panelists(read, id), lockedOnly(await this.store.plan(read, id))];
    const day = serviceDay(await this.log.service(read, id));
    const nameOf = (panelist: string): string => trayName({ sitting: row.sitting, panelist });
    const withheld = await this.exclusions.withheld(read, row);
    const isServed = (panelist: string): boolean =>
      !day.people.get(nameOf(panelist))?.absent && !withheld.has(panelist);
    const trays = traysNow({ row, plan, panelists })
      .filter(({ panelistId, codes }) => codes.length > 0 && isServed(panelistId))
      .map((tray) => ({ ...tray, flight: day.flights.get(nameOf(tray.panelistId)) ?? tray.flight }));
    const sitting = { now: row.sitting, of: row.design.service.sittings };
    const { ballot, service } = row.design;
    const { fingerprint } = plan;
    const itemsOf = ({ panelistId: panelist }: { panelistId: string }) =>
      askedItems(ballot.items, { ...{ fingerprint, panelist }, ownOrders: service.ownOrders });
    return { title: this.access.ballotTitle(row), trays, sitting, itemsOf, service };
  }

  async tags(id: string, { spares: _spares, ...layout }: LabelsAsked, me: Me): Promise<StreamableFile> {
    return this.stuck('tags', await this.ofPieces(id, me), layout);
  }

  async sendTags(id: string, { job, spares: _spares, ...size }: LabelsToPrint, me: Me): Promise<PrintedView> {
    return this.printer.print(job, await this.ofPieces(id, me), size);
  }

  private async ofPieces(id: string, me: Me): Promise<Label[]> {
    await this.access.knownTo(me.role, id);
    const stored = await this.store.getLocked(this.transactions.read, id);
    const { pieces } = stored.plan;
    return tagLabels(pieces, rawNumbers(pieces, tastingOf(stored).halves));
  }

  private async stuck(name: string, labels: readonly Label[], layout: LabelLayout): Promise<StreamableFile> {
    const pages = placedLabels(labels, layout);
    if (pages === null)
      throw refuseFields([{ field: 'width', message: 'Not one label fits on this page. Check its size and margins.' }]);
    return new StreamableFile(Buffer.from(await this.workers.labels(pages)), {
      disposition: `inline; filename="${name}.pdf"`,
      type: 'application/pdf',
    });
  }

  async portioning(id: string, me: Me, reason?: string): Promise<StreamableFile> {
    const { row } = await this.access.knownTo(me.role, id);
    const portions = await this.unsealing.portioningSheet(id, me, reason);
    return this.drawn(portioningSheet(this.access.ballotTitle(row), portions));
  }

  async links(id: string): Promise<StreamableFile> {
    const { row, panelists } = await this.store.getLocked(this.transactions.read, id);
    const base = publicAddress(this.options);
    const links = panelists.map(({ seat, name, token }) => ({ seat, name, address: `${base}/b/${token}` }));
    return this.drawn(linksSheet(this.access.ballotTitle(row), links));
  }

  private drawn(sheet: Sheet): Promise<StreamableFile> {
    return drawnAs(sheet, this.workers);
  }
}
