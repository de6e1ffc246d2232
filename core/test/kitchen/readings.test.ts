import {
  byMinute,
  cellsOf,
  guessedMapping,
  merged,
  minuteOf,
  readingsOf,
  readTable,
  thinned,
  thinnedPoints,
  type TableMapping,
} from '../../src/kitchen';
import { digestOf, parseBundle } from '../../src/bundle';
import { readingsHeading, readingsLines } from '../../src/tidy';
import { simulatedBundle } from '../support/bundles';

const channel = { device: 'Logger', channel: 3, measures: 'celsius' as const };
const start = Date.parse('2026-11-26T16:00:00.000Z');

describe('minutes of readings', () => {
  it('give back what was put in, to the millisecond', () => {
    const readings = [0, 1234, 59_999, 60_000, 121_500].map((ms, at) => ({ at: start + ms, value: 20 + at / 10 }));
    const minutes = [...byMinute(readings)].map(([minute, own]) => minuteOf(channel, minute, own));
    expect(minutes.map(({ minute }) => minute.slice(11, 16))).toEqual(['16:00', '16:01', '16:02']);
    expect(minutes.flatMap(readingsOf)).toEqual(readings);
  });

  it('keep the first of what came twice, in the order of time', () => {
    const at = (second: number, value: number) => ({ at: start + 1000 * second, value });
    expect(merged([at(1, 20), at(3, 21)], [at(3, 99), at(2, 20.5), at(2, 77), at(1, 20)])).toEqual([
      at(1, 20),
      at(2, 20.5),
      at(3, 21),
    ]);
  });
});

describe('a thinned curve', () => {
  const readings = Array.from({ length: 10_000 }, (_, at) => ({
    at: start + 1000 * at,
    value: at === 7777 ? 95 : at === 4321 ? -3 : 20 + at / 1000,
  }));

  it('keeps every extreme, whatever is left out', () => {
    const points = thinned(readings, 200);
    expect(points).toHaveLength(200);
    expect(Math.max(...points.map(({ most }) => most))).toBe(95);
    expect(Math.min(...points.map(({ least }) => least))).toBe(-3);
    expect(points.reduce((sum, { count }) => sum + count, 0)).toBe(10_000);
    const mean = points.reduce((sum, point) => sum + point.mean * point.count, 0) / 10_000;
    expect(mean).toBeCloseTo(readings.reduce((sum, { value }) => sum + value, 0) / 10_000, 9);
  });

  it('leaves gaps as gaps, and short curves as they are', () => {
    const broken = readings.filter(({ at }) => at < start + 1_000_000 || at > start + 9_000_000);
    const points = thinned(broken, 200);
    expect(points.filter(({ at }) => at > start + 1_000_000 && at < start + 9_000_000)).toEqual([]);
    expect(thinned(readings.slice(0, 5), 200).map(({ mean }) => mean)).toEqual(
      readings.slice(0, 5).map(({ value }) => value),
    );
    expect(thinned([], 200)).toEqual([]);
  });

  it('is the same by way of minutes as far as extremes go', () => {
    const minutes = [...byMinute(readings)].map(([, own]) => thinned(own, 1)[0]);
    const points = thinnedPoints(minutes, 40);
    expect(points.length).toBeLessThanOrEqual(40);
    expect([Math.min(...points.map((one) => one.least)), Math.max(...points.map((one) => one.most))]).toEqual([-3, 95]);
  });
});

describe('a file of another logger', () => {
  const mapping = (more: Partial<TableMapping> = {}): TableMapping => ({
    ...{ time: 0, counts: 'clock', start, zoneMinutes: 0, offsetSeconds: 0, unit: '°C' },
    channels: [
      { column: 1, channel: 1 },
      { column: 2, channel: 5 },
    ],
    ...more,
  });

  it('is read by its columns, empty cells staying gaps', () => {
    const { headings, rows } = cellsOf(
      '\uFEFFtime;oven;"core, P6"\n2026-11-26 16:00:00;21,5;4.1\n2026-11-26 16:00:10;;4,2\n2026-11-26 16:05:00;180;x\n',
    );
    expect(headings).toEqual(['time', 'oven', 'core, P6']);
    const read = readTable(rows, mapping());
    expect(read.series).toEqual([
      {
        channel: 1,
        readings: [
          { at: start, value: 21.5 },
          { at: start + 300_000, value: 180 },
        ],
      },
      {
        channel: 5,
        readings: [
          { at: start, value: 4.1 },
          { at: start + 10_000, value: 4.2 },
        ],
      },
    ]);
    expect(read).toMatchObject({ empty: 1, longestGap: 300, linesLeftOut: 0 });
    expect(read.problems).toEqual([{ line: 3, text: '"x" is no temperature.' }]);
  });

  it.each([
    [{ counts: 'seconds' as const }, '90', start + 90_000],
    [{ counts: 'minutes' as const }, '1.5', start + 90_000],
    [{ counts: 'minutes' as const, offsetSeconds: -30 }, '1,5', start + 60_000],
    [{}, '2026-11-26T17:00:00+01:00', start],
    [{ zoneMinutes: 60 }, '2026-11-26 17:00', start],
    [{ offsetSeconds: 5 }, '2026-11-26T16:00:00.250Z', start + 5250],
    [{}, '26/11/2026 16:00', start],
    [{}, '26.11.26, 16:00', start],
    [{ monthFirst: true }, '11/26/2026 4:00:00 PM', start],
    [{ monthFirst: true }, '26.11.2026 16:00', start],
    [{}, '2026/11/26 04:01 pm', start + 60_000],
    [{}, '16:00:30', start + 30_000],
  ])('with %j reads the time %s', (more, time, expected) => {
    const read = readTable([[time, '20', '21']], mapping(more));
    expect(read.series[0].readings).toEqual([{ at: expected, value: 20 }]);
  });

  it.each([
    '2026-13-40 16:00',
    '2026-11-26 24:10',
    '2026-11-26 16:61',
    'soon',
    '',
    '26/13/2026 16:00',
    '30.2.2026 16:00',
    '2026-11-26',
    '13:05 pm',
  ])('takes %j for no time', (time) => {
    const read = readTable([[time, '20', '21']], mapping());
    expect(read.series[0].readings).toEqual([]);
    expect(read.linesLeftOut).toBe(1);
  });

  it('turns Fahrenheit into °C, and leaves out what cannot have been measured', () => {
    const read = readTable(
      [
        ['2026-11-26 16:00', '212', '145 °F'],
        ['2026-11-26 16:01', '9999', '1e3'],
      ],
      mapping({ unit: '°F' }),
    );
    expect(read.series.map(({ readings }) => readings.map(({ value }) => value))).toEqual([[100], [62.78, 537.78]]);
    expect(read.problems).toHaveLength(1);
  });

  it('has its days in a column of their own, below what the logger says of itself', () => {
    const text =
      'Serial no.;4711\nPit log\n\nDate;Time;Meat (F);Pit (F)\n11/25/2026;11:59:30 PM;43,5;\n\n11/26/2026;12:00:00 AM;x;225\n';
    const { headings, rows, lines } = cellsOf(text);
    expect(headings).toEqual(['Date', 'Time', 'Meat (F)', 'Pit (F)']);
    const guessed = guessedMapping({ headings, rows }, start);
    expect(guessed).toMatchObject({ day: 0, time: 1, counts: 'clock', monthFirst: true, unit: '°F' });
    expect(guessed.channels).toEqual([
      { column: 2, channel: 1 },
      { column: 3, channel: 2 },
    ]);
    const { series, problems } = readTable(rows, guessed, lines);
    const midnight = Date.parse('2026-11-26T00:00:00Z');
    expect(series.map(({ readings }) => readings)).toEqual([
      [{ at: midnight - 30_000, value: 6.39 }],
      [{ at: midnight, value: 107.22 }],
    ]);
    // By its line in the file, with all that stands above.
    expect(problems).toEqual([{ line: 7, text: '"x" is no temperature.' }]);
    expect(readTable([['', '16:00', '1', '2']], guessed).problems).toEqual([{ line: 1, text: '"16:00" is no time.' }]);
  });

  it('goes on into the next day where times name none', () => {
    const rows = ['22:00', '23:59', '0:01', '1:00'].map((time) => [time, '20', '']);
    const { series } = readTable(rows, mapping());
    const evening = Date.parse('2026-11-26T22:00:00Z');
    expect(series[0].readings.map(({ at }) => (at - evening) / 60_000)).toEqual([0, 119, 121, 180]);
  });

  it('calls columns by their number where the first line has numbers', () => {
    expect(cellsOf('0,20.1\n1,20.2').headings).toEqual(['Column 1', 'Column 2']);
    expect(cellsOf('').rows).toEqual([]);
  });
});

it('goes out as CSV with the piece that the probe was in', () => {
  const minute = minuteOf(channel, start / 60_000, [
    { at: start, value: 20 },
    { at: start + 30_000, value: 20.5 },
    { at: start + 50_000, value: 21 },
  ]);
  const span = { device: 'Logger', channel: 3, where: 'core' as const };
  const spans = [
    { ...span, piece: 'K4', from: '2026-11-26T16:00:20.000Z', to: '2026-11-26T16:00:40.000Z' },
    { ...span, channel: 4, piece: 'L2', from: '2026-11-26T15:00:00.000Z', to: null },
  ];
  expect(readingsHeading().trim()).toMatch(/at,device,channel,piece,where,value,unit$/);
  expect(readingsLines([minute], spans).trim().split('\n')).toEqual([
    '2026-11-26T16:00:00.000Z,Logger,3,,,20,°C',
    '2026-11-26T16:00:30.000Z,Logger,3,K4,core,20.5,°C',
    '2026-11-26T16:00:50.000Z,Logger,3,,,21,°C',
  ]);
  expect(readingsLines([{ ...minute, device: '=cmd()' }], [])).toContain("'=cmd()");
});

describe('readings and photos in a bundle', () => {
  const bundle = simulatedBundle({ panelists: 6 });
  const minute = minuteOf(channel, start / 60_000, [{ at: start, value: 20 }]);
  const photo = { id: 'a-photo', jpeg: '/9j/4AAQ' };
  const entry = {
    ...{ id: 'a-photo', at: '2026-11-26T16:00:00.000Z', storedAt: '2026-11-26T16:00:00.000Z', by: 'Leni' },
    body: { kind: 'photo' as const, piece: bundle.pieces[0].tag },
  };
  const withPhoto = { ...bundle, records: { ...bundle.records, kitchen: [entry] }, photos: [photo] };
  const problems = (data: object): string[] => parseBundle(data).problems.map(({ message }) => message);

  it('stand once each, and in the order of time', () => {
    expect(problems({ ...bundle, readings: [minute] })).toEqual([]);
    expect(problems({ ...bundle, readings: [minute, minute] })[0]).toContain('stands here twice');
    expect(problems({ ...bundle, readings: [{ ...minute, seconds: [5, 3], values: [1, 2] }] })[0]).toContain('order');
    expect(problems({ ...bundle, readings: [{ ...minute, values: [1, 2] }] })[0]).toContain('one value');
    expect(problems(withPhoto)).toEqual([]);
    expect(problems({ ...withPhoto, photos: [photo, photo] })[0]).toContain('stands here twice');
    expect(problems({ ...bundle, photos: [photo] })[0]).toContain('No photo of the kitchen log');
    expect(problems({ ...withPhoto, photos: [{ ...photo, jpeg: 'PHNjcmlwdD4=' }] })).toEqual(['A photo is a JPEG.']);
  });

  it('are in the digest, which is as it was where there are none', () => {
    const digests = [bundle, { ...bundle, readings: [minute] }, withPhoto, { ...withPhoto, photos: [] }].map(digestOf);
    expect(new Set(digests).size).toBe(4);
    const { photos: _none, ...older } = bundle;
    expect(digestOf({ ...older, photos: [] })).toBe(digests[0]);
  });
});
