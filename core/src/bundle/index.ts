export * from './schema';
export { currentAnswers, likingProblems, rankingProblems, type Problem } from './ballotRules';
export { fingerprint, type Fingerprinted } from './fingerprint';
export { parseBundle, type ParsedBundle } from './parse';
export { ranksByCode, tidyCsv, tidyRows, type TidyRow } from './tidy';
