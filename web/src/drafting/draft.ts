import type { Problem, Tasting } from '@jacana/core/bundle';
import { nanoid } from 'nanoid';
import { createContext, useContext } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { DraftInput, TastingView } from '../client/api.generated';
import type { SaveState } from './draftPost';

export interface Drafting {
  tasting: TastingView;
  form: UseFormReturn<DraftInput>;
  /** What is typed now. */
  draft: DraftInput;
  /** The same in the shape that the core judges. */
  design: Tasting;
  /** What still keeps the plan from being locked; empty once it is. */
  problems: Problem[];
  isLocked: boolean;
  saveState: SaveState;
  /**
   * Sets whole parts of the draft at once, and shows them: fields of rows that stay where they are do not follow a list
   * that is set in the form.
   */
  edit: (parts: Partial<DraftInput>) => void;
  /** Saves what is still on its way; true once the server has everything. */
  flush: () => Promise<boolean>;
}

export const DraftContext = createContext<Drafting | null>(null);

export function useDrafting(): Drafting {
  const drafting = useContext(DraftContext);
  if (!drafting) throw new Error('Drafting needs a DraftKeeper above it.');
  return drafting;
}

export const newId = (): string => nanoid(12);

export const newMethod = (): DraftInput['methods'][number] => ({
  id: newId(),
  name: '',
  note: '',
  steps: '',
  chain: [],
  equipment: '',
  reference: false,
});
export const newPanelist = (name: string): DraftInput['panel'][number] => ({ id: newId(), name });

/** The draft in the shape that the core judges. */
export function asTasting({ panel, ...draft }: DraftInput): Tasting {
  return {
    ...draft,
    panel: panel.map(({ id, name }, at) => ({ id, name, seat: at + 1 })),
    createdAt: '1970-01-01T00:00:00Z',
  };
}
