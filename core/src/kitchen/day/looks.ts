/**
 * What is looked for before a piece goes to the plate, and what helps where its looks give it away.
 *
 * Use it beside the decision of a person; it is not a list of all that can be wrong.
 *
 * Common practice, no source.
 *
 * @example
 * LOOKS.includes('burnt') // true
 */
import type { Product } from '../../tasting';

export const LOOKS = ['raw', 'burnt', 'misshapen', 'contaminated', 'gives itself away'] as const;

const FOR_ALL = [
  'Cut portions from the inside, without edge and crust, alike for every method.',
  'Serve in dim or coloured light, in covered cups that are opened to the mouth.',
];
const BY_PRODUCT: Partial<Record<Product, string>> = {
  fish: 'Flake it alike, without skin.',
  'red-meat': 'Trim off the seared face, and slice across the grain alike.',
  poultry: 'Take off the skin, and pull or dice it alike.',
  sausage: 'Take off the casing, and cut coins alike.',
  vegetable: 'Peel and dice alike.',
  'potato-rice': 'Serve the inside only, or mash alike.',
  'soup-sauce': 'Strain alike, and serve in dark cups.',
};

/** How looks are hidden, so that the mouth decides. What looks alike for none is asked of people with closed eyes. */
export const maskingAdvice = (product: Product): string[] => [
  ...(BY_PRODUCT[product] ? [BY_PRODUCT[product]] : []),
  ...FOR_ALL,
];
