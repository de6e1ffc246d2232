import { GUESS, forcedChoice, sequential, type Protocol } from '../src/inference';
import { BadInput } from './badInput';
import { decimal, pText, type Report } from './report';

/** Most panelists or answers taken, so that a slip of the finger does not run for hours. */
export const MOST_ANSWERS = 1_000_000;

/** Options of `jacana forced-choice`. */
export interface ForcedChoiceOptions {
  protocol: Protocol;
  n?: number;
  correct?: number;
  /** Answers one by one, with what is worth finding and how seldom it may be missed. */
  sequence?: string[];
  pd: number;
  beta: number;
  alpha: number;
  similarityPd?: number;
}

/** `jacana forced-choice`. */
export function forcedChoiceReport(options: ForcedChoiceOptions): Report {
  const { n, correct, sequence } = options;
  if (sequence !== undefined) return sequenceReport(options, sequence);
  if (n === undefined || correct === undefined)
    throw new BadInput('Give --n and --correct, or the answers one by one with --sequence.');
  return countsReport({ ...options, n, correct });
}

/** Whether to stop already, by Wald's ratio. */
function sequenceReport({ protocol, pd, alpha, beta }: ForcedChoiceOptions, sequence: readonly string[]): Report {
  const wrong = sequence.find((answer) => answer !== '0' && answer !== '1');
  if (wrong !== undefined)
    throw new BadInput(`--sequence holds "${wrong}"; each answer should be 1 (right) or 0 (wrong).`);
  const answers = sequence.map((answer) => (answer === '1' ? 1 : 0));
  const found = sequential(answers, { guess: GUESS[protocol], pd, alpha, beta });
  const { slope, differ, alike } = found.boundaries;
  const line = (name: string, intercept: number): string =>
    `  ${name}: ${decimal(slope)} x answers ${intercept < 0 ? '-' : '+'} ${decimal(Math.abs(intercept))}`;
  return {
    json: { test: 'sequential', protocol, pd, alpha, beta, ...found },
    lines: [
      found.decidedAt === null
        ? `${found.correct} of ${found.answers} right: go on`
        : `Decided after ${found.decidedAt} answers: ${found.decision === 'differ' ? 'they differ' : `fewer than ${pd} can tell`}`,
      'Right answers that decide:',
      line('at least, for a difference', differ),
      line('at most, for none', alike),
    ],
  };
}

type Counts = ForcedChoiceOptions & { n: number; correct: number };

function countsReport(options: Counts): Report {
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
