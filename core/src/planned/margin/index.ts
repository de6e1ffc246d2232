import type { Reading } from '../../answers';
import { isOfMethods } from '../../design';
import { marginPower } from '../../power';
import { sidesOf } from '../../questions';
import type { Conclusion, PlannedRules, PlannedTest } from '../basis/answer';
import { likingPanel, type PanelSection } from '../basis/panel';
import { plainAnswer, verdictAlone } from '../basis/plainAnswer';
import { testOfMethods } from '../basis/rows';
import { readScores, scoreReader, type ScoresSection } from '../basis/scored';
import { powerOfMethods, scorePlanOf } from '../basis/sizedPlan';
import { heldAgainstMargin } from './heldAgainst';
import { againstMargin, marginsOf } from './margins';

/** Scores of liking against a margin below the reference, or to both sides of it. */
export const margin: PlannedTest<ScoresSection | PanelSection> = {
  answer: (reading, rules) =>
    rules.asymptotic && rules.ofMethods
      ? verdictAlone(reading, verdictOfMargins(reading.sets, rules))
      : plainAnswer(
          reading,
          rules,
          readScores(reading.sets, rules, (liking, methodTest) => heldAgainstMargin(liking, methodTest, rules)),
          {
            section: (data) => ({ id: 'scores', status: 'planned', data }),
            liking: ({ liking }) => liking,
            panel: () => likingPanel(reading),
          },
        ),
  samples: scoreReader,
  power: (plan, options) => {
    const against = { margin: plan.decision.margin, sides: sidesOf(plan.test) };
    return isOfMethods(plan)
      ? powerOfMethods(plan, options, { asked: 'scores', ...against })
      : marginPower({ ...scorePlanOf(plan, options.panelists), ...options, ...against });
  },
  isPowerExact: false,
};

function verdictOfMargins(sets: Reading['sets'], rules: PlannedRules): Pick<Conclusion, 'kind' | 'leaders'> {
  const test = testOfMethods(scoreReader.rows(sets, rules.item), rules, 'scores');
  return test.test === null
    ? { kind: 'no-answer', leaders: [] }
    : againstMargin(marginsOf(test.pairs, rules), 'methods', rules);
}
