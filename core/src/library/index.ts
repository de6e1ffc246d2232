export { ALLERGEN_NAMES, likelyAllergens, meantAllergens } from './allergens';
export {
  conflicting,
  contentsInWords,
  contentsOf,
  unnamedAllergens,
  ingredientsOf,
  madeOf,
  type Contents,
  type Exclusion,
} from './contents';
export { METHOD_SETS, type MethodSet } from './methods';
export {
  ALWAYS_CONSTANT,
  guideFor,
  PRODUCT_GUIDES,
  proposedConstants,
  withProduct,
  type ProductGuide,
} from './products';
export { adaptedBallot, neutralQuestion, QUESTION_KINDS, usualBallot, type QuestionKind } from './questions';
export { ATTRIBUTE_WORDS, WORD_GROUPS, type AttributeWord, type WordGroup } from './words';
