import { MOST_INGREDIENTS, SHORT_TEXT, type Problem } from '@jacana/core/bundle';
import { likelyAllergens } from '@jacana/core/library';
import { Plus } from 'lucide-react';
import type { IngredientInput } from '../client/api.generated';
import { newId } from '../drafting/draft';
import { Button } from '../ui/Button';
import { CellInput, RemoveButton } from '../ui/CellInput';
import { CheckMenu } from '../ui/CheckMenu';
import { ALLERGEN_OPTIONS, allergensText } from './allergens';

interface IngredientRowsProps {
  ingredients: readonly IngredientInput[];
  methods: readonly { id: string; name: string }[];
  problems: readonly Problem[];
  onChange: (ingredients: IngredientInput[]) => void;
}

/** What samples are made of, line by line: which allergens are in it, and in which methods it is. */
export function IngredientRows({ ingredients, methods, problems, onChange }: IngredientRowsProps) {
  const change = (at: number, changed: Partial<IngredientInput>): void =>
    onChange(ingredients.map((one, number) => (number === at ? { ...one, ...changed } : one)));
  return (
    <>
      <ul className="space-y-1.5 max-md:space-y-5">
        {ingredients.map((ingredient, at) => (
          <li key={ingredient.id}>
            <Row
              {...{ ingredient, at, methods }}
              onChange={(changed) => change(at, changed)}
              onRemove={() => onChange(ingredients.filter((_, number) => number !== at))}
            />
            {problems
              .filter(({ field }) => field.startsWith(`ingredients.${at}.`))
              .map(({ field, message }) => (
                <p key={field} className="text-sm font-bold text-chestnut">
                  {message}
                </p>
              ))}
          </li>
        ))}
      </ul>
      <Button
        className="mt-3"
        disabled={ingredients.length >= MOST_INGREDIENTS}
        onClick={() => onChange([...ingredients, { id: newId(), name: '', allergens: [], methods: [] }])}
      >
        <Plus size={18} /> Add an ingredient
      </Button>
    </>
  );
}

interface RowProps {
  ingredient: IngredientInput;
  at: number;
  methods: IngredientRowsProps['methods'];
  onChange: (changed: Partial<IngredientInput>) => void;
  onRemove: () => void;
}

function Row({ ingredient: { name, allergens, methods: within }, at, methods, onChange, onRemove }: RowProps) {
  const likely = likelyAllergens(name).filter((one) => !allergens.includes(one));
  const places = methods.map((method, number) => ({ value: method.id, text: method.name || `Method ${number + 1}` }));
  const named = places.filter(({ value }) => within.includes(value)).map(({ text }) => text);
  return (
    <>
      <div className="grid items-start gap-x-2 gap-y-1.5 md:grid-cols-[minmax(0,4fr)_minmax(0,4fr)_minmax(0,4fr)_2rem]">
        <CellInput
          label={`Ingredient, line ${at + 1}`}
          placeholder="butter"
          maxLength={SHORT_TEXT}
          value={name}
          onChange={(event) => onChange({ name: event.target.value })}
        />
        <CheckMenu
          label={`Allergens in line ${at + 1}`}
          summary={allergens.length > 0 ? allergensText(allergens) : 'no allergens'}
          chosen={allergens}
          options={ALLERGEN_OPTIONS}
          onChange={(chosen) => onChange({ allergens: chosen })}
        />
        <CheckMenu
          label={`Methods of line ${at + 1}`}
          summary={named.length > 0 ? named.join(', ') : 'in all methods'}
          options={places}
          chosen={within}
          onChange={(chosen) => onChange({ methods: chosen.length === places.length ? [] : chosen })}
        />
        <RemoveButton label={`Remove ingredient ${at + 1}`} onRemove={onRemove} />
      </div>
      {likely.length > 0 && (
        <p className="mt-1 text-sm">
          Likely in it: {allergensText(likely)}.{' '}
          <button
            type="button"
            className="min-h-6 font-bold text-chestnut underline underline-offset-3"
            onClick={() => onChange({ allergens: [...allergens, ...likely] })}
          >
            Name it
          </button>{' '}
          <span className="text-quiet">or look at the packet.</span>
        </p>
      )}
    </>
  );
}
