import { format } from 'date-fns';
import { api } from '../../app/api';
import { useInTasting } from '../../app/session';
import { Heat } from '../../ui/Heat';
import { Loading } from '../../ui/Notice';
import { Sheet } from '../../ui/Sheet';
import { byCode } from './BalanceCard';

/** The locked plan on paper, with the fingerprint that vouches for it. Codes only. */
export function PlanSheet() {
  const { card } = useInTasting();
  const { data: plan } = api.useGetPlanQuery({ id: card.id });
  if (!plan) return <Loading what="the plan" />;
  const balance = byCode(plan.trays.map((tray) => tray.codes));
  return (
    <Sheet title={`Plan: ${card.title}`} back={`/tastings/${card.id}/plan`}>
      <dl className="mb-5 grid grid-cols-[9rem_1fr] gap-y-1">
        <dt className="text-quiet">Locked</dt>
        <dd>{format(plan.lockedAt, 'd MMMM yyyy, HH:mm:ss')}</dd>
        <dt className="text-quiet">Fingerprint</dt>
        <dd className="font-mono font-semibold break-all">{plan.fingerprint}</dd>
        <dt className="text-quiet">Analysis</dt>
        <dd>
          Friedman's test with tie correction; all pairs by rank sums, Holm-adjusted; level {plan.alpha}. Drawn by{' '}
          {plan.engine}.
        </dd>
      </dl>
      <div className="mb-6 flex flex-wrap gap-10">
        <Heat
          caption="times at each position"
          counts={balance.positions}
          rows={balance.names}
          columns={balance.names.map((_, at) => String(at + 1))}
        />
        <Heat
          caption="times row comes right before column"
          counts={balance.neighbours}
          rows={balance.names}
          columns={balance.names}
          offDiagonal
        />
      </div>
      <table className="w-full">
        <caption className="pb-1 text-left font-bold">Serving orders</caption>
        <thead>
          <tr className="border-b border-line text-left text-sm text-quiet">
            <th scope="col">Seat</th>
            <th scope="col">Panelist</th>
            {balance.names.map((_, at) => (
              <th key={at} scope="col">
                {at + 1}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {plan.trays.map((tray) => (
            <tr key={tray.panelistId} className="break-inside-avoid border-b border-line/60">
              <td className="py-1 font-mono">{tray.seat}</td>
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
    </Sheet>
  );
}
