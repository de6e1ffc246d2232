import type { ServiceEntry } from '@jacana/core/bundle';
import { serviceDay, type ServiceDay } from '@jacana/core/service';
import { nanoid } from 'nanoid';
import { useMemo, useSyncExternalStore } from 'react';
import { api } from '../client/api';
import type { ServiceEntryInput, ServiceEntryView } from '../client/api.generated';
import { kitchenNow } from '../kitchen/kitchenClock';
import { useWritten } from '../post/useWritten';
import { boxesOf } from '../post/boxes';

/** What happened, before it has an id and a time. */
export type Happened = Omit<ServiceEntryInput, 'id' | 'at'>;

const boxOf = boxesOf<ServiceEntryInput>({
  address: 'service-log',
  place: 'jacana.service.1',
  stale: ['serviceLog', 'board', 'plan', 'seal', 'findings'],
  refusedText: () => 'That was not written down.',
});

/** An entry of the contract, whose fields lie flat, as the core has it. */
function entryOf({ id, at, ...rest }: ServiceEntryInput | ServiceEntryView): ServiceEntry {
  const { storedAt = at, by = 'you', ...body } = rest as Partial<ServiceEntryView>;
  return { id, at, storedAt, by, body } as ServiceEntry;
}

export interface Service {
  /** Everything that was written down, with what is on its way from this device. */
  log: ServiceEntry[];
  day: ServiceDay;
  /** How many entries the server does not have yet. */
  waiting: number;
  /** Writes something down; it is kept in this browser until the server has it. @returns its id */
  write: (happened: Happened) => string;
  isKnown: boolean;
  error: unknown;
}

/** The service of a tasting, as it stands on this device. */
export function useService(id: string): Service {
  const { data, error } = api.useGetServiceLogQuery({ id });
  const box = boxOf(id);
  const waiting = useSyncExternalStore(box.subscribe, box.waiting);
  const written = useWritten(box, data?.entries);
  const log = useMemo(() => [...(data?.entries ?? []), ...written].map(entryOf), [data, written]);
  const day = useMemo(() => serviceDay(log), [log]);
  const write = (happened: Happened): string => {
    const entry = { ...happened, id: nanoid(14), at: new Date(kitchenNow()).toISOString() };
    box.add(entry);
    return entry.id;
  };
  return { log, day, waiting: waiting.length, write, isKnown: data !== undefined, error };
}
