import type { Reading } from '../../answers';
import { isOfMethods } from '../../design';
import { scorePower } from '../../power';
import type { FoundSection } from '../../presentation';
import type { Conclusion, PlannedRules, PlannedTest } from '../basis/answer';
import { likingPanel, type PanelSection } from '../basis/panel';
import { plainAnswer, verdictAlone } from '../basis/plainAnswer';
import { powerOfMethods, scorePlanOf } from '../basis/sizedPlan';
import { readProfile, wordTests, wordsOf, type Profiled } from './profile';

/** How strong each word is in each sample. */
export const profile: PlannedTest<FoundSection<'profile', Profiled> | PanelSection> = {
  answer: (reading, rules) =>
    rules.asymptotic && rules.ofMethods
      ? verdictAlone(reading, verdictOfWords(reading, rules))
      : plainAnswer(reading, rules, readProfile(reading.sets, wordsOf(reading.bundle.tasting.ballot.items), rules), {
          section: (data) => ({ id: 'profile', status: 'planned', data }),
          panel: () => likingPanel(reading),
        }),
  samples: null,
  power: (plan, options) =>
    isOfMethods(plan)
      ? powerOfMethods(plan, options, { asked: 'scores' })
      : scorePower(scorePlanOf(plan, options.panelists)),
  isPowerExact: false,
};

function verdictOfWords({ sets, bundle }: Reading, rules: PlannedRules): Pick<Conclusion, 'kind' | 'leaders'> {
  const tests = wordTests(sets, wordsOf(bundle.tasting.ballot.items), rules);
  const isFound = tests.some(({ adjustedP }) => adjustedP !== null && adjustedP <= rules.alpha);
  return { kind: isFound ? 'told-apart' : 'no-answer', leaders: [] };
}
