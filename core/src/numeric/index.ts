export { randomStream, type RandomStream } from './random';
export { chiSquaredUpperTail, normalTwoSided, studentT } from './distributions';
