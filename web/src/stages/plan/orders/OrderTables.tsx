import { Heat } from '../../../ui/Heat';
import type { ShownOrders } from './balance';

/** Orders as small tables of counts: places, neighbours, and for incomplete ones who meets whom. */
export function OrderTables({ shown: { names, report }, complete }: { shown: ShownOrders; complete: boolean }) {
  return (
    <div className="flex flex-wrap gap-x-8 gap-y-3">
      <Heat
        caption="times at each position"
        counts={report.positions}
        rows={names}
        columns={report.positions[0].map((_, at) => String(at + 1))}
      />
      <Heat
        caption="times row comes right before column"
        counts={report.neighbours}
        rows={names}
        columns={names}
        offDiagonal
      />
      {!complete && (
        <Heat
          caption="times the two stand side by side"
          counts={report.concurrence}
          rows={names}
          columns={names}
          offDiagonal
        />
      )}
    </div>
  );
}
