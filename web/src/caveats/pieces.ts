import { TAG } from '@jacana/core/bundle';

/** Tags of the pieces that a text names, in whichever case they are typed. */
export function piecesNamedIn(text: string, tags: readonly string[]): string[] {
  const words = new Set(
    text
      .toUpperCase()
      .split(/[^A-Z0-9]+/)
      .filter((word) => TAG.pattern.test(word)),
  );
  return tags.filter((tag) => words.has(tag));
}
