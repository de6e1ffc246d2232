import type { Block, Sheet } from '../presentation';

/** Lines are broken here where they are prose; tables keep their width. */
const WIDTH = 96;

/**
 * A sheet as plain text, for a letter or a note: what stands on paper, without its drawings.
 *
 * @returns lines of at most 96 letters, but for tables
 */
export function plainText(sheet: Sheet): string {
  const head = [sheet.title, '='.repeat(Math.min(WIDTH, sheet.title.length)), ''];
  return `${[...head, ...sheet.blocks.flatMap(linesOf)]
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trimEnd()}\n`;
}

function linesOf(block: Block): string[] {
  switch (block.kind) {
    case 'heading':
      return ['', block.text, '-'.repeat(Math.min(WIDTH, block.text.length)), ''];
    case 'text':
      return [...folded(block.text, WIDTH), ''];
    case 'facts':
      return block.facts.flatMap(({ name, lines }) => [
        `${name}:`,
        ...lines.flatMap((line) => folded(line, WIDTH - 2).map((part) => `  ${part}`)),
        '',
      ]);
    case 'table':
      return ['', block.above, ...aligned([block.columns.map(({ name }) => name), ...block.rows]), ''];
    case 'personal':
      return ['', block.name, ...block.blocks.flatMap(linesOf)];
    default:
      // Charts have their numbers in a table beside them; trays, cards and paper ballots are drawn, or they are nothing.
      return [];
  }
}

/** The first column to the left, the others to the right. */
function aligned(rows: readonly (readonly string[])[]): string[] {
  const widths = rows[0].map((_, at) => Math.max(...rows.map((row) => [...(row[at] ?? '')].length)));
  const padded = (cell: string, at: number): string => {
    const room = ' '.repeat(widths[at] - [...cell].length);
    return at === 0 ? cell + room : room + cell;
  };
  return rows.map((row) => `  ${row.map(padded).join('  ')}`.trimEnd());
}

function folded(text: string, width: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(/\s+/)) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= width) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
