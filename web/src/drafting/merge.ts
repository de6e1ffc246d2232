/** Something that both sides changed, each in its own way. */
export interface Conflict {
  /** Where in the draft, such as `title` or `methods.m1.name`; an item of a list by its id. */
  path: string;
  mine: unknown;
  theirs: unknown;
}

export interface Merged<Draft> {
  /** With my side wherever both changed the same. */
  draft: Draft;
  conflicts: Conflict[];
}

/**
 * Brings two edits of one draft together: what only one side touched is as that side has it.
 * Lists whose items have ids are merged item by item, so that one may add a method while the
 * other renames another.
 *
 * @param base what both began with
 */
export function merge<Draft>(base: Draft, mine: Draft, theirs: Draft): Merged<Draft> {
  const conflicts: Conflict[] = [];
  return { draft: merged('', base, mine, theirs, conflicts) as Draft, conflicts };
}

function merged(path: string, base: unknown, mine: unknown, theirs: unknown, conflicts: Conflict[]): unknown {
  if (isSame(mine, base)) return theirs;
  if (isSame(theirs, base) || isSame(mine, theirs)) return mine;
  if (isList(mine) && isList(theirs)) return mergedList(path, isList(base) ? base : [], mine, theirs, conflicts);
  if (isFields(mine) && isFields(theirs)) {
    const before = isFields(base) ? base : {};
    const names = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])];
    const entries = names.map((name) => [
      name,
      merged(under(path, name), before[name], mine[name], theirs[name], conflicts),
    ]);
    return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
  }
  conflicts.push({ path, mine, theirs });
  return mine;
}

function mergedList(path: string, base: Item[], mine: Item[], theirs: Item[], conflicts: Conflict[]): Item[] {
  const [before, here, there] = [base, mine, theirs].map((list) => new Map(list.map((item) => [item.id, item])));
  const order = isSame(idsOf(mine), idsOf(base)) ? theirs : mine;
  const ids = [...new Set([...idsOf(order), ...idsOf(mine), ...idsOf(theirs)])];
  return ids.flatMap((id): Item[] => {
    const [was, own, other] = [before.get(id), here.get(id), there.get(id)];
    const place = under(path, id);
    if (own && other) return [merged(place, was, own, other, conflicts) as Item];
    const [left, right] = [own ?? null, other ?? null];
    const kept = own ?? other;
    if (!was || !kept) return kept ? [kept] : [];
    // One side took it out. If the other left it alone it is gone; else both have to be asked.
    if (isSame(kept, was)) return [];
    conflicts.push({ path: place, mine: left, theirs: right });
    return own ? [own] : [];
  });
}

interface Item {
  id: string;
}
type Fields = Record<string, unknown>;

const under = (path: string, name: string): string => (path ? `${path}.${name}` : name);
const idsOf = (list: readonly Item[]): string[] => list.map(({ id }) => id);
const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isList = (value: unknown): value is Item[] =>
  Array.isArray(value) && value.every((item) => isFields(item) && typeof item.id === 'string');
