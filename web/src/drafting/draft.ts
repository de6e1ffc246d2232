import type { Problem, Tasting } from '@jacana/core/bundle';
import { lockProblems } from '@jacana/core/design';
import { nanoid } from 'nanoid';
import { createContext, useContext } from 'react';
import { type UseFormReturn, useWatch } from 'react-hook-form';
import type { DraftInput, TastingView } from '../app/api.generated';
import type { SaveState } from './draftPost';

export interface Drafting {
  tasting: TastingView;
  form: UseFormReturn<DraftInput>;
  saveState: SaveState;
  /** Saves what is still on its way; true once the server has everything. */
  flush: () => Promise<boolean>;
}

export const DraftContext = createContext<Drafting | null>(null);

export function useDrafting(): Drafting & { draft: DraftInput; problems: Problem[]; isLocked: boolean } {
  const drafting = useContext(DraftContext);
  if (!drafting) throw new Error('Drafting needs a DraftKeeper above it.');
  const draft = useWatch({ control: drafting.form.control }) as DraftInput;
  const isLocked = drafting.tasting.lockedAt !== null;
  return { ...drafting, draft, problems: isLocked ? [] : lockProblems(asTasting(draft)), isLocked };
}

export const newMethod = (): DraftInput['methods'][number] => ({
  id: nanoid(12),
  name: '',
  note: '',
  reference: false,
});
export const newPanelist = (name: string): DraftInput['panel'][number] => ({ id: nanoid(12), name });

/** The draft in the shape that the core judges. */
export function asTasting({ panel, liking, ties, ...draft }: DraftInput): Tasting {
  return {
    ...draft,
    ballot: { liking, ties },
    panel: panel.map(({ id, name }, at) => ({ id, name, seat: at + 1, blind: true, notBlindBecause: '' })),
    createdAt: '1970-01-01T00:00:00Z',
  };
}
