import { SHORT_TEXT } from '@jacana/core/bundle';
import type { ExclusionInput } from '../client/api.generated';
import { CheckMenu } from '../ui/CheckMenu';
import { TextField } from '../ui/Field';
import { ALLERGEN_OPTIONS, allergensText } from './allergens';

export const NOTHING_EXCLUDED: ExclusionInput = { allergens: [], others: '' };

interface ExclusionFieldsProps {
  said: ExclusionInput;
  onChange: (said: ExclusionInput) => void;
}

/** What somebody must not eat: by the list, and in their own words. */
export function ExclusionFields({ said, onChange }: ExclusionFieldsProps) {
  return (
    <>
      <div>
        <span className="mb-1 block text-sm font-bold">Allergens</span>
        <CheckMenu
          label="Allergens that they must not eat"
          summary={allergensText(said.allergens) || 'none of the list'}
          chosen={said.allergens}
          options={ALLERGEN_OPTIONS}
          onChange={(allergens) => onChange({ ...said, allergens })}
        />
      </div>
      <TextField
        label="Something else"
        placeholder="kiwi, pork"
        maxLength={SHORT_TEXT}
        value={said.others}
        onChange={(event) => onChange({ ...said, others: event.target.value })}
      />
    </>
  );
}
