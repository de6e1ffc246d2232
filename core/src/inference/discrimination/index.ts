export { aNotA, type ANotAResult } from './aNotA';
export { betaBinomial, type BetaBinomialResult, type ReplicatedAnswers } from './betaBinomial';
export { callsUpper, fisherUpper, type Calls } from './calls';
export { callsDifferent, chosenPlaces } from './decide';
export { differenceFromControl, type DifferenceFromControl } from './differenceFromControl';
export { criticalCorrect, forcedChoice, type ForcedChoiceData, type ForcedChoiceResult } from './forcedChoice';
export {
  chanceOfAtLeast,
  discriminatorsAt,
  forcedChoicePanel,
  forcedChoicePower,
  LARGEST_SEARCHED_PANEL,
  type ForcedChoicePlan,
  type ForcedChoicePower,
  type Tellers,
} from './forcedChoicePower';
export { matches, type Matches } from './matches';
export { pairedPreference, type PairedPreferenceResult, type Preferences } from './pairedPreference';
export { chanceCorrect, dPrimeAt, GUESS, PROTOCOLS, type Protocol } from './psychometric';
export { sameDifferent, type SameDifferentData, type SameDifferentResult } from './sameDifferent';
export {
  criticalSimilar,
  similarity,
  type Asked,
  type SimilarityData,
  type SimilarityRules,
  type SimilarityTest,
} from './similarity';
export { sequential, waldBoundaries, type SequentialResult, type SequentialRule } from './sequential';
