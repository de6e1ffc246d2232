import type { DecisionKind } from '@jacana/core/bundle';

/** What can be decided, as it is said on Ask and on the plan sheet. */
export const DECISIONS: { kind: DecisionKind; name: string; about: string }[] = [
  { kind: 'liked-best', name: 'Which is liked best', about: 'you will serve the winner' },
  { kind: 'told-apart', name: 'Can people tell them apart', about: 'if not, take the easier one' },
  { kind: 'more-of', name: 'Which has more of something', about: 'crisper, sweeter, juicier' },
  { kind: 'how-differ', name: 'How do they differ', about: 'word by word, with strengths' },
  { kind: 'good-enough', name: 'Is it good enough', about: 'not worse than the reference' },
];
