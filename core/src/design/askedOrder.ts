import { answerKindOf, isScaleOfWord } from '../questions';
import { randomStream } from '../numeric';
import type { BallotItem, Service } from '../tasting';

/** Whose ballot it is, at which plan. */
interface Whose {
  fingerprint: string;
  panelist: string;
  ownOrders: Service['ownOrders'];
}

/**
 * The questions of a ballot as one panelist reads them. What stands first on a list is ticked more often, and what is
 * asked first colours what is asked next; an order of each one's own spreads that over the panel. It is the same for
 * a person at all their samples and sittings, and follows from the fingerprint of the plan, so that anyone can draw
 * it again. Scales of a word change places among themselves: liking stays where it was put, as do questions about sets.
 *
 * Common practice in check-all-that-apply and profiling (balanced or randomised lists), no source.
 */
export function askedItems(items: readonly BallotItem[], whose: Whose): BallotItem[] {
  if (whose.ownOrders === 'none') return [...items];
  const ticked = items.map((item) =>
    answerKindOf(item) === 'words' ? { ...item, options: ownOrder(item.options, whose, item.id) } : item,
  );
  if (whose.ownOrders === 'words') return ticked;
  const attributes = ownOrder(ticked.filter(isScaleOfWord), whose, 'attributes');
  return ticked.map((item) => (isScaleOfWord(item) ? (attributes.shift() ?? item) : item));
}

function ownOrder<One>(list: readonly One[], { fingerprint, panelist }: Whose, what: string): One[] {
  return randomStream(`${fingerprint} ${panelist}`, `asked ${what}`).shuffled(list);
}
