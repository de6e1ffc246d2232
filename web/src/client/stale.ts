/** What can go stale, each with the id of its tasting. */
export const TAGS = [
  'card',
  'tasting',
  'plan',
  'seal',
  'kitchen',
  'range',
  'house',
  'kitchenLog',
  'serviceLog',
  'caveats',
  'readings',
  'board',
  'exclusions',
  'paper',
  'findings',
  'shares',
] as const;
export type TagOf = (typeof TAGS)[number];

/**
 * What a screen has to read again when something of a tasting changed; the card always. One table for what was done here
 * and for what the stream of events says that others did. Whatever a bundle holds changes what findings say.
 */
const STALE: Record<string, readonly TagOf[]> = {
  locked: ['tasting', 'plan', 'seal', 'kitchen', 'range', 'board'],
  unlocked: ['tasting', 'plan', 'seal', 'kitchen', 'range', 'board'],
  kitchen: ['range', 'findings'],
  'kitchen-log': ['kitchenLog', 'findings'],
  ingredients: ['tasting', 'kitchen', 'board', 'seal', 'findings'],
  'service-log': ['serviceLog', 'board', 'plan', 'seal', 'findings'],
  pieces: ['kitchen', 'range', 'plan', 'findings'],
  sitting: ['tasting', 'plan', 'board', 'seal', 'kitchen', 'range'],
  'walk-in': ['plan', 'board', 'seal', 'serviceLog', 'findings'],
  closed: ['seal', 'tasting', 'board'],
  reopened: ['seal', 'tasting', 'board', 'findings'],
  unsealed: ['seal', 'tasting', 'findings', 'caveats'],
  caveats: ['caveats', 'board', 'findings', 'seal'],
  names: ['tasting', 'plan', 'board', 'seal', 'findings', 'caveats', 'serviceLog', 'exclusions', 'paper'],
  removed: ['tasting'],
  restored: ['tasting'],
};

/** The tags that go stale with a change of a kind; an unknown kind makes everything stale. */
export const staleAfter = (changed: readonly string[]): readonly TagOf[] => [
  ...new Set(['card' as const, ...changed.flatMap((kind) => STALE[kind] ?? Object.values(STALE).flat())]),
];
