import type { DraftInput } from '../client/api.generated';
import { withEnding } from './shortText';

/** A draft with all that was planned, and a title of its own; where it goes on from another tasting it still does. */
export const copyOf = (draft: DraftInput): DraftInput => ({ ...draft, title: withEnding(draft.title, ' (copy)') });
