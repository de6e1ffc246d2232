import type { TastingBundle } from '../src/bundle';
import { logOfSheet, piecesToCome, piecesToCook, runSheetOf, type ToCook } from '../src/kitchen';
import { flightsOfPieces } from '../src/served';
import { columns, type Report } from './report';

/** `jacana run-sheet`. */
export function runSheetReport(bundle: TastingBundle, onProgress?: (fraction: number) => void): Report {
  const { tasting, plan, range, records } = bundle;
  // A sheet must not hang on the key: who reads the kitchen's sheet may read the fingerprint, not the seed.
  const seed = plan?.fingerprint ?? tasting.createdAt;
  const log = logOfSheet(records.kitchen);
  const sheet = runSheetOf({ methods: tasting.methods, pieces: toCook(bundle), range, seed, log }, { onProgress });
  const { isFeasible, isProvenBest, steps, waits, waiting, why, replannedAt, putOff } = sheet;
  if (!isFeasible) return { json: sheet, lines: ['There is no run sheet.', ...why] };
  const waited = waits.filter(({ minutes, least }) => minutes > least);
  return {
    json: sheet,
    lines: [
      ...(replannedAt === null ? [] : [`Planned anew at ${replannedAt.slice(0, 16)}.`]),
      ...putOff.map(({ from, to }) => `What was to be served at ${from.slice(0, 16)} is served at ${to.slice(0, 16)}.`),
      `${steps.length} steps; pieces wait ${waiting} minutes in all${isProvenBest ? ', and no sheet waits less' : ''}.`,
      ...columns([
        ['start', 'end', 'piece', 'place', 'hands', 'step'],
        ...steps.map(({ start, end, piece, equipment, place, hands, name, method }) => [
          ...[start.slice(0, 16), end.slice(11, 16), piece],
          ...[equipment ? `${equipment} ${place}` : '-', hands ?? '-', `${name}, ${method}`],
        ]),
      ]),
      ...waited.map(
        ({ piece, minutes, most }) => `${piece} waits ${minutes} min${most < 240 ? ` of at most ${most}` : ''}`,
      ),
    ],
  };
}

/** Every piece with the flights that it is served to, as far as the bundle says. */
function toCook({ tasting, plan, pieces, key, range, records }: TastingBundle): ToCook[] {
  if (pieces.length === 0) return piecesToCome(tasting.methods, tasting.piecesPerMethod, range);
  const { kitchen, amendments } = records;
  const flights =
    key && plan
      ? flightsOfPieces({ tasting, plan, pieces, key, amendments }, kitchen)
      : new Map<string, ToCook['flights']>();
  return piecesToCook(pieces, kitchen, flights);
}
