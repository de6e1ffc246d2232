import { orderBalance, servingOrders } from '@jacana/core/design';
import { randomStream } from '@jacana/core/numeric';
import { useMemo } from 'react';
import { api } from '../../app/api';
import { Card } from '../../ui/Card';
import { Heat } from '../../ui/Heat';
import { useDrafting } from '../../drafting/draft';

/** How even the serving orders are: by sample letter before the lock, by code after it. */
export function BalanceCard() {
  const { draft, isLocked, tasting } = useDrafting();
  const { data: plan } = api.useGetPlanQuery({ id: tasting.id }, { skip: !isLocked });
  const [samples, panelists] = [draft.methods.length, draft.panel.length];
  const shown = useMemo(() => {
    if (plan) return byCode(plan.trays.map((tray) => tray.codes));
    if (isLocked || samples < 2 || panelists < 1) return null;
    // Any seed shows the same evenness; the lock draws its own.
    const orders = servingOrders(samples, panelists, randomStream('preview', 'orders'));
    return {
      names: Array.from({ length: samples }, (_, at) => String.fromCharCode(65 + at)),
      ...orderBalance(orders, samples),
    };
  }, [plan, isLocked, samples, panelists]);
  if (!shown) return null;
  const { positionImbalance: positions, carryOverImbalance: neighbours, names } = shown;
  const title =
    positions === 0 && neighbours === 0 ? 'Orders are perfectly even' : 'Orders are as even as this panel allows';
  return (
    <Card title={title} aside="Williams design">
      <div className="flex flex-wrap gap-x-8 gap-y-3">
        <Heat
          caption="times at each position"
          counts={shown.positions}
          rows={names}
          columns={names.map((_, at) => String(at + 1))}
        />
        <Heat
          caption="times row comes right before column"
          counts={shown.neighbours}
          rows={names}
          columns={names}
          offDiagonal
        />
      </div>
    </Card>
  );
}

/** Codes in rising order, so that the table says nothing about the order of the methods. */
export function byCode(orders: string[][]) {
  const names = [...new Set(orders.flat())].sort();
  return {
    names,
    ...orderBalance(
      orders.map((order) => order.map((code) => names.indexOf(code))),
      names.length,
    ),
  };
}
