import type { Findings } from '../src/findings';
import { probabilityText } from './report';

export function findingsText(found: Findings): string {
  const methods = found.methods.map(
    (method) =>
      `  ${method.name} (${method.code}): rank sum ${method.rankSum ?? 'none'}${method.letters ? `, ${method.letters}` : ''}${method.liking ? `, mean liking ${method.liking.mean.toFixed(2)}` : ''}`,
  );
  const overall =
    found.overall.test === null
      ? found.overall.reason
      : `Friedman ${found.overall.statistic.toFixed(3)} on ${found.overall.df} df, ${probabilityText(found.overall.probability)}, W = ${found.overall.kendallW.toFixed(3)}`;
  const name = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  return [
    `${found.title}: ${found.question}`,
    '',
    found.verdict.sentence,
    found.verdict.support,
    '',
    ...methods,
    overall,
    ...found.pairs.map(
      (pair) =>
        `  ${name(pair.a)} - ${name(pair.b)}: ${pair.difference}, ${probabilityText(pair.probability)}, Holm ${pair.adjustedP.toFixed(4)}`,
    ),
    '',
    ...found.sensitivity.map((again) => `Without ${again.without}: ${again.same ? 'same verdict' : again.sentence}`),
    ...found.limits.map((limit) => `- ${limit.text}`),
    `Fingerprint ${found.fingerprint.matches ? 'matches' : 'DOES NOT MATCH'}: ${found.fingerprint.stated}`,
    `Next: ${found.next}`,
  ].join('\n');
}
