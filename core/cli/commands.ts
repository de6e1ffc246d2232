import { Option, type Command } from 'commander';
import { findings } from '../src/findings';
import { PROTOCOLS } from '../src/inference';
import { plainText, reportSheet, type ReportForm } from '../src/sheets';
import { TESTS, analyse } from './analyse';
import type { AnalyseOptions } from './analyses/testCommand';
import { BadInput } from './badInput';
import { findingsText } from './findingsText';
import { forcedChoiceReport, type ForcedChoiceOptions } from './forcedChoice';
import { listed, numbers, positive, protocol, share, whole } from './optionValues';
import { ordersReport } from './orders';
import { powerReport, type PowerOptions } from './power';
import type { Report } from './report';
import { readBundle, readInput, type Streams } from './streams';

/** What a command needs to stand on the command line. */
export interface Shell {
  jacana: Command;
  streams: Streams;
  print: (report: Report, isJson: boolean | undefined) => void;
}

/** `jacana analyse`. */
export function addAnalyse({ jacana, streams, print }: Shell): void {
  jacana
    .command('analyse')
    .description('Runs one test on a long-format CSV: a heading row, then one row per panelist and sample.')
    .argument('<file>', 'CSV file, or - for standard input')
    .requiredOption('--test <name>', Object.keys(TESTS).join(', '))
    .option('--panelist <column>', 'column that names the panelist')
    .option('--sample <column>', 'column that names the sample')
    .option('--value <column>', 'column with the score, rank or answer')
    .option('--replicate <column>', 'column that numbers repeated servings (mixed-model)')
    .option('--block <column>', 'column that numbers blocks of pieces, one of each sample: adds a test of the methods')
    .option('--piece <column>', 'column that names the piece, to check that a block holds one of each')
    .option('--higher-is-better', 'values are scores: the highest leads (without it: ranks, the lowest leads)')
    .option('--reference <sample>', 'sample that the others are compared with (mixed-model), or that is A (a-not-a)')
    .option('--margin <points>', 'largest loss against the reference that does not matter (mixed-model)', positive)
    .option('--order <samples>', 'expected order, lowest first, separated by commas (page)', listed)
    .option(
      '--attributes <columns>',
      'columns with scores of attributes, or ticks of words, separated by commas',
      listed,
    )
    .option('--liking <column>', 'column with liking, beside attributes or just-about-right answers')
    .addOption(new Option('--ties <how>', 'how ties count (bradley-terry)').choices(['half', 'davidson']))
    .option('--order-effect', 'estimate what being first adds (bradley-terry)')
    .option('--alpha <number>', 'level of the test', share, 0.05)
    .option('--seed <text>', 'seed of every random draw', '1')
    .option('--json', 'print JSON')
    .addHelpText('after', `\n${teachTests()}`)
    .action((file: string, options: AnalyseOptions & { json?: boolean }) => {
      print(analyse(readInput(streams, file), { ...options, onProgress: streams.progress }), options.json);
    });
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

/** `jacana forced-choice`. */
export function addForcedChoice({ jacana, print }: Shell): void {
  jacana
    .command('forced-choice')
    .description(
      "Can people tell two samples apart? Exact test, share of discriminators and d' from the number of right answers, one per panelist.",
    )
    .addOption(protocol())
    .option('--n <count>', 'answers', whole)
    .option('--correct <count>', 'right answers', whole)
    .option(
      '--sequence <answers>',
      'answers in the order they came, 1 right and 0 wrong, such as 1,0,1: stop already? (Wald)',
      listed,
    )
    .option('--pd <share>', 'share that is worth finding, for --sequence', share, 0.3)
    .option('--beta <number>', 'chance of missing that share, for --sequence', share, 0.2)
    .option('--similarity-pd <share>', 'also test whether fewer than this share can tell them apart', share)
    .option('--alpha <number>', 'level of the test', share, 0.05)
    .option('--json', 'print JSON')
    .addHelpText('after', '\nExample: jacana forced-choice --protocol triangle --n 30 --correct 15')
    .action((options: ForcedChoiceOptions & { json?: boolean }) => print(forcedChoiceReport(options), options.json));
}

/** `jacana power`. */
export function addPower({ jacana, streams, print }: Shell): void {
  jacana
    .command('power')
    .description(
      'Chance that a planned test finds a difference. Forced choice: when a share pd of the panelists can really tell; exact. With --power instead of --n: the smallest panel from which on that power holds. Ranking: when samples are really liked as --liking says; by 5,000 simulated panels.',
    )
    .addOption(protocol([...PROTOCOLS, 'ranking']))
    .option('--n <count>', 'panelists', whole)
    .option('--power <share>', 'find the panel for this power (forced choice)', share)
    .option('--pd <share>', 'share of panelists who can tell (forced choice)', share)
    .option('--d-prime <number>', "or how far apart the samples lie, in d' (forced choice)", positive)
    .option('--replicates <count>', 'answers of each panelist (forced choice)', whole, 1)
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
}

/** `jacana orders`. */
export function addOrders({ jacana, print }: Shell): void {
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
}

/** `jacana findings`. */
export function addFindings({ jacana, streams, print }: Shell): void {
  jacana
    .command('findings')
    .description('Computes the findings of an unsealed tasting bundle, the same numbers as the Read screen.')
    .argument('<bundle>', 'tasting bundle (JSON) exported from Jacana')
    .option('--json', 'print JSON')
    .action((file: string, options: { json?: boolean }) => {
      const found = findings(readBundle(streams, file), streams.progress);
      print({ json: found, lines: [findingsText(found)] }, options.json);
    });
}

/** `jacana report`. */
export function addReport({ jacana, streams, print }: Shell): void {
  jacana
    .command('report')
    .description('Makes the report of an unsealed tasting bundle, the same as the Read screen gives out.')
    .argument('<bundle>', 'tasting bundle (JSON) exported from Jacana')
    .option('--pdf <file>', 'write it as PDF; without this, it is printed as plain text')
    .addOption(new Option('--paper <size>', 'size of the page').choices(['A4', 'Letter']).default('A4'))
    .option('--short', 'one page for whoever decides')
    .option('--names', 'name the panelists; without this, they are seats')
    .action((file: string, { pdf, paper, short, names }: ReportOptions) => {
      const bundle = readBundle(streams, file);
      const form: ReportForm = { length: short ? 'short' : 'full', paper, names: names === true };
      const sheet = reportSheet(findings(bundle, streams.progress), bundle, form);
      if (pdf === undefined) return print({ json: sheet, lines: [plainText(sheet).trimEnd()] }, false);
      if (!streams.draw) throw new BadInput('Nothing here can draw a PDF. Use: npm run --silent jacana -- report');
      streams.progress?.(1);
      streams.draw(sheet, pdf);
    });
}

interface ReportOptions {
  pdf?: string;
  paper: ReportForm['paper'];
  short?: boolean;
  names?: boolean;
}
