/** A text on a picture, by its middle. */
export interface Label {
  x: number;
  y: number;
  text: string;
}

/** Mean width of a letter, and the height of a line, of the type that pictures are labelled with. */
const [LETTER, LINE] = [7, 15];
/** So far may a label stand from where it belongs, in lines. */
const FARTHEST = 12;

const overlap = (a: Label, b: Label): boolean =>
  Math.abs(a.x - b.x) < ((a.text.length + b.text.length) * LETTER) / 2 && Math.abs(a.y - b.y) < LINE;

/**
 * Moves labels up or down until none stands over another, or over a point: each as near to its own place as there is room.
 *
 * @param points what else is on the picture, by its middle
 */
export function setApart(
  labels: readonly Label[],
  [top, bottom]: readonly [number, number],
  points: readonly Pick<Label, 'x' | 'y'>[] = [],
): Label[] {
  const placed: Label[] = [];
  // A point is as large as two letters, and its middle lies higher than the line that letters stand on.
  const dots = points.map(({ x, y }) => ({ x, y: y + 4, text: '··' }));
  for (const label of labels) {
    const tries = Array.from({ length: 2 * FARTHEST + 1 }, (_, at) => Math.ceil(at / 2) * (at % 2 ? 1 : -1));
    const free = tries
      .map((lines) => ({ ...label, y: label.y + lines * LINE }))
      .find((one) => one.y >= top && one.y <= bottom && [...placed, ...dots].every((other) => !overlap(one, other)));
    placed.push(free ?? label);
  }
  return placed;
}
