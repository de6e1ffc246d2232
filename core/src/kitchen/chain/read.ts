/**
 * Steps as people type them, understood as far as they say: "Roast 110 °C until 50 °C inside, 25-40 min".
 *
 * Use it to begin a step with, not as the last word: what was understood is shown and can be
 * corrected. What a line does not say stays open; nothing is made up but the equipment and
 * the hands that a verb usually takes.
 *
 * Common practice in what verbs mean, no source.
 *
 * @example
 * readStep('Roast 110 °C until 50 °C inside, 25-40 min', 'a').minutes.usual // 32.5
 * readStep('Sear, turning every minute', 'a').every.seconds // 60
 */
import { LIMITS, type ChainStep, type EquipmentKind, type Hands, type Limits, type StepKind } from '../../tasting';
import { celsiusOf } from '../limits';

interface Verb {
  words: RegExp;
  kind: StepKind;
  equipment?: EquipmentKind;
  hands: Hands;
}

/** In this order: the first that a line begins with counts. */
const VERBS: readonly Verb[] = [
  { words: /^(thaw|defrost)/, kind: 'thaw', equipment: 'refrigerator', hands: 'none' },
  { words: /^(brine|soak|marinate|cure|pickle|dry[- ]age)/, kind: 'brine', hands: 'start' },
  { words: /^(salt|season|oil|rub|dress|butter)\b/, kind: 'season', hands: 'throughout' },
  { words: /^weigh/, kind: 'weigh', equipment: 'scale', hands: 'throughout' },
  { words: /^(wrap|bag|foil|cover|seal|pack)\b/, kind: 'wrap', hands: 'throughout' },
  { words: /^(turn|flip)\b/, kind: 'turn', hands: 'throughout' },
  { words: /^(move|transfer|swap|take (it )?(out|off))\b/, kind: 'move', hands: 'throughout' },
  { words: /^rest\b/, kind: 'rest', hands: 'none' },
  { words: /^(hold|keep)\b/, kind: 'hold', hands: 'none' },
  { words: /^(slice|cut|carve|portion|pull)/, kind: 'slice', equipment: 'board', hands: 'throughout' },
  { words: /^(plate|serve)\b/, kind: 'plate', hands: 'throughout' },
  { words: /^(salt-)?(roast|bake)/, kind: 'heat', equipment: 'oven', hands: 'start' },
  { words: /^(deep[- ]?fry|fry in batches)/, kind: 'heat', equipment: 'fryer', hands: 'throughout' },
  { words: /^grill/, kind: 'heat', equipment: 'grill', hands: 'throughout' },
  { words: /^smoke/, kind: 'heat', equipment: 'smoker', hands: 'start' },
  { words: /^microwave/, kind: 'heat', equipment: 'microwave', hands: 'start' },
  { words: /^(sear|fry|saut|brown|glaze|reduce|stir)/, kind: 'heat', equipment: 'hob', hands: 'throughout' },
  {
    words: /^(boil|steam|poach|simmer|braise|cook|heat|warm|toast|pressure)/,
    kind: 'heat',
    equipment: 'hob',
    hands: 'start',
  },
  {
    words: /^(dry|drain|rinse|peel|trim|chop|wash|prepare|mix|soften|score|skin|bone)/,
    kind: 'prepare',
    hands: 'throughout',
  },
];

/** Something that takes a cook, as far as anyone knows. */
const UNKNOWN: Verb = { words: /^/, kind: 'other', hands: 'throughout' };

/** Equipment that a line names itself. */
const NAMED: readonly [RegExp, EquipmentKind][] = [
  [/\boven\b/, 'oven'],
  [/\b(water bath|bath|circulator)\b/, 'bath'],
  [/\bdeep[- ]?fr|\bfryer\b/, 'fryer'],
  [/\bgrill\b/, 'grill'],
  [/\bsmoker\b/, 'smoker'],
  [/\bmicrowave\b/, 'microwave'],
  [/\b(cabinet|warming drawer)\b/, 'cabinet'],
  [/\b(refrigerator|fridge|cold room|overnight)\b/, 'refrigerator'],
  [/\bfreezer\b/, 'freezer'],
  [/\b(pan|pot|hob|burner|stove|steamer|kettle|wok)\b/, 'hob'],
];

const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`;
const UNIT = String.raw`(s|sec|secs|seconds?|m|min|mins|minutes?|h|hr|hrs|hours?|d|days?)\b`;
const SPAN = new RegExp(String.raw`${NUMBER}\s*(?:${UNIT})?\s*(?:-|–|to|bis)\s*${NUMBER}\s*${UNIT}`, 'i');
const MIXED = new RegExp(String.raw`${NUMBER}\s*h(?:ours?)?\s*(?:and\s*)?${NUMBER}\s*m(?:in(?:utes)?)?\b`, 'i');
const SINGLE = new RegExp(String.raw`${NUMBER}\s*${UNIT}`, 'i');
const DEGREES = String.raw`${NUMBER}\s*°?\s*(C|F)\b`;
const UNTIL = new RegExp(
  String.raw`\b(?:until|till)\s+(?:it is\s+)?${DEGREES}\s*(inside|at the core|core|in the middle|in the thickest part)?`,
  'i',
);
const SET_TO = new RegExp(DEGREES, 'i');
const EVERY = new RegExp(
  String.raw`\b(turn|flip|stir|baste|shake)(?:ning|ping|ring|ing|e|ed)?\s+(?:it\s+)?(?:every|each)\s+(?:${NUMBER}\s*)?${UNIT}`,
  'i',
);
const ONCE = /\b(turn|flip|stir|bast|shak)(?:ed|ing|e)?\s+(once|twice|(\d+) times)/i;
const DOSE = new RegExp(String.raw`${NUMBER}\s*g\s*(?:\/|per\s*)\s*kg\s*(?:of\s+)?([a-z][a-z ]*)?`, 'i');
const DOSE_AFTER = new RegExp(String.raw`\b([a-z]+)\s+${NUMBER}\s*g\s*(?:\/|per\s*)\s*kg`, 'i');

const SETTING = /\b(?:very low|low|medium-low|medium-high|medium|high) heat\b/i;

const value = (text: string): number => Number(text.replace(',', '.'));

/** Minutes in one of a unit. */
function unitMinutes(unit: string): number {
  if (/^s/i.test(unit)) return 1 / 60;
  if (/^m/i.test(unit)) return 1;
  return /^h/i.test(unit) ? 60 : 1440;
}

/** One step for each line that is not empty. @param idOf makes ids */
export const readSteps = (text: string, idOf: (line: number) => string): ChainStep[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line, at) => readStep(line, idOf(at)));

/** @param line one step in words */
export function readStep(line: string, id: string): ChainStep {
  const text = line.trim().replace(/\s+/g, ' ');
  const verb = VERBS.find(({ words }) => words.test(text.toLowerCase())) ?? UNKNOWN;
  const ends = UNTIL.exec(text);
  const rest = ends ? text.replace(ends[0], ' ') : text;
  // What is turned once in a step of its own is that step.
  const every = verb.kind === 'turn' ? undefined : everyOf(rest);
  const timed = every ? rest.replace(EVERY, ' ').replace(ONCE, ' ') : rest;
  const dose = doseOf(text);
  return {
    ...{ id, kind: verb.kind, name: nameOf(text), minutes: minutesOf(timed) },
    ...settingOf(text, rest, verb),
    hands: every?.seconds !== undefined ? 'throughout' : verb.hands,
    ...(every && { every }),
    ...untilOf(ends),
    doses: dose ? [dose] : [],
    swaps: verb.kind !== 'move' && /\bswap/i.test(text),
  };
}

/** In or on what, and how it is set. @param rest the line without what ends the step */
function settingOf(text: string, rest: string, verb: Verb) {
  const equipment = NAMED.find(([words]) => words.test(text.toLowerCase()))?.[1] ?? verb.equipment;
  const celsius = degreesOf(SET_TO.exec(rest));
  return {
    ...(equipment && { equipment }),
    ...(celsius !== undefined && { celsius }),
    setting: SETTING.exec(text)?.[0].toLowerCase() ?? '',
  };
}

function untilOf(ends: RegExpExecArray | null): Pick<ChainStep, 'until'> {
  const celsius = degreesOf(ends);
  return celsius === undefined ? {} : { until: { celsius, where: ends?.[3] ? 'inside' : '' } };
}

/** Nothing where no kitchen gets that hot. */
function degreesOf(found: RegExpExecArray | null): number | undefined {
  if (!found) return undefined;
  const [, degrees, unit] = found;
  const celsius = Math.round((unit.toUpperCase() === 'F' ? celsiusOf(value(degrees)) : value(degrees)) * 10) / 10;
  return within(celsius, LIMITS.step.celsius) ? celsius : undefined;
}

const within = (number: number, { least, most }: Limits): boolean => number >= least && number <= most;

function minutesOf(text: string): ChainStep['minutes'] {
  const span = SPAN.exec(text);
  if (span) {
    const [, low, lowUnit, high, unit] = span;
    const [least, most] = [value(low) * unitMinutes(lowUnit ?? unit), value(high) * unitMinutes(unit)].map(tidy);
    if (least <= most) return { least, usual: tidy((least + most) / 2), most };
  }
  const mixed = MIXED.exec(text);
  if (mixed) return { usual: tidy(value(mixed[1]) * 60 + value(mixed[2])) };
  const single = SINGLE.exec(text);
  if (single) return { usual: tidy(value(single[1]) * unitMinutes(single[2])) };
  return /\bovernight\b/i.test(text) ? { least: 480, usual: 720, most: 960 } : {};
}

/** Nothing cooks longer than a step may be: such a number is something else. */
const tidy = (minutes: number): number => Math.round(Math.min(minutes, LIMITS.step.minutes.most) * 1000) / 1000;

function everyOf(text: string): ChainStep['every'] | undefined {
  const every = EVERY.exec(text);
  if (every) {
    const [, what, count, unit] = every;
    const seconds = Math.round((count ? value(count) : 1) * unitMinutes(unit) * 60);
    return within(seconds, LIMITS.step.every) ? { what: what.toLowerCase(), seconds } : undefined;
  }
  const once = ONCE.exec(text);
  if (!once) return undefined;
  const what = once[1].toLowerCase().replace(/^(bast|shak)$/, '$1e');
  const times = once[3] ? Number(once[3]) : once[2].toLowerCase() === 'once' ? 1 : 2;
  return within(times, LIMITS.step.times) ? { what, times } : undefined;
}

function doseOf(text: string): ChainStep['doses'][number] | undefined {
  const after = DOSE_AFTER.exec(text);
  const isNamed = after !== null && !/^(with|at|to|of|add|and|season)$/i.test(after[1]);
  const before = DOSE.exec(text);
  const [name, amount] = isNamed ? [after[1], after[2]] : before ? [before[2] ?? '', before[1]] : ['', ''];
  const perKilogram = value(amount);
  return amount !== '' && within(perKilogram, LIMITS.step.perKilogram)
    ? { name: name.trim().toLowerCase() || 'salt', perKilogram }
    : undefined;
}

/** What is left when what was understood is taken out of the line. */
function nameOf(text: string): string {
  const bare = [UNTIL, SETTING, EVERY, ONCE, DOSE, SPAN, MIXED, SINGLE]
    .reduce((rest, pattern) => rest.replace(pattern, ' '), text)
    .replace(new RegExp(String.raw`\b(?:at|to)?\s*${DEGREES}`, 'gi'), ' ')
    .replace(/\b(at|for|until|in|with|of|about|on)\s*(?=[,;.]|$)/gi, ' ')
    .replace(/\s+([,;.])/g, '$1')
    .replace(/([,;])(?:\s*[,;])+/g, '$1')
    .replace(/\s+/g, ' ')
    .replace(/^[\s,;.]+|[\s,;.]+$/g, '');
  const name = bare.length > 1 ? bare : text;
  return name[0].toUpperCase() + name.slice(1);
}
