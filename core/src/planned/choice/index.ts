import type { FoundSection } from '../../presentation';
import type { PlannedTest } from '../basis/answer';
import type { PanelSection } from '../basis/panel';
import { plainAnswer } from '../basis/plainAnswer';
import { readDiscrimination } from './discrimination';
import type { Telling } from './outcome';
import { choicePower } from './power';

type ChoiceSection = FoundSection<'telling', Telling> | PanelSection;

/** Tests of two samples: told apart, found similar, or one preferred. */
const choice: Omit<PlannedTest<ChoiceSection>, 'isPowerExact'> = {
  answer: (reading, rules) =>
    plainAnswer(reading, rules, readDiscrimination(reading.sets, rules), {
      section: (data) => ({ id: 'telling', status: 'planned', data }),
    }),
  samples: null,
  power: choicePower,
};

/** Right answers, or votes, are counted: power is a sum of binomial chances. */
export const countedChoice: PlannedTest<ChoiceSection> = { ...choice, isPowerExact: true };

/** "Yes" is said to signals and to noise. */
export const signalChoice: PlannedTest<ChoiceSection> = { ...choice, isPowerExact: false };
