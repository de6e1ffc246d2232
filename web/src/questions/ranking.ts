/** Puts a sample behind all that are placed. */
export const place = (ranking: readonly string[][], code: string): string[][] => [...ranking, [code]];

/** Takes a sample out again. */
export const takeOut = (ranking: readonly string[][], code: string): string[][] =>
  ranking.map((group) => group.filter((other) => other !== code)).filter((group) => group.length > 0);

/**
 * Moves a sample to another line of the list that the panelist sees. It leaves its tie, and
 * the others keep theirs unless it lands between them.
 *
 * @param to line number among all placed samples, from 0
 */
export function moveTo(ranking: readonly string[][], code: string, to: number): string[][] {
  const rest = takeOut(ranking, code);
  const result: string[][] = [];
  let line = 0;
  let isPlaced = false;
  for (const group of rest) {
    const cut = to - line;
    if (!isPlaced && cut <= 0) {
      result.push([code]);
      isPlaced = true;
    }
    if (!isPlaced && cut < group.length) {
      result.push(group.slice(0, cut), [code], group.slice(cut));
      isPlaced = true;
    } else result.push(group);
    line += group.length;
  }
  return isPlaced ? result : [...result, [code]];
}

/** Ties a sample with the place above it, or parts it from there. */
export function toggleTie(ranking: readonly string[][], code: string): string[][] {
  const at = ranking.findIndex((group) => group.includes(code));
  const group = ranking[at];
  const within = group.indexOf(code);
  if (within > 0)
    return [...ranking.slice(0, at), group.slice(0, within), group.slice(within), ...ranking.slice(at + 1)];
  if (at === 0) return [...ranking];
  return [...ranking.slice(0, at - 1), [...ranking[at - 1], ...group], ...ranking.slice(at + 1)];
}

/** "1st", "2nd", and for ties the place they share. */
export function placeOf(ranking: readonly string[][], code: string): number {
  let before = 0;
  for (const group of ranking) {
    if (group.includes(code)) return before + 1;
    before += group.length;
  }
  return 0;
}
