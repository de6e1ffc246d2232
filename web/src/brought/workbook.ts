import { NoTable } from '@jacana/core/brought';
import { unzipSync } from 'fflate';
import readWorkbook from 'read-excel-file/web-worker';

/** Unpacked, a workbook of 50,000 rows has some 40 MB; what grows beyond that is no table of a tasting. */
const MOST_BYTES = 100_000_000;
const MOST_FILES = 1000;

/** The cells of the first sheet that holds any. @throws NoTable for what is too large, or no workbook */
export async function cellsOfWorkbook(
  bytes: Uint8Array,
): Promise<{ cells: readonly (readonly unknown[])[]; sheet: string }> {
  refuseBombs(bytes);
  const sheets = await readWorkbook(new Blob([bytes as BlobPart]));
  const filled = sheets.find(({ data }) => data.length > 0);
  if (!filled) throw new NoTable('No sheet of it holds anything.');
  return { cells: filled.data, sheet: filled.sheet };
}

/** Reads how large its parts say they are, and unpacks none of them. */
function refuseBombs(bytes: Uint8Array): void {
  let [total, files] = [0, 0];
  unzipSync(bytes, {
    filter: ({ originalSize }) => {
      total += originalSize;
      files++;
      return false;
    },
  });
  if (total > MOST_BYTES || files > MOST_FILES)
    throw new NoTable(`Unpacked it has ${Math.round(total / 1_000_000)} MB in ${files} parts: too large for a table.`);
}
