export { en, type Catalogue } from './en';
export { orOwn, sayIn, type WordKey, type Words } from './say';
