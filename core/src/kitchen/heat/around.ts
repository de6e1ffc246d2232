/**
 * What is around a piece in a step of its chain, and what shape it has, where nobody measured either.
 *
 * Use it to look ahead from a curve that was measured, which corrects most of what is wrong here, not in place of
 * a measurement: coefficients of one kind of oven differ by a factor of two.
 *
 * Common practice, no source.
 *
 * @example
 * aroundOf(undefined).celsius // 22
 */
import type { ChainStep, Product } from '../../tasting';
import { isCooking } from '../chain';
import type { Around, Body } from './conduction';
import { AT_REST } from './cooking';
import { COMPOSITIONS, materialOf, type Composition } from './substance';

const BOILING = 100;
/** W/(m² K), and °C where the step does not say. */
const USUAL: Partial<Record<NonNullable<ChainStep['equipment']>, Around>> = {
  oven: { celsius: 180, coefficient: 28 },
  hob: { celsius: 175, coefficient: 180 },
  bath: { celsius: 56, coefficient: 250 },
  grill: { celsius: 230, coefficient: 60 },
  smoker: { celsius: 110, coefficient: 20 },
  fryer: { celsius: 175, coefficient: 400 },
  cabinet: { celsius: 60, coefficient: 12 },
  refrigerator: { celsius: 4, coefficient: 10 },
  freezer: { celsius: -18, coefficient: 10 },
};
/** What is said in words of a step at the hob. */
const WET: readonly (readonly [RegExp, number])[] = [
  [/pressure/i, 118],
  [/steam|boil/i, 100],
  [/simmer/i, 95],
  [/poach/i, 78],
];

/** What keeps a surface from drying. */
const COVERED = /foil|salt|wrap|cover|lid|paper/i;

/** What is around a piece in a step of its chain. */
export function aroundOf(step: ChainStep | undefined, chain: readonly ChainStep[] = []): Around {
  if (!step || step.equipment === undefined) return AT_REST;
  const wet = WET.find(([word]) => word.test(`${step.name} ${step.setting}`));
  if (wet) return { celsius: step.celsius ?? wet[1], coefficient: 700 };
  const usual = USUAL[step.equipment];
  if (!usual) return AT_REST;
  const around = { ...usual, celsius: step.celsius ?? usual.celsius };
  const upToIt = chain.slice(0, chain.findIndex(({ id }) => id === step.id) + 1);
  const isOpen = isCooking(step) && (step.equipment === 'oven' || step.equipment === 'smoker');
  const isCovered = [...upToIt, step].some(({ name, setting }) => COVERED.test(`${name} ${setting}`));
  if (!isOpen) return around;
  // Under a cover it is its own steam that cooks it.
  if (isCovered) return { celsius: BOILING + 0.08 * Math.max(0, around.celsius - BOILING), coefficient: 45 };
  return { ...around, moist: { dewPoint: 15, dries: true } };
}

const ROUND: readonly Product[] = ['vegetable', 'potato-rice', 'sweet', 'other'];

/** Shape and material of a kind of food. */
export function usualBody(product: Product): Omit<Body, 'thickness'> {
  const kinds: Partial<Record<Product, Composition>> = COMPOSITIONS;
  return {
    shape: ROUND.includes(product) ? 'sphere' : 'slab',
    at: materialOf(kinds[product] ?? COMPOSITIONS.vegetable),
  };
}
