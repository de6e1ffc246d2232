export { attributeTable, type AttributeRow } from './attributeTable';
export { bestWorst, type BestWorstChoice, type BestWorstResult } from './bestWorst';
export { cochranQ, mcNemarPairs, type CochranQResult, type McNemarPair } from './cochranQ';
export { correspondence, type CorrespondenceResult } from './correspondence';
export { drivers, type DriversResult, type ScoredServing } from './drivers';
export { justAboutRight, type JustAboutRightAnswer, type JustAboutRightResult, type MeanDrop } from './justAboutRight';
export { preferenceMap, type PreferenceArrow, type PreferenceMapResult } from './preferenceMap';
export { principalComponents, type Ellipse, type PrincipalComponentsResult, type Profile } from './principalComponents';
export { leastSquares, type LeastSquaresResult, type Slope } from './regression';
