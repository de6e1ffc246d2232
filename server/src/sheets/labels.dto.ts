import { LABEL_LIMITS, type LabelLayout } from '@jacana/core/sheets';
import { Type } from 'class-transformer';
import { Choice, Decimal, Id, Said, Whole } from '../fields/fields';

/** How labels lie on the page, in millimetres, and how many spare ones there are. Out of an address, so all text. */
export class LabelsAsked implements LabelLayout {
  @Choice(['A4', 'Letter', 'roll'], 'LabelPage') page: LabelLayout['page'];
  @Type(() => Number) @Decimal(LABEL_LIMITS.width) width: number;
  @Type(() => Number) @Decimal(LABEL_LIMITS.height) height: number;
  @Type(() => Number) @Decimal(LABEL_LIMITS.margin) left: number;
  @Type(() => Number) @Decimal(LABEL_LIMITS.margin) top: number;
  @Type(() => Number) @Decimal(LABEL_LIMITS.gap) gapX: number;
  @Type(() => Number) @Decimal(LABEL_LIMITS.gap) gapY: number;
  @Type(() => Number) @Whole(LABEL_LIMITS.start) start: number;
  /** Of each code and flight, without a seat. */
  @Type(() => Number) @Whole(LABEL_LIMITS.spares) spares: number;
}

/** Labels for the printer that the server knows of. */
export class LabelsToPrint {
  /** Made by the device, once for each pile of labels: sent again, what is missing of it comes out. */
  @Id() job: string;
  @Decimal(LABEL_LIMITS.width) width: number;
  @Decimal(LABEL_LIMITS.height) height: number;
  @Whole(LABEL_LIMITS.spares) spares: number;
}

export const PRINTER_STATES = ['ready', 'out-of-labels', 'jammed'] as const;

/** What has come out so far. */
export class PrintedView {
  @Said('integer') asked: number;
  @Said('integer') printed: number;
  @Choice(PRINTER_STATES, 'PrinterState') state: (typeof PRINTER_STATES)[number];
}
