export { simulatePanelist, type SimulatedAnswers, type SimulatedTruth } from './panel';
export { rankingPower, type RankingPlan, type RankingPower } from './rankingPower';
