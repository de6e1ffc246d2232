import { createHash } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Label, LabelLayout } from '@jacana/core/sheets';
import { refuseState } from '../fields/problems';
import { OPTIONS, type ServerOptions } from '../options/options';
import { PRINTER_STATES, type PrintedView } from './labels.dto';

/** What is sent to a printer; docs/operating.md describes it for whoever builds one. */
export interface PrintJob {
  /** The same for the rest of a job that stopped half-way: what came out of it already does not come again. */
  job: string;
  /** Of one label, in millimetres. */
  width: number;
  height: number;
  labels: readonly Label[];
}

const PATIENCE_MS = 20_000;

/** Hands labels to the printer that the server was started with, one request a job. */
@Injectable()
export class LabelPrinterService {
  constructor(@Inject(OPTIONS) private readonly options: ServerOptions) {}

  /** @throws ConflictException with what to do where there is no printer, or none that answers */
  async print(
    job: string,
    labels: readonly Label[],
    { width, height }: Pick<LabelLayout, 'width' | 'height'>,
  ): Promise<PrintedView> {
    const { printer } = this.options;
    if (printer === null)
      throw refuseState(
        'no-printer',
        'Jacana knows of no label printer. Start it with --printer ADDRESS, or print the PDF.',
      );
    const reply = await this.send(printer, { job: jobOf(job, labels), width, height, labels });
    const { printed, state } = (reply ?? {}) as Partial<PrintedView>;
    const isKnown = PRINTER_STATES.some((one) => one === state) && Number.isInteger(printed);
    if (!isKnown) throw refuseState('printer', `What answers at ${printer} is no label printer. Check --printer.`);
    return {
      asked: labels.length,
      printed: Math.min(Math.max(0, printed as number), labels.length),
      state: state as PrintedView['state'],
    };
  }

  private async send(printer: string, body: PrintJob): Promise<unknown> {
    try {
      const reply = await fetch(new URL('labels', printer), {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
      return reply.ok ? ((await reply.json()) as unknown) : null;
    } catch {
      throw refuseState(
        'printer-away',
        `The label printer at ${printer} does not answer. See that it is on, and send again: what came out does not come twice.`,
      );
    }
  }
}

/** Labels that changed between two tries, as when somebody is written down as absent, are another job: none may be missing. */
const jobOf = (job: string, labels: readonly Label[]): string =>
  `${job}-${createHash('sha256').update(JSON.stringify(labels)).digest('hex').slice(0, 12)}`;
