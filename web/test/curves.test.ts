import type { ExpectedEnd } from '@jacana/core/kitchen';
import { curveOf, endText } from '../src/kitchen/curves';
import type { Degrees } from '../src/shell/degrees';

const METRIC: Degrees = {
  unit: '°C',
  text: (celsius, digits = 0) => `${celsius.toFixed(digits)} °C`,
  shown: (celsius) => celsius,
  celsius: (shown) => shown,
};

const expected = (end: ExpectedEnd['end']): ExpectedEnd => ({
  ...{ piece: 'K4', step: 'roast', target: 54, at: 0, celsius: 45.13, rising: 1 },
  end,
});
const said = (end: ExpectedEnd['end'], degrees: Degrees = METRIC): string => endText(expected(end), degrees);

it('says when a core will be there, and how sure that is', () => {
  expect(said({ kind: 'expected', minutes: 6.4, interval: [4.2, 9.1] })).toBe('45.1 °C, 54 °C in 6 min (4 to 9)');
  expect(said({ kind: 'expected', minutes: 6.4, interval: [6.1, 6.4] })).toBe('45.1 °C, 54 °C in 6 min');
  expect(said({ kind: 'expected', minutes: 0.4, interval: [0, 3] })).toBe(
    '45.1 °C, 54 °C in less than a minute (0 to 3)',
  );
  expect(said({ kind: 'expected', minutes: 240, interval: [200, null] })).toBe(
    '45.1 °C, 54 °C in 4.0 h, at least 3.3 h',
  );
});

it('makes up no time where there is none', () => {
  expect(said({ kind: 'there' })).toBe('45.1 °C: it is there');
  expect(said({ kind: 'plateau', minutes: 12 })).toBe('45.1 °C, on a plateau for 12 min: no time yet');
  expect(said({ kind: 'levels-off' })).toBe('45.1 °C, levels off short of 54 °C: no time');
  expect(said({ kind: 'too-early' })).toBe('45.1 °C: no time yet');
});

it('takes a curve of the contract as the core has it', () => {
  const span = {
    piece: 'K4',
    device: 'Logger',
    channel: 1,
    where: 'core' as const,
    from: '2026-11-26T16:00:00.000Z',
    to: null,
  };
  const curve = curveOf({ ...span, seconds: [0, 10.5], mean: [20, 21], least: [19, 20], most: [21, 22] });
  expect(curve).toMatchObject(span);
  expect(curve.points.map(({ at }) => at - Date.parse(span.from))).toEqual([0, 10_500]);
  expect(curve.points[1]).toMatchObject({ mean: 21, least: 20, most: 22 });
});
