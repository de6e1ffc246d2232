import { existsSync, readFileSync } from 'node:fs';

const [HEADER, FRAME_HEADER] = [32, 24];
const [MAGIC, BIG_ENDIAN_SUMS] = [0x377f0682, 1];

/**
 * Whether the write-ahead log beside a data file is damaged where it holds what was committed. SQLite reads such a log
 * up to the damage and goes on without a word: everything that was stored after it would be gone.
 *
 * Each frame carries a sum over itself and the frame before, and the log's salt; frames of another salt are left over
 * from before and say nothing. What was being written when the power failed may be torn, but that is the last commit at
 * most, and nobody was told that it is stored.
 *
 * Source: the layout of the log in "Database File Format", sqlite.org (from memory).
 */
export function isLogDamaged(data: string): boolean {
  const file = `${data}-wal`;
  if (!existsSync(file)) return false;
  const log = readFileSync(file);
  if (log.length < HEADER + FRAME_HEADER) return false;
  const magic = log.readUInt32BE(0);
  const word =
    (magic & BIG_ENDIAN_SUMS) === 1 ? (at: number) => log.readUInt32BE(at) : (at: number) => log.readUInt32LE(at);
  const head = sumOver(word, [0, 0], [0, 24]);
  if ((magic | BIG_ENDIAN_SUMS) !== (MAGIC | BIG_ENDIAN_SUMS) || !isSum(log, 24, head)) return true;
  const size = log.readUInt32BE(8);
  let [before, commits, isBroken] = [head, 0, false];
  for (let at = HEADER; at + FRAME_HEADER + size <= log.length; at += FRAME_HEADER + size) {
    if (!log.subarray(at + 8, at + 16).equals(log.subarray(16, 24))) break;
    const sum = sumOver(word, sumOver(word, before, [at, at + 8]), [at + FRAME_HEADER, at + FRAME_HEADER + size]);
    isBroken ||= !isSum(log, at + 16, sum);
    if (isBroken && log.readUInt32BE(at + 4) > 0) commits++;
    before = [log.readUInt32BE(at + 16), log.readUInt32BE(at + 20)];
  }
  return commits > 1;
}

type Sum = [number, number];

const isSum = (log: Buffer, at: number, [one, other]: Sum): boolean =>
  log.readUInt32BE(at) === one && log.readUInt32BE(at + 4) === other;

function sumOver(word: (at: number) => number, [one, other]: Sum, [from, to]: [number, number]): Sum {
  let [a, b] = [one, other];
  for (let at = from; at < to; at += 8) {
    a = (a + word(at) + b) >>> 0;
    b = (b + word(at + 4) + a) >>> 0;
  }
  return [a, b];
}
