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
import { LIMITS, type ChainStep, type Limits } from '../../tasting';
import { celsiusOf } from '../limits';
import { equipmentIn } from './equipment';
import { inFigures, LENGTHS, limitsOf, minutesOf, NUMBER, UNIT, unitMinutes, valueOf } from './spans';
import { verbOf } from './stepFacts';

/** A dash between two numbers is no minus. */
const DEGREES = String.raw`((?:(?<!\S)[-−–])?\d+(?:[.,]\d+)?)\s*°?\s*(C|F)\b`;
const INSIDE = '(inside|at the core|core|in the middle|in the thickest part)';
const UNTIL = new RegExp(String.raw`\b(?:until|till)\s+(?:it is\s+)?${DEGREES}\s*${INSIDE}?`, 'i');
/** "to 54 °C" alone may be the oven's: it counts where it is said to be inside. */
const TO_INSIDE = new RegExp(String.raw`\bto\s+${DEGREES}\s*${INSIDE}`, 'i');
const LOST = new RegExp(
  String.raw`\b(?:until|till)\s+(?:it\s+)?(?:(?:has\s+)?lost\s+${NUMBER}\s*%(?:\s+of its (?:mass|weight))?|(?:is\s+)?${NUMBER}\s*%\s+(?:of its (?:mass|weight) (?:is |has been )?lost|lighter|lost))`,
  'i',
);
const WAITS = /[,;]?\s*(?:and\s+)?then\s+(?:it\s+)?(?:may\s+)?waits?\b(.*)$/i;
const SIDE = new RegExp(String.raw`${DEGREES}\s+or\s+(above|more|hotter|below|less|colder)\b`, 'i');
const SWAPS = /,?\s*\b(?:places|racks|pieces)\s+swapped halfway\b/i;
const SET_TO = new RegExp(DEGREES, 'i');
const EVERY = new RegExp(
  String.raw`\b(turn|flip|stir|bast|shak)(?:ning|ping|ring|ing|e|ed)?\s+(?:it\s+)?(?:every|each|once (?:a|an|per|every))\s+(?:${NUMBER}\s*)?${UNIT}`,
  'i',
);
const ONCE = /\b(turn|flip|stir|bast|shak)(?:ed|ing|e)?\s+(once|twice|(\d+) times)/i;
const DOSE = new RegExp(String.raw`${NUMBER}\s*g\s*(?:\/|per\s*)\s*kg\s*(?:of\s+)?([a-z][a-z ]*)?`, 'i');
const NITRITE = new RegExp(String.raw`,?\s*(?:\(|of which\s+|with\s+)?${NUMBER}\s*%\s*(?:sodium )?nitrite\)?`, 'i');
const DOSE_AFTER = new RegExp(String.raw`\b([a-z]+)\s+${NUMBER}\s*g\s*(?:\/|per\s*)\s*kg`, 'i');

const OVERNIGHT = /\bovernight\b/i;
const SETTING = /\b(?:very low|low|medium-low|medium-high|medium|high) heat\b/i;

/** One step for each line that is not empty. @param idOf makes ids */
export const readSteps = (text: string, idOf: (line: number) => string): ChainStep[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line, at) => readStep(line, idOf(at)));

/** @param line one step in words */
export function readStep(line: string, id: string): ChainStep {
  const typed = inFigures(line.trim().replace(/\s+/g, ' '));
  const waits = WAITS.exec(typed);
  const text = waits ? typed.slice(0, waits.index) : typed;
  const verb = verbOf(text);
  const rest = [UNTIL, TO_INSIDE, LOST].reduce((left, pattern) => left.replace(pattern, ' '), text);
  // What is turned once in a step of its own is that step.
  const every = verb.kind === 'turn' ? undefined : everyOf(rest);
  const timed = every ? rest.replace(EVERY, ' ').replace(ONCE, ' ') : rest;
  return {
    ...{ id, kind: verb.kind, name: nameOf(text), minutes: minutesOf(timed) },
    ...settingOf(text, rest, verb),
    hands: every?.seconds !== undefined ? 'throughout' : verb.hands,
    ...(every && { every }),
    ...untilOf(text),
    ...(waits && { wait: waitOf(waits[1]) }),
    doses: doseOf(text),
    swaps: verb.kind !== 'move' && /\bswap/i.test(text),
  };
}

/** In or on what, and how it is set. @param rest the line without what ends the step */
function settingOf(text: string, rest: string, verb: Pick<ReturnType<typeof verbOf>, 'equipment'>) {
  const equipment = equipmentIn(text) ?? verb.equipment ?? (OVERNIGHT.test(text) ? 'refrigerator' : undefined);
  const celsius = degreesOf(SET_TO.exec(rest));
  return {
    ...(equipment && { equipment }),
    ...(celsius !== undefined && { celsius }),
    setting: SETTING.exec(text)?.[0].toLowerCase() ?? '',
  };
}

function untilOf(text: string): Pick<ChainStep, 'until'> {
  const [hot, lost] = [UNTIL.exec(text) ?? TO_INSIDE.exec(text), LOST.exec(text)];
  const celsius = degreesOf(hot);
  if (celsius !== undefined) return { until: { celsius, where: hot?.[3] ? 'inside' : '' } };
  const loss = lost ? valueOf(lost[1] ?? lost[2]) / 100 : NaN;
  return within(loss, LIMITS.step.loss) ? { until: { where: '', loss: Math.round(loss * 1e5) / 1e5 } } : {};
}

/** How long a piece may wait after a step, and how it is kept meanwhile. */
function waitOf(text: string): NonNullable<ChainStep['wait']> {
  const celsius = degreesOf(SET_TO.exec(text));
  const side = /below|less|colder/i.test(SIDE.exec(text)?.[3] ?? '') ? 'below' : 'above';
  return { ...limitsOf(text), ...(celsius !== undefined && { celsius, side }) };
}

/** Nothing where no kitchen gets that hot. */
function degreesOf(found: RegExpExecArray | null): number | undefined {
  if (!found) return undefined;
  const [, degrees, unit] = found;
  const celsius = Math.round((unit.toUpperCase() === 'F' ? celsiusOf(valueOf(degrees)) : valueOf(degrees)) * 10) / 10;
  return within(celsius, LIMITS.step.celsius) ? celsius : undefined;
}

const within = (number: number, { least, most }: Limits): boolean => number >= least && number <= most;

function everyOf(text: string): ChainStep['every'] | undefined {
  const every = EVERY.exec(text);
  if (every) {
    const [, what, count, unit] = every;
    const seconds = Math.round((count ? valueOf(count) : 1) * unitMinutes(unit) * 60);
    return within(seconds, LIMITS.step.every) ? { what: whole(what), seconds } : undefined;
  }
  const once = ONCE.exec(text);
  if (!once) return undefined;
  const times = once[3] ? Number(once[3]) : once[2].toLowerCase() === 'once' ? 1 : 2;
  return within(times, LIMITS.step.times) ? { what: whole(once[1]), times } : undefined;
}

/** "basting" and "shaken" are of baste and shake. */
const whole = (stem: string): string => stem.toLowerCase().replace(/^(bast|shak)$/, '$1e');

function doseOf(text: string): ChainStep['doses'] {
  const share = NITRITE.exec(text);
  const bare = share ? text.replace(share[0], '') : text;
  const after = DOSE_AFTER.exec(bare);
  const isNamed = after !== null && !/^(with|at|to|of|add|and|season)$/i.test(after[1]);
  const before = DOSE.exec(bare);
  const [name, amount] = isNamed ? [after[1], after[2]] : before ? [before[2] ?? '', before[1]] : ['', ''];
  const [perKilogram, active] = [valueOf(amount), share ? valueOf(share[1]) / 100 : NaN];
  if (amount === '' || !within(perKilogram, LIMITS.step.perKilogram)) return [];
  const isActive = within(active, LIMITS.step.active);
  return [
    {
      name: name.trim().toLowerCase() || 'salt',
      perKilogram,
      ...(isActive && { active: Math.round(active * 1e6) / 1e6 }),
    },
  ];
}

/** What is left when what was understood is taken out of the line. */
function nameOf(text: string): string {
  const bare = [UNTIL, TO_INSIDE, LOST, SETTING, EVERY, ONCE, NITRITE, DOSE, SWAPS, SIDE, ...LENGTHS]
    .reduce((rest, pattern) => rest.replace(pattern, ' '), text)
    .replace(new RegExp(String.raw`\b(?:at|to)?\s*${DEGREES}`, 'gi'), ' ')
    .replace(/\b(?:(?:at|and|for|until|in|with|of|about|on|or|to|within)\s*)+(?=[,;.]|$)/gi, ' ')
    .replace(/\s+([,;.])/g, '$1')
    .replace(/([,;])(?:\s*[,;])+/g, '$1')
    .replace(/\s+/g, ' ')
    .replace(/^[\s,;.]+|[\s,;.]+$/g, '');
  const name = bare.length > 1 ? bare : text;
  return name[0].toUpperCase() + name.slice(1);
}
