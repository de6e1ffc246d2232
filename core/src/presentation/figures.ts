import { saysHow, type Probability } from '../inference';
import type { Block, Column } from './sheet';

/** Cells and lines as the report prints them. */
export const number = (name: string): Column => ({ name });
export const text = (said: string): Block => ({ kind: 'text', text: said, look: 'quiet' });

/** The same for the command line: a p short, without losing small ones, and a number with a dash for none. */
export const pShort = (p: number): string => (p < 0.0001 ? p.toExponential(2) : p.toFixed(4));
export const dash = (value: number | null | undefined, digits = 4): string =>
  value === null || value === undefined ? '-' : value.toFixed(digits);

/** A p-value with how it was come by. */
export const probabilityText = (probability: Probability): string =>
  `p = ${pShort(probability.p)} (${saysHow(probability)})`;
