import { isOneByOne, pausesOf, scopeOf, type Pause } from '@jacana/core/questions';
import type { BallotItemInput, BallotView } from '../client/api.generated';
import type { WordKey, Words } from '../words/words';

/** One screen of a ballot. */
export type Step =
  | { at: 'welcome' }
  /** Until the tray stands there. */
  | { at: 'tray' }
  /** A first sample that does not count; with a question, to try its scale. */
  | { at: 'warm-up'; code: string; item: BallotItemInput | null }
  /** A pause before a sample. */
  | { at: 'rinse'; code: string; pause: Pause }
  /** A sample to taste, with a question about it, or without one where all come later. */
  | { at: 'sample'; set: number; code: string; number: number; item: BallotItemInput | null }
  | { at: 'set'; set: number; codes: string[]; item: BallotItemInput }
  | { at: 'check' };

/** All screens of a ballot in order: each sample of a set, what compares them, then the next set. */
export function stepsOf(ballot: BallotView): Step[] {
  const aboutSet = ballot.items.filter((item) => scopeOf(item) === 'set');
  let before = 0;
  const sets = ballot.sets.flatMap(({ codes }, set): Step[] => {
    const numbered = codes.map((code, at) => ({ at: 'sample' as const, set, code, number: before + at + 1 }));
    before += codes.length;
    return [...samplesOf(ballot, numbered), ...aboutSet.map((item): Step => ({ at: 'set', set, codes, item }))];
  });
  const tray: Step[] = ballot.waitsForTray ? [{ at: 'tray' }] : [];
  return [{ at: 'welcome' }, ...tray, ...withPauses(ballot, [...warmUpOf(ballot), ...sets]), { at: 'check' }];
}

/** Sample by sample where one comes after the other; question by question where they stand side by side. */
function samplesOf(ballot: BallotView, samples: readonly Omit<Extract<Step, { at: 'sample' }>, 'item'>[]): Step[] {
  const asked = ballot.items.filter((item) => scopeOf(item) === 'sample');
  if (ballot.presentation === 'side-by-side')
    return asked.flatMap((item) => samples.map((sample) => ({ ...sample, item })));
  if (asked.length > 0) return samples.flatMap((sample) => asked.map((item) => ({ ...sample, item })));
  return isOneByOne(ballot.items, ballot.presentation) ? samples.map((sample) => ({ ...sample, item: null })) : [];
}

/** The warm-up, and where it is for practice, each kind of scale once. */
function warmUpOf({ warmUp: code, practice, items }: BallotView): Step[] {
  if (code === null) return [];
  const asked = items.filter((item) => scopeOf(item) === 'sample');
  const tried = practice ? asked.filter((item, at) => asked.findIndex(({ kind }) => kind === item.kind) === at) : [];
  return [null, ...tried].map((item) => ({ at: 'warm-up', code, item }));
}

/** A pause before everything that is tasted after something else was. */
function withPauses(ballot: BallotView, steps: readonly Step[]): Step[] {
  const pauses = pausesOf(ballot, { ...ballot, isOneByOne: isOneByOne(ballot.items, ballot.presentation) });
  const paused = new Set<string>();
  return steps.flatMap((step): Step[] => {
    const code = step.at === 'set' ? step.codes[0] : 'code' in step ? step.code : '';
    const pause = pauses.get(code);
    if (!pause || paused.has(code)) return [step];
    paused.add(code);
    return [{ at: 'rinse', code, pause }, step];
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
    case 'tray':
      return t('at-tray');
    case 'warm-up':
      return t(step.item ? 'at-practice' : 'at-warm-up');
    case 'rinse':
      return t(step.pause.isLong ? 'at-pause' : 'at-rinse');
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
  if (step.at !== 'sample' && step.at !== 'welcome') return 'go-on';
  if (next?.at === 'rinse') return 'next-sample';
  if (next?.at !== 'sample') return 'to-last-question';
  return step.at === 'sample' && next.code === step.code ? 'next-question' : 'next-sample';
}
