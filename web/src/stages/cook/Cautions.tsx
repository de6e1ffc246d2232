import { Card } from '../../ui/Card';
import { Temperature } from '../../shell/Temperature';

/**
 * Safe minimum internal temperatures of the USDA FSIS chart and the holding limits of the
 * FDA Food Code, written from memory; °C as converted there.
 */
const LIMITS = [
  { food: 'Fish', celsius: 62.8, note: '' },
  { food: 'Whole beef, pork, lamb, veal', celsius: 62.8, note: 'and 3 minutes of rest' },
  { food: 'Ground meat, egg dishes', celsius: 71.1, note: '' },
  { food: 'Poultry, leftovers', celsius: 73.9, note: '' },
];

/** The usual cautions, with their source; they never say that food is safe. */
export function Cautions() {
  return (
    <Card title="Usual minimum at the core">
      <ul className="space-y-1">
        {LIMITS.map(({ food, celsius, note }) => (
          <li key={food} className="flex justify-between gap-4">
            <span>
              {food} {note && <span className="text-sm text-quiet">{note}</span>}
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
