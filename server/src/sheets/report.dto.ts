import type { ReportForm } from '@jacana/core/sheets';
import { Choice, Optional } from '../fields/fields';

/** How a report is wanted. Out of an address, so all text; what is left out is as usual. */
export class ReportAsked {
  @Optional() @Choice(['short', 'full'], 'ReportLength') length?: ReportForm['length'];
  @Optional() @Choice(['A4', 'Letter'], 'ReportPaper') paper?: ReportForm['paper'];
  /** Whether panelists are named: for a coordinator alone. */
  @Optional() @Choice(['yes', 'no'], 'ReportNames') names?: 'yes' | 'no';
}
