import {
  answerProblems,
  answerSchema,
  untastedCodes,
  type Answer,
  type AnswerValue,
  type AskedBallot,
  type Problem,
} from '@jacana/core/bundle';
import type { AnswerInput } from './ballots.dto';

/** An answer as it came in, or what is wrong with it. */
type Incoming = { answer: Answer; problems: [] } | { answer: null; problems: Problem[] };

/** Reads an answer of a device: of the kind that it says, about what this ballot asks. */
export function incoming(input: AnswerInput, at: string, asked: AskedBallot): Incoming {
  if (input.kind === 'guess')
    return { answer: null, problems: [{ field: 'kind', message: 'This is asked once everything was handed in.' }] };
  if (input.kind === 'typed')
    return { answer: null, problems: [{ field: 'kind', message: 'This is said of a ballot on paper.' }] };
  const fields = Object.fromEntries(Object.entries(input).filter(([, value]) => value !== undefined));
  const parsed = answerSchema.safeParse({ ...fields, at, by: 'panelist', reason: '' });
  if (!parsed.success) {
    const problems = parsed.error.issues.map((issue) => ({
      field: issue.code === 'unrecognized_keys' ? issue.keys[0] : issue.path.join('.'),
      message: issue.code === 'unrecognized_keys' ? 'An answer of this kind has no such field.' : issue.message,
    }));
    return { answer: null, problems };
  }
  const problems = answerProblems(parsed.data, asked);
  return problems.length > 0 ? { answer: null, problems } : { answer: parsed.data, problems: [] };
}

/** Samples that were not tasted, by what is stored and what comes in. */
export const saidUntasted = (stored: readonly Answer[], inputs: readonly AnswerInput[]): ReadonlySet<string> =>
  untastedCodes([...stored, ...inputs.filter(({ kind }) => kind === 'untasted')] as AnswerValue[]);

/** Reads a list of answers. Problems name the answer by its number. */
export function allIncoming(
  inputs: readonly AnswerInput[],
  at: string,
  asked: AskedBallot,
): { answers: Answer[]; problems: Problem[] } {
  const read = inputs.map((input) => incoming(input, at, asked));
  return {
    answers: read.flatMap(({ answer }) => (answer ? [answer] : [])),
    problems: read.flatMap(({ problems }, number) =>
      problems.map(({ field, message }) => ({ field: `answers.${number}.${field}`, message })),
    ),
  };
}
