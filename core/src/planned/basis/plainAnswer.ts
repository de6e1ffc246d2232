import { peopleIn, type Reading } from '../../answers';
import type { FoundSection } from '../../presentation';
import type { Answer, PlannedAnswer, PlannedRules } from './answer';
import type { LikingFinding } from './liking';
import { nextStepAfter } from './nextStep';
import type { PanelFinding, PanelSection } from './panel';
import { unlessTooFew } from './rules';

/** What stands beside an answer that was worked out at once. */
interface Beside<Found, Section> {
  section: (found: Found) => Section;
  liking?: (found: Found) => LikingFinding | null;
  /** Groups of panelists and effects of order, where they are looked for. */
  panel?: () => PanelFinding | null;
  whenLeading?: string;
}

/** The answer of a test that is read in one go, by the sets that count. */
export function plainAnswer<Found, Section extends FoundSection>(
  reading: Reading,
  rules: PlannedRules,
  answer: Answer<Found>,
  { section, liking, panel, whenLeading }: Beside<Found, Section>,
): PlannedAnswer<Section | PanelSection> {
  const people = peopleIn(reading.sets);
  const { kind, about, leaders, sentence, support, planned } = unlessTooFew(answer, people.length);
  return {
    ...{ kind, about, leaders, sentence, people, leftOut: reading.leftOut },
    inFull: () => {
      const found = panel?.() ?? null;
      const beside: PanelSection[] = found ? [{ id: 'panel', status: 'explored', data: found }] : [];
      return {
        support,
        sections: [section(planned), ...beside],
        liking: liking?.(planned) ?? null,
        next: nextStepAfter({ kind, about }, reading.bundle.tasting, { ofMethods: rules.ofMethods, whenLeading }),
      };
    },
  };
}

/** What a rehearsal asks of a plan that tests methods: nothing is worked out of the pieces served, which would be no answer to it. */
export const verdictAlone = (
  { sets, leftOut }: Reading,
  { kind, leaders }: Pick<Answer<unknown>, 'kind' | 'leaders'>,
): PlannedAnswer<never> => {
  const people = peopleIn(sets);
  return {
    ...unlessTooFew({ kind, leaders, about: 'methods', sentence: '' }, people.length),
    ...{ people, leftOut, inFull: nothingInFull },
  };
};

/** A rehearsal has no time for more than the verdict. */
export const nothingInFull = (): never => {
  throw new Error('Only the verdict was asked for.');
};
