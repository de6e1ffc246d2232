export * from '../questions';
export * from '../tasting';
export { digestOf } from './digest';
export { fingerprint, type Fingerprinted } from './fingerprint';
export { methodsFromTable, type ReadMethods } from './methodTable';
export { parseBundle, parseDesign, storedDesign, type ParsedBundle } from './parse';
