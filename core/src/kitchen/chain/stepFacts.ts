/**
 * All that is to be known of a kind of step where it is read, planned, cooked, checked, gated and measured. A new kind
 * is a line here, and the compiler asks for the rest of it, its safety included.
 *
 * Use it instead of asking for a kind by its name. It does not know equipment: what is hot depends on that too.
 *
 * Common practice in what verbs mean and what is left to itself, no source.
 *
 * @example
 * STEP_FACTS.rest.isInTheRoom // true
 * STEP_FACTS.thaw.checked // 'while-thawing'
 */
import type { EquipmentKind, Hands, StepKind } from '../../tasting';

/** How a line of this kind begins, and what it then usually takes. */
interface Verb {
  words: RegExp;
  equipment?: EquipmentKind;
  hands: Hands;
}

interface StepFacts {
  /** In this order: the first that a line begins with counts. */
  verbs: readonly Verb[];
  /** Whether it is cooking: the heat of a piece begins and ends with such steps, and its mass is lost in them. */
  isCooking: boolean;
  /** Where nothing is said of equipment: done in the room, or in whatever heat. */
  isInTheRoom: boolean;
  /** Whether it is done to a piece once it has passed the gate. */
  isAfterGate: boolean;
  /** What is looked at meanwhile: thawing, what is laid in, or what is left to itself if its name says so. */
  checked: 'while-thawing' | 'while-left' | 'if-left' | null;
  /** Said before cooking wherever a method has such a step, by the id of the caution. */
  caution: 'thaw' | null;
}

const IN_THE_ROOM = { isCooking: false, isInTheRoom: true, isAfterGate: false, checked: null, caution: null } as const;
const ANYWHERE = { ...IN_THE_ROOM, isInTheRoom: false } as const;

/** In the order in which lines are read. */
export const STEP_FACTS: Readonly<Record<StepKind, StepFacts>> = {
  thaw: {
    ...{ ...ANYWHERE, checked: 'while-thawing', caution: 'thaw' },
    verbs: [
      { words: /^(thaw|defrost)\b.*\bwater\b/, hands: 'start' },
      { words: /^(thaw|defrost)/, equipment: 'refrigerator', hands: 'none' },
    ],
  },
  brine: {
    ...{ ...ANYWHERE, checked: 'while-left' },
    verbs: [{ words: /^(brine|soak|marinate|cure|pickle|dry[- ]age)/, hands: 'start' }],
  },
  season: {
    ...{ ...IN_THE_ROOM, checked: 'if-left' },
    verbs: [{ words: /^(salt|season|oil|rub|dress|butter)\b/, hands: 'throughout' }],
  },
  weigh: { ...IN_THE_ROOM, verbs: [{ words: /^weigh/, equipment: 'scale', hands: 'throughout' }] },
  wrap: { ...ANYWHERE, verbs: [{ words: /^(wrap|bag|foil|cover|seal|pack)\b/, hands: 'throughout' }] },
  turn: { ...ANYWHERE, verbs: [{ words: /^(turn|flip)\b/, hands: 'throughout' }] },
  move: { ...ANYWHERE, verbs: [{ words: /^(move|transfer|swap|take (it )?(out|off))\b/, hands: 'throughout' }] },
  rest: { ...IN_THE_ROOM, verbs: [{ words: /^rest\b/, hands: 'none' }] },
  hold: {
    ...ANYWHERE,
    verbs: [
      { words: /^(hold|keep)\b/, hands: 'none' },
      { words: /^chill/, equipment: 'refrigerator', hands: 'start' },
      { words: /^freeze/, equipment: 'freezer', hands: 'start' },
    ],
  },
  slice: {
    ...{ ...IN_THE_ROOM, isAfterGate: true },
    verbs: [{ words: /^(slice|cut|carve|portion|pull)/, equipment: 'board', hands: 'throughout' }],
  },
  plate: { ...{ ...IN_THE_ROOM, isAfterGate: true }, verbs: [{ words: /^(plate|serve)\b/, hands: 'throughout' }] },
  heat: {
    ...{ ...ANYWHERE, isCooking: true },
    verbs: [
      { words: /^(salt-)?(roast|bake)/, equipment: 'oven', hands: 'start' },
      { words: /^(deep[- ]?fry|fry in batches)/, equipment: 'fryer', hands: 'throughout' },
      { words: /^grill/, equipment: 'grill', hands: 'throughout' },
      { words: /^(cold[- ]|hot[- ])?smoke/, equipment: 'smoker', hands: 'start' },
      { words: /^microwave/, equipment: 'microwave', hands: 'start' },
      { words: /^(sear|fry|saut|brown|glaze|reduce|stir)/, equipment: 'hob', hands: 'throughout' },
      {
        words: /^(boil|steam|poach|simmer|braise|cook|heat|warm|toast|pressure)/,
        equipment: 'hob',
        hands: 'start',
      },
    ],
  },
  prepare: {
    ...{ ...IN_THE_ROOM, checked: 'if-left' },
    verbs: [
      {
        words: /^(dry|drain|rinse|peel|trim|chop|wash|prepare|mix|soften|score|skin|bone)/,
        hands: 'throughout',
      },
    ],
  },
  // Something that takes a cook, as far as anyone knows.
  other: { ...{ ...ANYWHERE, checked: 'if-left' }, verbs: [{ words: /^/, hands: 'throughout' }] },
};

const VERBS = (Object.keys(STEP_FACTS) as StepKind[]).flatMap((kind) =>
  STEP_FACTS[kind].verbs.map((verb) => ({ kind, ...verb })),
);

/** The kind that a line begins with, and what it then usually takes. */
export const verbOf = (line: string): Verb & { kind: StepKind } =>
  VERBS.find(({ words }) => words.test(line.toLowerCase())) ?? { kind: 'other', ...STEP_FACTS.other.verbs[0] };

export const isCooking = ({ kind }: { kind: StepKind }): boolean => STEP_FACTS[kind].isCooking;
