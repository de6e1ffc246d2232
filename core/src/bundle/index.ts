export * from './tastingSchema';
export * from './schema';
export {
  answerProblems,
  currentAnswers,
  missingAnswers,
  rankingProblems,
  type AnswerValue,
  type AskedBallot,
  type Problem,
} from './ballotRules';
export { defaultTasting } from './defaults';
export { fingerprint, type Fingerprinted } from './fingerprint';
export * from '../questions';
export { parseBundle, type ParsedBundle } from './parse';
export { ordersCsv, ranksByCode, tidyCsv, tidyRows, type TidyRow } from './tidy';
export { itemsOfVersion1, portionsFromVersion1, servingsFromVersion1 } from './upgrade';
export { methodsFromTable, type ReadMethods } from './methodTable';
