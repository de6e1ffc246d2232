import { midRanks, pieceBlocks, type BlockRow } from '../../src/inference';
import { methodTestText } from '../../src/verdict';
import { BadInput } from '../badInput';
import { readLongTable, type Answer, type Columns, type LongTable } from '../longTable';
import type { Report } from '../report';
import type { AnalyseOptions, Counted } from './testCommand';

/**
 * What a file says of the methods beyond the pieces that were eaten, where a column says which
 * answers shared pieces; without one, that there is nothing to say.
 */
export function ofMethods(text: string, options: AnalyseOptions, counted: Counted): Report {
  if (options.block === undefined) {
    if (options.piece !== undefined)
      throw new BadInput('--piece needs --block, the column that numbers blocks of pieces.');
    return {
      json: { about: 'pieces' },
      lines: ['This speaks of the pieces that were eaten; with --block, of the methods too.'],
    };
  }
  const table = readLongTable(text, options as Columns);
  onePieceEach(table);
  const { alpha, seed } = options;
  const test = pieceBlocks(rowsOf(table, counted), {
    methods: table.samples.length,
    alpha,
    seed,
    ranked: counted === 'ranks',
  });
  const isShown = test.test === 'piece-blocks' && test.probability.p <= alpha;
  const pairs =
    test.test === null
      ? []
      : test.pairs.map(({ a, b, ...pair }) => ({ a: table.samples[a], b: table.samples[b], ...pair }));
  return {
    json: {
      about: isShown ? 'methods' : 'pieces',
      ofMethods:
        test.test === null
          ? { p: null, reason: test.reason }
          : { ...test, p: test.probability.p, means: undefined, pairs },
    },
    lines: [
      methodTestText(test),
      ...pairs.map(
        ({ a, b, difference, adjustedP }) =>
          `  ${a} - ${b}: ${difference.toFixed(4)}, p by Tukey ${adjustedP.toFixed(4)}`,
      ),
      isShown
        ? 'The methods differ, and not only their pieces.'
        : 'What differs above may be the pieces, and not the methods.',
    ],
  };
}

/** One row for each panelist and replicate; the block is that of most of its values. */
function rowsOf({ answers }: LongTable, counted: Counted): BlockRow[] {
  const rows = new Map<string, Answer[]>();
  for (const answer of answers) {
    const name = `${answer.panelist} ${answer.replicate ?? ''}`;
    rows.set(name, [...(rows.get(name) ?? []), answer]);
  }
  const times = new Map<number, number>();
  for (const [{ panelist }] of rows.values()) times.set(panelist, (times.get(panelist) ?? 0) + 1);
  return [...rows.values()]
    .filter((own) => own.length > 1)
    .map((own) => {
      const values = own.map(({ value }) => value);
      const blocks = own.map(({ block = 0 }) => block);
      const often = (block: number): number => blocks.filter((other) => other === block).length;
      return {
        panelist: own[0].panelist,
        block: [...blocks].sort((a, b) => often(b) - often(a) || a - b)[0],
        samples: own.map(({ sample }) => sample),
        values: counted === 'ranks' ? midRanks(values) : values,
        weight: 1 / (times.get(own[0].panelist) ?? 1),
      };
    });
}

/** A block holds one piece of each sample. */
function onePieceEach({ answers, samples }: LongTable): void {
  const pieces = new Map<string, string>();
  for (const { block, sample, piece } of answers) {
    if (piece === undefined) return;
    const name = `${block} ${sample}`;
    const before = pieces.get(name) ?? piece;
    if (before !== piece)
      throw new BadInput(
        `Sample "${samples[sample]}" has two pieces in one block ("${before}" and "${piece}"): a block holds one piece of each.`,
      );
    pieces.set(name, piece);
  }
}
