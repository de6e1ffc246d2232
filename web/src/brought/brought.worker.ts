import {
  bundleOf,
  decoded,
  guessedBrought,
  NoTable,
  readBrought,
  tableOfCells,
  tableOfText,
  type BroughtAs,
  type BroughtMapping,
  type BroughtTable,
} from '@jacana/core/brought';
import type { TastingBundle } from '@jacana/core/bundle';
import { expose } from 'comlink';
import { cellsOfWorkbook } from './workbook';

/** What a person looks at before anything is read. */
export interface Opened {
  headings: string[];
  /** The first rows. */
  rows: string[][];
  rowCount: number;
  guess: BroughtMapping;
  /** How it was read, such as "UTF-8"; empty for what was pasted. */
  how: string;
}

/** What a mapping makes of the table. */
export interface Understood {
  problems: { field: string; message: string }[];
  /** Empty where there are problems. */
  summary: string;
}

const SHOWN_ROWS = 5;
let table: BroughtTable | null = null;

function opened(next: BroughtTable, how: string): Opened {
  table = next;
  const { headings, rows } = next;
  return { headings, rows: rows.slice(0, SHOWN_ROWS), rowCount: rows.length, guess: guessedBrought(next), how };
}

/** Errors lose their class on the way out of a worker, so what to tell the person is all that they carry. */
async function open(name: string, bytes: Uint8Array): Promise<Opened> {
  try {
    if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
      const { cells, sheet } = await cellsOfWorkbook(bytes);
      return opened(tableOfCells(cells), `sheet "${sheet}"`);
    }
    const { text, encoding } = decoded(bytes);
    if (text.includes('\u0000')) throw new NoTable('It is neither a CSV nor an XLSX file.');
    return opened(tableOfText(text), encoding);
  } catch (error) {
    if (error instanceof NoTable) throw new Error(`${name} cannot be read. ${error.message}`, { cause: error });
    throw new Error(`${name} cannot be read: save it as CSV or XLSX, and try again.`, { cause: error });
  }
}

const broughtWorker = {
  open,
  paste: (text: string): Opened => opened(tableOfText(text), ''),
  understood: (mapping: BroughtMapping): Understood => {
    if (!table) return { problems: [], summary: '' };
    const { brought, problems } = readBrought(table, mapping);
    if (!brought) return { problems, summary: '' };
    const { panelists, samples, servings, empty, ordersKnown } = brought;
    const parts = [
      `${panelists.length} panelists, ${samples.length} samples, ${servings.length} servings`,
      empty > 0 ? `${empty} cells are empty, and nothing is filled in for them` : '',
      ordersKnown ? '' : 'the order of serving is not known',
    ];
    return { problems: [], summary: `${parts.filter(Boolean).join('; ')}.` };
  },
  bundle: (mapping: BroughtMapping, as: BroughtAs): TastingBundle => {
    const brought = table && readBrought(table, mapping).brought;
    if (!brought) throw new Error('There is nothing to make a tasting of.');
    return bundleOf(brought, as);
  },
};

export type BroughtWorker = typeof broughtWorker;
expose(broughtWorker);
