import { clusterBlocks, clusterTest, testSequences } from '../design';
import {
  callsDifferent,
  chosenPlaces,
  criticalSimilar,
  GUESS,
  pieceClusters,
  PROTOCOLS,
  similarClusters,
  type ClusterRules,
  type Protocol,
} from '../inference';
import { randomStream, type RandomStream } from '../numeric';
import type { Test } from '../tasting';
import { shareOf, type SimulatedPower } from './simulated';
import type { TellingPlan } from './tellingPower';

/** A test of two samples whose methods are each known through several pieces. */
export interface ClusterPowerPlan extends TellingPlan {
  test: Test;
  pieces: number;
  halves: boolean;
  lots: number;
  /** Standard deviations of one impression, and between pieces cooked alike. */
  noise: number;
  pieceSpread: number;
  /** Where similarity is to be shown: the share of people who can tell that is ruled out. */
  ruledOut?: number;
  seed: string;
  panels: number;
}

/**
 * How often groups of people who share no piece would show that two methods differ (or that fewer
 * than a share can tell them apart), by
 * simulation: some of the people tell the methods apart whatever the piece, the others go by
 * what the pieces in front of them differ by. Tests as in the findings.
 */
export function clusterPower(plan: ClusterPowerPlan): SimulatedPower {
  const { test, panelists, seed, panels, pieces, halves, lots } = plan;
  const clusters = clusterBlocks({ test, pieces, halves, lots });
  const rules = clusterTest(test);
  if (!rules || clusters.length < 2 || panelists < clusters.length) return { power: 0, standardError: 0 };
  const random = randomStream(seed, 'cluster-power');
  const sequences = testSequences(test);
  const isShown = plan.ruledOut === undefined ? showsDifference(plan, rules) : showsSimilarity(plan, plan.ruledOut);
  let found = 0;
  for (let panel = 0; panel < panels; panel++) {
    const groups = clusters.map((blocks) => new Group(blocks.length, plan, random));
    for (let who = 0; who < panelists; who++) {
      const tells = random.fraction() < plan.tellers;
      for (let replicate = 0; replicate < plan.replicates; replicate++)
        groups[who % groups.length].hear(
          sequences[(Math.floor(who / groups.length) + replicate) % sequences.length],
          tells,
        );
    }
    const figures = groups.flatMap((group) => group.figure() ?? []);
    if (isShown(figures)) found++;
  }
  return shareOf(found, panels);
}

const showsDifference =
  ({ alpha }: ClusterPowerPlan, rules: ClusterRules) =>
  (figures: readonly number[]): boolean => {
    const result = pieceClusters(figures, rules);
    return result.test !== null && result.p <= alpha;
  };

/** Answers taken one by one must rule the share out as well; groups are as good as equally large. */
function showsSimilarity({ test, panelists, replicates, alpha }: ClusterPowerPlan, ruledOut: number) {
  const guess = isProtocol(test) ? GUESS[test] : 0;
  const few = criticalSimilar([{ people: panelists, each: replicates }], { guess, pd: ruledOut, alpha });
  const most = few === null ? -Infinity : few.correct / (panelists * replicates) - guess;
  return (figures: readonly number[]): boolean => {
    const result = similarClusters(figures, { limit: (1 - guess) * ruledOut, leastP: 0 });
    return result.test !== null && result.p <= alpha && result.mean <= most + 1e-9;
  };
}

const isProtocol = (test: Test): test is Protocol => (PROTOCOLS as readonly Test[]).includes(test);

/** So far apart that who tells the methods apart is practically always right. */
const PLAIN = 12;

/** People who eat from one group of pieces. */
class Group {
  private readonly luck: readonly (readonly number[])[];
  private readonly sums = { signal: 0, signals: 0, noise: 0, noises: 0 };
  private turn = 0;

  constructor(
    blocks: number,
    private readonly plan: ClusterPowerPlan,
    private readonly random: RandomStream,
  ) {
    this.luck = [0, 1].map(() => Array.from({ length: blocks }, () => plan.pieceSpread * random.normal()));
  }

  /** One answer to one set. */
  hear(sequence: readonly (0 | 1)[], tells: boolean): void {
    const { test, noise } = this.plan;
    const eaten = [0, 0];
    const start = this.turn++;
    const felt = sequence.map((method) => {
      const own = this.luck[method];
      return (tells ? PLAIN * method : 0) + own[(start + eaten[method]++) % own.length] + noise * this.random.normal();
    });
    const [isSignal, value] = this.value(test, sequence, felt, tells);
    if (isSignal) {
      this.sums.signal += value;
      this.sums.signals++;
    } else {
      this.sums.noise += value;
      this.sums.noises++;
    }
  }

  /** Whether the set could be called right, and what the answer counts. */
  private value(test: Test, sequence: readonly (0 | 1)[], felt: readonly number[], tells: boolean): [boolean, number] {
    if (test === 'a-not-a') return [sequence[0] === 0, felt[0] <= (tells ? PLAIN / 2 : 0) ? 1 : 0];
    if (test === 'same-different') return [sequence[0] !== sequence[1], callsDifferent(felt[0], felt[1]) ? 1 : 0];
    if (test === 'paired-preference') return [true, sequence[chosenPlaces(test, felt)[0]] === 1 ? 1 : -1];
    return isProtocol(test) ? [true, (isRight(test, sequence, felt) ? 1 : 0) - GUESS[test]] : [true, 0];
  }

  /** What the group came out with; null where it had only one kind of set. */
  figure(): number | null {
    const { signal, signals, noise, noises } = this.sums;
    const isDifference = this.plan.test === 'a-not-a' || this.plan.test === 'same-different';
    if (signals === 0 || (isDifference && noises === 0)) return null;
    return signal / signals - (isDifference ? noise / noises : 0);
  }
}

function isRight(test: Protocol, sequence: readonly (0 | 1)[], felt: readonly number[]): boolean {
  const chosen = chosenPlaces(test, felt).map((place) => sequence[place]);
  switch (test) {
    case 'triangle':
      return sequence.filter((one) => one === chosen[0]).length === 1;
    case 'duo-trio':
      return chosen[0] === sequence[0];
    case 'tetrad':
      return chosen[0] === chosen[1];
    default:
      return chosen[0] === 1;
  }
}
