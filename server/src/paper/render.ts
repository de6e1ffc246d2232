import { padPath, SEALED_NOTCH } from '@jacana/core/charts';
import type { Block, Sheet, Tray } from '@jacana/core/sheets';
import pdfmake from 'pdfmake';
import type { Column, Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import { questionOf } from './answers';
import { FONTS, runs } from './fonts';
import { INK, LINE, QUIET } from './inks';

/** When a sheet was drawn, in the words of whoever reads it. */
export interface Printing {
  printedAt: string;
}

pdfmake.setFonts(FONTS);
// A sheet draws on nothing but its own rows and the fonts that ship with Jacana.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => Object.values(FONTS).some((face) => Object.values(face).includes(path)));

/** Draws a sheet on A4, true to size: title, date and page number on every page. */
export async function renderSheet(sheet: Sheet, { printedAt }: Printing): Promise<Uint8Array> {
  const document: TDocumentDefinitions = {
    info: { title: `${sheet.name}: ${sheet.title}`, creator: 'Jacana' },
    pageSize: sheet.paper === 'Letter' ? 'LETTER' : 'A4',
    pageMargins: [42, 62, 42, 48],
    defaultStyle: { font: 'Text', fontSize: 10, color: INK, lineHeight: 1.15 },
    header: () => ({
      margin: [42, 26, 42, 0],
      columns: [
        { text: runs(`${sheet.title} · ${sheet.name}`, 'Text'), bold: true },
        { text: printedAt, alignment: 'right', color: QUIET, width: 'auto' },
      ],
    }),
    footer: (page, of) => ({
      margin: [42, 14, 42, 0],
      columns: [
        { text: 'Jacana', color: QUIET },
        { text: `${page} / ${of}`, alignment: 'right', color: QUIET },
      ],
    }),
    // A heading alone at the foot of a page says nothing.
    pageBreakBefore: (node, { getFollowingNodesOnPage }) =>
      node.headlineLevel === 1 && getFollowingNodesOnPage().length === 0,
    content: [{ text: runs(sheet.name, 'Answer'), fontSize: 22, margin: [0, 0, 0, 8] }, ...sheet.blocks.map(contentOf)],
  };
  return await pdfmake.createPdf(document).getBuffer();
}

function contentOf(block: Block): Content {
  switch (block.kind) {
    case 'heading':
      return { text: runs(block.text, 'Text'), headlineLevel: 1, bold: true, fontSize: 12, margin: [0, 10, 0, 3] };
    case 'text':
      return textOf(block);
    case 'facts':
      return factsOf(block.facts);
    case 'table':
      return tableOf(block);
    case 'trays':
      return traysOf(block.above, block.trays);
    case 'cards':
      return cardsOf(block.cards);
    case 'personal':
      return personalOf(block);
    case 'question':
      return questionOf(block);
    case 'chart':
      return chartOf(block);
    case 'new-page':
      return { text: '', pageBreak: 'before' };
  }
}

function textOf({ text, look }: Extract<Block, { kind: 'text' }>): Content {
  switch (look) {
    case 'lead':
      return { text: runs(text, 'Answer'), fontSize: 18, margin: [0, 4, 0, 4] };
    case 'quiet':
      return { text: runs(text, 'Text'), color: QUIET, margin: [0, 0, 0, 4] };
    case 'code':
      return { text, font: 'Code', margin: [0, 0, 0, 4] };
    case 'plain':
      return { text: runs(text, 'Text'), margin: [0, 0, 0, 4] };
  }
}

/** As wide as the page, and never torn in two. */
const chartOf = ({ title, aside, drawing }: Extract<Block, { kind: 'chart' }>): Content => ({
  margin: [0, 4, 0, 10],
  unbreakable: true,
  stack: [
    { text: [...runs(title, 'Text').map((run) => ({ ...run, bold: true })), { text: `  ${aside}`, color: QUIET }] },
    { svg: drawing.svg, width: drawing.width, margin: [0, 4, 0, 0] },
  ],
});

/** A table of one column, since its head comes again on every page. */
const personalOf = ({ name, blocks }: Extract<Block, { kind: 'personal' }>): Content => ({
  layout: {
    defaultBorder: false,
    paddingLeft: () => 0,
    paddingRight: () => 0,
    paddingTop: () => 0,
    paddingBottom: () => 0,
  },
  table: {
    headerRows: 1,
    keepWithHeaderRows: 1,
    widths: ['*'],
    body: [
      [{ text: runs(name, 'Text'), bold: true, fontSize: 14, margin: [0, 0, 0, 4] }],
      ...blocks.map((block): TableCell[] => [contentOf(block)]),
    ],
  },
});

const factsOf = (facts: Extract<Block, { kind: 'facts' }>['facts']): Content => ({
  margin: [0, 2, 0, 8],
  layout: 'noBorders',
  table: {
    widths: [92, '*'],
    body: facts.map(({ name, lines }): TableCell[] => [
      { text: runs(name, 'Text'), color: QUIET },
      {
        stack: lines.map((line) =>
          isDigest(line) ? { text: line, font: 'Code', fontSize: 9 } : { text: runs(line, 'Text') },
        ),
      },
    ]),
  },
});

const isDigest = (text: string): boolean => /^[0-9a-f]{64}$/.test(text);

/** Headings, and what stands above them, come again on every page that the table runs over to. */
function tableOf({ above, columns, rows }: Extract<Block, { kind: 'table' }>): Content {
  const head = columns.map(({ name }): TableCell => ({ text: runs(name, 'Text'), color: QUIET, fontSize: 9 }));
  const title: TableCell[] = [
    { text: runs(above, 'Text'), bold: true, colSpan: columns.length, border: [false, false, false, false] },
    ...columns.slice(1).map(() => ''),
  ];
  const cell = (text: string, at: number): TableCell =>
    columns[at].isCode ? { text, font: 'Code', bold: true, fontSize: 11 } : { text: runs(text, 'Text') };
  return {
    margin: [0, 4, 0, 10],
    layout: {
      hLineWidth: (line) => (line === 0 ? 0 : 0.5),
      vLineWidth: () => 0,
      hLineColor: () => LINE,
      paddingLeft: (column) => (column === 0 ? 0 : 6),
      paddingRight: () => 6,
      paddingTop: () => 3,
      paddingBottom: () => 2,
    },
    table: {
      headerRows: above ? 2 : 1,
      keepWithHeaderRows: 1,
      dontBreakRows: true,
      widths: columns.map(({ isWide }) => (isWide ? '*' : 'auto')),
      body: [...(above ? [title] : []), head, ...rows.map((row) => row.map(cell))],
    },
  };
}

/** Trays two by two, codes on their pads. */
function traysOf(above: string, trays: readonly Tray[]): Content {
  const pairs = Array.from({ length: Math.ceil(trays.length / 2) }, (_, at) => trays.slice(2 * at, 2 * at + 2));
  const frame = (tray: Tray | undefined): TableCell => (tray ? { stack: trayOf(tray), margin: [4, 4, 4, 4] } : '');
  return {
    margin: [0, 4, 0, 8],
    layout: { hLineColor: () => LINE, vLineColor: () => LINE, hLineWidth: () => 0.5, vLineWidth: () => 0.5 },
    table: {
      headerRows: above ? 1 : 0,
      dontBreakRows: true,
      widths: ['*', '*'],
      body: [
        ...(above
          ? [
              [
                {
                  text: runs(above, 'Text'),
                  bold: true,
                  fontSize: 13,
                  colSpan: 2,
                  border: [false, false, false, false],
                },
                '',
              ],
            ]
          : []),
        ...pairs.map(([left, right]) => [frame(left), frame(right)]),
      ] as TableCell[][],
    },
  };
}

const PAD = 34;

function trayOf({ seat, name, rows }: Tray): Content[] {
  return [
    {
      columns: [
        { text: runs(seat, 'Text'), bold: true, width: 'auto' },
        { text: runs(name, 'Text'), alignment: 'right', color: QUIET },
      ],
    },
    ...rows.map((row): Content => ({
      columnGap: 4,
      margin: [0, 3, 0, 0],
      columns: [
        ...(row.name ? [nameOfRow(row.name)] : []),
        { stack: lines(row.codes, row.name ? 4 : 5).map((codes) => padsOf(codes, row.isWarmUp)), width: '*' },
      ],
    })),
  ];
}

const nameOfRow = (name: string): Column => ({
  ...{ text: runs(name, 'Text'), color: QUIET, width: 46, fontSize: 8 },
  margin: [0, 10, 0, 0],
});

const lines = (codes: readonly string[], width: number): string[][] =>
  Array.from({ length: Math.ceil(codes.length / width) }, (_, at) => codes.slice(at * width, (at + 1) * width));

const padsOf = (codes: readonly string[], isWarmUp: boolean): Content => ({
  columnGap: 3,
  columns: codes.map((code) => ({
    width: PAD,
    stack: [
      { svg: padSvg(isWarmUp), width: PAD },
      { text: code, font: 'Code', bold: true, alignment: 'center', relativePosition: { x: 0, y: -PAD * 0.66 } },
    ],
  })),
});

const padSvg = (isWarmUp: boolean): string =>
  `<svg viewBox="-52 -52 104 104" width="104" height="104"><path d="${padPath(SEALED_NOTCH)}" fill="${isWarmUp ? 'none' : '#DCE8E0'}" stroke="${INK}" stroke-width="2.5" ${isWarmUp ? 'stroke-dasharray="6 6"' : ''}/></svg>`;

/** Cards of equal size with dashed edges to cut along, two by four on a page. */
function cardsOf(cards: Extract<Block, { kind: 'cards' }>['cards']): Content {
  const pairs = Array.from({ length: Math.ceil(cards.length / 2) }, (_, at) => cards.slice(2 * at, 2 * at + 2));
  return {
    layout: {
      hLineStyle: () => ({ dash: { length: 3, space: 3 } }),
      vLineStyle: () => ({ dash: { length: 3, space: 3 } }),
      hLineColor: () => QUIET,
      vLineColor: () => QUIET,
    },
    table: {
      dontBreakRows: true,
      widths: ['*', '*'],
      heights: 118,
      body: pairs.map(([left, right]) => [cardOf(left), right ? cardOf(right) : '']),
    },
  };
}

function cardOf({
  name,
  lines: said,
  address,
  typedAt,
  code,
}: Extract<Block, { kind: 'cards' }>['cards'][number]): TableCell {
  return {
    margin: [6, 6, 6, 6],
    columnGap: 10,
    columns: [
      { qr: address, fit: 96, width: 'auto', foreground: '#000000' },
      {
        stack: [
          { text: runs(name, 'Text'), bold: true, fontSize: 14 },
          ...said.map((line) => ({ text: runs(line, 'Text') })),
          { text: typedAt.replace(/^https?:\/\//, ''), font: 'Code', fontSize: 9 },
          { text: code, font: 'Code', bold: true, fontSize: 14, margin: [0, 2, 0, 0] },
        ],
      },
    ],
  };
}
