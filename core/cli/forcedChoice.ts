import {
  forcedChoice,
  forcedChoicePanel,
  forcedChoicePower,
  LARGEST_SEARCHED_PANEL,
  type Protocol,
} from '../src/inference';
import { BadInput } from './badInput';
import { decimal, pText, type Report } from './report';

/** Most panelists or answers taken, so that a slip of the finger does not run for hours. */
const MOST_ANSWERS = 1_000_000;

/** `jacana forced-choice`. */
export function forcedChoiceReport(options: {
  protocol: Protocol;
  n: number;
  correct: number;
  alpha: number;
  similarityPd?: number;
}): Report {
  const { n, correct, alpha, similarityPd } = options;
  if (correct > n) throw new BadInput(`--correct ${correct} is more than --n ${n}.`);
  if (n > MOST_ANSWERS) throw new BadInput(`--n should be at most ${MOST_ANSWERS.toLocaleString('en-GB')}.`);
  const result = forcedChoice(options);
  if (result.test === null)
    return { json: { test: 'forced-choice', p: null, reason: result.reason }, lines: [result.reason] };
  const {
    similarity,
    dPrimeInterval: [low, high],
  } = result;
  const critical =
    result.criticalCorrect === null
      ? `With ${n} answers no number of right ones differs from guessing at alpha ${alpha}.`
      : `At alpha ${alpha}, ${result.criticalCorrect} right answers or more differ from guessing.`;
  return {
    json: result,
    lines: [
      `${correct} of ${n} right; guessing gives ${decimal(result.guess, 3)}. p = ${pText(result.p)} (exact, one-sided)`,
      critical,
      `Share of discriminators ${decimal(result.pd, 3)}, interval ${decimal(result.pdInterval[0], 3)} to ${decimal(result.pdInterval[1], 3)}`,
      `d' ${result.dPrime === null ? 'beyond any number' : decimal(result.dPrime)}, interval ${decimal(low)} to ${high === null ? 'beyond any number' : decimal(high)}`,
      ...(similarity
        ? [
            `Fewer than ${similarityPd} discriminators: p = ${pText(similarity.p)}; ${similarity.similar ? 'alike enough at this alpha' : 'not shown'}`,
          ]
        : []),
    ],
  };
}

/** `jacana power`. */
export function powerReport(options: {
  protocol: Protocol;
  n?: number;
  power?: number;
  pd: number;
  alpha: number;
  goal: 'difference' | 'similarity';
}): Report {
  const n = options.n ?? neededPanel(options);
  if (n < 1 || n > MOST_ANSWERS)
    throw new BadInput(`--n should lie between 1 and ${MOST_ANSWERS.toLocaleString('en-GB')}.`);
  const { power, criticalCorrect, actualAlpha, dPrime } = forcedChoicePower({ ...options, n });
  const { protocol, pd, alpha, goal } = options;
  const side = goal === 'difference' ? 'or more' : 'or fewer';
  return {
    json: { protocol, goal, n, pd, alpha, power, criticalCorrect, actualAlpha, dPrime },
    lines: [
      `${protocol}, ${n} panelists, ${pd} of whom can tell (d' ${decimal(dPrime, 3)}): power ${decimal(power)}`,
      criticalCorrect === null
        ? 'No number of right answers reaches this alpha.'
        : `${criticalCorrect} right answers ${side} decide; the chance of a false claim is ${decimal(actualAlpha)}`,
    ],
  };
}

function neededPanel({ power, ...plan }: Parameters<typeof powerReport>[0]): number {
  if (power === undefined) throw new BadInput('Give --n, or --power to find the panel for it.');
  const panel = forcedChoicePanel(plan, power);
  if (panel !== null) return panel;
  throw new BadInput(`No panel of up to ${LARGEST_SEARCHED_PANEL.toLocaleString('en-GB')} reaches that power.`);
}
