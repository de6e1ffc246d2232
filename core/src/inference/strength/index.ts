export { bradleyTerry, type BradleyTerryOptions, type BradleyTerryResult, type Meetings } from './bradleyTerry';
export {
  chanceOfBest,
  likelyHeights,
  type LikelyHeights,
  type ChanceOfBest,
  type ChanceOfBestOptions,
  type Heights,
} from './chanceOfBest';
export { connections, type Connections } from './connections';
export { asRanking, plackettLuce, type PlackettLuceResult, type Ranking } from './plackettLuce';
export { chanceOfBeating, type Beats } from './scale';
