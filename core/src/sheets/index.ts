export { ballotSheet } from './ballots';
export {
  kitchenSheet,
  linksSheet,
  portioningSheet,
  traySheet,
  type PortionRow,
  type TrayRow,
  undecidedPieces,
} from './day';
export {
  LABEL_LIMITS,
  labelGrid,
  placedLabels,
  portionLabels,
  tagLabels,
  type Label,
  type Labelled,
  type LabelLayout,
  type LabelPages,
} from './labels';
export { decisionText, DECISION_NAMES, planSheet } from './plan';
export { plainText } from './plain';
export { readShortCode, shortCode } from './shortCode';
export { runSheet, together } from './run';
export { closingSheet, type RecordMark } from './record';
export { attendanceSheet, carryingSheet, envelopeSheet } from './serve';
export { reportSheet, USUAL_REPORT, type ReportForm } from './report';
export { workbookOf, type WorkbookSheet } from './workbook';
export type { AnswerRoom, Block, Column, Sheet, Tray } from '../presentation';
