export { ballotSheet } from './ballots';
export { kitchenSheet, linksSheet, portioningSheet, traySheet, type PortionRow, type TrayRow } from './day';
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
export { padPath, SEALED_NOTCH } from './pad';
export { decisionText, DECISION_NAMES, planSheet } from './plan';
export { readShortCode, shortCode } from './shortCode';
export { runSheet, together } from './run';
export { attendanceSheet, envelopeSheet, carryingSheet } from './serve';
export { reportSheet } from './report';
export type { AnswerRoom, Block, Column, Sheet, Tray } from './sheet';
