import { counted } from '@jacana/core/format';
import { ATTRIBUTE_WORDS, type AttributeWord, WORD_GROUPS } from '@jacana/core/library';
import { useState } from 'react';
import { Button } from '../../../ui/Button';
import { TextField } from '../../../ui/Field';
import { Modal } from '../../../ui/Modal';
import { SelectField } from '../../../ui/SelectField';

type ScaleKind = 'line' | 'category' | 'just-right';

interface WordLibraryProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** Words that the ballot asks about already. */
  taken: readonly string[];
  /** How many more questions fit. */
  room: number;
  onTake: (words: AttributeWord[], kind: ScaleKind) => void;
}

/** Words for attributes, with what they mean and where their scales begin and end. */
export function WordLibrary({ open, onOpenChange, taken, room, onTake }: WordLibraryProps) {
  const [sought, setSought] = useState('');
  const [kind, setKind] = useState<ScaleKind>('line');
  const [chosen, setChosen] = useState<string[]>([]);
  const needle = sought.trim().toLowerCase();
  const found = ATTRIBUTE_WORDS.filter(
    ({ word, definition, group }) => !needle || `${word} ${definition} ${group}`.toLowerCase().includes(needle),
  );
  const toggle = (word: string): void =>
    setChosen((before) => (before.includes(word) ? before.filter((one) => one !== word) : [...before, word]));
  const take = (): void => {
    onTake(
      ATTRIBUTE_WORDS.filter(({ word }) => chosen.includes(word)),
      kind,
    );
    setChosen([]);
    onOpenChange(false);
  };
  return (
    <Modal
      wide
      title="Words for what one notices"
      about="Choose the words to ask about. Agree on them with the panel first, over the foods named at the two ends."
      open={open}
      onOpenChange={onOpenChange}
    >
      <div className="mb-4 grid gap-3 sm:grid-cols-2">
        <TextField label="Find" value={sought} onChange={(event) => setSought(event.target.value)} />
        <SelectField
          label="Ask by"
          value={kind}
          options={[
            { value: 'line', text: 'line scale' },
            { value: 'category', text: 'category scale, 1 to 3' },
            { value: 'just-right', text: 'just about right' },
          ]}
          onChange={setKind}
        />
      </div>
      <div className="max-h-[46vh] space-y-4 overflow-auto pr-2">
        {WORD_GROUPS.map((group) => {
          const words = found.filter((one) => one.group === group);
          if (words.length === 0) return null;
          return (
            <section key={group} aria-label={group}>
              <h3 className="mb-1 font-bold">{group}</h3>
              <ul className="grid gap-x-5 gap-y-1.5 sm:grid-cols-2">
                {words.map((one) => (
                  <Word
                    key={one.word}
                    {...one}
                    isTaken={taken.includes(one.word)}
                    isChosen={chosen.includes(one.word)}
                    onToggle={() => toggle(one.word)}
                  />
                ))}
              </ul>
            </section>
          );
        })}
        {found.length === 0 && <p>No word like that. Add a line scale, and write your own.</p>}
      </div>
      <Button look="main" className="mt-4" disabled={chosen.length === 0 || chosen.length > room} onClick={take}>
        {chosen.length > room
          ? `Only ${counted(room, 'more question fits', 'more questions fit')}`
          : `Ask about ${counted(chosen.length, 'word')}`}
      </Button>
    </Modal>
  );
}

interface WordProps extends AttributeWord {
  isTaken: boolean;
  isChosen: boolean;
  onToggle: () => void;
}

function Word({ word, definition, low, high, references, isTaken, isChosen, onToggle }: WordProps) {
  return (
    <li>
      <label
        className={`flex items-start gap-2 rounded-lg px-2 py-1 ${isChosen ? 'bg-pad' : ''} ${isTaken ? 'opacity-60' : ''}`}
      >
        <input
          type="checkbox"
          checked={isChosen}
          disabled={isTaken}
          onChange={onToggle}
          className="mt-1 accent-chestnut"
        />
        <span>
          <strong>{word}</strong> <span className="text-sm">{definition}</span>
          <span className="block text-sm text-quiet">
            {low} to {high}: {references}
          </span>
        </span>
      </label>
    </li>
  );
}
