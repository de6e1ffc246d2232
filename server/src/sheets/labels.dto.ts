import { LABEL_LIMITS, type LabelLayout } from '@jacana/core/sheets';
import { Type } from 'class-transformer';
import { Choice, Decimal, Whole } from '../fields/fields';

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
