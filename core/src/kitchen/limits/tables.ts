/**
 * Published limits of time and temperature, as data: what has to be recorded at the coldest
 * point for a limit to be recorded as met. Not one of them makes food safe: raw material, handling
 * and whoever eats it decide too, and local codes and licensed practice come first.
 *
 * Use them beside what was recorded, with their source; not as a promise, and not for food or
 * ways of cooking that a table was not made for.
 *
 * Source: USDA FSIS, safe minimum internal temperature chart, and Appendix A (compliance guidelines for
 * lethality, 6.5-log reduction of Salmonella in beef roasts); UK Food Standards Agency, combinations of time and
 * temperature that are equal to 70 °C for two minutes; FDA Food Code and the Food Safety and Hygiene (England)
 * Regulations 2013 for holding. All rows are written from memory.
 *
 * @example
 * celsiusOf(145).toFixed(1) // '62.8'
 */

/** At this temperature, so many minutes. */
export interface LimitRow {
  celsius: number;
  minutes: number;
}

export interface PublishedLimit {
  id: string;
  name: string;
  source: string;
  /**
   * A sum of what a curve does over time, in decimal reductions, with times for the whole of them
   * by temperature; or a temperature that is reached and kept for so many minutes.
   */
  rule:
    | { kind: 'sum'; reductions: number; rows: readonly LimitRow[]; atOnce: number }
    | ({ kind: 'reached' } & LimitRow);
}

export const celsiusOf = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;

const CHART = 'USDA FSIS, safe minimum internal temperature chart (from memory)';

/** Degrees Fahrenheit and minutes. */
const APPENDIX_A: readonly (readonly [number, number])[] = [
  [130, 112],
  [131, 89],
  [132, 71],
  [133, 56],
  [134, 45],
  [135, 36],
  [136, 28],
  [137, 23],
  [138, 18],
  [139, 15],
  [140, 12],
  [141, 9],
  [142, 8],
  [143, 6],
  [144, 5],
  [145, 4],
  [150, 67 / 60],
  [155, 22 / 60],
];

const reached = (id: string, name: string, fahrenheit: number, minutes = 0): PublishedLimit => ({
  ...{ id, name, source: CHART },
  rule: { kind: 'reached', celsius: celsiusOf(fahrenheit), minutes },
});

export const PUBLISHED_LIMITS: readonly PublishedLimit[] = [
  {
    id: 'appendix-a-beef',
    name: 'Beef roasts, lower temperature for longer',
    source: 'USDA FSIS, Appendix A, 6.5-log reduction (from memory)',
    rule: {
      kind: 'sum',
      reductions: 6.5,
      rows: APPENDIX_A.map(([fahrenheit, minutes]) => ({ celsius: celsiusOf(fahrenheit), minutes })),
      atOnce: celsiusOf(158),
    },
  },
  reached('whole-cuts', 'Whole cuts of beef, pork, lamb and veal', 145, 3),
  reached('ground-meat', 'Ground meat', 160),
  reached('poultry', 'Poultry', 165),
  reached('fish', 'Fish', 145),
  reached('eggs', 'Egg dishes', 160),
  reached('leftovers', 'Leftovers', 165),
];

/** Degrees Celsius and minutes. */
const UK_EQUIVALENTS: readonly (readonly [number, number])[] = [
  [60, 45],
  [65, 10],
  [70, 2],
  [75, 0.5],
  [80, 0.1],
];

/** Whose limits are shown: a choice of the house, since local codes differ. */
export const LOCALES = ['us', 'uk'] as const;
export type Locale = (typeof LOCALES)[number];

interface LocaleLimits {
  name: string;
  limits: readonly PublishedLimit[];
  /** °C at or above which hot food is held, and at or below which cold food is. */
  hot: number;
  cold: number;
  source: string;
}

const COOKED_THROUGH: PublishedLimit = {
  id: 'uk-cooked-through',
  name: 'Cooked through: 70 °C for two minutes, or as much',
  source: 'UK Food Standards Agency (from memory)',
  rule: {
    kind: 'sum',
    reductions: 6,
    rows: UK_EQUIVALENTS.map(([celsius, minutes]) => ({ celsius, minutes })),
    atOnce: 85,
  },
};

export const LIMITS_OF: Readonly<Record<Locale, LocaleLimits>> = {
  us: {
    ...{ name: 'United States', limits: PUBLISHED_LIMITS, hot: celsiusOf(135), cold: celsiusOf(41) },
    source: 'USDA FSIS chart and FDA Food Code',
  },
  uk: {
    ...{ name: 'United Kingdom', limits: [COOKED_THROUGH], hot: 63, cold: 8 },
    source: 'Food Standards Agency; Food Safety and Hygiene (England) Regulations 2013',
  },
};

export const limitOf = (id: string): PublishedLimit | undefined =>
  [...PUBLISHED_LIMITS, COOKED_THROUGH].find((one) => one.id === id);
