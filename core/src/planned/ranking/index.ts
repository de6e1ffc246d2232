import { isRankedByAll } from '../../answers';
import type { FoundSection } from '../../presentation';
import type { PlannedTest } from '../basis/answer';
import { FINAL_OF_LEADERS } from '../basis/nextStep';
import { plainAnswer, verdictAlone } from '../basis/plainAnswer';
import { rowsOfPlaces, verdictOfBlocks, type SampleReader } from '../basis/rows';
import { setPanel } from '../basis/setPanel';
import { completeRanking, type CompleteSection } from './completeRanking';
import { readIncomplete, type Ordered } from './incomplete';
import { rankingPower } from './power';

const samples: SampleReader = { of: 'ranks', rows: rowsOfPlaces };

/** Orders from most to least, of all methods or of some at a time. */
export const ranking: PlannedTest<CompleteSection | FoundSection<'incomplete-ranking', Ordered>> = {
  answer: (reading, rules) => {
    if (isRankedByAll(reading.bundle)) return completeRanking(reading, rules);
    if (rules.asymptotic && rules.ofMethods)
      return verdictAlone(reading, verdictOfBlocks(reading.sets, rules, samples));
    return plainAnswer(reading, rules, readIncomplete(reading.sets, rules), {
      section: (data) => ({ id: 'incomplete-ranking', status: 'planned', data }),
      panel: () => setPanel(reading, samples),
      whenLeading: FINAL_OF_LEADERS,
    });
  },
  samples,
  power: rankingPower,
  isPowerExact: false,
};
