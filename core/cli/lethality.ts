import { PUBLISHED_LIMITS, celsiusOf, limitOf, towards, type TimedReading } from '../src/kitchen';
import { BadInput } from './badInput';
import { decimal, type Report } from './report';
import { isMissing, needColumn, numberIn, readTable, rowName } from './table';

/** Options of `jacana lethality`. */
export interface LethalityOptions {
  time: string;
  celsius?: string;
  fahrenheit?: string;
  table: string;
  mostGap?: number;
}

/** `jacana lethality`. */
export function lethalityReport(text: string, options: LethalityOptions): Report {
  const limit = limitOf(options.table);
  if (!limit)
    throw new BadInput(`No table "${options.table}". There are: ${PUBLISHED_LIMITS.map(({ id }) => id).join(', ')}.`);
  const { readings, missing } = readingsOf(text, options);
  const found = towards(readings, limit, options.mostGap);
  const { logReductions, limitMetAt, peak, longestGap, gapsLeftOut } = found;
  return {
    json: { table: limit.id, source: limit.source, readings: readings.length, missing, ...found },
    lines: [
      `${limit.name}: ${limit.source}`,
      ...(logReductions === null ? [] : [`Decimal reductions recorded: ${decimal(logReductions, 2)}`]),
      limitMetAt === null
        ? 'The limit was not recorded as met.'
        : `The limit was recorded as met at minute ${decimal(limitMetAt, 1)}.`,
      `${readings.length} readings, highest ${decimal(peak, 1)} °C, longest gap ${decimal(longestGap, 1)} min` +
        (missing > 0 ? `; ${missing} rows without a temperature left out` : '') +
        (gapsLeftOut > 0 ? `; ${gapsLeftOut} gaps left out` : ''),
      'This says which published limit was recorded as met, where the probe was. Local codes and licensed practice decide.',
    ],
  };
}

const COLDEST = -100;
const HOTTEST = 1500;

function readingsOf(text: string, { time, celsius, fahrenheit }: LethalityOptions) {
  if ((celsius === undefined) === (fahrenheit === undefined))
    throw new BadInput('Name the column of temperatures, with either --celsius or --fahrenheit.');
  const column = (celsius ?? fahrenheit) as string;
  const table = readTable(text);
  needColumn(table, time, 'time');
  needColumn(table, column, celsius === undefined ? 'fahrenheit' : 'celsius');
  const readings: TimedReading[] = [];
  let missing = 0;
  table.rows.forEach((row, at) => {
    if (isMissing(row, column)) {
      missing++;
      return;
    }
    const where = rowName(at);
    const minutes = numberIn(row, time, where);
    const value = numberIn(row, column, where);
    const degrees = celsius === undefined ? celsiusOf(value) : value;
    if (degrees < COLDEST || degrees > HOTTEST)
      throw new BadInput(`${where}, column ${column}: ${value} is no temperature of food.`);
    if (minutes < (readings.at(-1)?.minutes ?? -Infinity))
      throw new BadInput(`${where}, column ${time}: ${minutes} comes before the row above. Sort the file by time.`);
    readings.push({ minutes, celsius: degrees });
  });
  if (readings.length === 0) throw new BadInput('The file has no readings.');
  return { readings, missing };
}
