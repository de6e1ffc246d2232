/**
 * How far people came with what was before them. A plate counts as eaten where its ballot was handed in, or where
 * something was said of it or of a plate that was eaten after it: who never opened a ballot, stopped or left ate no more
 * than that, as far as anybody knows.
 *
 * Common practice, no source.
 *
 * @example
 * asFarAsReached([], []) // []
 */
import { trayName } from '../service';
import type { AnswerValue, Ballot } from '../tasting';
import type { ServedPortion } from './portion';

/** @param portions each is given `eaten: false` where nobody said a thing of it */
export function asFarAsReached(
  portions: ServedPortion[],
  ballots: readonly Pick<Ballot, 'panelist' | 'sitting' | 'answers' | 'handedInAt'>[],
): ServedPortion[] {
  const known = new Map(ballots.map((ballot) => [trayName(ballot), ballot]));
  const reached = new Map<string, number>();
  for (const portion of portions) {
    const tray = trayName({ ...portion, panelist: portion.ballot });
    const ballot = known.get(tray);
    if (ballot?.handedInAt) reached.set(tray, Infinity);
    else if (ballot && saidOf(ballot.answers).has(portion.code))
      reached.set(tray, Math.max(reached.get(tray) ?? 0, portion.position));
  }
  for (const portion of portions)
    if (portion.position > (reached.get(trayName({ ...portion, panelist: portion.ballot })) ?? -1))
      portion.eaten = false;
  return portions;
}

/** Codes that answers say something of; that one was not tasted says so by itself. */
function saidOf(answers: readonly AnswerValue[]): ReadonlySet<string> {
  const known = said.get(answers) ?? new Set(answers.flatMap(codesOf));
  said.set(answers, known);
  return known;
}

const said = new WeakMap<readonly AnswerValue[], ReadonlySet<string>>();

function codesOf(answer: AnswerValue): string[] {
  switch (answer.kind) {
    case 'ranking':
      return answer.ranking.flat();
    case 'choice':
      return answer.choice;
    case 'best-worst':
      return [answer.best, answer.worst];
    // A pause comes before a sample, and may be all that came.
    case 'rinse':
      return [];
    default:
      return 'code' in answer ? [answer.code] : [];
  }
}
