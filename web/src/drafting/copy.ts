import { SHORT_TEXT } from '@jacana/core/bundle';
import type { DraftInput } from '../client/api.generated';

/** A draft with all that was planned, and a title of its own; where it goes on from another tasting it still does. */
export function copyOf(draft: DraftInput): DraftInput {
  const ending = ' (copy)';
  return { ...draft, title: `${draft.title.slice(0, SHORT_TEXT - ending.length)}${ending}` };
}
