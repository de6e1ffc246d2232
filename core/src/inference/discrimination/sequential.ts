/**
 * Sequential stopping: after each answer, whether enough is known to stop.
 *
 * Use it when answers come in one by one and samples or panelists are dear: on average it
 * needs about half the answers of a fixed panel. Not for a panel that tastes all at once,
 * nor by looking at a fixed-size test again and again.
 *
 * Source: Wald 1947, *Sequential Analysis*, chapter 5; Lawless & Heymann, *Sensory
 * Evaluation of Food*, chapter 5.
 *
 * @example
 * sequential([1, 1, 1, 1, 1, 1], { guess: 1 / 3, pd: 0.5, alpha: 0.05, beta: 0.1 }).decision // 'differ'
 */

/** What is to be told apart, and how surely. */
export interface SequentialRule {
  /** Chance that a guess is right. */
  guess: number;
  /** Share of discriminators worth finding. */
  pd: number;
  /** Chance of calling guesses a difference. */
  alpha: number;
  /** Chance of missing a share pd of discriminators. */
  beta: number;
}

/** Result of {@link sequential}. */
export interface SequentialResult {
  decision: 'differ' | 'alike' | 'go on';
  answers: number;
  correct: number;
  /** Answers after which the decision stood; null while undecided. */
  decidedAt: number | null;
  /** Right answers that decide, after n answers: slope n + intercept. */
  boundaries: { slope: number; differ: number; alike: number };
}

/** @param answers 1 right, 0 wrong, in the order they came */
export function sequential(answers: readonly (0 | 1)[], rule: SequentialRule): SequentialResult {
  const boundaries = waldBoundaries(rule);
  let correct = 0;
  for (const [at, answer] of answers.entries()) {
    correct += answer;
    const line = boundaries.slope * (at + 1);
    const decision =
      correct >= line + boundaries.differ ? 'differ' : correct <= line + boundaries.alike ? 'alike' : null;
    if (decision) return { decision, answers: answers.length, correct, decidedAt: at + 1, boundaries };
  }
  return { decision: 'go on', answers: answers.length, correct, decidedAt: null, boundaries };
}

/** The two parallel lines between which one goes on. */
export function waldBoundaries({ guess, pd, alpha, beta }: SequentialRule): SequentialResult['boundaries'] {
  const share = guess + (1 - guess) * pd;
  const step = Math.log(share / guess) - Math.log((1 - share) / (1 - guess));
  return {
    slope: -Math.log((1 - share) / (1 - guess)) / step,
    differ: Math.log((1 - beta) / alpha) / step,
    alike: Math.log(beta / (1 - alpha)) / step,
  };
}
