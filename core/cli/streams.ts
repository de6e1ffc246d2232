import { parseBundle } from '../src/bundle';
import type { Sheet } from '../src/sheets';
import { BadInput } from './badInput';

/** Where the command reads and writes; replaced in tests. */
export interface Streams {
  read: (file: string) => string;
  out: (text: string) => void;
  error: (text: string) => void;
  /** Told how far long work is; not at all where nobody would see it. */
  progress?: (fraction: number) => void;
  /** Draws a sheet as PDF into a file, once the command is done; not at all where nothing can draw. */
  draw?: (sheet: Sheet, file: string) => void;
}

/** A bundle, checked. @throws BadInput naming the first field that is wrong */
export function readBundle(streams: Streams, file: string) {
  const text = readInput(streams, file);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new BadInput(`${file} is not JSON: ${(error as Error).message}`);
  }
  const { bundle, problems } = parseBundle(data);
  if (bundle) return bundle;
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
  throw new BadInput(`${file}, ${problems[0].field}: ${problems[0].message}${more}`);
}

/** The text of a file. @throws BadInput when it cannot be read */
export function readInput(streams: Streams, file: string): string {
  try {
    return streams.read(file);
  } catch (error) {
    throw new BadInput(`Cannot read ${file}: ${(error as Error).message}`);
  }
}
