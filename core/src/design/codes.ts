import type { RandomStream } from '../numeric';

/** Codes that people remember or read a meaning into; common practice in sensory work, no source. */
const SPEAKING = new Set(['112', '911', '666']);

/**
 * Whether a three-digit code could mean something to a taster: hundreds, repeated digits,
 * runs such as 123 or 321, emergency numbers and the like.
 */
export function isSpeakingCode(code: string): boolean {
  const [first, second, third] = [...code].map(Number);
  const rising = second - first === 1 && third - second === 1;
  const falling = first - second === 1 && second - third === 1;
  const repeated = first === second && second === third;
  const hundred = second === 0 && third === 0;
  return first === 0 || rising || falling || repeated || hundred || SPEAKING.has(code);
}

/**
 * Draws blind codes: three digits, none 'speaking', any two differing in at least two
 * digits, so that a misread digit never turns one code into another.
 *
 * @param count how many codes, at most 60 (every set drawn so far can then be completed
 *   with a few retries)
 * @throws RangeError when more are asked for than can be told apart
 */
export function drawCodes(count: number, random: RandomStream): string[] {
  if (!Number.isInteger(count) || count < 0 || count > 60) {
    throw new RangeError(`Cannot draw ${count} codes: between 0 and 60 can be told apart.`);
  }
  const candidates = Array.from({ length: 900 }, (_, at) => String(100 + at)).filter((code) => !isSpeakingCode(code));
  for (;;) {
    const codes: string[] = [];
    for (const code of random.shuffled(candidates)) {
      if (codes.length === count) break;
      if (codes.every((other) => differingDigits(code, other) >= 2)) codes.push(code);
    }
    if (codes.length === count) return codes;
  }
}

const differingDigits = (a: string, b: string): number => [...a].filter((digit, at) => digit !== b[at]).length;
