import { differenceFromControl } from '../../src/inference';
import { readLongTable, type Columns } from '../longTable';
import { columns, decimal, pText } from '../report';
import type { TestCommand } from './testCommand';

export const differenceFromControlCommand: TestCommand = {
  about:
    'How far do samples lie from a control that stands before them, beyond what a blind control is scored? Values are differences (0 is none); --reference names the blind control. Needs --reference.',
  needs: ['panelist', 'sample', 'value', 'reference'],
  reads: ['panelist', 'sample', 'value', 'reference'],
  run: (text, options) => {
    const { panelists, samples, answers } = readLongTable(text, options as Columns);
    const control = options.reference as string;
    const result = differenceFromControl(
      answers.map(({ value }) => value),
      answers.map(({ sample }) => samples[sample]),
      answers.map(({ panelist }) => panelists[panelist]),
      control,
      options.alpha,
    );
    if (result.test === null)
      return { json: { test: 'difference-from-control', p: null, reason: result.reason }, lines: [result.reason] };
    return {
      json: { ...result, panelistCount: panelists.length },
      lines: [
        'Mean difference from the control:',
        ...columns(result.means.map(({ level, mean }) => [level, decimal(mean)])),
        `Beyond the blind control ${control} (difference, p by Dunnett):`,
        ...columns(result.comparisons.map(({ a, difference, p }) => [a, decimal(difference), pText(p)])),
      ],
    };
  },
};
