export { kitchenSheet, linksSheet, portioningSheet, traySheet, type PortionRow, type TrayRow } from './day';
export { padPath, SEALED_NOTCH } from './pad';
export { decisionText, DECISION_NAMES, planSheet } from './plan';
export { runSheet, together } from './run';
export { reportSheet } from './report';
export type { Block, Column, Sheet, Tray } from './sheet';
