import { counted } from '@jacana/core/format';
import { quantities } from '@jacana/core/design';
import type { PlanPower } from '@jacana/core/planned';
import { api } from '../../client/api';
import type { KitchenView } from '../../client/api.generated';
import { asTasting } from '../../drafting/draft';
import { sizeInWords, sizedPlan, timesIn100 } from '../../calculations/sizedPlan';
import { useCalculated } from '../../calculations/useCalculated';
import { Card } from '../../ui/Card';

const PANELS = 2000;

/** What is left to serve after pieces were withdrawn, and what that still can find. For the coordinator, once one is. */
export function RemainingCard({ id, kitchen }: { id: string; kitchen: KitchenView }) {
  const { data: view } = api.useGetTastingQuery({ id });
  const left = kitchen.methods.map(({ method, pieces }) => ({
    method,
    pieces: pieces.filter(({ standing }) => standing === 'stands').length,
    planned: pieces.filter(({ insteadOf }) => insteadOf === null).length,
  }));
  const least = Math.min(...left.map(({ pieces }) => pieces));
  const isLess = left.some(({ pieces, planned }) => pieces < planned);
  const design = view && asTasting(view.draft);
  const key = design && isLess && least > 0 ? JSON.stringify([id, least]) : null;
  const { value: power } = useCalculated<{ planned: PlanPower; now: PlanPower } | null>(key, async (calculator) => {
    if (!design) return null;
    const plan = sizedPlan(design);
    const people = design.panel.length;
    return {
      planned: await calculator.power(plan, people, PANELS),
      now: await calculator.power({ ...plan, piecesPerMethod: least }, people, PANELS),
    };
  });
  if (!design || !isLess) return null;
  const needed = new Map(quantities(design).methods.map((one, at) => [design.methods[at].name, one]));
  return (
    <Card title="What remains to be served">
      <ul className="list-disc pl-5">
        {left
          .filter(({ pieces, planned }) => pieces < planned)
          .map(({ method, pieces, planned }) => (
            <li key={method}>
              <strong>{method}</strong>: {pieces} of {counted(planned, 'piece')}.{' '}
              {reachText(pieces, needed.get(method))}
            </li>
          ))}
      </ul>
      {power && (
        <p className="mt-2">
          Counted as if every method had {counted(least, 'piece')}, {sizeInWords(sizedPlan(design))} is found{' '}
          {timesIn100(power.now.power)}; as planned it was {timesIn100(power.planned.power)}.
        </p>
      )}
    </Card>
  );
}

function reachText(pieces: number, needed: { servings: number; perPiece: number } | undefined): string {
  if (pieces === 0) return 'Nothing of it can be served.';
  if (!needed) return '';
  const { servings, perPiece } = needed;
  const missing = servings - pieces * perPiece;
  return missing > 0
    ? `They give ${pieces * perPiece} of the ${servings} portions that are served: ${missing} are missing.`
    : `Its ${servings} portions are cut from ${pieces === 1 ? 'it' : 'them'}; ${pieces === 1 ? 'it gives' : 'each gives'} ${perPiece}.`;
}
