import type { Curve, ExpectedEnd } from '@jacana/core/kitchen';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { useDegrees } from '../shell/degrees';
import { clockText } from './clock';

interface CurveChartProps {
  curve: Curve;
  /** What ends the step that it is in, and when that is expected. */
  expected?: ExpectedEnd;
  height?: number;
}

/** Parts of the curve that are further apart are not joined: a gap stays a gap. */
const GAP_PARTS = 4;

/** One curve: what the probe showed, what it is to come to, and when that is expected. */
export function CurveChart({ curve, expected, height = 180 }: CurveChartProps) {
  const { shown, text } = useDegrees();
  const rows = rowsOf(curve, shown);
  if (rows.length === 0) return <p className="text-quiet">Nothing was measured yet.</p>;
  const [first, last] = [rows[0].at, rows[rows.length - 1].at];
  const end = expected?.end.kind === 'expected' ? expected.end : null;
  const soon = end && {
    from: last + end.interval[0] * 60_000,
    to: last + Math.min(end.interval[1] ?? end.minutes * 2, end.minutes * 3 + 5) * 60_000,
  };
  const target = expected && shown(expected.target);
  const inWords = `From ${text(curve.points[0].mean, 1)} at ${clockText(first)} to ${text(curve.points[curve.points.length - 1].mean, 1)} at ${clockText(last)}.`;
  return (
    <figure>
      <figcaption className="sr-only">{inWords}</figcaption>
      <div style={{ height }} aria-hidden>
        <ResponsiveContainer>
          <ComposedChart data={rows} margin={{ top: 8, right: 12, bottom: 0, left: -12 }}>
            <CartesianGrid vertical={false} stroke="var(--color-line)" />
            <XAxis
              dataKey="at"
              type="number"
              domain={[first, Math.max(last, soon?.to ?? last)]}
              tickFormatter={clockText}
              tickCount={4}
              minTickGap={40}
            />
            <YAxis domain={[lowest(rows), highest(rows, target)]} width={48} allowDecimals={false} />
            {soon && target !== undefined && (
              <ReferenceArea x1={soon.from} x2={soon.to} fill="var(--color-look)" fillOpacity={0.35} />
            )}
            {target !== undefined && expected && (
              <ReferenceLine
                y={target}
                stroke="var(--color-chestnut)"
                strokeDasharray="5 4"
                label={{ value: text(expected.target), position: 'insideTopLeft', fontSize: 13 }}
              />
            )}
            <Area
              dataKey="band"
              stroke="none"
              fill="var(--color-chestnut)"
              fillOpacity={0.25}
              isAnimationActive={false}
              connectNulls={false}
            />
            <Line
              dataKey="mean"
              stroke="var(--color-chestnut)"
              strokeWidth={2.5}
              dot={false}
              isAnimationActive={false}
              connectNulls={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

interface Row {
  at: number;
  mean: number | null;
  band: [number, number] | null;
}

function rowsOf({ points }: Curve, shown: (celsius: number) => number): Row[] {
  const usual = points.length > 2 ? (points[points.length - 1].at - points[0].at) / (points.length - 1) : Infinity;
  return points.flatMap(({ at, mean, least, most }, number): Row[] => {
    const row: Row = { at, mean: shown(mean), band: [shown(least), shown(most)] };
    const before = points[number - 1];
    return before && at - before.at > Math.max(GAP_PARTS * usual, 60_000)
      ? [{ at: (at + before.at) / 2, mean: null, band: null }, row]
      : [row];
  });
}

const TEN = 10;
const lowest = (rows: readonly Row[]): number =>
  TEN * Math.floor(Math.min(...rows.flatMap(({ band }) => band?.[0] ?? [])) / TEN);
const highest = (rows: readonly Row[], target = -Infinity): number =>
  TEN * Math.ceil((Math.max(target, ...rows.flatMap(({ band }) => band?.[1] ?? [])) + 2) / TEN);
