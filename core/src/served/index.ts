export { portionsOf } from './gives';
export type { PlannedPortion, ServedPortion } from './portion';
export { rawNumbers } from './rawPieces';
export { flightsOfPieces, type Flight } from './flights';
export { flightOf, plannedPortions, servedOf, servedPortions, type Served } from './served';
