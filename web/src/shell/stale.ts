import type { TagOf } from '../client/api';

/** What a screen has to read again when something of a tasting changed; the card always. */
const STALE: Record<string, readonly TagOf[]> = {
  locked: ['tasting', 'plan', 'seal', 'kitchen', 'range', 'board'],
  unlocked: ['tasting', 'plan', 'seal', 'kitchen', 'range', 'board'],
  kitchen: ['range'],
  'kitchen-log': ['kitchenLog'],
  ingredients: ['tasting', 'kitchen', 'board', 'seal'],
  'service-log': ['serviceLog', 'seal'],
  pieces: ['kitchen', 'range', 'plan'],
  sitting: ['plan', 'board', 'seal'],
  'walk-in': ['plan', 'board', 'seal', 'serviceLog'],
  closed: ['seal', 'tasting'],
  reopened: ['seal', 'tasting'],
  unsealed: ['seal', 'tasting', 'findings', 'caveats'],
  caveats: ['caveats', 'findings', 'seal'],
  names: ['tasting', 'plan', 'board', 'seal', 'findings', 'caveats', 'serviceLog', 'exclusions', 'paper'],
  removed: ['tasting'],
  restored: ['tasting'],
};

/** The tags that go stale with a change of a kind; an unknown kind makes everything stale. */
export const staleAfter = (changed: readonly string[]): readonly TagOf[] => [
  ...new Set(['card' as const, ...changed.flatMap((kind) => STALE[kind] ?? Object.values(STALE).flat())]),
];
