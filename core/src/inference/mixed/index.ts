export { influence, residualChecks, type Influence, type ResidualChecks } from './checks';
export { compare, estimatedMeans, type Adjustment, type Comparison, type EstimatedMean } from './comparisons';
export { fixedDesign, meanWeights, type Factors, type FixedDesign, type Term } from './design';
export { withinMargin, type MarginTest } from './equivalence';
export {
  fitMixed,
  fitter,
  type Fitter,
  type LeftOutTerm,
  type MixedData,
  type MixedFit,
  type MixedModel,
  type Variance,
} from './fit';
export { RemlDesign, RemlProblem, type RemlValue } from './reml';
export { contrastTest, termTest, type ContrastTest, type TermTest } from './satterthwaite';
