export { rawNumbers } from './rawPieces';
export {
  flightOf,
  flightsOfPieces,
  plannedPortions,
  servedPortions,
  type PlannedPortion,
  type ServedPortion,
} from './served';
