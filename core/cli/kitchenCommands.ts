import { Option } from 'commander';
import { COMPOSITIONS, PUBLISHED_LIMITS, SHAPES } from '../src/kitchen';
import type { Shell } from './commands';
import { REST_DEFAULTS, heatReport, type HeatOptions } from './heat';
import { lethalityReport, type LethalityOptions } from './lethality';
import { degrees, positive } from './optionValues';
import { runSheetReport } from './runSheet';
import { servedReport } from './served';
import { readBundle, readInput } from './streams';

/** `jacana heat`. */
export function addHeat({ jacana, print }: Shell): void {
  jacana
    .command('heat')
    .description(
      'How long a piece takes to a core temperature, and how much warmer it gets after it is taken out. Conduction in a slab heated from both sides, a long cylinder or a sphere; above freezing, without a bone. A plan, not a promise: a probe in the piece knows better.',
    )
    .addOption(new Option('--shape <shape>', 'form of the piece').choices(SHAPES).makeOptionMandatory())
    .requiredOption('--thickness-mm <mm>', 'full thickness of a slab, else the diameter', positive)
    .requiredOption('--start <celsius>', 'temperature of the piece when it goes in', degrees)
    .requiredOption('--around <celsius>', 'temperature of oven, water, oil or pan around it', degrees)
    .requiredOption(
      '--coefficient <number>',
      'of heat transfer to the surface, W/(m² K). Common practice: still oven 10 to 20, fan oven 20 to 40, water 200 to 1000, frying 200 to 500',
      positive,
    )
    .addOption(new Option('--product <kind>', 'of what it is made').choices(Object.keys(COMPOSITIONS)))
    .option('--conductivity <number>', 'or its own properties: W/(m K)', positive)
    .option('--density <number>', 'kg/m³', positive)
    .option('--heat-capacity <number>', 'J/(kg K)', positive)
    .option('--wet', 'the surface is moist at first, and dries')
    .option('--stays-wet', 'the surface is kept moist')
    .option('--dew-point <celsius>', 'of the air around a moist surface; 100 is steam', degrees, 10)
    .requiredOption('--target <celsius>', 'core temperature at which it is taken out', degrees)
    .option('--rest-around <celsius>', 'where it rests then', degrees, REST_DEFAULTS.celsius)
    .option('--rest-coefficient <number>', 'of heat transfer at rest', positive, REST_DEFAULTS.coefficient)
    .option('--json', 'print JSON')
    .addHelpText(
      'after',
      '\nExample: jacana heat --shape slab --thickness-mm 30 --start 4 --around 180 --coefficient 25 --product red-meat --wet --target 54',
    )
    .action((options: HeatOptions & { json?: boolean }) => print(heatReport(options), options.json));
}

/** `jacana lethality`. */
export function addLethality({ jacana, streams, print }: Shell): void {
  jacana
    .command('lethality')
    .description(
      'How far a recorded curve goes towards a published limit of time and temperature. It never says that food is safe.',
    )
    .argument('<file>', 'CSV file with a heading row, one reading a row, or - for standard input')
    .requiredOption('--time <column>', 'column with the time in minutes')
    .option('--celsius <column>', 'column with the temperature, °C')
    .option('--fahrenheit <column>', 'or in °F')
    .requiredOption('--table <name>', PUBLISHED_LIMITS.map(({ id }) => id).join(', '))
    .option('--most-gap <minutes>', 'gaps between readings beyond which nothing counts; default any', positive)
    .option('--json', 'print JSON')
    .addHelpText(
      'after',
      '\nExample: jacana lethality probe.csv --time minute --celsius core --table appendix-a-beef\nA file that serves: minute,core / 0,54 / 30,60 / 60,61',
    )
    .action((file: string, options: LethalityOptions & { json?: boolean }) =>
      print(lethalityReport(readInput(streams, file), options), options.json),
    );
}

/** `jacana run-sheet`. */
export function addRunSheet({ jacana, streams, print }: Shell): void {
  jacana
    .command('run-sheet')
    .description(
      'The run sheet of a tasting bundle, built backward from the times of serving: which step of which piece starts when, where and by whom; or why there is none. Times are in UTC.',
    )
    .argument('<bundle>', 'tasting bundle (JSON) exported from Jacana, with its range and the steps of its methods')
    .option('--json', 'print JSON')
    .action((file: string, options: { json?: boolean }) =>
      print(runSheetReport(readBundle(streams, file), streams.progress), options.json),
    );
}

/** `jacana served`. */
export function addServed({ jacana, streams, print }: Shell): void {
  jacana
    .command('served')
    .description(
      'Who ate what, plate by plate, as it was served, with what was planned beside it: plates that went astray are counted as what they were. The bundle has to be unsealed.',
    )
    .argument('<bundle>', 'tasting bundle (JSON) exported from Jacana after unsealing')
    .option('--json', 'print JSON')
    .option('--csv', 'print CSV')
    .action((file: string, options: { json?: boolean; csv?: boolean }) => {
      const { csv, report } = servedReport(readBundle(streams, file));
      if (options.csv) streams.out(csv);
      else print(report, options.json);
    });
}
