import { Said } from '../fields/fields';

/** For the coordinator: where each panelist's ballot is. */
export class BallotLinkView {
  @Said('string') panelistId: string;
  @Said('integer') seat: number;
  @Said('string') name: string;
  /** The whole address, to send or to show as QR code. */
  @Said('string') address: string;
}
