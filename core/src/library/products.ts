import type { Constant, Product, Quantities, Service, Tasting } from '../bundle';

/** What is usual for a kind of product. All figures are common practice, no source: starting points to change. */
export interface ProductGuide {
  product: Product;
  name: string;
  /** Samples that a mouth manages at one sitting. */
  mostSamples: number;
  rinseSeconds: number;
  secondsPerSample: number;
  rinse: string;
  quantities: Quantities;
  /** Proposed for the checklist of what is held constant, beside what is always on it. */
  constants: readonly Omit<Constant, 'id'>[];
}

const constant = (name: string, target: string, tolerance: string, check: string): Omit<Constant, 'id'> => ({
  name,
  target,
  tolerance,
  check,
});

/** On every checklist, whatever is cooked. */
export const ALWAYS_CONSTANT: readonly Omit<Constant, 'id'>[] = [
  constant('Source', 'one supplier', 'same delivery', 'delivery note'),
  constant('Lot', 'one lot, or every method from every lot', 'none', 'label'),
  constant('Mass of a piece', '', '± 5 %', 'scale'),
  constant('Seasoning', '10 g salt per kg', '± 0.5 g/kg', 'scale, by mass of each piece'),
  constant('End point', '', '', ''),
  constant('Time from heat to plate', '', '± 2 min', 'clock'),
  constant('Temperature when served', '', '± 3 °C', 'probe in a spare portion'),
  constant('Form of the portion', '', 'same size and cut', 'template'),
];

const core = (target: string): Omit<Constant, 'id'> =>
  constant('End point', target, '± 1 °C', 'probe in the thickest part');
const served = (target: string): Omit<Constant, 'id'> =>
  constant('Temperature when served', target, '± 3 °C', 'probe in a spare portion');
const quantities = (portionGrams: number, pieceGrams: number, cookLoss: number, usable = 0.9): Quantities => ({
  portionGrams,
  pieceGrams,
  usable,
  cookLoss,
  spare: 0.1,
  costPerKilogram: 0,
});

const guide = (
  product: Product,
  name: string,
  [mostSamples, rinseSeconds, secondsPerSample]: [number, number, number],
  rinse: string,
  amounts: Quantities,
  constants: readonly Omit<Constant, 'id'>[],
): ProductGuide => ({
  product,
  name,
  mostSamples,
  rinseSeconds,
  secondsPerSample,
  rinse,
  quantities: amounts,
  constants,
});

export const PRODUCT_GUIDES: readonly ProductGuide[] = [
  guide('fish', 'Fish and seafood', [6, 45, 120], 'warm water, plain bread', quantities(20, 400, 0.15), [
    constant('Cut', 'loin, skin on', 'same part of the fish', 'sight'),
    constant('Thickness', '25 mm', '± 3 mm', 'ruler'),
    core('52 °C inside'),
    served('50 °C'),
  ]),
  guide('red-meat', 'Red meat', [6, 60, 120], 'warm water, plain bread', quantities(20, 600, 0.25, 0.85), [
    constant('Cut', 'one muscle', 'same place along it', 'sight'),
    constant('Thickness', '35 mm', '± 3 mm', 'ruler'),
    core('56 °C inside'),
    constant('Rest', '8 min', '± 1 min', 'clock'),
    served('50 °C'),
  ]),
  guide('poultry', 'Poultry', [6, 45, 120], 'warm water, plain bread', quantities(20, 350, 0.2), [
    constant('Cut', 'breast without skin', 'left and right halves shared out', 'sight'),
    core('74 °C inside'),
    constant('Rest', '5 min', '± 1 min', 'clock'),
    served('60 °C'),
  ]),
  guide('sausage', 'Sausage and cured meat', [5, 60, 120], 'warm water, apple', quantities(15, 120, 0.1), [
    constant('Diameter', '', '± 1 mm', 'calliper'),
    core('71 °C inside'),
    served('55 °C'),
  ]),
  guide('vegetable', 'Vegetables and pulses', [8, 30, 90], 'water', quantities(25, 250, 0.1), [
    constant('Size', '', '± 5 mm', 'ruler'),
    constant('End point', 'a skewer goes in with light pressure', 'same person tries', 'skewer'),
    served('60 °C'),
  ]),
  guide('potato-rice', 'Potatoes, rice and grains', [8, 30, 90], 'water', quantities(25, 400, 0, 0.95), [
    constant('Water', '1.5 g per g dry', '± 0.05', 'scale'),
    constant('End point', 'no hard core', 'same person tries', 'bite'),
    served('60 °C'),
  ]),
  guide('bread-pastry', 'Bread and pastry', [8, 30, 90], 'water', quantities(20, 500, 0.12, 0.8), [
    constant('Mass of dough', '', '± 2 %', 'scale'),
    constant('End point', '96 °C inside', '± 1 °C', 'probe'),
    constant('Time from oven to plate', '2 h', '± 10 min', 'clock'),
    served('room temperature'),
  ]),
  guide('soup-sauce', 'Soups and sauces', [6, 45, 90], 'water, plain bread', quantities(30, 1000, 0.1, 0.95), [
    constant('Salt', '7 g per kg', '± 0.2 g/kg', 'scale'),
    constant('End point', 'reduced to the same mass', '± 2 %', 'scale'),
    served('60 °C'),
  ]),
  guide('sweet', 'Desserts and sweets', [5, 60, 90], 'warm water, plain cracker', quantities(20, 500, 0.05), [
    constant('Sugar', '', '± 1 %', 'scale'),
    served('as it is eaten'),
  ]),
  guide('other', 'Something else', [6, 45, 120], 'water', quantities(30, 500, 0.2), []),
];

export const guideFor = (product: Product): ProductGuide =>
  PRODUCT_GUIDES.find((one) => one.product === product) as ProductGuide;

/** The checklist for a kind of product: what is always on it, with what this product knows better in its place. */
export function proposedConstants(product: Product): Omit<Constant, 'id'>[] {
  const { constants } = guideFor(product);
  const better = new Map(constants.map((one) => [one.name, one]));
  const always = ALWAYS_CONSTANT.map((one) => better.get(one.name) ?? one);
  return [...always, ...constants.filter((one) => !ALWAYS_CONSTANT.some((other) => other.name === one.name))];
}

/**
 * A tasting's serving and quantities once it is about another kind of product: what still
 * stands as the old kind had it becomes what the new one has, and what was changed by hand
 * stays.
 */
export function withProduct(
  { service, quantities, product }: Pick<Tasting, 'service' | 'quantities' | 'product'>,
  next: Product,
): Pick<Tasting, 'service' | 'quantities'> {
  const [old, better] = [guideFor(product), guideFor(next)];
  const usual = ({ mostSamples, rinseSeconds, secondsPerSample }: ProductGuide): Partial<Service> => ({
    together: mostSamples,
    rinseSeconds,
    secondsPerSample,
  });
  return {
    service: { ...service, ...unchanged(service, usual(old), usual(better)) },
    quantities: { ...quantities, ...unchanged(quantities, old.quantities, better.quantities) },
  };
}

/** Of the new values those whose old ones still stand. */
function unchanged<T extends object>(now: T, old: Partial<T>, next: Partial<T>): Partial<T> {
  const keys = Object.keys(next) as (keyof T)[];
  return Object.fromEntries(keys.filter((key) => now[key] === old[key]).map((key) => [key, next[key]])) as Partial<T>;
}
