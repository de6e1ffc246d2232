import type { DraftInput } from '../client/api.generated';
import type { Conflict } from './merge';

const NAMES: Record<string, string> = {
  title: 'Title',
  question: 'Question',
  ballotTitle: 'Title on the ballot',
  decision: 'What is decided',
  test: 'Planned test',
  product: 'Kind of food',
  methods: 'Method',
  constants: 'Held constant',
  bundled: 'Comes with a method',
  ingredients: 'Ingredient',
  lots: 'Lot',
  halves: 'Raw pieces are split',
  zones: 'Zone',
  panel: 'Panelist',
  ballot: 'Ballot',
  service: 'Serving',
  quantities: 'Quantities',
  assumed: 'Sized for',
  piecesPerMethod: 'Pieces per method',
  takenAlike: 'Pieces are taken to be alike',
  alpha: 'Level',
  follows: 'Goes on from',
};

/** A field by the words of the screen: the list, the item by its name, and what of it. */
export function nameOfField(path: string, draft: DraftInput): string {
  const [list, ...rest] = path.split('.');
  let within: unknown = (draft as unknown as Record<string, unknown>)[list];
  const named = rest.map((part) => {
    within = childOf(within, part);
    const { name, ask } = within as { name?: string; ask?: string };
    return name || ask ? `"${name || ask}"` : (PARTS[part] ?? part.replace(/([A-Z])/g, ' $1').toLowerCase());
  });
  return [NAMES[list] ?? list, ...named.filter((part) => part !== 'items')].join(', ');
}

/** What a screen calls otherwise than the draft does. */
const PARTS: Record<string, string> = { weight: 'counts in a total' };

const childOf = (within: unknown, part: string): unknown =>
  (Array.isArray(within)
    ? (within as { id?: string }[]).find(({ id }) => id === part)
    : (within as Record<string, unknown> | undefined)?.[part]) ?? {};

export function valueInWords(value: unknown): string {
  if (value === null || value === undefined) return 'taken out';
  if (value === '') return 'empty';
  if (typeof value === 'object') {
    const { name, ask, text }: { name?: string; ask?: string; text?: string } = value;
    return name ?? ask ?? text ?? JSON.stringify(value);
  }
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : JSON.stringify(value).replace(/^"|"$/g, '');
}

/** The draft, which has my side of every conflict, with their side of those that were chosen. */
export function settledDraft(
  draft: DraftInput,
  conflicts: readonly Conflict[],
  theirs: ReadonlySet<string>,
): DraftInput {
  const settled = structuredClone(draft);
  for (const { path, theirs: value } of conflicts) if (theirs.has(path)) put(settled, path.split('.'), value);
  return settled;
}

function put(target: unknown, [name, ...rest]: string[], value: unknown): void {
  if (Array.isArray(target)) {
    const list = target as { id: string }[];
    const at = list.findIndex(({ id }) => id === name);
    if (rest.length > 0) return at >= 0 ? put(list[at], rest, value) : undefined;
    const replacement = value === null || value === undefined ? [] : [value as { id: string }];
    list.splice(at >= 0 ? at : list.length, at >= 0 ? 1 : 0, ...replacement);
    return;
  }
  const fields = target as Record<string, unknown>;
  if (rest.length > 0) put(fields[name], rest, value);
  else fields[name] = value;
}
