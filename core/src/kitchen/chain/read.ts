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
import { LIMITS, type ChainStep, type EquipmentKind, type Hands, type StepKind } from '../../tasting';
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
  const low = text.toLowerCase();
  const verb = VERBS.find(({ words }) => words.test(low));
  const ends = UNTIL.exec(text);
  const rest = ends ? text.replace(ends[0], ' ') : text;
  // What is turned once in a step of its own is that step.
  const every = verb?.kind === 'turn' ? undefined : everyOf(rest);
  const timed = every ? rest.replace(EVERY, ' ').replace(ONCE, ' ') : rest;
  const set = SET_TO.exec(rest);
  const dose = doseOf(text);
  const equipment = NAMED.find(([words]) => words.test(low))?.[1] ?? verb?.equipment;
  return {
    ...{ id, kind: verb?.kind ?? 'other', name: nameOf(text), minutes: minutesOf(timed) },
    ...(equipment && { equipment }),
    ...(set && { celsius: degreesOf(set[1], set[2]) }),
    setting: SETTING.exec(text)?.[0].toLowerCase() ?? '',
    hands: every?.seconds !== undefined ? 'throughout' : (verb?.hands ?? 'throughout'),
    ...(every && { every }),
    ...(ends && { until: { celsius: degreesOf(ends[1], ends[2]), where: ends[3] ? 'inside' : '' } }),
    doses: dose ? [dose] : [],
    swaps: verb?.kind !== 'move' && /\bswap/i.test(text),
  };
}

const degreesOf = (degrees: string, unit: string): number =>
  Math.round((unit.toUpperCase() === 'F' ? celsiusOf(value(degrees)) : value(degrees)) * 10) / 10;

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
    return { what: what.toLowerCase(), seconds };
  }
  const once = ONCE.exec(text);
  if (!once) return undefined;
  const what = once[1].toLowerCase().replace(/^(bast|shak)$/, '$1e');
  return { what, times: once[3] ? Number(once[3]) : once[2].toLowerCase() === 'once' ? 1 : 2 };
}

function doseOf(text: string): ChainStep['doses'][number] | undefined {
  const after = DOSE_AFTER.exec(text);
  if (after && !/^(with|at|to|of|add|and|season)$/i.test(after[1]))
    return { name: after[1].toLowerCase(), perKilogram: value(after[2]) };
  const before = DOSE.exec(text);
  return before ? { name: (before[2] ?? '').trim().toLowerCase() || 'salt', perKilogram: value(before[1]) } : undefined;
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
