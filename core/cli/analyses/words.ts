import { cochranQ } from '../../src/inference';
import { BadInput } from '../badInput';
import { bySample, completeRows, readLongTable, type Columns } from '../longTable';
import { columns, decimal, pText, probabilityText } from '../report';
import type { TestCommand } from './testCommand';

export const cochranQCommand: TestCommand = {
  about:
    'Is a word checked (1) rather than not (0) more often for some samples? Panelists without an answer for every sample are left out and named.',
  needs: ['panelist', 'sample', 'value'],
  reads: ['panelist', 'sample', 'value'],
  run: (text, options) => {
    const table = readLongTable(text, options as Columns);
    table.answers.forEach(({ value }, at) => {
      if (value !== 0 && value !== 1)
        throw new BadInput(`Row ${at + 2}, column ${options.value}: ${value} should be 1 (checked) or 0 (not).`);
    });
    const { rows, leftOut } = completeRows(
      table,
      table.samples.map((_, at) => at),
    );
    const result = cochranQ(rows, options);
    if (result.test === null) {
      const empty = { statistic: null, df: null, p: null, panelists: rows.length, leftOut, reason: result.reason };
      return { json: { test: 'cochran-q', ...empty }, lines: [result.reason] };
    }
    const pairs = result.pairs.map(({ a, b, ...pair }) => ({ a: table.samples[a], b: table.samples[b], ...pair }));
    const { statistic, df, probability, limitingP, counts, panelists, informative } = result;
    return {
      json: {
        test: 'cochran-q',
        statistic,
        df,
        p: probability.p,
        probability,
        limitingP,
        counts: bySample(table, counts),
        pairs,
        panelists,
        informative,
        leftOut,
      },
      lines: [
        `Cochran's Q = ${decimal(statistic)} on ${df} df, ${probabilityText(probability)}`,
        `${panelists} panelists, ${informative} of whom answered differently for different samples`,
        ...columns(table.samples.map((sample, at) => [sample, String(counts[at])])),
        'Pairs by McNemar (only the first, only the second, exact p, p by Holm):',
        ...columns(
          pairs.map((pair) => [
            `${pair.a} - ${pair.b}`,
            String(pair.onlyA),
            String(pair.onlyB),
            pText(pair.p),
            pText(pair.adjustedP),
          ]),
        ),
        ...(leftOut.length > 0 ? [`Left out (incomplete): ${leftOut.join(', ')}`] : []),
      ],
    };
  },
};
