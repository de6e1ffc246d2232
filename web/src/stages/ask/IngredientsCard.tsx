import type { DraftInput } from '../../client/api.generated';
import { allergensText } from '../../contents/allergens';
import { IngredientRows } from '../../contents/IngredientRows';
import { contentsOf, unnamedAllergens } from '@jacana/core/library';
import { useDrafting } from '../../drafting/draft';
import { Card } from '../../ui/Card';
import { UndoLine } from '../../ui/Undo';
import { useUndo } from '../../drafting/useUndo';

/** What the samples are made of, for whoever must not eat some of it. */
export function IngredientsCard() {
  const { form, draft, problems } = useDrafting();
  const { ingredients, methods } = draft;
  const set = (changed: DraftInput['ingredients']): void => form.setValue('ingredients', changed);
  const undo = useUndo();
  const change = (changed: DraftInput['ingredients']): void => {
    const gone = ingredients.find(({ id }) => !changed.some((one) => one.id === id));
    if (gone) undo.remember(`${gone.name || 'A line'} removed.`);
    set(changed);
  };
  return (
    <Card title="Ingredients and allergens" aside={ingredients.length === 0 && 'nobody has said yet'}>
      <p className="mb-3 text-quiet">
        {ingredients.length === 0
          ? 'Panelists read this list before the first bite, without learning what is in which sample. While it is empty they are told to ask.'
          : contentsText(draft)}
      </p>
      <IngredientRows {...{ ingredients, methods, problems }} onChange={change} />
      <UndoLine {...undo} />
    </Card>
  );
}

/** What all ingredients together hold, in a sentence. */
export function contentsText({ ingredients }: Pick<DraftInput, 'ingredients'>): string {
  const { allergens } = contentsOf(ingredients);
  const likely = unnamedAllergens(ingredients).filter((one) => !allergens.includes(one));
  const named = allergens.length > 0 ? `Allergens in one or more of the samples: ${allergensText(allergens)}.` : '';
  if (likely.length > 0) return `${named} Likely in them, and not named yet: ${allergensText(likely)}.`.trim();
  return named || 'None of the listed allergens was named.';
}
