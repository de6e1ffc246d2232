/**
 * Equipment as it is named by people, and as Jacana names it.
 *
 * Use it to find what a line of text speaks of, not to decide where a step is done: what the
 * line does not name stays open.
 *
 * Common practice in the words, no source.
 *
 * @example
 * equipmentIn('Dry-age in the fridge') // 'refrigerator'
 */
import type { EquipmentKind } from '../../tasting';

export const EQUIPMENT_NAMES: Readonly<Record<EquipmentKind, string>> = {
  oven: 'oven',
  hob: 'hob',
  bath: 'water bath',
  grill: 'grill',
  smoker: 'smoker',
  fryer: 'fryer',
  microwave: 'microwave',
  cabinet: 'holding cabinet',
  refrigerator: 'refrigerator',
  freezer: 'freezer',
  board: 'board',
  scale: 'scale',
  other: 'other equipment',
};

/** "an oven", "a hob". */
export const anEquipment = (kind: EquipmentKind): string =>
  `${/^[aeiou]/.test(EQUIPMENT_NAMES[kind]) ? 'an' : 'a'} ${EQUIPMENT_NAMES[kind]}`;

const WORDS: readonly [RegExp, EquipmentKind][] = [
  [/\boven\b/, 'oven'],
  [/\b(water bath|bath|circulator)\b/, 'bath'],
  [/\bdeep[- ]?fr|\bfryer\b/, 'fryer'],
  [/\bgrill\b/, 'grill'],
  [/\bsmoker\b/, 'smoker'],
  [/\bmicrowave\b/, 'microwave'],
  [/\b(cabinet|warming drawer)\b/, 'cabinet'],
  [/\b(refrigerator|fridge|cold room)\b/, 'refrigerator'],
  [/\bfreezer\b/, 'freezer'],
  [/\b(pan|pot|hob|burner|stove|steamer|kettle|wok)\b/, 'hob'],
];

/** What equipment a text names; undefined where it names none. */
export const equipmentIn = (text: string): EquipmentKind | undefined =>
  WORDS.find(([words]) => words.test(text.toLowerCase()))?.[1];
