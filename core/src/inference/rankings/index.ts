export { durbin, type DurbinResult } from './durbin';
export { friedman, type FriedmanOptions, type FriedmanResult } from './friedman';
export { friedmanExactP } from './friedmanExact';
export { page, type PageResult } from './page';
export { midRanks, rankSums, tieSizes } from './ranks';
export { rankSumLimits, rankSumsAgainst, type AgainstReference, type RankSumLimits } from './rankSumLimits';
export { rankSumPairs, type RankSumPair } from './rankSumPairs';
export { enumeratedP, relabeledP, relabelingProbability, type Block, type Relabeling } from './relabel';
export { linkedGroups, skillingsMack, type SkillingsMackResult } from './skillingsMack';
