/** A text, and the encoding that its bytes were read in. */
export interface ReadText {
  text: string;
  encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';
}

/**
 * Reads a text file whose encoding nobody said: by its byte-order mark, else as UTF-8, else, where
 * its bytes cannot be that, as Windows-1252, which spreadsheets of Western Europe still write.
 */
export function decoded(bytes: Uint8Array): ReadText {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return read(bytes, 'utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return read(bytes, 'utf-16be');
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return read(bytes, 'windows-1252');
  }
}

export const textOf = async (file: Blob): Promise<ReadText> => decoded(new Uint8Array(await file.arrayBuffer()));

const read = (bytes: Uint8Array, encoding: ReadText['encoding']): ReadText => ({
  text: new TextDecoder(encoding).decode(bytes),
  encoding,
});
