export { repairCost } from './cost';
export { serviceDay, trayName, type PersonState, type ServiceDay, type TrayState } from './day';
export { KnownService } from './known';
export { plateName, repairsOf, type Repair } from './repairs';
export { repairText } from './say';
