import { fingerprint, type Key, type Piece, type Plan, type Tasting } from '../bundle';
import { randomStream } from '../numeric';
import { ENGINE } from '../engine';
import { drawCodes } from './codes';
import { dealPortions, tagPieces } from './pieces';
import { servingOrders } from './williams';

/** Everything that locking fixes. The key goes under seal; plan and pieces do not give it away. */
export interface LockedPlan {
  plan: Plan;
  pieces: Piece[];
  key: Key;
}

/** The only inputs of a plan that are not the tasting itself. */
export interface LockInputs {
  /** Source of all random choices: the same seed gives the same plan on any machine. */
  seed: string;
  /** Random text, at least 16 characters, that keeps the fingerprint from being guessed. */
  salt: string;
  /** ISO 8601 time of locking. */
  lockedAt: string;
}

/**
 * Fixes a plan: blind codes (one per method, shared by the panel), kitchen tags, Williams
 * serving orders, which piece each portion comes from, and the fingerprint over it all.
 *
 * Call it only for a tasting without {@link lockProblems}.
 */
export function lockPlan(tasting: Tasting, { seed, salt, lockedAt }: LockInputs): LockedPlan {
  const methods = tasting.methods.map((method) => method.id);
  const codes = drawCodes(methods.length, randomStream(seed, 'codes'));
  const orders = servingOrders(methods.length, tasting.panel.length, randomStream(seed, 'orders'));
  const pieces = tagPieces(methods, tasting.piecesPerMethod, randomStream(seed, 'tags'));
  const portions = dealPortions(
    orders.map((order) => order.map((sample) => methods[sample])),
    pieces,
    randomStream(seed, 'portions'),
  );

  const key: Key = {
    seed,
    salt,
    codes: Object.fromEntries(methods.map((method, sample) => [codes[sample], method])),
    portions: tasting.panel.map((panelist, at) => ({ panelist: panelist.id, tags: portions[at] })),
  };
  const plan = {
    lockedAt,
    engine: ENGINE,
    alpha: tasting.alpha,
    analysis: 'friedman-then-pairs-holm' as const,
    servings: tasting.panel.map((panelist, at) => ({
      panelist: panelist.id,
      codes: orders[at].map((sample) => codes[sample]),
    })),
  };
  return { plan: { ...plan, fingerprint: fingerprint({ tasting, plan, pieces, key }) }, pieces, key };
}
