import { ANALYSES, type Analysis } from '@jacana/core/bundle';
import { Choice, ListOf, Said, SaidTexts, Text } from '../../fields/fields';
import { SittingTrayView } from './server';

/** What the coordinator may know: everything but the key, until it is unsealed. */

/** For the coordinator: the locked plan by codes. Methods join only when unsealed. */
export class PlanView {
  @Said('string') lockedAt: string;
  @Said('string') fingerprint: string;
  @Said('string') engine: string;
  @Said('number') alpha: number;
  @Choice(ANALYSES, 'Analysis') analysis: Analysis;
  /** How the plan was drawn; keys of older schemes can be found out from a few codes. */
  @Said('integer') scheme: number;
  @Said('boolean') isWeak: boolean;
  @ListOf(() => SittingTrayView, 3000) trays: SittingTrayView[];
}

export class SealEvent {
  @Said('string') at: string;
  @Said('string') by: string;
  @Said('string') action: string;
  @Said('string') detail: string;
}

/** For the coordinator: the state of the seal and all that was done about it. */
export class SealView {
  @Said('string', true) lockedAt: string | null;
  @Said('string', true) unsealedAt: string | null;
  @Said('string', true) unsealedBy: string | null;
  /** As printed at locking. */
  @Said('string', true) stated: string | null;
  /** Computed again from plan and key just now. */
  @Said('string', true) computed: string | null;
  @Said('boolean') matches: boolean;
  /** Whether the log's chain of hashes holds. */
  @Said('boolean') logIntact: boolean;
  @ListOf(() => SealEvent, 10000) log: SealEvent[];
  /** How many records there are in the chain of this tasting, and the mark of the last, as it is printed. */
  @Said('integer') number: number;
  @Said('string') mark: string;
  /** What is not as it was stored, in words. */
  @SaidTexts() problems: string[];
}

/** A mark off a sheet or a phone. */
export class CompareMark {
  @Text(60, { least: 1 }) mark: string;
}

export class ComparedView {
  @Said('boolean') isFound: boolean;
  /** After which record it was taken, and how many there are now. */
  @Said('integer', true) number: number | null;
  @Said('integer') of: number;
}
