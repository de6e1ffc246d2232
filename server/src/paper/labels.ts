import type { LabelPages } from '@jacana/core/sheets';
import pdfmake from 'pdfmake';
import type { Content } from 'pdfmake/interfaces';
import { FONTS, runs } from './fonts';

pdfmake.setFonts(FONTS);

/** Points in a millimetre. */
const POINTS = 72 / 25.4;
/** Width of a letter of the code's face, in its size. */
const LETTER = 0.62;
const SMALL_MOST = 8;

/** Draws labels at their places, true to size, with nothing else on the page. */
export async function renderLabels({ width, height, label, pages }: LabelPages): Promise<Uint8Array> {
  const content = pages.flatMap((placed, page): Content[] => [
    { text: '', ...(page > 0 && { pageBreak: 'before' as const }) },
    ...placed.flatMap((one) => drawn(one, label)),
  ]);
  return pdfmake
    .createPdf({
      info: { title: 'Labels', creator: 'Jacana' },
      pageSize: { width: width * POINTS, height: height * POINTS },
      pageMargins: 0,
      defaultStyle: { font: 'Text', color: '#000000' },
      content,
    })
    .getBuffer();
}

/** The code as large as fits, and below it what it is for. */
function drawn(
  { large, small, x, y }: LabelPages['pages'][number][number],
  { width, height }: LabelPages['label'],
): Content[] {
  const [wide, high] = [width * POINTS, height * POINTS];
  const size = Math.min(0.5 * high, (0.84 * wide) / (large.length * LETTER));
  const smallSize = Math.min(SMALL_MOST, 0.18 * high, (0.92 * wide) / Math.max(1, small.length * 0.5));
  const block = size + 1.35 * smallSize;
  const top = y * POINTS + (high - block) / 2;
  const line = (at: number, text: Content): Content => ({
    absolutePosition: { x: x * POINTS, y: at },
    columns: [{ width: wide, stack: [text] }],
  });
  return [
    line(top - 0.08 * size, {
      text: large,
      font: 'Code',
      bold: true,
      fontSize: size,
      alignment: 'center',
      lineHeight: 1,
    }),
    line(top + size, { text: runs(small, 'Text'), fontSize: smallSize, alignment: 'center', lineHeight: 1 }),
  ];
}
