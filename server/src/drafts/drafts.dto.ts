import { MOST_METHODS, MOST_PANELISTS, SHORT_TEXT, LONG_TEXT } from '@jacana/core/bundle';
import { ApiProperty } from '@nestjs/swagger';
import { DraftId, ListOf, Optional, Part, Said, Text, Whole } from '../fields/fields';
import { ProblemView } from '../fields/problems';
import { DesignInput, MethodInput } from '../tastings/design.dto';
import { TastingCard } from '../tastings/tasting.card';

export class PanelistInput {
  @DraftId() id: string;
  @Text(SHORT_TEXT) name: string;
}

/** Everything the coordinator decides before locking. A draft may be incomplete. */
export class DraftInput extends DesignInput {
  @Text(SHORT_TEXT) title: string;
  @Text(LONG_TEXT) question: string;
  /** What panelists and servers see in place of the title. */
  @Text(SHORT_TEXT) ballotTitle: string;
  @ListOf(() => MethodInput, MOST_METHODS) methods: MethodInput[];
  /** In seat order. */
  @ListOf(() => PanelistInput, MOST_PANELISTS) panel: PanelistInput[];
}

/** A draft, and which one it was made from. */
export class SavedDraft {
  /** Version of the draft that was read; another one has been saved since if it is not the current one. */
  @Whole({ least: 1, most: 1_000_000_000 }) version: number;
  @Part(() => DraftInput) draft: DraftInput;
}

export class NewTasting {
  @Text(SHORT_TEXT, { least: 1 }) title: string;
  /** What it begins with, where it goes on from another one, or is that once more; default an empty draft. */
  @Optional() @Part(() => DraftInput) draft?: DraftInput;
  /** The tasting that its people come from: what they must not eat comes with them. */
  @Optional() @DraftId() from?: string;
}

/** Which tastings are asked for. */
export class TastingsAsked {
  /** Words that each have to stand somewhere: in the title, and for coordinators in the question, a method or its steps. */
  @Optional() @Text(SHORT_TEXT) words?: string;
}

export class TastingView extends TastingCard {
  @ApiProperty({ type: DraftInput }) draft: DraftInput;
  /** Goes up with every saved draft. */
  @Said('integer') version: number;
  /** What still keeps the plan from being locked. */
  @ApiProperty({ type: [ProblemView] }) problems: ProblemView[];
  @Said('string', true) unsealedBy: string | null;
  @Said('string', true) fingerprint: string | null;
}

/** A tasting in the bin. */
export class RemovedView {
  @Said('string') id: string;
  @Said('string') title: string;
  @Said('string') removedAt: string;
  /** Until when it can be brought back. */
  @Said('string') keptUntil: string;
  @Said('boolean') locked: boolean;
}
