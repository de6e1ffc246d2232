import type { Reading } from './reading';

/** Pieces that those who handed in were served from, per method: what the findings speak of, planned or not. One of which nobody knows is none. */
export function piecesEaten({ bundle, sets }: Pick<Reading, 'bundle' | 'sets'>): number[] {
  return bundle.tasting.methods.map(
    (_, method) =>
      new Set(
        sets.flatMap(({ samples }) =>
          samples.filter((one) => one.method === method && one.piece !== '').map(({ piece }) => piece),
        ),
      ).size,
  );
}
