export { portionsOf } from './gives';
export type { PlannedPortion, ServedPortion } from './portion';
export { rawNumbers } from './rawPieces';
export { flightsOfPieces, type Flight } from './flights';
export { flights, plannedPortions, servedOf, servedPortions, type Served } from './served';
