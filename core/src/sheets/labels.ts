/**
 * Labels, true to size: one for each portion, with its code large and flight and seat small, and spare ones; and
 * for the kitchen one for each piece.
 *
 * Lengths are millimetres, from the upper left corner of the page. A sheet that was begun before goes on at the
 * place that is free; a roll has one label a page.
 */
import type { Piece } from '../tasting';

/** How labels lie on a page. */
export interface LabelLayout {
  /** A page of its own for each label is a roll. */
  page: 'A4' | 'Letter' | 'roll';
  width: number;
  height: number;
  /** From the edges of the page to the first label; none on a roll. */
  left: number;
  top: number;
  /** Between labels. */
  gapX: number;
  gapY: number;
  /** The first place that is free, from 1, row by row. */
  start: number;
}

/** What stands on one label. */
export interface Label {
  large: string;
  small: string;
}

/** A label at its place. */
export interface PlacedLabel extends Label {
  x: number;
  y: number;
}

export interface LabelPages {
  /** Of the paper. */
  width: number;
  height: number;
  label: { width: number; height: number };
  pages: PlacedLabel[][];
}

/** Millimetres. */
export const PAGES = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const;

export const LABEL_LIMITS = {
  width: { least: 10, most: 210 },
  height: { least: 6, most: 297 },
  margin: { least: 0, most: 100 },
  gap: { least: 0, most: 50 },
  start: { least: 1, most: 1000 },
  spares: { least: 0, most: 20 },
} as const;

/** How many labels a page has across and down. */
export function labelGrid({ page, width, height, left, top, gapX, gapY }: LabelLayout): {
  across: number;
  down: number;
} {
  if (page === 'roll') return { across: 1, down: 1 };
  const paper = PAGES[page];
  // A hundredth of a millimetre is lost in rounding.
  const fit = (room: number, size: number, gap: number): number =>
    Math.max(0, Math.floor((room + gap + 0.01) / (size + gap)));
  // What is left free at the left and above is left free at the right and below too.
  return { across: fit(paper.width - 2 * left, width, gapX), down: fit(paper.height - 2 * top, height, gapY) };
}

/** @returns null where not one label fits on a page */
export function placedLabels(labels: readonly Label[], layout: LabelLayout): LabelPages | null {
  const { across, down } = labelGrid(layout);
  if (across === 0 || down === 0) return null;
  const { page, width, height, left, top, gapX, gapY } = layout;
  const paper = page === 'roll' ? { width, height } : PAGES[page];
  const aPage = across * down;
  const first = page === 'roll' ? 0 : (layout.start - 1) % aPage;
  const pages: PlacedLabel[][] = [];
  labels.forEach((label, number) => {
    const at = first + number;
    const place = at % aPage;
    const [column, row] = [place % across, Math.floor(place / across)];
    const x = page === 'roll' ? 0 : left + column * (width + gapX);
    const y = page === 'roll' ? 0 : top + row * (height + gapY);
    (pages[Math.floor(at / aPage)] ??= []).push({ ...label, x, y });
  });
  return { width: paper.width, height: paper.height, label: { width, height }, pages };
}

/** What of a tray stands on its labels. */
export interface Labelled {
  sitting: number;
  seat: number;
  flight: number;
  codes: readonly string[];
}

/**
 * One label a portion, flight by flight and code by code as they are cut; and after each flight some of each code
 * without a seat, for portions that are dropped.
 *
 * @param spares of each code and flight
 */
export function portionLabels(
  trays: readonly Labelled[],
  { spares, sittings }: { spares: number; sittings: number },
): Label[] {
  const when = ({ sitting, flight }: Labelled): string =>
    `${sittings > 1 ? `sitting ${sitting}, ` : ''}flight ${flight}`;
  const order = [...trays].sort((a, b) => a.sitting - b.sitting || a.flight - b.flight || a.seat - b.seat);
  const flights = [...new Set(order.map(when))];
  return flights.flatMap((flight) => {
    const own = order.filter((tray) => when(tray) === flight);
    const codes = [...new Set(own.flatMap((tray) => tray.codes))].sort();
    return codes.flatMap((code): Label[] => [
      ...own
        .filter((tray) => tray.codes.includes(code))
        .map(({ seat }) => ({ large: code, small: `${flight}, seat ${seat}` })),
      ...Array.from({ length: spares }, () => ({ large: code, small: `${flight}, spare` })),
    ]);
  });
}

/** One label a piece, with the number of the raw piece. No method: a label may be seen by anyone. */
export const tagLabels = (pieces: readonly Pick<Piece, 'tag'>[], raw: ReadonlyMap<string, number>): Label[] =>
  [...pieces]
    .sort((a, b) => (raw.get(a.tag) ?? 0) - (raw.get(b.tag) ?? 0))
    .map(({ tag }) => ({ large: tag, small: raw.has(tag) ? `raw ${raw.get(tag)}` : '' }));
