import { readFileSync } from 'node:fs';
import { Command, CommanderError, InvalidArgumentError, Option } from 'commander';
import { parseBundle } from '../src/bundle';
import { findings, NotUnsealed } from '../src/findings';
import { PROTOCOLS } from '../src/inference';
import { analyse, TESTS } from './analyse';
import { BadInput } from './badInput';
import { findingsText } from './findingsText';
import { forcedChoiceReport } from './forcedChoice';
import { powerReport, type PowerOptions } from './power';
import { ordersReport } from './orders';
import type { Report } from './report';
import type { AnalyseOptions } from './analyses/testCommand';

/** Where the command reads and writes; replaced in tests. */
export interface Streams {
  read: (file: string) => string;
  out: (text: string) => void;
  error: (text: string) => void;
  /** Told how far long work is; not at all where nobody would see it. */
  progress?: (fraction: number) => void;
}

const terminal: Streams = {
  read: (file) => readFileSync(file === '-' ? 0 : file, 'utf8'),
  out: (text) => process.stdout.write(text),
  error: (text) => process.stderr.write(text),
  ...(process.stderr.isTTY && { progress: progressLine((text) => process.stderr.write(text)) }),
};

/**
 * Runs the `jacana` command.
 *
 * @param args the words after the command's name
 * @returns the exit code: 0 done, 2 input or options that cannot be used
 */
export function run(args: readonly string[], streams: Streams = terminal): number {
  try {
    command(streams).parse(args, { from: 'user' });
    return 0;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (error instanceof BadInput || error instanceof NotUnsealed) {
      streams.error(`jacana: ${error.message}\n`);
      return 2;
    }
    throw error;
  }
}

/** One line that is written over, and wiped when the work is done. */
export function progressLine(write: (text: string) => void, now: () => number = Date.now): (fraction: number) => void {
  const start = now();
  let shown = '';
  return (fraction) => {
    const text = fraction >= 1 || now() - start < 500 ? '' : `${Math.floor(fraction * 100)} %`;
    if (text === shown) return;
    write(`\r${text}${' '.repeat(Math.max(0, shown.length - text.length))}${text === '' ? '\r' : ''}`);
    shown = text;
  };
}

function command(streams: Streams): Command {
  const jacana = new Command('jacana')
    .description('Statistics of blind tastings, without a server. Every command takes --json.')
    .exitOverride()
    .configureOutput({
      writeOut: streams.out,
      writeErr: streams.error,
      outputError: (text, write) => write(text.replace(/^error: /, 'jacana: ')),
    })
    .addHelpText(
      'after',
      '\nExit code 0: done. Exit code 2: input or options that cannot be used, with one line on standard error.',
    );
  const print = ({ json, lines }: Report, isJson: boolean | undefined): void => {
    streams.progress?.(1);
    streams.out(isJson ? jsonText(json) : `${lines.join('\n')}\n`);
  };

  jacana
    .command('analyse')
    .description('Runs one test on a long-format CSV: a heading row, then one row per panelist and sample.')
    .argument('<file>', 'CSV file, or - for standard input')
    .requiredOption('--test <name>', Object.keys(TESTS).join(', '))
    .option('--panelist <column>', 'column that names the panelist')
    .option('--sample <column>', 'column that names the sample')
    .option('--value <column>', 'column with the score, rank or answer')
    .option('--replicate <column>', 'column that numbers repeated servings (mixed-model)')
    .option('--higher-is-better', 'values are scores: the highest leads (without it: ranks, the lowest leads)')
    .option('--reference <sample>', 'sample that the others are compared with (mixed-model), or that is A (a-not-a)')
    .option('--margin <points>', 'largest loss against the reference that does not matter (mixed-model)', positive)
    .option('--order <samples>', 'expected order, lowest first, separated by commas (page)', listed)
    .addOption(new Option('--ties <how>', 'how ties count (bradley-terry)').choices(['half', 'davidson']))
    .option('--order-effect', 'estimate what being first adds (bradley-terry)')
    .option('--alpha <number>', 'level of the test', share, 0.05)
    .option('--seed <text>', 'seed of every random draw', '1')
    .option('--json', 'print JSON')
    .addHelpText('after', `\n${teachTests()}`)
    .action((file: string, options: AnalyseOptions & { json?: boolean }) => {
      print(analyse(readInput(streams, file), { ...options, onProgress: streams.progress }), options.json);
    });

  jacana
    .command('forced-choice')
    .description(
      "Can people tell two samples apart? Exact test, share of discriminators and d' from the number of right answers, one per panelist.",
    )
    .addOption(protocol())
    .requiredOption('--n <count>', 'answers', whole)
    .requiredOption('--correct <count>', 'right answers', whole)
    .option('--similarity-pd <share>', 'also test whether fewer than this share can tell them apart', share)
    .option('--alpha <number>', 'level of the test', share, 0.05)
    .option('--json', 'print JSON')
    .addHelpText('after', '\nExample: jacana forced-choice --protocol triangle --n 30 --correct 15')
    .action((options: Parameters<typeof forcedChoiceReport>[0] & { json?: boolean }) =>
      print(forcedChoiceReport(options), options.json),
    );

  jacana
    .command('power')
    .description(
      'Chance that a planned test finds a difference. Forced choice: when a share pd of the panelists can really tell; exact. With --power instead of --n: the smallest panel from which on that power holds. Ranking: when samples are really liked as --liking says; by 5,000 simulated panels.',
    )
    .addOption(protocol([...PROTOCOLS, 'ranking']))
    .option('--n <count>', 'panelists', whole)
    .option('--power <share>', 'find the panel for this power (forced choice)', share)
    .option('--pd <share>', 'share of panelists who can tell (forced choice)', share)
    .addOption(
      new Option('--goal <goal>', 'what a forced choice is for')
        .choices(['difference', 'similarity'])
        .default('difference'),
    )
    .option('--liking <means>', 'true mean liking per sample, separated by commas (ranking)', numbers)
    .option('--spread <points>', "standard deviation of one person's liking of one sample (ranking)", positive, 1.5)
    .option('--alpha <number>', 'level of the test', share, 0.05)
    .option('--seed <text>', 'seed of the simulated panels', '1')
    .option('--json', 'print JSON')
    .addHelpText(
      'after',
      '\nExamples: jacana power --protocol triangle --n 30 --pd 0.3\n          jacana power --protocol ranking --n 24 --liking 6,5.5,5,5',
    )
    .action((options: PowerOptions & { json?: boolean }) =>
      print(powerReport({ ...options, onProgress: streams.progress }), options.json),
    );

  jacana
    .command('orders')
    .description(
      'Serving orders: Williams designs when everyone tastes every sample, else incomplete blocks in which every two samples meet as evenly as can be. Samples are numbered from 1.',
    )
    .requiredOption('--samples <count>', 'samples', whole)
    .requiredOption('--panelists <count>', 'panelists', whole)
    .option('--per-panelist <count>', 'samples that each panelist tastes; default all', whole)
    .option('--seed <text>', 'same seed, same orders', '1')
    .option('--json', 'print JSON')
    .addHelpText('after', '\nExample: jacana orders --samples 12 --panelists 60 --per-panelist 6 --seed 7')
    .action((options: Parameters<typeof ordersReport>[0] & { json?: boolean }) =>
      print(ordersReport(options), options.json),
    );

  jacana
    .command('findings')
    .description('Computes the findings of an unsealed tasting bundle, the same numbers as the Read screen.')
    .argument('<bundle>', 'tasting bundle (JSON) exported from Jacana')
    .option('--json', 'print JSON')
    .action((file: string, options: { json?: boolean }) => {
      const found = findings(readBundle(streams, file), streams.progress);
      print({ json: found, lines: [findingsText(found)] }, options.json);
    });
  return jacana;
}

function teachTests(): string {
  const tests = Object.entries(TESTS).map(([name, { about }]) => `  ${name}\n${folded(about)}`);
  return [
    'Tests:',
    ...tests,
    '',
    'Example: jacana analyse scores.csv --test friedman --panelist who --sample dish --value rank',
    'A file that serves: who,dish,rank / Ana,steamed,1 / Ana,poached,2 / Ben,steamed,2 / Ben,poached,1',
  ].join('\n');
}

/** Text in lines of at most 76 characters, indented. */
const folded = (text: string): string => text.replace(/(.{1,70})(?:\s+|$)/g, '      $1\n').trimEnd();

const protocol = (names: readonly string[] = PROTOCOLS): Option =>
  new Option('--protocol <name>', `what is asked: ${names.join(', ')}`).argParser(named(names)).makeOptionMandatory();

/** A name out of a list, however it is written: 2-AFC, 2afc, Duo-Trio. */
function named(names: readonly string[]): (text: string) => string {
  const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');
  return (text) => {
    const found = names.find((name) => plain(name) === plain(text));
    if (found === undefined) throw new InvalidArgumentError(`Allowed choices are ${names.join(', ')}.`);
    return found;
  };
}

function readBundle(streams: Streams, file: string) {
  const text = readInput(streams, file);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new BadInput(`${file} is not JSON: ${(error as Error).message}`);
  }
  const { bundle, problems } = parseBundle(data);
  if (bundle) return bundle;
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
  throw new BadInput(`${file}, ${problems[0].field}: ${problems[0].message}${more}`);
}

function readInput(streams: Streams, file: string): string {
  try {
    return streams.read(file);
  } catch (error) {
    throw new BadInput(`Cannot read ${file}: ${(error as Error).message}`);
  }
}

function share(text: string): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!(value > 0 && value < 1)) throw new InvalidArgumentError('It should lie between 0 and 1.');
  return value;
}

function positive(text: string): number {
  const value = Number(text);
  if (!(value > 0 && Number.isFinite(value))) throw new InvalidArgumentError('It should be above 0.');
  return value;
}

function whole(text: string): number {
  const value = text.trim() === '' ? NaN : Number(text);
  if (!Number.isSafeInteger(value) || value < 0)
    throw new InvalidArgumentError('It should be a whole number, 0 or more.');
  return value;
}

function numbers(text: string): number[] {
  const values = text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));
  if (!values.every(Number.isFinite)) throw new InvalidArgumentError('It should be numbers separated by commas.');
  return values;
}

const listed = (text: string): string[] => text.split(',').map((part) => part.trim());

const jsonText = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
