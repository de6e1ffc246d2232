import type { Reading } from '../../answers';
import { isOfMethods } from '../../design';
import { scorePower } from '../../power';
import type { Answer, PlannedRules, PlannedTest } from '../basis/answer';
import { likingPanel, type PanelSection } from '../basis/panel';
import { plainAnswer, verdictAlone } from '../basis/plainAnswer';
import { verdictOfBlocks } from '../basis/rows';
import { readScores, scoreReader, type Scored, type ScoresSection } from '../basis/scored';
import { powerOfMethods, scorePlanOf } from '../basis/sizedPlan';
import { likedBest } from './likedBest';

/** Scores of liking, for a winner. */
export const scores: PlannedTest<ScoresSection | PanelSection> = {
  answer: (reading, rules) =>
    rules.asymptotic && rules.ofMethods
      ? verdictAlone(reading, verdictOfBlocks(reading.sets, rules, scoreReader))
      : plainAnswer(reading, rules, readLiking(reading.sets, rules), {
          section: (data) => ({ id: 'scores', status: 'planned', data }),
          liking: ({ liking }) => liking,
          panel: () => likingPanel(reading),
        }),
  samples: scoreReader,
  power: (plan, options) =>
    isOfMethods(plan)
      ? powerOfMethods(plan, options, { asked: 'scores' })
      : scorePower(scorePlanOf(plan, options.panelists)),
  isPowerExact: false,
};

/** Reads scores for a winner: of liking, or of totals that are read alike. */
export const readLiking = (sets: Reading['sets'], rules: PlannedRules): Answer<Scored> =>
  readScores(sets, rules, (liking, methodTest) => likedBest(liking, methodTest, rules));
