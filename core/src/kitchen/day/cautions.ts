/**
 * What to mind while a tasting is cooked and served, by what its chains do: each caution with the methods that it is
 * about, and whose rule it is.
 *
 * Use it beside a kitchen's list, and at the table; it is not a risk assessment, and it says nothing of what is not
 * in a chain. Local codes and licensed practice come first.
 *
 * Source: USDA FSIS on thawing; FDA Food Code 3-603.11 (advisory), 3-501.14 (cooling), 3-501.13 (thawing); 9 CFR
 * 424.21 (nitrite), all from memory. What is marked as common practice has no source.
 *
 * @example
 * cautionsFor('vegetable', [{ method: 'Fries', chain: readSteps('Fry in hot oil 5 min', String) }])[0].methods // ['Fries']
 */
import type { ChainStep, Product } from '../../tasting';
import { STEP_FACTS } from '../chain';
import type { Locale } from '../limits';
import { limitFor } from './gate';

export interface Caution {
  id: string;
  text: string;
  /** Whose rule it is; null for common practice. */
  source: string | null;
  methods: string[];
}

interface Cooked {
  method: string;
  chain: readonly ChainStep[];
}

type Rule = Omit<Caution, 'methods'> & { applies: (step: ChainStep) => boolean };

const said = ({ name, setting }: ChainStep): string => `${name} ${setting}`;
const OPEN_FIRE = /charcoal|flame|gas|torch|ember|wood|smok/i;

const RULES: readonly Rule[] = [
  {
    id: 'thaw',
    text: 'Thaw in the refrigerator, in water of 21 °C or below that is changed or runs, or as part of cooking. What thawed warm is cooked at once, or withdrawn.',
    source: 'USDA FSIS; FDA Food Code 3-501.13 (from memory)',
    applies: ({ kind }) => STEP_FACTS[kind].caution === 'thaw',
  },
  {
    id: 'cure',
    text: 'Weigh curing salt for each piece, never by the spoon: at most 156 parts of nitrite in a million.',
    source: '9 CFR 424.21 (from memory)',
    applies: ({ doses }) => doses.some(({ active }) => active !== undefined),
  },
  {
    id: 'oil',
    text: 'Never put wet food into hot oil: dry it first. Keep a lid at hand, and no water.',
    source: null,
    applies: (step) => step.equipment === 'fryer' || /deep.?fr|hot oil/i.test(said(step)),
  },
  {
    id: 'smoke',
    text: 'Smoke, flame, gas and charcoal only outdoors or under a hood.',
    source: null,
    applies: (step) => step.equipment === 'smoker' || step.equipment === 'grill' || OPEN_FIRE.test(said(step)),
  },
  {
    id: 'bag',
    text: 'Bags and wraps only of what is made for food, at that heat.',
    source: null,
    applies: (step) => step.equipment === 'bath' || /\bbag|wrap|film|plastic/i.test(said(step)),
  },
  {
    id: 'pressure',
    text: 'Let the pressure go down before the lid is opened, and mind the steam.',
    source: null,
    applies: (step) => /pressure/i.test(said(step)),
  },
  {
    id: 'cool',
    text: 'What is cooled comes from 57 to 21 °C within two hours, and to 5 °C within four more.',
    source: 'FDA Food Code 3-501.14 (from memory)',
    applies: (step) => /\b(cool|chill)/i.test(step.name) && STEP_FACTS[step.kind].caution !== 'thaw',
  },
];

/** @param locale whose limits decide what counts as undercooked */
export function cautionsFor(product: Product, methods: readonly Cooked[], locale: Locale = 'us'): Caution[] {
  const about = (applies: Rule['applies']) =>
    methods.filter(({ chain }) => chain.some(applies)).map(({ method }) => method);
  return [
    ...RULES.map(({ applies, ...caution }) => ({ ...caution, methods: about(applies) })),
    rawCaution(product, methods, locale),
  ].filter(({ methods: touched }) => touched.length > 0);
}

/** The end point of a method lies below what is usual for its kind of food. */
function rawCaution(product: Product, methods: readonly Cooked[], locale: Locale): Caution {
  const least = leastAtCore(product, locale);
  const isLow = (celsius: number | undefined): boolean => celsius !== undefined && celsius < least - ROUNDED;
  return {
    id: 'raw',
    text: 'Ends below the usual minimum at the core. Tell everyone before they taste that it is raw or undercooked; it is not for small children, pregnant women, old people, or anyone who is easily ill. Time at a lower temperature can do as much: the gate says what was recorded.',
    source: 'FDA Food Code 3-603.11 (from memory)',
    methods: methods
      .filter(({ chain }) => isLow(chain.flatMap(({ until }) => until?.celsius ?? []).at(-1)))
      .map(({ method }) => method),
  };
}

/** °C that are usual at the core; nothing is low where there is no usual minimum. */
function leastAtCore(product: Product, locale: Locale): number {
  const rule = limitFor(product, locale)?.rule;
  if (!rule) return -Infinity;
  return rule.kind === 'reached' ? rule.celsius : Math.min(...rule.rows.map(({ celsius }) => celsius), rule.atOnce);
}

/** Published limits are in whole degrees Fahrenheit. */
const ROUNDED = 0.3;
