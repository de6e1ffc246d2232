import { scopeOf } from '@jacana/core/questions';
import type { BallotItemInput, BallotView } from '../client/api.generated';
import type { WordKey, Words } from '../words/words';

/** One screen of a ballot. */
export type Step =
  | { at: 'welcome' }
  | { at: 'warm-up'; code: string }
  /** A pause before a sample. */
  | { at: 'rinse'; code: string }
  /** A sample to taste, with a question about it, or without one where all come later. */
  | { at: 'sample'; set: number; code: string; number: number; item: BallotItemInput | null }
  | { at: 'set'; set: number; codes: string[]; item: BallotItemInput }
  | { at: 'check' };

/** Questions for which samples are tasted one by one first, and compared afterwards. */
const ONE_BY_ONE = new Set(['ranking', 'best-worst']);

/** All screens of a ballot in order: each sample of a set, what compares them, then the next set. */
export function stepsOf(ballot: BallotView): Step[] {
  const aboutSample = ballot.items.filter((item) => scopeOf(item) === 'sample');
  const aboutSet = ballot.items.filter((item) => scopeOf(item) === 'set');
  const isOneByOne = aboutSample.length > 0 || aboutSet.some((item) => ONE_BY_ONE.has(item.kind));
  let number = 0;
  const sets = ballot.sets.flatMap(({ codes }, set): Step[] => {
    const tasted = codes.flatMap((code): Step[] => {
      number++;
      const base = { at: 'sample' as const, set, code, number };
      return aboutSample.length > 0 ? aboutSample.map((item) => ({ ...base, item })) : [{ ...base, item: null }];
    });
    return [...(isOneByOne ? tasted : []), ...aboutSet.map((item): Step => ({ at: 'set', set, codes, item }))];
  });
  const warmUp: Step[] = ballot.warmUp ? [{ at: 'warm-up', code: ballot.warmUp }] : [];
  const tasting = [...warmUp, ...sets];
  return [{ at: 'welcome' }, ...(ballot.rinseSeconds > 0 ? withRinses(tasting) : tasting), { at: 'check' }];
}

/** A pause before everything that is tasted after something else was. */
function withRinses(steps: readonly Step[]): Step[] {
  const first = (step: Step): string | undefined =>
    step.at === 'set' ? step.codes[0] : step.at === 'sample' || step.at === 'warm-up' ? step.code : undefined;
  const tasted = new Set<string>();
  return steps.flatMap((step): Step[] => {
    const code = first(step);
    const isNew = code !== undefined && !tasted.has(code);
    const isPause = isNew && tasted.size > 0;
    if (step.at === 'set') for (const one of step.codes) tasted.add(one);
    else if (code !== undefined) tasted.add(code);
    return isPause ? [{ at: 'rinse', code }, step] : [step];
  });
}

/** Samples that count. */
export const sampleCount = (ballot: BallotView): number =>
  ballot.sets.reduce((total, { codes }) => total + codes.length, 0);

/** Where a step stands, for the line at the top. */
export function whereText(step: Step, ballot: BallotView, t: Words): string {
  const { seat, sitting, sittings, sets } = ballot;
  switch (step.at) {
    case 'welcome':
      return sittings > 1 ? t('seat-of-sitting', { seat, sitting, sittings }) : t('seat', { seat });
    case 'warm-up':
      return t('at-warm-up');
    case 'rinse':
      return t('at-rinse');
    case 'sample':
      return t('at-sample', { number: step.number, count: sampleCount(ballot) });
    case 'set':
      return sets.length > 1 ? t('at-set', { number: step.set + 1, count: sets.length }) : t('at-last-question');
    case 'check':
      return t('at-check');
  }
}

/** What the button to the next step says. */
export function onwardKey(step: Step, next: Step | undefined): WordKey {
  if (step.at === 'set' || step.at === 'warm-up' || step.at === 'rinse') return 'go-on';
  if (next?.at === 'rinse') return 'next-sample';
  if (next?.at !== 'sample') return 'to-last-question';
  return step.at === 'sample' && next.code === step.code ? 'next-question' : 'next-sample';
}
