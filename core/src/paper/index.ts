export { differing, sameValue, type Difference } from './differing';
export { entered, freshEntry, typeInto, type Entry } from './entry';
export { paperFields, type PaperField } from './fields';
export { aboutText, valueText } from './say';
export { BLANK, keysText, textOf, typedInto, type PaperValue, type Typed } from './typed';
