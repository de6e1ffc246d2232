export { flightOf, plannedPortions, servedPortions, type PlannedPortion, type ServedPortion } from './served';
