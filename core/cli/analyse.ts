import { aNotACommand } from './analyses/aNotA';
import {
  correspondenceCommand,
  driversCommand,
  justAboutRightCommand,
  preferenceMapCommand,
  principalComponentsCommand,
} from './analyses/attributes';
import { differenceFromControlCommand } from './analyses/control';
import { mixedModelCommand } from './analyses/mixedModel';
import { ofMethods } from './analyses/pieces';
import { durbinCommand, friedmanCommand, pageCommand, skillingsMackCommand } from './analyses/rankings';
import { bradleyTerryCommand, plackettLuceCommand } from './analyses/strength';
import type { AnalyseOptions, TestCommand } from './analyses/testCommand';
import { cochranQCommand } from './analyses/words';
import { BadInput } from './badInput';
import type { Report } from './report';
import { isMissing, readTable } from './table';

/** What `jacana analyse --test` knows. */
export const TESTS: Record<string, TestCommand> = {
  friedman: friedmanCommand,
  page: pageCommand,
  durbin: durbinCommand,
  'skillings-mack': skillingsMackCommand,
  'plackett-luce': plackettLuceCommand,
  'bradley-terry': bradleyTerryCommand,
  'mixed-model': mixedModelCommand,
  'cochran-q': cochranQCommand,
  'difference-from-control': differenceFromControlCommand,
  'just-about-right': justAboutRightCommand,
  correspondence: correspondenceCommand,
  'principal-components': principalComponentsCommand,
  drivers: driversCommand,
  'preference-map': preferenceMapCommand,
  'a-not-a': aNotACommand,
};

const FLAGS: Partial<Record<keyof AnalyseOptions, string>> = {
  panelist: '--panelist',
  sample: '--sample',
  value: '--value',
  replicate: '--replicate',
  block: '--block',
  piece: '--piece',
  reference: '--reference',
  order: '--order',
  attributes: '--attributes',
  liking: '--liking',
  margin: '--margin',
  ties: '--ties',
  orderEffect: '--order-effect',
};

/** Runs one test on the text of a CSV file. @throws BadInput for options or rows that cannot be used */
export function analyse(text: string, options: AnalyseOptions): Report {
  const test = testFor(options);
  const parts = [
    test.run(text, options),
    ...(test.pieces ? [ofMethods(text, options, test.pieces)] : []),
    ...leftOut(text, options),
  ];
  return {
    json: parts.reduce((all, { json }) => ({ ...all, ...json }), {}),
    lines: parts.flatMap(({ lines }) => lines),
  };
}

/** The test that was asked for, once it is clear that it has all it needs and nothing that it would not use. */
function testFor(options: AnalyseOptions): TestCommand {
  const test = Object.hasOwn(TESTS, options.test) ? TESTS[options.test] : undefined;
  if (!test) throw new BadInput(`Unknown test "${options.test}". Known tests: ${Object.keys(TESTS).join(', ')}.`);
  const missing = test.needs.find((need) => options[need] === undefined);
  if (missing) throw new BadInput(`--test ${options.test} needs ${FLAGS[missing]}.`);
  for (const [option, flag] of Object.entries(FLAGS) as [keyof AnalyseOptions, string][]) {
    // Columns that a test has no use for do no harm; an option that would change its meaning does.
    const harmless = option === 'panelist' || option === 'sample' || option === 'value';
    if (options[option] === undefined || harmless || test.reads.includes(option)) continue;
    throw new BadInput(`--test ${options.test} does not use ${flag}${hint(options.test, option)}.`);
  }
  return test;
}

/** Rows without an answer, where there are some. */
function leftOut(text: string, { value }: AnalyseOptions): Report[] {
  const missing = value === undefined ? 0 : missingIn(text, value);
  if (missing === 0) return [];
  const [have, were] = missing === 1 ? ['row has', 'was'] : ['rows have', 'were'];
  return [{ json: { missing }, lines: [`${missing} ${have} no answer and ${were} left out.`] }];
}

const missingIn = (text: string, column: string): number =>
  readTable(text).rows.filter((row) => isMissing(row, column)).length;

function hint(test: string, option: keyof AnalyseOptions): string {
  if (option === 'replicate') return ': it reads one value per panelist and sample. The mixed-model reads replicates';
  return option === 'reference' && test !== 'mixed-model' ? ': the mixed-model compares with a reference' : '';
}
