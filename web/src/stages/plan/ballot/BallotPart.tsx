import { counted } from '@jacana/core/format';
import { LANGUAGES, MOST_ITEMS, type ItemKind } from '@jacana/core/bundle';
import { isOfTwoSamples, wordingConcerns } from '@jacana/core/design';
import { answerKindOf, isScaleOfWord } from '@jacana/core/questions';
import { neutralQuestion, QUESTION_KINDS } from '@jacana/core/library';
import { BookOpen, Plus } from 'lucide-react';
import { useState } from 'react';
import { Controller, useFieldArray } from 'react-hook-form';
import type { DraftInput } from '../../../client/api.generated';
import { LANGUAGE_NAMES } from '../../../words/words';
import { newId, useDrafting } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { SelectField } from '../../../ui/SelectField';
import { Menu } from '../../../ui/Menu';
import { UndoLine } from '../../../ui/Undo';
import { useUndo } from '../../../drafting/useUndo';
import { ItemCard } from './ItemCard';
import { PhonePreview } from './PhonePreview';
import { WordLibrary } from './WordLibrary';

/** Builds the ballot, question by question, beside the phone that shows it. */
export function BallotPart() {
  const { form, draft, isLocked, edit } = useDrafting();
  const list = useFieldArray({ control: form.control, name: 'ballot.items', keyName: 'key' });
  const [shown, setShown] = useState(0);
  const [isPicking, setPicking] = useState(false);
  const undo = useUndo();
  const { items } = draft.ballot;
  const concerns = wordingConcerns(
    items,
    draft.methods.map((method) => method.name),
  );
  const isFull = items.length >= MOST_ITEMS;
  const add = (kind: ItemKind): void => {
    list.append(neutralQuestion(newId(), kind), { shouldFocus: false });
    setShown(items.length);
  };
  const remove = (at: number): void => {
    undo.remember('Question removed.');
    list.remove(at);
    setShown(Math.max(0, at - 1));
  };
  const replace = (at: number, instead: DraftInput['ballot']['items']): void => {
    undo.remember('Question replaced.');
    // A question that was two in one becomes two, each with an id of its own.
    const taken = instead.map((item, number) => (number === 0 ? item : { ...item, id: newId() }));
    edit({ ballot: { items: [...items.slice(0, at), ...taken, ...items.slice(at + 1)] } });
    setShown(at);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 md:grid-cols-[minmax(0,1fr)_20.5rem]">
      <div className="space-y-3">
        {concerns.length > 0 && (
          <p role="status" className="font-bold">
            {counted(new Set(concerns.map((concern) => concern.item)).size, 'question')} to word more neutrally.
          </p>
        )}
        <ol className="space-y-2.5">
          {list.fields.map((field, at) => (
            <li key={field.id}>
              <ItemCard
                at={at}
                isShown={shown === at}
                concerns={concerns.filter((concern) => concern.item === at)}
                onShow={() => setShown(at)}
                onMove={(by) => {
                  list.move(at, at + by);
                  setShown(at + by);
                }}
                onRemove={() => remove(at)}
                onReplace={(instead) => replace(at, instead)}
              />
            </li>
          ))}
        </ol>
        <UndoLine {...undo} />
        {!isLocked && !isFull && (
          <div className="flex flex-wrap gap-3">
            <Menu
              label="Add a question"
              icon={<Plus size={18} />}
              choices={QUESTION_KINDS.filter(({ kind }) => kind === draft.test || !isOfTwoSamples(kind)).map(
                ({ kind, name, use }) => ({ name, hint: use, run: () => add(kind) }),
              )}
            />
            <Button onClick={() => setPicking(true)}>
              <BookOpen size={18} /> From the word library
            </Button>
          </div>
        )}
        {items.some((item) => answerKindOf(item) === 'words' || isScaleOfWord(item)) && <OwnOrdersField />}
        <LanguageField />
        {isFull && <p className="text-quiet">{MOST_ITEMS} questions are the most.</p>}
        <WordLibrary
          open={isPicking}
          onOpenChange={setPicking}
          taken={items.map((item) => item.attribute)}
          room={MOST_ITEMS - items.length}
          onTake={(words, kind) =>
            list.append(
              words.map((word) => neutralQuestion(newId(), kind, word)),
              { shouldFocus: false },
            )
          }
        />
      </div>
      <Card
        title="On the phone"
        aside={items.length > 0 ? `${Math.min(shown, items.length - 1) + 1} of ${items.length}` : ''}
      >
        <PhonePreview item={items[Math.min(shown, items.length - 1)]} />
      </Card>
    </div>
  );
}

/** What stands first is ticked more often, and what is asked first colours what comes next. */
function OwnOrdersField() {
  const { form, isLocked } = useDrafting();
  return (
    <Controller
      control={form.control}
      name="service.ownOrders"
      render={({ field }) => (
        <SelectField
          label="Order of words and attributes"
          hint="An order of each panelist’s own, the same for all their samples, spreads what being first does."
          value={field.value}
          disabled={isLocked}
          options={[
            { value: 'none', text: 'as listed here, for everyone' },
            { value: 'words', text: 'words to tick in each one’s own' },
            { value: 'attributes', text: 'words and attributes in each one’s own' },
          ]}
          onChange={field.onChange}
        />
      )}
    />
  );
}

/** In which the ballot says what it says by itself; each panelist may take another. */
function LanguageField() {
  const { form, isLocked } = useDrafting();
  return (
    <Controller
      control={form.control}
      name="service.language"
      render={({ field }) => (
        <SelectField
          label="Language of the ballot"
          hint="Its buttons, scales and messages, on phones. Questions stay as you write them; a panelist may choose another language."
          value={field.value}
          disabled={isLocked}
          options={LANGUAGES.map((value) => ({ value, text: LANGUAGE_NAMES[value] }))}
          onChange={field.onChange}
        />
      )}
    />
  );
}
