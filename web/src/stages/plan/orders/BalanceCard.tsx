import { codeSharing, isComplete, isOfTwoSamples, type PlannedSitting, type ServingDesign } from '@jacana/core/design';
import type { Tasting } from '@jacana/core/bundle';
import { api } from '../../../client/api';
import type { SittingTrayView } from '../../../client/api.generated';
import { useDrafting } from '../../../drafting/draft';
import { useCalculated } from '../../../calculations/useCalculated';
import { Card } from '../../../ui/Card';
import { Heat } from '../../../ui/Heat';
import { OrderTables } from './OrderTables';
import { evenness, ordersByCode, ordersOf, patternsOf, type ShownOrders } from './balance';

/** How even the serving orders are: by sample letter before the lock, by code after it. */
export function BalanceCard() {
  const { isLocked } = useDrafting();
  return isLocked ? <LockedBalance /> : <PlannedBalance />;
}

function PlannedBalance() {
  const { design, problems } = useDrafting();
  const problem = problems.find(({ field }) => field === 'service' || field === 'test')?.message;
  const isAsked = design.methods.length > 1 && design.panel.length > 0 && !problem;
  const { value, isBusy } = useCalculated<PlannedSitting[]>(
    isAsked ? JSON.stringify(servingDesign(design)) : null,
    // Any seed shows the same evenness; the lock draws its own.
    (calculator) => calculator.sittings(servingDesign(design), 'preview'),
  );
  if (!isAsked || !value)
    return (
      <Card title="Balance">
        <p className="text-quiet">
          {isAsked
            ? 'Searching for even orders…'
            : (problem ?? 'Once there are methods and people, this shows how even the orders are.')}
        </p>
      </Card>
    );
  const complete = isComplete(design);
  if (isOfTwoSamples(design.test)) return <Patterns sittings={value} isBusy={isBusy} />;
  const shown = ordersOf(
    value,
    Math.max(...value.flatMap(({ sets }) => sets.flatMap((set) => set.samples.map((s) => s.method)))) + 1,
  );
  return (
    <Report
      shown={shown}
      complete={complete}
      aside={isBusy ? 'searching…' : complete ? 'Williams design' : 'incomplete blocks'}
    />
  );
}

/** Only what orders depend on, so that typing a name does not search anew. */
function servingDesign({ test, methods, panel, service, zones }: Tasting): ServingDesign {
  const bare = { name: '', note: '', steps: '', chain: [], equipment: '' };
  return {
    test,
    service,
    methods: methods.map(({ reference }, at) => ({ ...bare, id: String(at), reference })),
    panel: panel.map((_, at) => ({ id: String(at), seat: at + 1, name: '' })),
    zones: zones.map((_, at) => ({ id: String(at), name: '' })),
  };
}

function Patterns({ sittings, isBusy }: { sittings: PlannedSitting[]; isBusy: boolean }) {
  const patterns = patternsOf(sittings);
  const counts = patterns.map(({ count }) => count);
  const isEven = Math.max(...counts) === Math.min(...counts);
  return (
    <Card
      title={isEven ? 'Every order is used equally often' : 'Orders are used within one of equally often'}
      aside={isBusy ? 'drawing…' : 'A and B are the two samples'}
    >
      <Heat
        caption="times each order is served"
        counts={[counts]}
        rows={['']}
        columns={patterns.map(({ pattern }) => pattern)}
      />
    </Card>
  );
}

function LockedBalance() {
  const { tasting, draft, design } = useDrafting();
  const { data: plan } = api.useGetPlanQuery({ id: tasting.id });
  if (!plan) return null;
  if (codeSharing(design) === 'own')
    return (
      <Card title="Balance">
        <p className="text-quiet">Every panelist has codes of their own, so a table by code would say nothing.</p>
      </Card>
    );
  return (
    <div className="space-y-4">
      {Array.from({ length: draft.service.sittings }, (_, at) => {
        const shown = ordersByCode(plan.trays.filter(({ sitting }) => sitting === at + 1).flatMap(setsOf));
        const aside = draft.service.sittings > 1 ? `sitting ${at + 1}` : 'by code';
        return <Report key={at} shown={shown} complete={shown.report.efficiency > 0.999} aside={aside} />;
      })}
    </div>
  );
}

/** The codes of a tray set by set, without the warm-up. */
export const setsOf = ({ sets }: Pick<SittingTrayView, 'sets'>): string[][] => sets.map(({ codes }) => codes);

/** So many samples make tables that nobody reads; what they come to is said before them. */
const MANY = 12;

function Report({ shown, complete, aside }: { shown: ShownOrders; complete: boolean; aside: string }) {
  const { report, names } = shown;
  return (
    <Card title={evenness(report, complete)} aside={aside}>
      {!complete && (
        <p className="mb-3 text-quiet">
          Each sample is served {range(report.replication)} times. Efficiency {report.efficiency.toFixed(3)}:
          differences are known as well as with {Math.round(report.efficiency * 100)} % of the servings in complete
          tastings.
        </p>
      )}
      {names.length > MANY ? (
        <details>
          <summary className="cursor-pointer font-bold text-chestnut">Counts of positions and neighbours</summary>
          <div className="mt-2">
            <OrderTables shown={shown} complete={complete} />
          </div>
        </details>
      ) : (
        <OrderTables shown={shown} complete={complete} />
      )}
    </Card>
  );
}

function range(counts: readonly number[]): string {
  const [least, most] = [Math.min(...counts), Math.max(...counts)];
  return least === most ? String(least) : `${least} to ${most}`;
}
