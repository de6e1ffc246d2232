import { isOfTwoSamples } from '@jacana/core/design';
import { api } from '../../client/api';
import type { SittingTrayView } from '../../client/api.generated';
import { useInTasting } from '../../shell/session';
import { Loading } from '../../ui/Notice';
import { Sheet } from '../../ui/Sheet';
import { setsOf } from './orders/BalanceCard';
import { ordersByCode } from './orders/balance';
import { OrderTables } from './orders/OrderTables';
import { PlanFacts } from './PlanFacts';

/** The locked plan on paper, with the fingerprint that vouches for it. Codes only. */
export function PlanSheet() {
  const { card } = useInTasting();
  const { data: plan } = api.useGetPlanQuery({ id: card.id });
  const { data: tasting } = api.useGetTastingQuery({ id: card.id });
  if (!plan || !tasting) return <Loading what="the plan" />;
  const { draft } = tasting;
  const sittings = Array.from({ length: draft.service.sittings }, (_, at) => at + 1);
  return (
    <Sheet title={`Plan: ${card.title}`} back={`/tastings/${card.id}/plan`}>
      <PlanFacts plan={plan} draft={draft} />
      {sittings.map((sitting) => (
        <Orders
          key={sitting}
          heading={sittings.length > 1 ? `Serving orders, sitting ${sitting}` : 'Serving orders'}
          trays={plan.trays.filter((tray) => tray.sitting === sitting)}
          hasTables={draft.service.codes === 'shared' && !isOfTwoSamples(draft.test)}
        />
      ))}
    </Sheet>
  );
}

interface OrdersProps {
  heading: string;
  trays: SittingTrayView[];
  hasTables: boolean;
}

function Orders({ heading, trays, hasTables }: OrdersProps) {
  const shown = ordersByCode(trays.flatMap(setsOf));
  const most = Math.max(...trays.map((tray) => tray.codes.length));
  return (
    <section className="mb-8">
      {hasTables && (
        <div className="mb-6">
          <OrderTables shown={shown} complete />
        </div>
      )}
      <table className="w-full">
        <caption className="pb-1 text-left font-bold">{heading}</caption>
        <thead>
          <tr className="border-b border-line text-left text-sm text-quiet">
            <th scope="col">Flight</th>
            <th scope="col">Seat</th>
            <th scope="col">Panelist</th>
            {Array.from({ length: most }, (_, at) => (
              <th key={at} scope="col">
                {trays[0]?.warmUp ? (at === 0 ? 'warm-up' : at) : at + 1}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {trays.map((tray) => (
            <tr key={tray.panelistId} className="break-inside-avoid border-b border-line/60">
              <td className="py-1 font-mono">{tray.flight}</td>
              <td className="font-mono">{tray.seat}</td>
              <td>{tray.name}</td>
              {tray.codes.map((code) => (
                <td key={code} className="font-mono font-semibold">
                  {code}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
