export { bundleOf, type BroughtAs } from './bundle';
export { decoded, NoTable, tableOfCells, tableOfText, type BroughtTable, type Decoded } from './cells';
export { guessedBrought, type AnswerKind, type BroughtMapping, type LongMapping, type WideMapping } from './mapping';
export { readBrought, type Brought, type BroughtQuestion, type BroughtServing } from './read';
