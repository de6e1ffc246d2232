import type { Block, Column } from './sheet';

/** Figures and lines as the report prints them. */
export const decimal = (value: number | null | undefined, digits: number): string =>
  value === null || value === undefined || !Number.isFinite(value) ? '–' : value.toFixed(digits);
export const pText = (p: number | null | undefined): string =>
  p === null || p === undefined ? '–' : p < 0.0001 ? 'below 0.0001' : p.toFixed(4);
export const number = (name: string): Column => ({ name });
export const text = (said: string): Block => ({ kind: 'text', text: said, look: 'quiet' });
