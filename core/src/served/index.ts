export { rawNumbers } from './rawPieces';
export { flightOf, plannedPortions, servedPortions, type PlannedPortion, type ServedPortion } from './served';
