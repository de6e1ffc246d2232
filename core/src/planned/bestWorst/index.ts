import { isOfMethods } from '../../design';
import type { FoundSection } from '../../presentation';
import type { PlannedTest } from '../basis/answer';
import { FINAL_OF_LEADERS } from '../basis/nextStep';
import type { PanelSection } from '../basis/panel';
import { plainAnswer, verdictAlone } from '../basis/plainAnswer';
import { rowsOfChoices, verdictOfBlocks, type SampleReader } from '../basis/rows';
import { setPanel } from '../basis/setPanel';
import { powerOfMethods, powerOfSome } from '../basis/sizedPlan';
import { readChoices, type Chosen } from './choices';

const samples: SampleReader = { of: 'places', rows: rowsOfChoices };

/** The best and the worst of each set. */
export const bestWorst: PlannedTest<FoundSection<'best-worst', Chosen> | PanelSection> = {
  answer: (reading, rules) =>
    rules.asymptotic && rules.ofMethods
      ? verdictAlone(reading, verdictOfBlocks(reading.sets, rules, samples))
      : plainAnswer(reading, rules, readChoices(reading.sets, rules), {
          section: (data) => ({ id: 'best-worst', status: 'planned', data }),
          panel: () => setPanel(reading, samples),
          whenLeading: FINAL_OF_LEADERS,
        }),
  samples,
  power: (plan, options) =>
    isOfMethods(plan)
      ? powerOfMethods(plan, options, { asked: 'best and worst' })
      : powerOfSome(plan, options, 'best and worst'),
  isPowerExact: false,
};
