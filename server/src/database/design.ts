import { parseDesign, storedDesign, type Tasting } from '@jacana/core/bundle';
import type { ValueTransformer } from 'typeorm';

/** What is to be decided and how it is asked and served; never searched by, so kept as it is. */
export type Design = Pick<
  Tasting,
  | 'decision'
  | 'test'
  | 'product'
  | 'constants'
  | 'bundled'
  | 'ingredients'
  | 'lots'
  | 'halves'
  | 'zones'
  | 'takenAlike'
  | 'brought'
  | 'follows'
  | 'ballot'
  | 'service'
  | 'quantities'
  | 'assumed'
>;

/**
 * Designs by the text that is stored. A list of hundreds of tastings brings each of them up, which took a sixth of its
 * time; nobody changes one that was read.
 */
const designs = new Map<string, Design>();
const MOST_DESIGNS = 1000;

function designIn(text: string): Design {
  const design = designs.get(text) ?? parseDesign<Design>(JSON.parse(text) as object);
  // Taken out and put back, so that the one not used for longest comes first.
  designs.delete(text);
  designs.set(text, design);
  if (designs.size > MOST_DESIGNS) designs.delete(designs.keys().next().value as string);
  return design;
}

export const asDesign: ValueTransformer = {
  from: designIn,
  to: (design: Design): string => JSON.stringify(storedDesign(design)),
};
