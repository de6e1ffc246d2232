import { Controller } from 'react-hook-form';
import type { DraftInput } from '../../../client/api.generated';
import { useDrafting } from '../../../drafting/draft';
import { NumberField } from '../../../ui/NumberField';
import { Toggle } from '../../../ui/Toggle';

type Service = DraftInput['service'];
/** Fields of the serving that hold a number, or a yes or no. */
type Of<Kind> = { [Name in keyof Service]: Service[Name] extends Kind ? Name : never }[keyof Service];

/** Numbers and switches of the serving, tied to the draft. */
export function useServiceFields() {
  const { form, isLocked } = useDrafting();
  const whole = (name: Of<number>, label: string, [min, max]: [number, number], hint?: string, unit?: string) => (
    <Controller
      control={form.control}
      name={`service.${name}`}
      render={({ field }) => (
        <NumberField
          {...{ label, min, max, hint, unit }}
          whole
          disabled={isLocked}
          value={field.value}
          onChange={field.onChange}
        />
      )}
    />
  );
  const toggle = (name: Of<boolean>, label: string, hint: string) => (
    <Controller
      control={form.control}
      name={`service.${name}`}
      render={({ field }) => (
        <Toggle {...{ label, hint }} checked={field.value} disabled={isLocked} onChange={field.onChange} />
      )}
    />
  );
  return { whole, toggle };
}
