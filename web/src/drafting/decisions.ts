import type { DecisionKind } from '@jacana/core/bundle';
import { DECISION_NAMES } from '@jacana/core/sheets';

const ABOUT: Record<DecisionKind, string> = {
  'liked-best': 'you will serve the winner',
  'told-apart': 'to know that there is a difference',
  'more-of': 'crisper, sweeter, juicier',
  'how-differ': 'word by word, with strengths',
  'good-enough': 'not worse than the reference',
  similar: 'then take the easier one',
};

/** What can be decided, and what for. */
export const DECISIONS = (Object.keys(ABOUT) as DecisionKind[]).map((kind) => ({
  kind,
  name: DECISION_NAMES[kind],
  about: ABOUT[kind],
}));
