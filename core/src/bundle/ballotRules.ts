import type { Answer, BallotDesign } from './schema';

/** What is wrong with an answer, and where. */
export interface Problem {
  /** Path of the field, such as `ranking.1.0` or `methods.2.name`. */
  field: string;
  message: string;
}

/**
 * Checks a ranking against the codes that were served.
 *
 * @param ranking groups of codes from most to least liked
 * @param served the codes this panelist was served
 * @returns the first problem of each kind; empty when each code stands in exactly one place
 */
export function rankingProblems(
  ranking: readonly (readonly string[])[],
  served: readonly string[],
  ballot: BallotDesign,
): Problem[] {
  const problems: Problem[] = [];
  const seen = new Set<string>();
  ranking.forEach((group, place) => {
    if (group.length === 0) problems.push({ field: `ranking.${place}`, message: 'A place in the ranking is empty.' });
    if (group.length > 1 && !ballot.ties) {
      problems.push({
        field: `ranking.${place}`,
        message: 'Two samples share a place; this tasting asks for an order without ties.',
      });
    }
    group.forEach((code, at) => {
      const field = `ranking.${place}.${at}`;
      if (!served.includes(code))
        problems.push({ field, message: `${code} is not one of the samples on this ballot.` });
      else if (seen.has(code)) problems.push({ field, message: `${code} stands in the ranking twice.` });
      seen.add(code);
    });
  });
  const missing = served.filter((code) => !seen.has(code));
  if (missing.length > 0) problems.push({ field: 'ranking', message: `Still to place: ${missing.join(', ')}.` });
  return problems;
}

/** Checks liking scores: one for each sample served, none for another. */
export function likingProblems(
  liking: readonly { code: string; score: number }[],
  served: readonly string[],
  ballot: BallotDesign,
): Problem[] {
  if (!ballot.liking) {
    return liking.length > 0 ? [{ field: 'liking', message: 'This tasting does not ask for liking scores.' }] : [];
  }
  const problems: Problem[] = [];
  const seen = new Set<string>();
  liking.forEach(({ code, score }, at) => {
    if (!served.includes(code))
      problems.push({ field: `liking.${at}.code`, message: `${code} is not one of the samples on this ballot.` });
    else if (seen.has(code)) problems.push({ field: `liking.${at}.code`, message: `${code} is scored twice.` });
    if (!Number.isInteger(score) || score < 1 || score > 9) {
      problems.push({ field: `liking.${at}.score`, message: 'A liking score is a whole number from 1 to 9.' });
    }
    seen.add(code);
  });
  const missing = served.filter((code) => !seen.has(code));
  if (missing.length > 0) problems.push({ field: 'liking', message: `Still to score: ${missing.join(', ')}.` });
  return problems;
}

/** The answers that count: of each kind (and code) the latest, since corrections follow what they correct. */
export function currentAnswers(answers: readonly Answer[]): Answer[] {
  const latest = new Map<string, Answer>();
  for (const answer of answers) latest.set('code' in answer ? `${answer.kind} ${answer.code}` : answer.kind, answer);
  return [...latest.values()];
}
