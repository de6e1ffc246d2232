import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import { IngredientRows } from '../../contents/IngredientRows';
import { useDrafting } from '../../drafting/draft';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Modal } from '../../ui/Modal';
import { Failure } from '../../ui/Notice';
import { ingredientsOf } from '@jacana/core/library';
import { contentsText } from './IngredientsCard';

/** What the samples are made of, once the plan is locked: to read, and to put right. */
export function LockedIngredients() {
  const { draft } = useDrafting();
  const [isOpen, setOpen] = useState(false);
  const { ingredients, methods } = draft;
  return (
    <Card title="Ingredients and allergens" aside={ingredients.length === 0 && 'nobody has said yet'}>
      {ingredients.length > 0 && (
        <>
          <p className="mb-2">{contentsText(draft)}</p>
          <ul className="space-y-1">
            {methods.map(({ id, name }) => (
              <li key={id}>
                <strong>{name}</strong>: {ingredientsOf(ingredients, id).join(', ') || 'nothing said'}
              </li>
            ))}
          </ul>
        </>
      )}
      <Button className="mt-2" onClick={() => setOpen(true)}>
        {ingredients.length > 0 ? 'Correct it' : 'Say what is in it'}
      </Button>
      <Modal
        title="What is in the samples?"
        about="Orders, codes and fingerprint stay as they are. What it said before stays in the seal’s log; whoever must not eat something of it is served nothing from now on."
        open={isOpen}
        onOpenChange={setOpen}
        wide
      >
        <Correction key={String(isOpen)} onDone={() => setOpen(false)} />
      </Modal>
    </Card>
  );
}

function Correction({ onDone }: { onDone: () => void }) {
  const { draft, tasting } = useDrafting();
  const [ingredients, setIngredients] = useState(draft.ingredients);
  // As it was when this was opened: what somebody else puts right meanwhile is not overwritten unseen.
  const [version] = useState(tasting.version);
  const [correct, { error, isLoading }] = api.useCorrectIngredientsMutation();
  const refusal = error === undefined ? null : refusalOf(error);
  const save = async (): Promise<void> => {
    const done = await correct({ id: tasting.id, correctedIngredients: { version, ingredients } });
    if (!done.error) onDone();
  };
  return (
    <>
      <IngredientRows
        {...{ ingredients, methods: draft.methods, problems: refusal?.problems ?? [] }}
        onChange={setIngredients}
      />
      {refusal && <Failure message={refusal.message} />}
      <div className="mt-4 flex gap-3">
        <Button look="main" disabled={isLoading} onClick={() => void save()}>
          Put it right
        </Button>
        <Button onClick={onDone}>Leave it as it is</Button>
      </div>
    </>
  );
}
