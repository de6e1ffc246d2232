import { Said, Whole } from '../fields/fields';

/** Longer than a year nobody remembers whom a link was given to. */
export const DAYS = { least: 1, most: 365 };

export class ShareInput {
  @Whole(DAYS) days: number;
}

/** A link as it is listed. Its address is said once, when it is made: only its hash is kept. */
export class ShareView {
  @Said('string') id: string;
  @Said('string') by: string;
  @Said('string') createdAt: string;
  @Said('string') expiresAt: string;
  @Said('string', true) revokedAt: string | null;
}

export class NewShareView extends ShareView {
  @Said('string') address: string;
}
