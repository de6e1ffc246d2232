import {
  correspondence,
  drivers,
  justAboutRight,
  preferenceMap,
  principalComponents,
  type NoTest,
} from '../../src/inference';
import { BadInput } from '../badInput';
import { columns, decimal, pText, type Report } from '../report';
import { isMissing, nameIn, needColumn, numberIn, readTable, rowName } from '../table';
import type { AnalyseOptions, TestCommand } from './testCommand';

/** One serving: who, what, and a number in each of the columns that were named. */
interface Scored {
  panelist: string;
  sample: string;
  attributes: number[];
  liking: number;
}

/** One row a serving, a column an attribute; a row without an answer in one of them is left out. */
function scoredRows(text: string, options: AnalyseOptions): Scored[] {
  const table = readTable(text);
  const { panelist = '', sample = '', attributes = [], liking } = options;
  const read = [...attributes, ...(liking === undefined ? [] : [liking])];
  needColumn(table, panelist, 'panelist');
  needColumn(table, sample, 'sample');
  attributes.forEach((column) => needColumn(table, column, 'attributes'));
  if (liking !== undefined) needColumn(table, liking, 'liking');
  const seen = new Set<string>();
  return table.rows.flatMap((row, at): Scored[] => {
    if (read.some((column) => isMissing(row, column))) return [];
    const where = rowName(at);
    const [who, what] = [nameIn(row, panelist, where), nameIn(row, sample, where)];
    const cell = JSON.stringify([who, what]);
    if (seen.has(cell)) throw new BadInput(`${where}: panelist "${who}" has sample "${what}" a second time.`);
    seen.add(cell);
    const numbers = attributes.map((column) => numberIn(row, column, where));
    return [
      {
        ...{ panelist: who, sample: what, attributes: numbers },
        liking: liking === undefined ? 0 : numberIn(row, liking, where),
      },
    ];
  });
}

const namesOf = (rows: readonly Scored[], name: 'panelist' | 'sample'): string[] => [
  ...new Set(rows.map((row) => row[name])),
];

/** Per panelist who scored all samples, the rows in the order of the samples. */
function completePanel(rows: readonly Scored[]): { samples: string[]; panel: Scored[][]; leftOut: string[] } {
  const samples = namesOf(rows, 'sample');
  const everyone = namesOf(rows, 'panelist').map((panelist) => {
    const own = new Map(rows.filter((row) => row.panelist === panelist).map((row) => [row.sample, row]));
    return { panelist, own: samples.flatMap((sample) => own.get(sample) ?? []) };
  });
  return {
    samples,
    panel: everyone.filter(({ own }) => own.length === samples.length).map(({ own }) => own),
    leftOut: everyone.filter(({ own }) => own.length < samples.length).map(({ panelist }) => panelist),
  };
}

const named = <T>(names: readonly string[], values: readonly T[]): Record<string, T> =>
  Object.fromEntries(names.map((name, at) => [name, values[at]]));
const placeText = (place: readonly number[]): string[] => place.slice(0, 2).map((value) => decimal(value, 3));
const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const without = (leftOut: readonly string[]): string[] =>
  leftOut.length > 0 ? [`Left out for missing samples: ${leftOut.join(', ')}`] : [];
const refused = (test: string, { reason }: NoTest): Report => ({ json: { test, p: null, reason }, lines: [reason] });

export const principalComponentsCommand: TestCommand = {
  about:
    'Which samples are alike in all attributes together? A map of the sample means, with ellipses by drawing panelists anew. Needs --attributes, the columns with their scores.',
  needs: ['panelist', 'sample', 'attributes'],
  reads: ['panelist', 'sample', 'attributes'],
  run: (text, options) => {
    const { samples, panel, leftOut } = completePanel(scoredRows(text, options));
    const result = principalComponents(
      panel.map((own) => own.map(({ attributes }) => attributes)),
      options,
    );
    if (result.test === null) return refused('principal-components', result);
    const attributes = options.attributes ?? [];
    return {
      json: {
        ...result,
        samples: named(samples, result.samples),
        attributes: named(attributes, result.attributes),
        ellipses: named(samples, result.ellipses),
        leftOut,
      },
      lines: [
        `Components: ${result.shares.map(percent).join(', ')} of the spread between samples; ${result.panelists} panelists`,
        'Samples (first, second):',
        ...columns(samples.map((sample, at) => [sample, ...placeText(result.samples[at])])),
        'Attributes (correlation with first, second):',
        ...columns(attributes.map((name, at) => [name, ...placeText(result.attributes[at])])),
        ...without(leftOut),
      ],
    };
  },
};

export const driversCommand: TestCommand = {
  about:
    'Which attributes go with liking, within panelists? Needs --attributes and --liking, the columns with their scores.',
  needs: ['panelist', 'sample', 'attributes', 'liking'],
  reads: ['panelist', 'sample', 'attributes', 'liking'],
  run: (text, options) => {
    const result = drivers(scoredRows(text, options));
    if (result.test === null) return refused('drivers', result);
    const attributes = options.attributes ?? [];
    const { alone, together } = result;
    return {
      json: { ...result, alone: named(attributes, alone), together: named(attributes, together) },
      lines: [
        `All together account for ${percent(result.rSquared)} of liking within ${result.panelists} panelists`,
        'Attribute (slope alone, adjusted p, slope beside the others, p):',
        ...columns(
          attributes.map((name, at) => [
            name,
            decimal(alone[at].slope, 3),
            alone[at].adjustedP === null ? '-' : pText(alone[at].adjustedP),
            decimal(together[at].slope, 3),
            together[at].p === null ? '-' : pText(together[at].p),
          ]),
        ),
        'What goes with liking need not bring it about.',
      ],
    };
  },
};

export const preferenceMapCommand: TestCommand = {
  about:
    'Who likes which part of the map of principal-components? Needs --attributes and --liking, the columns with their scores.',
  needs: ['panelist', 'sample', 'attributes', 'liking'],
  reads: ['panelist', 'sample', 'attributes', 'liking'],
  run: (text, options) => {
    const { samples, panel, leftOut } = completePanel(scoredRows(text, options));
    const map = principalComponents(
      panel.map((own) => own.map(({ attributes }) => attributes)),
      options,
    );
    if (map.test === null) return refused('preference-map', map);
    const result = preferenceMap(
      map.samples,
      panel.map((own) => own.map(({ liking }) => liking)),
    );
    if (result.test === null) return refused('preference-map', result);
    return {
      json: { ...result, places: named(samples, map.samples), likedBy: named(samples, result.likedBy), leftOut },
      lines: [
        `The first two components account for ${percent(result.meanRSquared)} of a panelist's liking, on average of ${panel.length}`,
        'Samples (first, second, share of panelists whose arrow puts it above their average):',
        ...columns(samples.map((sample, at) => [sample, ...placeText(map.samples[at]), percent(result.likedBy[at])])),
        ...without(leftOut),
      ],
    };
  },
};

export const correspondenceCommand: TestCommand = {
  about:
    'Which words go with which samples? A map of check-all answers. Needs --attributes, a column of 1 (ticked) and 0 for each word.',
  needs: ['panelist', 'sample', 'attributes'],
  reads: ['panelist', 'sample', 'attributes'],
  run: (text, options) => {
    const rows = scoredRows(text, options);
    if (rows.some(({ attributes }) => attributes.some((value) => value !== 0 && value !== 1)))
      throw new BadInput('Columns of --attributes should hold 1 (ticked) or 0 (not).');
    const samples = namesOf(rows, 'sample');
    const words = options.attributes ?? [];
    const counts = samples.map((sample) =>
      words.map((_, word) =>
        rows.filter((row) => row.sample === sample).reduce((sum, { attributes }) => sum + attributes[word], 0),
      ),
    );
    const result = correspondence(counts);
    if (result.test === null) return refused('correspondence', result);
    return {
      json: {
        ...result,
        samples: named(samples, result.samples),
        words: named(words, result.words),
        counts: named(samples, counts),
        empty: {
          samples: result.empty.samples.map((at) => samples[at]),
          words: result.empty.words.map((at) => words[at]),
        },
      },
      lines: [
        `Inertia ${decimal(result.totalInertia)}; axes ${result.shares.map(percent).join(', ')}`,
        ...columns(samples.map((sample, at) => [sample, ...placeText(result.samples[at])])),
        ...columns(words.map((word, at) => [word, ...placeText(result.words[at])])),
      ],
    };
  },
};

export const justAboutRightCommand: TestCommand = {
  about:
    'What does too little or too much of it cost in liking? The value column holds -2 to 2 (0 is just right), --liking names the column with liking; one answer a panelist, or all answers about one sample named by --reference.',
  needs: ['panelist', 'sample', 'value', 'liking'],
  reads: ['panelist', 'sample', 'value', 'liking', 'reference'],
  run: (text, { value = '', reference, ...options }) => {
    const rows = scoredRows(text, { ...options, attributes: [value] });
    const samples = namesOf(rows, 'sample').filter((sample) => reference === undefined || sample === reference);
    if (samples.length === 0) throw new BadInput(`No sample "${reference}" for --reference.`);
    const results = samples.map((sample) =>
      justAboutRight(
        rows
          .filter((row) => row.sample === sample)
          .map(({ attributes, liking }) => ({ answer: attributes[0], liking })),
        options.alpha,
        options.seed,
      ),
    );
    return {
      json: { test: 'just-about-right', samples: named(samples, results) },
      lines: samples.flatMap((sample, at) => {
        const result = results[at];
        if (result.test === null) return [`${sample}: ${result.reason}`];
        const side = (name: string, { share, meanDrop, welch }: typeof result.tooMuch): string =>
          `  ${name}: ${percent(share)}, mean drop ${decimal(meanDrop, 2)}, p ${welch ? pText(welch.p) : '-'}`;
        return [
          `${sample}: ${percent(result.justRight.share)} of ${result.panelists} just right`,
          side('too little', result.tooLittle),
          side('too much', result.tooMuch),
        ];
      }),
    };
  },
};
