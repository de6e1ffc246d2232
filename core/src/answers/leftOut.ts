/**
 * Whose ballots the planned answer does not count, or not all of, and why: not come, not finished and left out are
 * different facts, and each ballot is one of them at most.
 *
 * Use it wherever findings say who is missing. Nothing is imputed for any of them.
 *
 * Common practice, no source.
 *
 * @example
 * leftOutText({ panelist: 'a', sitting: 1, seat: 7, kind: 'not-come', why: 'did not come' }) // 'Seat 7 did not come.'
 */
import { counted, list } from '../format';
import { trayName } from '../service';
import type { Plan } from '../tasting';

/** A ballot that does not count, or not all of it. */
export interface LeftOut {
  panelist: string;
  sitting: number;
  seat: number;
  /** Never opened; opened and not handed in; in, with nothing of it counting; in, with some of its sets not counting. */
  kind: 'not-come' | 'unfinished' | 'left-out' | 'in-part';
  /** Goes on after a seat, such as 'did not come'. */
  why: string;
}

export const KINDS_LEFT_OUT = ['not-come', 'unfinished', 'left-out', 'in-part'] as const satisfies LeftOut['kind'][];

/** By seat, then by sitting. */
export const inSeatOrder = (leftOut: readonly LeftOut[]): LeftOut[] =>
  [...leftOut].sort((a, b) => a.seat - b.seat || a.sitting - b.sitting);

/** One of them in a sentence, for lists. */
export function leftOutText({ seat, kind, why }: LeftOut): string {
  const end = { 'left-out': ', and is left out', 'in-part': ' in part of the tray; the rest counts' };
  return `Seat ${seat} ${why}${kind in end ? end[kind as keyof typeof end] : ''}.`;
}

/**
 * How many ballots, whose, and why, in a sentence for each kind that there is. The ballots of these sentences and those
 * that count make up all that were planned or drawn for walk-ins.
 */
export function leftOutSentences(
  leftOut: readonly LeftOut[],
  servings: Plan['servings'],
): { kind: LeftOut['kind']; text: string }[] {
  const isRepeated = new Set(servings.map(({ sitting }) => sitting)).size > 1;
  return KINDS_LEFT_OUT.flatMap((kind) => {
    const own = ballotsOf(leftOut.filter((one) => one.kind === kind));
    if (own.length === 0) return [];
    const of = `${own.length} of ${counted(servings.length, 'ballot')}`;
    return [{ kind, text: SENTENCES[kind](of, own, isRepeated) }];
  });
}

type Sentence = (of: string, own: readonly LeftOut[], isRepeated: boolean) => string;

const SENTENCES: Record<LeftOut['kind'], Sentence> = {
  'not-come': (of, own, isRepeated) =>
    `${of} ${was(own)} never opened (${seatsText(own, isRepeated)}). Nothing was imputed.`,
  unfinished: (of, own, isRepeated) =>
    `${of} ${was(own)} opened but not handed in (${seatsText(own, isRepeated)}). Nothing was imputed.`,
  'left-out': (of, own, isRepeated) =>
    `${of} ${own.length === 1 ? 'is' : 'are'} left out of the planned answer (${whysText(own, isRepeated)}).`,
  'in-part': (of, own, isRepeated) =>
    `${of} ${own.length === 1 ? 'counts' : 'count'} in part (${whysText(own, isRepeated)}).`,
};

const was = ({ length }: readonly LeftOut[]): string => (length === 1 ? 'was' : 'were');

/** Each ballot once, by its first reason, in the order of seats. */
function ballotsOf(leftOut: readonly LeftOut[]): LeftOut[] {
  const known = new Map<string, LeftOut>();
  for (const one of inSeatOrder(leftOut)) {
    const name = trayName(one);
    known.set(name, known.get(name) ?? one);
  }
  return [...known.values()];
}

/** "seats 2, 3 and 5"; "seat 2 at sitting 1" where there are several. */
function seatsText(own: readonly LeftOut[], isRepeated: boolean): string {
  const seats = own.map(({ seat, sitting }) => (isRepeated ? `${seat} at sitting ${sitting}` : String(seat)));
  return `${own.length === 1 ? 'seat' : 'seats'} ${list(seats)}`;
}

/** Seats by their reasons: "seats 2 and 5 were served other plates than the question needs". */
function whysText(own: readonly LeftOut[], isRepeated: boolean): string {
  return [...new Set(own.map(({ why }) => why))]
    .map((why) => {
      const these = own.filter((one) => one.why === why);
      return `${seatsText(these, isRepeated)} ${these.length === 1 ? why : why.replace(/^was /, 'were ')}`;
    })
    .join('; ');
}
