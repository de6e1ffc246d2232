import {
  LARGEST_SEARCHED_PANEL,
  discriminatorsAt,
  forcedChoicePanel,
  forcedChoicePower,
  type Protocol,
} from '../src/inference';
import { rankingPower } from '../src/power';
import { BadInput } from './badInput';
import { MOST_ANSWERS } from './forcedChoice';
import { decimal, type Report } from './report';

/** Options of `jacana power`. */
export interface PowerOptions {
  protocol: Protocol | 'ranking';
  n?: number;
  power?: number;
  pd?: number;
  dPrime?: number;
  goal: 'difference' | 'similarity';
  replicates: number;
  liking?: number[];
  spread: number;
  alpha: number;
  seed: string;
  onProgress?: (fraction: number) => void;
}

const MOST_REPLICATES = 50;
/** Most panelists of a simulated ranking. */
const MOST_RANKING = 2000;
const MOST_SAMPLES = 60;

/** `jacana power`. */
export function powerReport(options: PowerOptions): Report {
  const { protocol } = options;
  return protocol === 'ranking' ? rankingReport(options) : choiceReport(options, protocol);
}

function choiceReport(options: PowerOptions, protocol: Protocol): Report {
  const { alpha, goal, replicates } = options;
  const pd = shareOfTellers(options, protocol);
  if (replicates < 1 || replicates > MOST_REPLICATES)
    throw new BadInput(`--replicates should lie between 1 and ${MOST_REPLICATES}.`);
  const plan = { protocol, pd, alpha, goal, replicates };
  const n = options.n ?? neededPanel(plan, options.power);
  if (n < 1 || n > MOST_ANSWERS)
    throw new BadInput(`--n should lie between 1 and ${MOST_ANSWERS.toLocaleString('en-GB')}.`);
  const { power, criticalCorrect, actualAlpha, dPrime } = forcedChoicePower({ ...plan, n });
  const who = `${protocol}, ${n} panelists${replicates > 1 ? ` asked ${replicates} times each` : ''}`;
  const side = goal === 'difference' ? 'or more' : 'or fewer';
  return {
    json: { protocol, goal, n, replicates, pd, alpha, power, criticalCorrect, actualAlpha, dPrime },
    lines: [
      goal === 'difference'
        ? `${who}, ${decimal(pd, 3)} of whom can tell (d' ${decimal(dPrime, 3)}): power ${decimal(power)}`
        : `${who}, to rule out that ${decimal(pd, 3)} of them can tell (d' ${decimal(dPrime, 3)}): power ${decimal(power)} where nobody can`,
      criticalCorrect === null
        ? 'No number of right answers reaches this alpha.'
        : `${criticalCorrect} right answers ${side} decide; the chance of a false claim is ${decimal(actualAlpha)}`,
    ],
  };
}

function shareOfTellers({ pd, dPrime }: PowerOptions, protocol: Protocol): number {
  if ((pd === undefined) === (dPrime === undefined))
    throw new BadInput(
      `--protocol ${protocol} needs either --pd, the share of panelists who can tell, or --d-prime, how far apart the samples lie.`,
    );
  return pd ?? discriminatorsAt(protocol, dPrime as number);
}

function neededPanel(plan: Parameters<typeof forcedChoicePanel>[0], power: number | undefined): number {
  if (power === undefined) throw new BadInput('Give --n, or --power to find the panel for it.');
  const panel = forcedChoicePanel(plan, power);
  if (panel !== null) return panel;
  throw new BadInput(`No panel of up to ${LARGEST_SEARCHED_PANEL.toLocaleString('en-GB')} reaches that power.`);
}

function rankingReport({ n, liking, spread, alpha, seed, onProgress }: PowerOptions): Report {
  if (n === undefined || n < 1 || n > MOST_RANKING)
    throw new BadInput(`--protocol ranking needs --n, between 1 and ${MOST_RANKING.toLocaleString('en-GB')}.`);
  if (!liking || liking.length < 2 || liking.length > MOST_SAMPLES)
    throw new BadInput(
      '--protocol ranking needs --liking: the true mean of each sample, two or more, separated by commas.',
    );
  const found = rankingPower({ panelists: n, liking, spread, alpha, seed, onProgress });
  return {
    json: { protocol: 'ranking', n, liking, spread, alpha, ...found },
    lines: [
      `Ranking, ${n} panelists, ${liking.length} samples: power ${decimal(found.power, 3)} (standard error ${decimal(found.standardError, 3)}, ${found.panels} simulated panels)`,
      `The truly best sample leads in ${decimal(found.bestLeads, 3)} of them`,
    ],
  };
}
