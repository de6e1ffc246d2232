import { readFileSync } from 'node:fs';
import { Command, CommanderError, InvalidArgumentError } from 'commander';
import { parseBundle } from '../src/bundle';
import { findings, NotUnsealed } from '../src/findings';
import { analyse, type AnalyseOptions } from './analyse';
import { BadInput } from './badInput';
import { findingsText, friedmanText } from './print';

/** Where the command reads and writes; replaced in tests. */
export interface Streams {
  read: (file: string) => string;
  out: (text: string) => void;
  error: (text: string) => void;
}

const terminal: Streams = {
  read: (file) => readFileSync(file, 'utf8'),
  out: (text) => process.stdout.write(text),
  error: (text) => process.stderr.write(text),
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

function command(streams: Streams): Command {
  const jacana = new Command('jacana')
    .description('Statistics of blind tastings, without a server.')
    .exitOverride()
    .configureOutput({ writeOut: streams.out, writeErr: streams.error });

  jacana
    .command('analyse')
    .description(
      'Tests a long-format CSV: one row per panelist and sample. Values are ranked within each panelist, ascending. Panelists without a value for every sample are left out and named.',
    )
    .argument('<file>', 'CSV with a heading row')
    .requiredOption('--test <name>', 'friedman: do panelists who tasted all samples prefer some of them?')
    .requiredOption('--panelist <column>', 'column that names the panelist')
    .requiredOption('--sample <column>', 'column that names the sample')
    .requiredOption('--value <column>', 'column with the score or rank')
    .option('--higher-is-better', 'values are scores: the highest leads (without it: ranks, the lowest leads)')
    .option('--alpha <number>', 'level of the test', probability, 0.05)
    .option('--seed <text>', 'seed of the Monte Carlo relabelings', '1')
    .option('--json', 'print JSON')
    .action((file: string, options: AnalyseOptions & { json?: boolean }) => {
      const report = analyse(readInput(streams, file), options);
      streams.out(options.json ? json(report) : `${friedmanText(report)}\n`);
    });

  jacana
    .command('findings')
    .description('Computes the findings of an unsealed tasting bundle, the same numbers as the Read screen.')
    .argument('<bundle>', 'tasting bundle (JSON) exported from Jacana')
    .option('--json', 'print JSON')
    .action((file: string, options: { json?: boolean }) => {
      const found = findings(readBundle(streams, file));
      streams.out(options.json ? json(found) : `${findingsText(found)}\n`);
    });
  return jacana;
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

function probability(text: string): number {
  const value = Number(text);
  if (!(value > 0 && value < 1)) throw new InvalidArgumentError('It should lie between 0 and 1.');
  return value;
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
