import { keyStream, type RandomStream } from '../numeric';
import type { CodeSharing } from '../bundle';
import type { PlannedSitting } from './servingDesign';

/** Codes that people remember or read a meaning into; common practice in sensory work, no source. */
const SPEAKING = new Set(['112', '911', '666']);

/**
 * Whether a three-digit code could mean something to a panelist: hundreds, repeated digits,
 * runs such as 123 or 321, emergency numbers and the like.
 */
export function isMemorableCode(code: string): boolean {
  const [first, second, third] = [...code].map(Number);
  const rising = second - first === 1 && third - second === 1;
  const falling = first - second === 1 && second - third === 1;
  const repeated = first === second && second === third;
  const hundred = second === 0 && third === 0;
  return first === 0 || rising || falling || repeated || hundred || SPEAKING.has(code);
}

/** The most codes that are shared at one sitting; and of these, the most that are drawn freely. */
export const MOST_CODES_AT_ONCE = 72;
const MOST_DRAWN_FREELY = 48;
/** The most codes of a panelist's own on one tray. */
export const MOST_OWN_CODES = 60;
/** The most codes of one tasting: as many can be found without repeating one, and be told apart on a tray. */
export const MOST_CODES = 600;

const CODES = Array.from({ length: 900 }, (_, at) => String(100 + at)).filter((code) => !isMemorableCode(code));

/**
 * Draws blind codes: three digits, none 'speaking', any two differing in at least two
 * digits, so that a misread digit never turns one code into another.
 *
 * @param count how many codes, at most {@link MOST_OWN_CODES}
 * @param taken codes that were used before, and are not drawn again
 * @throws RangeError when more are asked for than can be told apart
 */
export function drawCodes(count: number, random: RandomStream, taken: ReadonlySet<string> = new Set()): string[] {
  if (!Number.isInteger(count) || count < 0 || count > MOST_OWN_CODES) {
    throw new RangeError(`Cannot draw ${count} codes: between 0 and ${MOST_OWN_CODES} can be told apart.`);
  }
  const candidates = CODES.filter((code) => !taken.has(code));
  for (let tries = 0; tries < 2000; tries++) {
    const codes: string[] = [];
    for (const code of random.shuffled(candidates)) {
      if (codes.length === count) break;
      if (codes.every((other) => differingDigits(code, other) >= 2)) codes.push(code);
    }
    if (codes.length === count) return codes;
  }
  throw new RangeError(`Cannot draw ${count} codes beside the ${taken.size} in use.`);
}

/**
 * Codes for as many as ten sittings of up to {@link MOST_CODES_AT_ONCE} each. The third digit
 * follows from the other two as in a latin square, so that any two codes of a sitting differ
 * in two digits; the next sitting turns the square by one, so that no code comes again.
 */
function squareCodes(random: RandomStream): string[][] {
  const digits = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9];
  for (;;) {
    const [rows, columns, symbols] = [random.shuffled(digits), random.shuffled(digits), random.shuffled(digits)];
    const third = (code: string, turn: number): number => symbols[(rows[+code[0]] + columns[+code[1]] + turn) % 10];
    const squares = digits.map((turn) => CODES.filter((code) => third(code, turn) === +code[2]));
    // Some squares hold many speaking codes; others are drawn then.
    if (squares.every((codes) => codes.length >= MOST_CODES_AT_ONCE))
      return squares.map((codes) => random.shuffled(codes));
  }
}

const differingDigits = (a: string, b: string): number => [...a].filter((digit, at) => digit !== b[at]).length;

/** A sitting with its codes: in the order of its servings, the warm-up first. */
export interface CodedSitting {
  warmUp: string | null;
  /** Per set, in serving order. */
  sets: string[][];
}

/**
 * Puts codes on the servings. Shared codes are the same for all panelists: at each sitting
 * every method has one per zone, replicate and copy. Own codes are drawn for each panelist,
 * so that neighbours cannot compare notes. No code is used for two things in a tasting, and
 * those that meet on one tray differ in two digits.
 *
 * @returns codes in the shape of the sittings, and the method (its place) of each code
 * @throws RangeError beyond {@link MOST_CODES_AT_ONCE} shared ones, {@link MOST_OWN_CODES} on a tray, or {@link MOST_CODES} in all
 */
export function codeSittings(
  sittings: readonly PlannedSitting[],
  sharing: CodeSharing,
  seed: string,
): { coded: CodedSitting[]; methods: Map<string, number> } {
  const random = keyStream(seed, 'codes');
  const methods = new Map<string, number>();
  const draw = (slots: readonly Slot[], among?: readonly string[]): Map<string, string> => {
    if (among && slots.length > among.length) throw new RangeError(`Cannot tell ${slots.length} codes apart.`);
    const codes = among ?? drawCodes(slots.length, random, new Set(methods.keys()));
    slots.forEach(({ method }, at) => methods.set(codes[at], method));
    return new Map(slots.map(({ name }, at) => [name, codes[at]]));
  };
  const shared = new Map<number, Map<string, string>>();
  if (sharing === 'shared') {
    const rounds = [...new Set(sittings.map((one) => one.sitting))];
    const slots = rounds.map((round) => distinct(sittings.filter((one) => one.sitting === round).flatMap(slotsOf)));
    const squares = slots.some(({ length }) => length > MOST_DRAWN_FREELY) ? squareCodes(random) : [];
    rounds.forEach((round, at) => shared.set(round, draw(slots[at], squares[at])));
  }
  const coded = sittings.map((one) => {
    const codes = shared.get(one.sitting) ?? draw(slotsOf(one));
    const code = (slot: Slot): string => codes.get(slot.name) as string;
    return {
      warmUp: one.warmUp === null ? null : code(warmUpSlot(one.warmUp)),
      sets: one.sets.map((set) => slotsOfSet(set).map(code)),
    };
  });
  return { coded, methods };
}

/** Something that needs a code. */
interface Slot {
  name: string;
  method: number;
}

const warmUpSlot = (method: number): Slot => ({ name: `warm-up ${method}`, method });

const slotsOfSet = ({ zone, replicate, samples }: PlannedSitting['sets'][number]): Slot[] =>
  samples.map(({ method, copy }) => ({ name: `${zone} ${replicate} ${method} ${copy}`, method }));

const slotsOf = ({ warmUp, sets }: PlannedSitting): Slot[] => [
  ...(warmUp === null ? [] : [warmUpSlot(warmUp)]),
  ...sets.flatMap(slotsOfSet),
];

/** One slot of each name, in an order that says nothing of who is served what. */
function distinct(slots: readonly Slot[]): Slot[] {
  return [...new Map(slots.map((slot) => [slot.name, slot])).values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}
