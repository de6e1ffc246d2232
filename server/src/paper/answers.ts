import type { AnswerRoom, Block } from '@jacana/core/sheets';
import type { Alignment, Content, TableCell } from 'pdfmake/interfaces';
import { runs } from './fonts';
import { INK, LINE, QUIET } from './inks';

type Question = Extract<Block, { kind: 'question' }>;
type Room<As extends AnswerRoom['as']> = Extract<AnswerRoom, { as: As }>;

/** Points in a millimetre. */
const POINTS = 72 / 25.4;
const BOX = 11;

/** A question of a paper ballot, on one page with the room for its answer. */
export const questionOf = ({ ask, hint, answer }: Question): Content => ({
  unbreakable: true,
  margin: [0, 6, 0, 10],
  stack: [
    { text: runs(ask, 'Text'), bold: true, fontSize: 11 },
    ...(hint
      ? [{ text: runs(hint, 'Text'), color: QUIET, margin: [0, 0, 0, 2] as [number, number, number, number] }]
      : []),
    roomOf(answer),
  ],
});

function roomOf(answer: AnswerRoom): Content {
  switch (answer.as) {
    case 'boxes':
      return boxesOf(answer);
    case 'scales':
      return scalesOf(answer);
    case 'blanks':
      return blanksOf(answer);
    case 'lines':
      return linesOf(answer);
  }
}

const RULED = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingTop: () => 4,
  paddingBottom: () => 3,
  paddingLeft: () => 3,
  paddingRight: () => 3,
};

const code = (text: string, alignment: Alignment = 'left') => ({
  text,
  font: 'Code',
  bold: true,
  fontSize: 12,
  alignment,
});
const word = (text: string, alignment: Alignment = 'left') => ({ text: runs(text, 'Text'), fontSize: 8.5, alignment });
const frame = (width: number, height: number, r: number) => ({
  canvas: [{ type: 'rect' as const, x: 0, y: 0, w: width, h: height, r, lineWidth: 0.9, lineColor: INK }],
});
const stroke = (x1: number, y1: number, x2: number, y2: number) => ({
  ...{ type: 'line' as const, x1, y1, x2, y2 },
  ...{ lineWidth: 1, lineColor: INK },
});

/** A box to tick where a row meets a column. */
function boxesOf({ columns, rows, isCode }: Room<'boxes'>): Content {
  const head = columns.map((name) =>
    isCode === 'columns' && /^\d+$/.test(name) ? code(name, 'center') : word(name, 'center'),
  );
  return {
    layout: RULED,
    table: {
      headerRows: 1,
      widths: [isCode === 'rows' ? 34 : 'auto', ...columns.map(() => '*')],
      body: [
        ['', ...head],
        ...rows.map((name): TableCell[] => [
          isCode === 'rows' ? code(name) : word(name),
          ...columns.map(() => ({ ...frame(BOX, BOX, 2), alignment: 'center' as const })),
        ]),
      ],
    },
  };
}

/** Lines of just 100 mm: where somebody crosses is measured with a ruler. */
function scalesOf({ rows, low, high }: Room<'scales'>): Content {
  const long = 100 * POINTS;
  const line = () => [stroke(0, 6, long, 6), stroke(0, 1, 0, 11), stroke(long, 1, long, 11)];
  return {
    layout: { ...RULED, hLineWidth: () => 0 },
    table: {
      widths: [34, '*', long, '*'],
      body: rows.map((name): TableCell[] => [code(name), word(low, 'right'), { canvas: line() }, word(high)]),
    },
  };
}

/** Boxes that a code is written into. */
function blanksOf({ names }: Room<'blanks'>): Content {
  const perLine = 6;
  const lines = Array.from({ length: Math.ceil(names.length / perLine) }, (_, at) =>
    names.slice(at * perLine, (at + 1) * perLine),
  );
  return {
    stack: lines.map((own) => ({
      margin: [0, 4, 0, 2],
      columnGap: 8,
      columns: own.map((name) => ({
        width: 76,
        stack: [{ text: runs(name, 'Text'), color: QUIET, fontSize: 9 }, frame(76, 30, 4)],
      })),
    })),
  };
}

/** Lines to write on. */
const linesOf = ({ count }: Room<'lines'>): Content => ({
  layout: { ...RULED, hLineWidth: (line: number) => (line === 0 ? 0 : 0.5), hLineColor: () => QUIET },
  table: { widths: ['*'], heights: 20, body: Array.from({ length: count }, () => ['']) },
});
