export { rawNumbers } from './rawPieces';
export {
  flightOf,
  flightsOfPieces,
  plannedPortions,
  servedOf,
  servedPortions,
  type PlannedPortion,
  type ServedPortion,
} from './served';
