export {
  chancesOfRanks,
  chancesOfScores,
  chancesOfStrengths,
  locationEstimates,
  winnerText,
  type BestChances,
} from './chances';
export {
  aboutBites,
  claimed,
  claimOf,
  methodSupport,
  methodTestText,
  similarityText,
  type Claim,
  type Given,
} from './claim';
export {
  decide,
  standing,
  type About,
  type DecisionRules,
  type RankingVerdictKind,
  type Standing,
  type Verdict,
  type VerdictKind,
} from './verdict';
export { howOften, ifAlike, traitOf, verdictSentence, withoutAssumption } from './wording';
