export { aroundOf, usualBody } from './around';
export { COMPOSITIONS, materialOf, propertiesOf, type Composition, type Part, type Properties } from './substance';
export { evaporation, latentHeat, saturationPressure, wetBulb } from './moisture';
export {
  coreOf,
  evenly,
  SHAPES,
  stepped,
  surfaceOf,
  type Around,
  type Body,
  type Shape,
  type Warmth,
} from './conduction';
export { AT_REST, cookedTo, minutesToCore, type Cooked, type Cooking, type CurveRow } from './cooking';
