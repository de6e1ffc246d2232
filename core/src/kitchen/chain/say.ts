/**
 * A step of a chain as a person reads it: "Roast in the oven at 110 °C until 50 °C inside, 25 to 40 min".
 *
 * Use it wherever a step is shown or printed, not to store it: what it says is read back by
 * `readStep`, but not every part of a step can be said in a line.
 *
 * Common practice in the wording, no source.
 *
 * @example
 * spanText({ least: 25, most: 40 }) // '25 to 40 min'
 */
import type { ChainStep, EquipmentKind } from '../../tasting';
import { EQUIPMENT_NAMES, equipmentIn } from './equipment';

/** Minutes in the largest units that fit: "45 s", "25 min", "1 h 30 min", "2 days". */
export function minutesText(minutes: number): string {
  if (minutes < 1 && minutes > 0) return `${Math.round(minutes * 60)} s`;
  if (minutes < 120 && (minutes % 60 !== 0 || minutes === 0)) return `${rounded(minutes)} min`;
  if (minutes >= 2880 && minutes % 1440 === 0) return `${minutes / 1440} days`;
  const [hours, rest] = [Math.floor(minutes / 60), rounded(minutes % 60)];
  return rest === 0 ? `${hours} h` : `${hours} h ${rest} min`;
}

const rounded = (value: number): number => Math.round(value * 10) / 10;

/** A span of minutes; empty where nothing is known. */
export function spanText({ least, usual, most }: ChainStep['minutes']): string {
  if (least !== undefined && most !== undefined && least !== most)
    return `${rangeText(least, most)}${usualText(least, most, usual)}`;
  if (least !== undefined && most !== undefined) return minutesText(usual ?? least);
  return [
    least === undefined ? '' : `at least ${minutesText(least)}`,
    most === undefined ? '' : `at most ${minutesText(most)}`,
    usual === undefined ? '' : `${(least ?? most) === undefined ? '' : 'usually '}${minutesText(usual)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** The unit once, where both have it. */
function rangeText(least: number, most: number): string {
  const [low, high] = [minutesText(least), minutesText(most)];
  const unit = / \D+$/.exec(high)?.[0] ?? '';
  return low.endsWith(unit) && !low.slice(0, -unit.length).includes(' ') && !high.slice(0, -unit.length).includes(' ')
    ? `${low.slice(0, -unit.length)} to ${high}`
    : `${low} to ${high}`;
}

const usualText = (least: number, most: number, usual: number | undefined): string =>
  usual === undefined || usual === (least + most) / 2 ? '' : ` (usually ${minutesText(usual)})`;

/** @param degrees how a temperature is written; default °C */
export function stepText(step: ChainStep, degrees: (celsius: number) => string = inCelsius): string {
  const { name, equipment, celsius, setting, every, until, minutes, doses, wait, swaps } = step;
  const where = equipment && !named(name, equipment) ? ` in the ${EQUIPMENT_NAMES[equipment]}` : '';
  const how = [celsius === undefined ? '' : ` at ${degrees(celsius)}`, setting && `, ${setting}`].join('');
  const end = until ? ` until ${untilText(until, degrees)}` : '';
  const besides = [
    spanText(minutes),
    every && everyText(every),
    ...doses.map(doseText),
    swaps && 'places swapped halfway',
    wait && waitText(wait, degrees),
  ].filter(Boolean);
  return [`${name}${where}${how}${end}`, ...besides].join(', ');
}

const inCelsius = (celsius: number): string => `${rounded(celsius)} °C`;

/** "in the board" is no English: what is cut or weighed says so already. */
const named = (name: string, equipment: EquipmentKind): boolean =>
  ['board', 'scale', 'hob', 'other'].includes(equipment) || equipmentIn(name) === equipment;

function untilText(
  { celsius, where, loss }: NonNullable<ChainStep['until']>,
  degrees: (celsius: number) => string,
): string {
  if (celsius !== undefined) return `${degrees(celsius)} ${where || 'inside'}`;
  return loss === undefined ? where || 'done' : `${rounded(loss * 100)} % of its mass is lost`;
}

const everyText = ({ what, seconds, times }: NonNullable<ChainStep['every']>): string => {
  if (seconds !== undefined)
    return `${what} every ${seconds === 60 ? 'minute' : seconds % 60 === 0 ? minutesText(seconds / 60) : `${seconds} s`}`;
  return times === 1 ? `${what} once` : `${what} ${times ?? 'a few'} times`;
};

/** "2.5 g/kg curing salt (6.25 % nitrite)". */
export const doseText = ({ name, perKilogram, active }: ChainStep['doses'][number]): string =>
  `${perKilogram} g/kg ${name}${active === undefined ? '' : ` (${Math.round(active * 1e6) / 1e4} % nitrite)`}`;

function waitText(
  { least, most, celsius, side }: NonNullable<ChainStep['wait']>,
  degrees: (celsius: number) => string,
): string {
  const limits = [
    least ? `at least ${minutesText(least)}` : '',
    most === undefined ? '' : `at most ${minutesText(most)}`,
  ].filter(Boolean);
  const kept = celsius === undefined ? '' : ` at ${degrees(celsius)} or ${side === 'below' ? 'below' : 'above'}`;
  return `then waits ${limits.join(', ') || 'as long as it takes'}${kept}`;
}
