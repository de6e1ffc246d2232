export * from '../questions';
export * from '../tasting';
export { asLocked, walkInDigest, walkInsOf } from './amended';
export { digestOf } from './digest';
export { fingerprint, type Fingerprinted } from './fingerprint';
export { methodsFromTable, type ReadMethods } from './methodTable';
export { parseBundle, parseDesign, storedDesign, type ParsedBundle } from './parse';
export { verifyFingerprint, type Verification } from './verification';
