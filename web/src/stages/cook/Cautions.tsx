import { PUBLISHED_LIMITS } from '@jacana/core/kitchen';
import { Card } from '../../ui/Card';
import { Temperature } from '../../shell/Temperature';

/** The limits of the chart: temperatures that are reached, and kept for some minutes. */
const REACHED = PUBLISHED_LIMITS.flatMap(({ name, rule }) => (rule.kind === 'reached' ? [{ name, ...rule }] : []));

/** The usual cautions, with their source; they never say that food is safe. */
export function Cautions() {
  return (
    <Card title="Usual minimum at the core">
      <ul className="space-y-1">
        {REACHED.map(({ name, celsius, minutes }) => (
          <li key={name} className="flex justify-between gap-4">
            <span>
              {name} {minutes > 0 && <span className="text-sm text-quiet">and {minutes} minutes of rest</span>}
            </span>
            <strong>
              <Temperature celsius={celsius} digits={1} />
            </strong>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">
        Hold hot at <Temperature celsius={57.2} /> or above, cold at <Temperature celsius={5} /> or below. USDA FSIS
        chart and FDA Food Code; local codes and licensed practice come first.
      </p>
    </Card>
  );
}
