import { aNotA, type Calls } from '../../src/inference';
import { BadInput } from '../badInput';
import { decimal, pText } from '../report';
import { isMissing, nameIn, needColumn, readTable, rowName } from '../table';
import type { AnalyseOptions, TestCommand } from './testCommand';

const YES = ['1', 'yes', 'true'];
const NO = ['0', 'no', 'false', 'not a', 'not-a', 'nota', 'not_a'];

export const aNotACommand: TestCommand = {
  about:
    'Can panelists say whether a sample is A? The sample column says what was served, the value column what was said (1, yes or the name of A; 0, no or not-A). A is the sample called A, or the one named by --reference. Repeated servings may stand as rows of their own.',
  needs: ['sample', 'value'],
  reads: ['panelist', 'sample', 'value', 'reference'],
  run: (text, options) => {
    const counts = countAnswers(text, options);
    const result = aNotA(counts.data, options.alpha, counts.perPanelist);
    const base = {
      test: 'a-not-a',
      ...counts.data,
      ...(counts.perPanelist.length === 0 ? {} : { panelists: counts.perPanelist.length }),
    };
    if (result.test === null)
      return { json: { ...base, dPrime: null, p: null, reason: result.reason }, lines: [result.reason] };
    const repeated = counts.perPanelist.some(({ signals, noises }) => signals + noises > 1);
    return {
      json: { ...base, ...result },
      lines: [
        `d' = ${decimal(result.dPrime)}, interval ${decimal(result.dPrimeInterval[0])} to ${decimal(result.dPrimeInterval[1])}, criterion ${decimal(result.criterion)}`,
        `"A" said to A: ${result.hits} of ${result.signals}; said to not-A: ${result.falseAlarms} of ${result.noises}`,
        `p = ${pText(result.p)} (exact, one-sided${repeated ? ', within panelists' : ''})`,
        ...(result.corrected ? ["A share was 0 or 1: half an answer was added to each count before taking d'."] : []),
        ...(repeated
          ? [
              "Panelists answered several times: p compares each with themselves; d' and its interval take all answers together.",
            ]
          : []),
      ],
    };
  },
};

function countAnswers(text: string, options: AnalyseOptions) {
  const table = readTable(text);
  const [sample, value] = [options.sample as string, options.value as string];
  needColumn(table, sample, 'sample');
  needColumn(table, value, 'value');
  if (options.panelist !== undefined) needColumn(table, options.panelist, 'panelist');
  const served = table.rows.map((row, at) => nameIn(row, sample, rowName(at)));
  const isA = whichIsA([...new Set(served)], options.reference);
  const nothing = (): Calls => ({ hits: 0, signals: 0, falseAlarms: 0, noises: 0 });
  const data = nothing();
  const perPanelist = new Map<string, Calls>();
  const { panelist } = options;
  table.rows.forEach((row, at) => {
    if (isMissing(row, value)) return;
    const saidA = reads(row, value, rowName(at), isA);
    count(data, served[at] === isA, saidA);
    if (panelist === undefined) return;
    const name = nameIn(row, panelist, rowName(at));
    const own = perPanelist.get(name) ?? nothing();
    perPanelist.set(name, own);
    count(own, served[at] === isA, saidA);
  });
  return { data, perPanelist: [...perPanelist.values()] };
}

function count(calls: Calls, isA: boolean, saidA: boolean): void {
  calls[isA ? 'signals' : 'noises']++;
  if (saidA) calls[isA ? 'hits' : 'falseAlarms']++;
}

function whichIsA(samples: readonly string[], reference: string | undefined): string {
  const found = samples.find((sample) =>
    reference === undefined ? sample.toLowerCase() === 'a' : sample === reference,
  );
  if (found !== undefined) return found;
  const has = samples.length > 0 ? `The file has: ${samples.join(', ')}.` : 'The file has no rows.';
  throw new BadInput(
    reference === undefined
      ? `Say with --reference which sample is A. ${has}`
      : `No sample "${reference}" for --reference. ${has}`,
  );
}

function reads(row: Record<string, string>, column: string, where: string, a: string): boolean {
  const text = nameIn(row, column, where).toLowerCase();
  if (YES.includes(text) || text === a.toLowerCase() || text === 'a') return true;
  if (NO.includes(text) || text === `not ${a.toLowerCase()}`) return false;
  throw new BadInput(`${where}, column ${column}: "${row[column]}" should be 1 or yes ("it is A"), or 0 or no.`);
}
