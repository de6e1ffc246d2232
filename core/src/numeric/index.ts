export { keyStream, randomStream, type RandomStream } from './random';
export * from './distributions';
export { integrate } from './quadrature';
export { gradient, minimise, rootBetween, secondDerivatives, type Minimum } from './optimise';
export { noncentralFUpperTail } from './noncentral';
export { SparseCholesky, type SparsePattern } from './sparseCholesky';
export { overChiScale, studentizedRangeUpperTail } from './studentizedRange';
