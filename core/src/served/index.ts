export { portionsOf } from './gives';
export type { PlannedPortion, ServedPortion } from './portion';
export { rawNumbers } from './rawPieces';
export { flightOf, flightsOfPieces, plannedPortions, servedOf, servedPortions, type Served } from './served';
