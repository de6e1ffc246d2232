import {
  bradleyTerry,
  chanceOfBest,
  connections,
  plackettLuce,
  type Meetings,
  type Ranking,
} from '../../src/inference';
import { BadInput } from '../badInput';
import { blocksOf, bySample, readLongTable, type Columns } from '../longTable';
import { columns, decimal, type Report } from '../report';
import { nameIn, needColumn, numberIn, readTable, rowName } from '../table';
import type { TestCommand } from './testCommand';

/** Prior of the chances of being best: log worths of samples spread by up to this, any standard deviation being as likely. */
const MOST_SPREAD = 1.5;

export const plackettLuceCommand: TestCommand = {
  about:
    'How strong is each sample, from full, partial or tied rankings? Rank 1 (the lowest value) is the best; with --higher-is-better the highest is.',
  needs: ['panelist', 'sample', 'value'],
  reads: ['panelist', 'sample', 'value', 'higherIsBetter'],
  run: (text, options) => {
    const table = readLongTable(text, options as Columns);
    const rankings = blocksOf(table).map(({ samples, values }) =>
      asRanking(samples, values, options.higherIsBetter ? -1 : 1),
    );
    const result = plackettLuce(rankings, table.samples.length);
    if (result.test === null) {
      const met = connections(table.samples.length, rankings.flatMap(meetingsOf));
      return nothing('plackett-luce', result.reason, groupNames(table.samples, met.groups), table.panelists.length);
    }
    const best = chanceOfBest(
      { heights: result.logWorth, covariance: result.covariance, df: Infinity, mostSpread: MOST_SPREAD },
      options,
    );
    const { logWorth, se, logLik, likelihoodRatio, penalised } = result;
    return {
      json: {
        test: 'plackett-luce',
        logWorth: bySample(table, logWorth),
        se: bySample(table, se),
        logLik,
        likelihoodRatio,
        chanceOfBest: bySample(table, best.chances),
        chanceOfBestStandardError: best.standardError,
        penalised,
        panelists: result.rankings,
        setAside: rankings.length - result.rankings,
      },
      lines: [
        `Plackett-Luce, ${result.rankings} rankings, log likelihood ${decimal(logLik)}`,
        ...columns([
          ['sample', 'log worth', 'se', 'chance of being best'],
          ...table.samples.map((sample, at) => [
            sample,
            decimal(logWorth[at]),
            decimal(se[at]),
            decimal(best.chances[at], 3),
          ]),
        ]),
        `Chances of being best: log worths normal, their standard deviation anywhere from 0 to ${MOST_SPREAD}.`,
        ...penaltyLine(penalised),
      ],
    };
  },
};

export const bradleyTerryCommand: TestCommand = {
  about:
    'How strong is each sample, from counts of paired comparisons? Reads the columns a, b, winA, winB and, if there is one, ties. A tie counts as half a win each, or has a parameter of its own with --ties davidson; with --order-effect, a is the one served first.',
  needs: [],
  reads: ['ties', 'orderEffect'],
  run: (text, options) => {
    const { samples, meetings } = readMeetings(text);
    const result = bradleyTerry(meetings, samples.length, options);
    if (result.test === null) {
      const met = connections(
        samples.length,
        meetings.filter(tookPlace).map(({ a, b }): [number, number] => [a, b]),
      );
      return nothing('bradley-terry', result.reason, groupNames(samples, met.groups), 0);
    }
    const { logWorth, se, logLik, logTie, order, penalised } = result;
    return {
      json: {
        test: 'bradley-terry',
        logWorth: bySample({ samples }, logWorth),
        se: bySample({ samples }, se),
        logLik,
        logTie,
        order,
        penalised,
        comparisons: result.meetings,
      },
      lines: [
        `Bradley-Terry, ${result.meetings} comparisons, log likelihood ${decimal(logLik)}`,
        ...columns([
          ['sample', 'log worth', 'se'],
          ...samples.map((sample, at) => [sample, decimal(logWorth[at]), decimal(se[at])]),
        ]),
        ...(logTie ? [`log tie parameter ${decimal(logTie.estimate)}, se ${decimal(logTie.se)}`] : []),
        ...(order ? [`Being first adds ${decimal(order.estimate)} to the log worth, se ${decimal(order.se)}`] : []),
        ...penaltyLine(penalised),
      ],
    };
  },
};

/** Groups of equal values, best first. @param direction 1 when the lowest value is the best, -1 when the highest */
function asRanking(samples: readonly number[], values: readonly number[], direction: 1 | -1): Ranking {
  const places = [...new Set(values)].sort((a, b) => direction * (a - b));
  return places.map((place) => samples.filter((_, at) => values[at] === place));
}

/** Every two samples of one ranking met, whoever won. */
function meetingsOf(ranking: Ranking): [number, number][] {
  const [first, ...others] = ranking.flat();
  return others.map((other) => [first, other]);
}

const tookPlace = ({ winA, winB, ties }: Meetings): boolean => winA + winB + ties > 0;

function readMeetings(text: string): { samples: string[]; meetings: Meetings[] } {
  const table = readTable(text);
  for (const column of ['a', 'b', 'winA', 'winB']) needColumn(table, column, 'test bradley-terry');
  const hasTies = table.headings.includes('ties');
  const known = new Map<string, number>();
  const numbered = (name: string): number => {
    if (!known.has(name)) known.set(name, known.size);
    return known.get(name) as number;
  };
  const meetings = table.rows.map((row, at): Meetings => {
    const where = rowName(at);
    const count = (column: string): number => {
      const value = numberIn(row, column, where);
      if (value < 0) throw new BadInput(`${where}, column ${column}: ${value} is below 0, but it counts comparisons.`);
      return value;
    };
    const [a, b] = [nameIn(row, 'a', where), nameIn(row, 'b', where)];
    if (a === b) throw new BadInput(`${where}, columns a and b: "${a}" cannot meet itself.`);
    return {
      a: numbered(a),
      b: numbered(b),
      winA: count('winA'),
      winB: count('winB'),
      ties: hasTies ? count('ties') : 0,
    };
  });
  return { samples: [...known.keys()], meetings };
}

/** Names of the groups that nothing links; empty when there is one. */
function groupNames(samples: readonly string[], groups: readonly (readonly number[])[]): string[][] {
  return groups.length > 1 ? groups.map((group) => group.map((sample) => samples[sample])) : [];
}

function nothing(test: string, reason: string, groups: string[][], panelists: number): Report {
  const lines = groups.map((group, at) => `  group ${at + 1}: ${group.join(', ')}`);
  return { json: { test, logWorth: {}, logLik: null, panelists, groups, reason }, lines: [reason, ...lines] };
}

const penaltyLine = (penalised: boolean): string[] =>
  penalised
    ? [
        'A sample, or a group, won everything against the rest: strengths are held finite by half a win and half a loss of each against a sample of average worth.',
      ]
    : [];
