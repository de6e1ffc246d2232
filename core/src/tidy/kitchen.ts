import { chainOf, kitchenState, piecesNow } from '../kitchen';
import { holding } from '../log';
import type { KitchenEntry, TastingBundle } from '../tasting';
import { csvOf } from './csv';

/** One entry about one piece, one line. What was taken back is left out. */
interface KitchenRow {
  at: string;
  stored_at: string;
  by: string;
  kind: string;
  piece: string;
  method: string;
  step: string;
  value: number | '';
  unit: string;
  text: string;
}

/** The kitchen log as CSV. It holds methods and tags, and no code. */
export function kitchenCsv({
  tasting,
  pieces,
  records,
}: Pick<TastingBundle, 'tasting' | 'pieces' | 'records'>): string {
  const methods = new Map(tasting.methods.map((method) => [method.id, method]));
  const methodOf = new Map(
    piecesNow(pieces, kitchenState(records.kitchen)).map(({ tag, method }) => [tag, methods.get(method)]),
  );
  const rows = holding(records.kitchen).flatMap(({ at, storedAt, by, body }) => {
    const tags = 'pieces' in body ? body.pieces : 'piece' in body ? [body.piece] : [''];
    return tags.map((piece): KitchenRow => {
      const method = methodOf.get(piece);
      const step = 'step' in body && method ? chainOf(method).find(({ id }) => id === body.step)?.name : undefined;
      return {
        ...{ at, stored_at: storedAt, by, kind: body.kind, piece },
        ...{ method: method?.name ?? '', step: step ?? '' },
        ...measuredIn(body),
      };
    });
  });
  return csvOf(rows, ['at', 'stored_at', 'by', 'kind', 'piece', 'method', 'step', 'value', 'unit', 'text']);
}

type Measured = Pick<KitchenRow, 'value' | 'unit' | 'text'>;
type Body = KitchenEntry['body'];

const number = (value: number, unit: string, text = ''): Measured => ({ value, unit, text });
const words = (text: string): Measured => ({ value: '', unit: '', text });
const probe = ({ device, channel }: { device: string; channel: number }): string => `${device}, channel ${channel}`;

/** What each kind of entry says beyond its piece and step; kinds that are not here say no more. */
const MEASURED: { [Kind in Body['kind']]?: (body: Extract<Body, { kind: Kind }>) => Measured } = {
  mass: ({ grams }) => number(grams, 'g'),
  temperature: ({ celsius }) => number(celsius, '°C'),
  thickness: ({ millimetres }) => number(millimetres, 'mm'),
  dose: ({ grams, name }) => number(grams, 'g', name),
  gate: ({ decision, because }) => words([decision, because].filter(Boolean).join(': ')),
  noted: ({ text }) => words(text),
  skipped: ({ because }) => words(because),
  probed: (body) => words(`${probe(body)}: ${body.where}`),
  unprobed: (body) => words(probe(body)),
  checked: ({ check, isSo }) => words(`${check}: ${isSo ? 'yes' : 'no'}`),
  redone: ({ as }) => words(`as ${as}`),
  settled: ({ proposal, noted }) => words(`${proposal}: ${noted ? 'noted' : 'not needed'}`),
};

function measuredIn(body: Body): Measured {
  const say = MEASURED[body.kind] as ((body: Body) => Measured) | undefined;
  return say?.(body) ?? words('');
}
