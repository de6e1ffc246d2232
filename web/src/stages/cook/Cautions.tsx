import { cautionsFor, LIMITS_OF, LOCALES, type PublishedLimit } from '@jacana/core/kitchen';
import { api } from '../../client/api';
import type { KitchenView } from '../../client/api.generated';
import { useLocale } from '../../kitchen/useLocale';
import { Temperature } from '../../shell/Temperature';
import { Card } from '../../ui/Card';
import { SelectField } from '../../ui/SelectField';

/** What to mind with these chains: whose rule it is, and which methods it is about. */
export function ToMind({ kitchen: { product, methods } }: { kitchen: KitchenView }) {
  const cautions = cautionsFor(product, methods, useLocale());
  if (cautions.length === 0) return null;
  return (
    <Card title="To mind">
      <ul className="space-y-3">
        {cautions.map(({ id, text, source, methods: touched }) => (
          <li key={id}>
            <p>{text}</p>
            <p className="text-sm text-quiet">
              {touched.length === methods.length ? 'All methods' : touched.join(', ')} · {source ?? 'common practice'}
            </p>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">Local codes and licensed practice come first.</p>
    </Card>
  );
}

/** The usual limits, with their source; they never say that food is safe. */
export function Cautions() {
  const locale = useLocale();
  const [choose] = api.useChooseLocaleMutation();
  const { limits, hot, cold, source } = LIMITS_OF[locale];
  return (
    <Card title="Usual minimum at the core">
      <ul className="space-y-1">
        {limits.flatMap(rowsOf).map(({ name, celsius, more }) => (
          <li key={`${name} ${celsius}`} className="flex justify-between gap-4">
            <span>
              {name} {more && <span className="text-sm text-quiet">{more}</span>}
            </span>
            <strong>
              <Temperature celsius={celsius} digits={1} />
            </strong>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">
        Hold hot at <Temperature celsius={hot} /> or above, cold at <Temperature celsius={cold} /> or below. {source};
        local codes and licensed practice come first.
      </p>
      <SelectField
        label="Limits that this house asks for"
        className="mt-2"
        value={locale}
        options={LOCALES.map((value) => ({ value, text: LIMITS_OF[value].name }))}
        onChange={(chosen) => void choose({ chosenLocale: { locale: chosen } })}
      />
    </Card>
  );
}

interface Row {
  name: string;
  celsius: number;
  more: string;
}

/** Of a temperature that is reached, one; of times by temperature, each, but for tables too long for a margin. */
function rowsOf({ name, rule }: PublishedLimit): Row[] {
  if (rule.kind === 'reached')
    return [{ name, celsius: rule.celsius, more: rule.minutes > 0 ? `and ${rule.minutes} minutes of rest` : '' }];
  if (rule.rows.length > FEW) return [];
  return rule.rows.map(({ celsius, minutes }) => ({
    ...{ name: minutes >= 1 ? `${minutes} min` : `${Math.round(60 * minutes)} s`, celsius, more: 'at' },
  }));
}

const FEW = 6;
