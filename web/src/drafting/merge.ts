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
 * @param sent what was saved from here and never acknowledged: where it is found on their side, mine goes on from it
 */
export function merge<Draft>(base: Draft, mine: Draft, theirs: Draft, sent: Draft = base): Merged<Draft> {
  const conflicts: Conflict[] = [];
  return { draft: merged('', { base, mine, theirs, sent }, conflicts) as Draft, conflicts };
}

interface Sides<Value> {
  base: Value;
  mine: Value;
  theirs: Value;
  sent: Value;
}

function merged(path: string, sides: Sides<unknown>, conflicts: Conflict[]): unknown {
  const { base, mine, theirs, sent } = sides;
  if (isSame(theirs, base) || isSame(theirs, sent) || isSame(theirs, mine)) return mine;
  if (isSame(mine, base) && isSame(mine, sent)) return theirs;
  if (isList(mine) && isList(theirs)) return mergedList(path, eachOf(sides, asList), conflicts);
  if (isFields(mine) && isFields(theirs)) {
    const fields = eachOf(sides, (side) => (isFields(side) ? side : {}));
    const names = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])];
    const entries = names.map((name) => [
      name,
      merged(
        under(path, name),
        eachOf(fields, (side) => side[name]),
        conflicts,
      ),
    ]);
    return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
  }
  conflicts.push({ path, mine, theirs });
  return mine;
}

/**
 * All ids of both, in the order of whoever moved something; what only the other has stands after what it stands
 * after there. Where both did, mine.
 */
function orderOf(base: string[], mine: string[], theirs: string[]): string[] {
  const isMoved = !isSame(
    mine.filter((id) => base.includes(id)),
    base.filter((id) => mine.includes(id)),
  );
  const [first, second] = isMoved ? [mine, theirs] : [theirs, mine];
  const ids = [...first];
  second.forEach((id, at) => {
    if (!ids.includes(id)) ids.splice(ids.indexOf(second[at - 1]) + 1, 0, id);
  });
  return ids;
}

function mergedList(path: string, { base, mine, theirs, sent }: Sides<Item[]>, conflicts: Conflict[]): Item[] {
  const byId = eachOf({ base, mine, theirs, sent }, (list) => new Map(list.map((item) => [item.id, item])));
  return orderOf(idsOf(base), idsOf(mine), idsOf(theirs)).flatMap((id): Item[] => {
    const item = eachOf(byId, (items) => items.get(id));
    const place = under(path, id);
    const { base: was, mine: own, theirs: other } = item;
    if (own && other) return [merged(place, item, conflicts) as Item];
    const isGone = own ? isSame(own, was) : isSame(other, was) || isSame(other, item.sent);
    if (isGone) return [];
    const isAdded = own ? !was : !was && !item.sent;
    const kept = own ?? other;
    if (isAdded && kept) return [kept];
    // One side took out what the other changed: both have to be asked.
    conflicts.push({ path: place, mine: own ?? null, theirs: other ?? null });
    return own ? [own] : [];
  });
}

interface Item {
  id: string;
}
type Fields = Record<string, unknown>;

const under = (path: string, name: string): string => (path ? `${path}.${name}` : name);
const idsOf = (list: readonly Item[]): string[] => list.map(({ id }) => id);
/** The same for all four sides. */
const eachOf = <From, To>({ base, mine, theirs, sent }: Sides<From>, of: (side: From) => To): Sides<To> => ({
  base: of(base),
  mine: of(mine),
  theirs: of(theirs),
  sent: of(sent),
});

/** Whether two say the same: in which order fields stand is no difference, since server and forms each have their own. */
export const isSame = (one: unknown, other: unknown): boolean => one === other || textOf(one) === textOf(other);

const textOf = (value: unknown): string | undefined => JSON.stringify(value, inOrder);
const inOrder = (_: string, value: unknown): unknown =>
  isFields(value) ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1))) : value;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isList = (value: unknown): value is Item[] =>
  Array.isArray(value) && value.every((item) => isFields(item) && typeof item.id === 'string');
const asList = (value: unknown): Item[] => (isList(value) ? value : []);
