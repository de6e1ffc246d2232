import { useDeferredValue, useState, type ReactNode } from 'react';
import { api, refusalOf } from '../../client/api';
import type { Status, TastingCard } from '../../client/api.generated';
import { SearchField } from '../../ui/SearchField';
import { SelectField } from '../../ui/SelectField';

/** With fewer tastings than this, everything is seen at a glance. */
const FEW = 6;

const WHERE: readonly { value: Status | 'any'; text: string }[] = [
  { value: 'any', text: 'At any stage' },
  { value: 'draft', text: 'Being planned' },
  { value: 'locked', text: 'Locked and waiting' },
  { value: 'tasting', text: 'Being tasted' },
  { value: 'closed', text: 'Ready to unseal' },
  { value: 'unsealed', text: 'Finished' },
];

/** Finds tastings by words and by stage: what is left of all, and the fields to say it. */
export function useLooking(all: TastingCard[] | undefined): { cards: TastingCard[] | undefined; looking: ReactNode } {
  const [words, setWords] = useState('');
  const [status, setStatus] = useState<Status | 'any'>('any');
  const asked = useDeferredValue(words.trim());
  const { data: found, error } = api.useListTastingsQuery({ words: asked }, { skip: asked === '' });
  if (!all || all.length < FEW) return { cards: all, looking: null };
  const cards = (asked === '' ? all : (found ?? all)).filter((card) => status === 'any' || card.status === status);
  return {
    cards,
    looking: (
      <div className="not-printed mb-4 flex flex-wrap items-end gap-4" role="search">
        <div className="w-full max-w-sm">
          <SearchField label="Find in title, question, method or step" value={words} onChange={setWords} />
        </div>
        <SelectField label="Stage" value={status} options={WHERE} onChange={setStatus} />
        <p role="status">
          {asked !== '' && error
            ? `Nothing was looked for: ${refusalOf(error).message}`
            : cards.length > 0
              ? ''
              : asked === ''
                ? 'No tasting is at this stage.'
                : `No tasting ${status === 'any' ? '' : 'at this stage '}has all of these words.`}
        </p>
      </div>
    ),
  };
}
