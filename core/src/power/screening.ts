import { evenBlocks } from '../design';
import { randomStream, type RandomStream } from '../numeric';

/** A first round in which all methods are ranked a few at a time, and a cut after it. */
export interface ScreeningPlan {
  methods: number;
  /** Samples in each ranking, and rankings in all. */
  together: number;
  rankings: number;
  /** How many methods go on to the final. */
  finalists: number;
  /** Standard deviation between the true likings of methods. */
  methodSpread: number;
  /** Standard deviation of one panelist's impression of one sample. */
  spread: number;
  seed: string;
  /** Simulated screenings; default 2,000. */
  rounds?: number;
}

/** Result of {@link screening}. */
export interface Screening {
  /** Chance that the truly best one, and all of the truly best three, survive the cut. */
  bestSurvives: number;
  bestThreeSurvive: number;
  standardError: number;
}

/**
 * The expected chance that the truly best methods survive the cut between a screening and
 * its final. Their true likings are drawn anew for each simulated screening, normal about
 * one another; methods go on by their mean rank within what they were tasted beside.
 */
export function screening(plan: ScreeningPlan): Screening {
  const { methods, finalists, methodSpread, seed, rounds = 2000 } = plan;
  const random = randomStream(seed, 'screening');
  const truth = new Float64Array(methods);
  let [best, three] = [0, 0];
  for (let round = 0; round < rounds; round++) {
    random.fillNormal(truth);
    const order = [...truth.keys()].sort((a, b) => truth[b] - truth[a]);
    const likings = truth.map((value) => value * methodSpread);
    const goesOn = new Set(survivors(plan, likings, random, finalists));
    if (goesOn.has(order[0])) best++;
    if (order.slice(0, 3).every((method) => goesOn.has(method))) three++;
  }
  const share = three / rounds;
  return {
    bestSurvives: best / rounds,
    bestThreeSurvive: share,
    standardError: Math.sqrt((share * (1 - share)) / rounds),
  };
}

function survivors(
  { methods, together, rankings, spread }: ScreeningPlan,
  likings: Float64Array,
  random: RandomStream,
  finalists: number,
): number[] {
  const blocks = evenBlocks({ samples: methods, panelists: rankings, perPanelist: together }, rankings, random);
  const sums = new Float64Array(methods);
  const counts = new Float64Array(methods);
  const impressions = new Float64Array(together);
  for (const block of blocks) {
    random.fillNormal(impressions);
    block.forEach((method, at) => (impressions[at] = likings[method] + spread * impressions[at]));
    block.forEach((method, at) => {
      let rank = 1;
      for (let other = 0; other < together; other++) if (impressions[other] > impressions[at]) rank++;
      sums[method] += rank;
      counts[method]++;
    });
  }
  const mean = (method: number): number => (counts[method] > 0 ? sums[method] / counts[method] : together);
  return [...sums.keys()].sort((a, b) => mean(a) - mean(b)).slice(0, finalists);
}
