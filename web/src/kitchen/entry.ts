import type { KitchenEntry } from '@jacana/core/bundle';
import type { NewKitchenEntry, KitchenEntryView } from '../client/api.generated';

/** An entry of the contract, whose fields lie flat, as the core has it. */
export function entryOf({ id, at, ...rest }: NewKitchenEntry | KitchenEntryView): KitchenEntry {
  const { storedAt = at, by = '', ...body } = rest as Partial<KitchenEntryView>;
  return { id, at, storedAt, by, body } as KitchenEntry;
}
