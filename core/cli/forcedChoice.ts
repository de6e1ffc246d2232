import { forcedChoice, type Protocol } from '../src/inference';
import { BadInput } from './badInput';
import { decimal, pText, type Report } from './report';

/** Most panelists or answers taken, so that a slip of the finger does not run for hours. */
export const MOST_ANSWERS = 1_000_000;

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
            `Fewer than ${similarityPd} discriminators: p = ${pText(similarity.p)}; ${similarity.similar ? 'similar enough at this alpha' : 'not shown'}`,
          ]
        : []),
    ],
  };
}
