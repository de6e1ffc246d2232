/**
 * Lengths of time in a line of text: "25-40 min", "1 h 30 min to 2 h", "up to 12 h", "half an hour".
 *
 * Use it on a line from which all other numbers with a unit of time have been taken out ("turn
 * every 45 s"), not on a line as it was typed: the first length found is taken.
 *
 * Common practice in the wording, no source.
 *
 * @example
 * minutesOf('9 to 14 h').usual // 690
 * minutesOf('up to 12 h').most // 720
 */
import { LIMITS, type ChainStep } from '../../tasting';

type Minutes = ChainStep['minutes'];

export const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`;
export const UNIT = String.raw`(s|sec|secs|seconds?|m|min|mins|minutes?|h|hr|hrs|hours?|d|days?|w|weeks?)\b`;

const PLAIN = String.raw`\d+(?:[.,]\d+)?`;
const SMALLER = String.raw`(?:s|sec|secs|seconds?|m|min|mins|minutes?|h|hr|hrs|hours?)\b`;
const LENGTH = String.raw`${PLAIN}\s*${UNIT.replace('(', '(?:')}(?:\s*(?:and\s*)?${PLAIN}\s*${SMALLER})?`;
const SPAN = new RegExp(String.raw`(${LENGTH}|${PLAIN})\s*(?:-|–|to|bis)\s*(${LENGTH})`, 'i');
const USUALLY = new RegExp(String.raw`\(?\busually\s+(?:about\s+)?(${LENGTH})\)?`, 'i');
const AT_LEAST = new RegExp(String.raw`\b(?:at least|no less than)\s+(${LENGTH})`, 'i');
const AT_MOST = new RegExp(String.raw`\b(?:at most|up to|no more than|no longer than)\s+(${LENGTH})`, 'i');
const SINGLE = new RegExp(`(${LENGTH})`, 'i');
const OVERNIGHT = /\bovernight\b/i;
const PER_SIDE = /\b(?:(?:on |for )?each|per|a)\s+side\b/i;

/** All that says how long, to be taken out of a name. */
export const LENGTHS: readonly RegExp[] = [USUALLY, AT_LEAST, AT_MOST, SPAN, SINGLE, PER_SIDE];

const HALVES: Readonly<Record<string, string>> = { '½': '.5', '¼': '.25', '¾': '.75' };

/** Fractions and words for numbers, as figures: "1½ h" and "half an hour" become "1.5 h" and "0.5 hour". */
export const inFigures = (text: string): string =>
  text
    .replace(/(\d*)\s*([½¼¾])/g, (_, whole: string, part: string) => `${whole || '0'}${HALVES[part]}`)
    .replace(/\b(\d+)\s+1\/2\b/g, '$1.5')
    .replace(/\bhalf an? (?=hour|minute|day)/gi, '0.5 ')
    .replace(/(?<!\b(?:once|twice|times)\s)\ban? (?=(?:hour|minute|day|week)\b)/gi, '1 ');

/** Minutes in one of a unit. */
export function unitMinutes(unit: string): number {
  if (/^s/i.test(unit)) return 1 / 60;
  if (/^m/i.test(unit)) return 1;
  if (/^h/i.test(unit)) return 60;
  return /^w/i.test(unit) ? 7 * 1440 : 1440;
}

/**
 * How long something takes, as far as the text says.
 *
 * @returns `usual` alone for one length; a length for each of two sides counts twice
 */
export function minutesOf(text: string): Minutes {
  const sides = PER_SIDE.test(text) ? 2 : 1;
  const usually = USUALLY.exec(text);
  const found = spanOf(usually ? text.replace(usually[0], ' ') : text);
  const minutes = usually ? { ...found, usual: lengthOf(usually[1]) } : found;
  return Object.fromEntries(Object.entries(minutes).map(([name, value]) => [name, kept(value * sides)]));
}

function spanOf(text: string): Minutes {
  const span = SPAN.exec(text);
  if (span) {
    const [least, most] = [lengthOf(span[1], span[2]), lengthOf(span[2])];
    if (least <= most) return { least, usual: (least + most) / 2, most };
  }
  const limits = limitsOf(text);
  if (limits.least !== undefined || limits.most !== undefined) return limits;
  const single = SINGLE.exec(text);
  if (single) return { usual: lengthOf(single[1]) };
  return OVERNIGHT.test(text) ? { least: 480, usual: 720, most: 960 } : {};
}

/** "at least 5 min, at most 20 min", each where it is said. */
export function limitsOf(text: string): Pick<Minutes, 'least' | 'most'> {
  const [least, most] = [AT_LEAST, AT_MOST].map((pattern) => pattern.exec(text)?.[1]);
  return {
    ...(least !== undefined && { least: kept(lengthOf(least)) }),
    ...(most !== undefined && { most: kept(lengthOf(most)) }),
  };
}

/** @param other where a number has no unit of its own: the length that has it */
function lengthOf(text: string, other = ''): number {
  const parts = [...text.matchAll(new RegExp(`${NUMBER}\\s*${UNIT}`, 'gi'))];
  if (parts.length > 0) return parts.reduce((sum, [, count, unit]) => sum + valueOf(count) * unitMinutes(unit), 0);
  return valueOf(text) * unitMinutes(new RegExp(`\\d\\s*${UNIT}`, 'i').exec(other)?.[1] ?? 'min');
}

export const valueOf = (text: string): number => Number(text.replace(',', '.').replace(/^[−–]/, '-'));

/** Nothing cooks longer than a step may be: such a number is something else. */
const kept = (minutes: number): number => Math.round(Math.min(minutes, LIMITS.step.minutes.most) * 1000) / 1000;
