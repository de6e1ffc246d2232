/**
 * A record of the day: entries that are only ever added, each with an id made by the device
 * that wrote it. Sending an entry twice stores it once; a dead network only means that it
 * comes later; a correction or an undo is one more entry. What holds now is never stored: it
 * is folded from the entries, by the same reducer on the server, on every screen and in the
 * findings.
 */
export interface Entry<Body extends { kind: string }> {
  id: string;
  /** By the clock of the device that wrote it, and by the server's; ISO 8601. */
  at: string;
  storedAt: string;
  by: string;
  body: Body;
}

/** Takes an earlier entry back. Taken back itself, that one holds again. */
export interface Undone {
  kind: 'undone';
  of: string;
}

const isUndone = (body: { kind: string }): body is Undone => body.kind === 'undone';

/**
 * The entries that hold: each once, in the order of the list, without those that were taken
 * back. An entry that comes again under an id already used is the first one sent twice.
 */
export function holding<Body extends { kind: string }>(
  entries: readonly Entry<Body>[],
): Entry<Exclude<Body, Undone>>[] {
  const ids = new Set<string>();
  const once = entries.filter(({ id }) => !ids.has(id) && ids.add(id));
  const gone = new Set<string>();
  // From the last to the first, since whether an undo holds is settled by what came after it.
  for (const { id, body } of [...once].reverse()) if (isUndone(body) && !gone.has(id)) gone.add(body.of);
  return once.filter((entry): entry is Entry<Exclude<Body, Undone>> => !isUndone(entry.body) && !gone.has(entry.id));
}

/**
 * What a record says now.
 *
 * @param reduce one entry on top of what held before it; takes nothing back, since undo is settled here
 */
export function fold<State, Body extends { kind: string }>(
  entries: readonly Entry<Body>[],
  start: State,
  reduce: (state: State, entry: Entry<Exclude<Body, Undone>>) => State,
): State {
  return holding(entries).reduce(reduce, start);
}
