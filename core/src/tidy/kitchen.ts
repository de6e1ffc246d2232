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

function measuredIn(body: KitchenEntry['body']): Pick<KitchenRow, 'value' | 'unit' | 'text'> {
  const none = { value: '' as const, unit: '', text: '' };
  switch (body.kind) {
    case 'mass':
      return { ...none, value: body.grams, unit: 'g' };
    case 'temperature':
      return { ...none, value: body.celsius, unit: '°C' };
    case 'thickness':
      return { ...none, value: body.millimetres, unit: 'mm' };
    case 'dose':
      return { value: body.grams, unit: 'g', text: body.name };
    case 'gate':
      return { ...none, text: [body.decision, body.because].filter(Boolean).join(': ') };
    case 'noted':
      return { ...none, text: body.text };
    case 'skipped':
      return { ...none, text: body.because };
    case 'probed':
      return { ...none, text: `${body.device}, channel ${body.channel}: ${body.where}` };
    case 'unprobed':
      return { ...none, text: `${body.device}, channel ${body.channel}` };
    case 'redone':
      return { ...none, text: `as ${body.as}` };
    case 'settled':
      return { ...none, text: `${body.proposal}: ${body.noted ? 'noted' : 'not needed'}` };
    default:
      return none;
  }
}
