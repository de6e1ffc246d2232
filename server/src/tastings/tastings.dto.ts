import { MOST_METHODS, MOST_PANELISTS } from '@jacana/core/bundle';
import { ApiProperty } from '@nestjs/swagger';
import { Choice, DraftId, ListOf, Said, Text } from '../fields/fields';
import { ProblemView } from '../fields/problems';
import { DesignInput, MethodInput } from './design.dto';

export const STATUSES = ['draft', 'locked', 'tasting', 'closed', 'unsealed'] as const;
export type Status = (typeof STATUSES)[number];

export class PanelistInput {
  @DraftId() id: string;
  @Text(200) name: string;
}

/** Everything the coordinator decides before locking. A draft may be incomplete. */
export class DraftInput extends DesignInput {
  @Text(200) title: string;
  @Text(2000) question: string;
  /** What panelists and servers see in place of the title. */
  @Text(200) ballotTitle: string;
  @ListOf(() => MethodInput, MOST_METHODS) methods: MethodInput[];
  /** In seat order. */
  @ListOf(() => PanelistInput, MOST_PANELISTS) panel: PanelistInput[];
}

export class NewTasting {
  @Text(200, { least: 1 }) title: string;
}

/** What every role may know of a tasting: no method, no answer. */
export class TastingCard {
  @Said('string') id: string;
  /** The title, or for servers the title on the ballot. */
  @Said('string') title: string;
  @Choice(STATUSES, 'Status') status: Status;
  @Said('string') createdAt: string;
  @Said('string', true) lockedAt: string | null;
  @Said('string', true) closedAt: string | null;
  @Said('string', true) unsealedAt: string | null;
  @Said('integer') methods: number;
  @Said('integer') pieces: number;
  @Said('integer') panelists: number;
  /** The sitting that is open, and how many there are. */
  @Said('integer') sitting: number;
  @Said('integer') sittings: number;
  /** Ballots of the open sitting. */
  @Said('integer') opened: number;
  @Said('integer') handedIn: number;
  @Said('integer') caveats: number;
}

export class TastingView extends TastingCard {
  @ApiProperty({ type: DraftInput }) draft: DraftInput;
  /** What still keeps the plan from being locked. */
  @ApiProperty({ type: [ProblemView] }) problems: ProblemView[];
  @Said('string', true) unsealedBy: string | null;
  @Said('string', true) fingerprint: string | null;
}
