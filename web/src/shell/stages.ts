import { counted } from '@jacana/core/format';
import type { Role, TastingCard } from '../client/api.generated';

/** The six stages, in the order people work. */
export const STAGES = ['ask', 'plan', 'cook', 'serve', 'taste', 'read'] as const;
export type Stage = (typeof STAGES)[number];

export const STAGE_NAMES: Record<Stage, string> = {
  ask: 'Ask',
  plan: 'Plan',
  cook: 'Cook',
  serve: 'Serve',
  taste: 'Taste',
  read: 'Read',
};

/** Which stages a role works in; the others are shown, but do not open. */
const OPEN_TO: Record<Role, readonly Stage[]> = {
  coordinator: STAGES,
  kitchen: ['cook'],
  server: ['serve', 'taste'],
  reader: ['read'],
};

export const mayOpen = (role: Role, stage: Stage): boolean => OPEN_TO[role].includes(stage);

/** Where a person's work on this tasting lies now. */
export function currentStage(role: Role, { status }: TastingCard): Stage {
  if (role === 'kitchen') return 'cook';
  if (role === 'server') return status === 'locked' ? 'serve' : 'taste';
  if (role === 'reader') return 'read';
  return ({ draft: 'ask', locked: 'serve', tasting: 'taste', closed: 'read', unsealed: 'read' } as const)[status];
}

/** One short true status under each stepping pad. */
export function stageStatus(stage: Stage, card: TastingCard): string {
  const { status, methods, panelists, handedIn, caveats, sitting, sittings } = card;
  const draft = status === 'draft';
  switch (stage) {
    case 'ask':
      return methods === 0 ? 'no methods yet' : counted(methods, 'method');
    case 'plan':
      return draft ? 'not locked' : counted(panelists, 'person', 'people');
    case 'cook':
      return caveats > 0 ? counted(caveats, 'caveat') : draft ? 'not yet' : 'no caveats';
    case 'serve':
      return draft ? 'not yet' : counted(panelists, 'seat');
    case 'taste':
      return draft ? 'not yet' : `${handedIn} of ${panelists} done${sittings > 1 ? `, ${sitting}/${sittings}` : ''}`;
    case 'read':
      return (
        {
          draft: 'not yet',
          locked: 'sealed',
          tasting: 'sealed',
          closed: 'ready to unseal',
          unsealed: 'unsealed',
        } as const
      )[status];
  }
}

/** Whether a stage lies behind: its pad is filled. */
export function isDone(stage: Stage, { status }: TastingCard): boolean {
  const reached = { draft: 0, locked: 2, tasting: 4, closed: 5, unsealed: 6 }[status];
  return STAGES.indexOf(stage) < reached;
}
