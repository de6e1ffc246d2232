export { friedman, type FriedmanOptions, type FriedmanResult } from './friedman';
export { friedmanExactP } from './friedmanExact';
export { holm } from './holm';
export { letters } from './letters';
export { meanInterval, type MeanWithInterval } from './meanInterval';
export type { NoTest, Probability } from './probability';
export { midRanks, rankSums } from './ranks';
export { rankSumPairs, type RankSumPair } from './rankSumPairs';
