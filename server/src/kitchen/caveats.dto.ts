import { LONG_TEXT, MOST_METHODS, MOST_PANELISTS, MOST_PIECES } from '@jacana/core/bundle';
import { Choice, DraftId, Id, ListOf, Moment, Optional, Said, SaidTexts, Tags, Text, Texts } from '../fields/fields';

export const CAVEAT_KINDS = ['noted', 'edited', 'withdrawn', 'not-blind', 'blind-again', 'undone'] as const;

/** One entry. Which fields it has follows from its kind; what is missing or too much is refused by name. */
export class CaveatEntryInput {
  /** Made by the device: sent twice, it is stored once. */
  @Id() id: string;
  /** By the device's clock. */
  @Moment() at: string;
  @Choice(CAVEAT_KINDS, 'CaveatKind') kind: (typeof CAVEAT_KINDS)[number];
  /** The entry that is edited, withdrawn or taken back. */
  @Optional() @DraftId() of?: string;
  @Optional() @Text(LONG_TEXT) text?: string;
  /** Kitchen tags of the pieces that it touches; left out when it touches everything, or nobody knows. */
  @Optional() @Tags(MOST_METHODS * MOST_PIECES) pieces?: string[];
  @Optional() @Texts(MOST_PANELISTS, 64) panelists?: string[];
  @Optional() @DraftId() panelist?: string;
  @Optional() @Text(LONG_TEXT) because?: string;
}

export class CaveatEntries {
  @ListOf(() => CaveatEntryInput, 100, 1) entries: CaveatEntryInput[];
}

export class StoredEntries {
  /** Ids that are stored now, for good. */
  @SaidTexts() stored: string[];
}

export class CaveatView {
  @Said('string') id: string;
  @Said('string') at: string;
  @Said('string') by: string;
  @Said('string') text: string;
  @SaidTexts() pieces: string[];
  @SaidTexts() panelists: string[];
  @Said('string', true) editedAt: string | null;
  /** Noted or changed when the key was open. */
  @Said('boolean') afterUnsealing: boolean;
  /** Whether whoever reads this may edit and withdraw it. */
  @Said('boolean') mine: boolean;
}

export class NotBlindView {
  @Said('string') panelist: string;
  @Said('string') because: string;
  @Said('boolean') afterUnsealing: boolean;
}

export class LedgerView {
  @ListOf(() => CaveatView, 1000) caveats: CaveatView[];
  /** For the coordinator alone. */
  @ListOf(() => NotBlindView, MOST_PANELISTS) notBlind: NotBlindView[];
}
