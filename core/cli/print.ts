import type { Findings } from '../src/findings';
import type { Probability } from '../src/inference';
import type { FriedmanReport } from './analyse';

/** A p-value with how it was come by, for people. */
export function probabilityText(probability: Probability): string {
  const p = probability.p < 0.0001 ? probability.p.toExponential(2) : probability.p.toFixed(4);
  if (probability.from === 'exact') return `p = ${p} (exact)`;
  if (probability.from === 'limiting') return `p = ${p} (large-panel limit)`;
  return `p = ${p} (${probability.draws.toLocaleString('en-GB')} relabelings, standard error ${probability.standardError.toExponential(1)})`;
}

export function friedmanText(report: FriedmanReport): string {
  const left = report.leftOut.length > 0 ? [`Left out (incomplete): ${report.leftOut.join(', ')}`] : [];
  if (report.statistic === null) return [report.reason, ...left].join('\n');
  const sums = Object.entries(report.rankSums).map(([sample, sum]) => `  ${sample}: ${sum}`);
  return [
    `Friedman chi-squared = ${report.statistic.toFixed(4)} on ${report.df} df, ${probabilityText(report.probability as Probability)}`,
    `Kendall's W = ${(report.kendallW as number).toFixed(4)}, ${report.panelists} panelists`,
    'Rank sums (ascending ranks):',
    ...sums,
    report.leads ? `Leads: ${report.leads}` : 'No sample leads at this alpha.',
    ...left,
  ].join('\n');
}

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
