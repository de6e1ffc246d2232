import { fisherUpper, type Calls } from '../inference';
import { binomialChance, binomialUpperTail, normalCdf, normalQuantile, randomStream } from '../numeric';
import { shareOf, type SimulatedPower } from './simulated';

/** Two samples, and the share of the people who truly tell (or prefer) one from the other. */
export interface TellingPlan {
  panelists: number;
  /** Answers of each. */
  replicates: number;
  /** The share; the others answer by chance. */
  tellers: number;
  alpha: number;
}

/**
 * Power of a paired preference, exact: a share of the people prefer one sample for a reason,
 * the rest by the toss of a coin. Everyone has one vote, however often asked; who tosses as
 * often one way as the other has none.
 */
export function preferencePower({ panelists, replicates, tellers, alpha }: TellingPlan): number {
  const even = replicates % 2 === 0 ? binomialChance(replicates / 2, replicates, 0.5) : 0;
  const against = ((1 - tellers) * (1 - even)) / 2;
  const votes = tellers + 2 * against;
  let total = 0;
  for (let counted = 1; counted <= panelists; counted++) {
    const critical = mostVotesNeeded(counted, alpha);
    if (critical > counted) continue;
    const decides = (chance: number): number => binomialUpperTail(critical, counted, chance);
    const chance = binomialChance(counted, panelists, votes);
    if (chance > 0) total += chance * (decides(1 - against / votes) + decides(against / votes));
  }
  return total;
}

/** The fewest votes for one sample that decide, two-sided; beyond all votes where none do. */
function mostVotesNeeded(votes: number, alpha: number): number {
  let critical = Math.ceil((votes + 1) / 2);
  while (critical <= votes && 2 * binomialUpperTail(critical, votes, 0.5) > alpha) critical++;
  return critical;
}

/** Chance that those who cannot tell say "A", or "different", whatever they are served. */
const SAID_BY_CHANCE = { 'a-not-a': 0.5, 'same-different': 2 * normalCdf(-1 / Math.SQRT2) };

/** Calls "A" or "different" of servings that are, and of servings that are not. */
interface Served {
  signals: number;
  noises: number;
}

/**
 * Power of A/not-A and of same-different, by simulation: those who can tell are right about
 * A and not-A, or about a different pair; the others say it by chance. Fisher's exact test, as in the
 * analysis; with several answers each, the limit of the exact test within panelists.
 *
 * @returns power, with its Monte Carlo standard error
 */
export function signalPower(
  protocol: 'a-not-a' | 'same-different',
  { panelists, replicates, tellers, alpha, seed, panels = 2000 }: TellingPlan & { seed: string; panels?: number },
): SimulatedPower {
  const answers = panelists * replicates;
  const served = { signals: Math.ceil(answers / 2), noises: Math.floor(answers / 2) };
  const isFound = replicates === 1 ? foundByFisher(served, alpha) : foundWithin(alpha);
  const byChance = SAID_BY_CHANCE[protocol];
  const alarmOfTellers = protocol === 'a-not-a' ? 0 : byChance;
  const random = randomStream(seed, 'signal-power');
  let found = 0;
  for (let panel = 0; panel < panels; panel++) {
    const calls: Calls[] = [];
    for (let who = 0; who < panelists; who++) {
      const tells = random.fraction() < tellers;
      const own = { hits: 0, signals: 0, falseAlarms: 0, noises: 0 };
      calls.push(own);
      for (let replicate = 0; replicate < replicates; replicate++) {
        // Signals and the rest take turns, over people and replicates.
        const isSignal = (who + replicate) % 2 === 0;
        const chance = !tells ? byChance : isSignal ? 1 : alarmOfTellers;
        const saidSo = random.fraction() < chance ? 1 : 0;
        own[isSignal ? 'signals' : 'noises']++;
        own[isSignal ? 'hits' : 'falseAlarms'] += saidSo;
      }
    }
    if (isFound(calls)) found++;
  }
  return shareOf(found, panels);
}

function foundByFisher(served: Served, alpha: number): (calls: readonly Calls[]) => boolean {
  const needed = hitsNeeded(served, alpha);
  const sum = (name: 'hits' | 'falseAlarms', calls: readonly Calls[]): number =>
    calls.reduce((total, own) => total + own[name], 0);
  return (calls) => sum('hits', calls) >= needed[sum('falseAlarms', calls)];
}

/** Hits above what each panelist's number of calls gives by chance, by the normal limit with half a hit taken off. */
function foundWithin(alpha: number): (calls: readonly Calls[]) => boolean {
  const critical = normalQuantile(1 - alpha);
  return (calls) => {
    let [above, variance] = [0, 0];
    for (const { hits, signals, falseAlarms, noises } of calls) {
      const [all, yes] = [signals + noises, hits + falseAlarms];
      above += hits - (yes * signals) / all;
      if (all > 1) variance += (yes * (all - yes) * signals * noises) / (all * all * (all - 1));
    }
    return variance > 0 && above - 0.5 >= critical * Math.sqrt(variance);
  };
}

/** For every number of false alarms, the fewest hits that decide; beyond all servings where none do. */
function hitsNeeded({ signals, noises }: Served, alpha: number): number[] {
  let hits = 0;
  return Array.from({ length: noises + 1 }, (_, alarms) => {
    while (hits <= signals && fisherUpper({ hits, signals, falseAlarms: alarms, noises }) > alpha) hits++;
    return hits;
  });
}
