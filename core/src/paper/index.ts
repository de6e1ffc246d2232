export { differing, sameValue, type Difference } from './differing';
export { crossedAndAnswered, entered, freshEntry, nextField, typeInto, type Entry } from './entry';
export { paperFields, type PaperField } from './fields';
export { aboutText, valueText } from './say';
export { BLANK, CROSSED, keysText, textOf, typedInto, type PaperValue, type Typed } from './typed';
