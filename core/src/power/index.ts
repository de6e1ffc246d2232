export { clusterPower, type ClusterPowerPlan } from './clusterPower';
export { methodPower, type MethodPlan } from './methodPower';
export { rankingPower, type RankingPlan, type RankingPower } from './rankingPower';
export { incompleteRankingPower, type IncompleteRankingPlan } from './incompletePower';
export { marginPower, scorePower, USUAL_HEIGHT, type ScorePlan } from './scorePower';
export { comparedProtocols, distanceOf, type ComparedProtocol } from './protocols';
export { screening, type Screening, type ScreeningPlan } from './screening';
export { preferencePower, signalPower, type TellingPlan } from './tellingPower';
