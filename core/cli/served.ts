import type { TastingBundle } from '../src/bundle';
import { NotUnsealed } from '../src/findings';
import { servedCsv, servedRows } from '../src/tidy';
import { columns, type Report } from './report';

/** `jacana served`. */
export function servedReport(bundle: TastingBundle): { csv: string; report: Report } {
  const { key } = bundle;
  if (!key) throw new NotUnsealed(bundle.plan ? 'key' : 'plan');
  const rows = servedRows(bundle, key);
  const changed = rows.filter((row) => row.as_planned === 'no');
  return {
    csv: servedCsv(bundle, key),
    report: {
      json: { plates: rows },
      lines: [
        `${rows.length} plates, ${changed.length} of them not as planned.`,
        ...columns([
          ['sitting', 'seat', 'panelist', 'place', 'code', 'method', 'piece', 'eaten', 'planned'],
          ...rows.map((row) => [
            ...[String(row.sitting), String(row.seat), row.panelist, String(row.position), row.code],
            ...[row.method, row.piece, row.eaten, row.as_planned === 'yes' ? '' : plannedText(row)],
          ]),
        ]),
      ],
    },
  };
}

const plannedText = (row: ReturnType<typeof servedRows>[number]): string =>
  [row.planned_method, row.planned_piece, `place ${row.planned_position}`].join(' ');
