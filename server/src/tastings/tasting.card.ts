import { TESTS, type Test } from '@jacana/core/bundle';
import { Choice, Said } from '../fields/fields';

export const STATUSES = ['draft', 'locked', 'tasting', 'closed', 'unsealed'] as const;
export type Status = (typeof STATUSES)[number];

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
  /** What is asked, which a ballot shows anyway. */
  @Choice(TESTS, 'Test') test: Test;
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
