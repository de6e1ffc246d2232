import { ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { methodLook } from '@jacana/core/charts';
import { MethodName } from './MethodName';

const ROW = 44;
/** Room for the names of marks above, and for the axis below. */
const [NAMES, BELOW] = [26, 28];

/** One estimate with what it may as well be. */
export interface IntervalRow {
  /** Place of the method in the tasting. */
  place: number;
  name: string;
  isLeading: boolean;
  middle: number;
  interval: [number, number];
}

/** A value that the intervals are held against. */
export interface Mark {
  at: number;
  name: string;
  isLimit?: boolean;
}

interface IntervalChartProps {
  rows: readonly IntervalRow[];
  marks?: readonly Mark[];
  /** Ends of the axis. */
  domain: [number, number];
  unit: string;
}

/** Estimates with their intervals, one a line, against the values that matter. */
export function IntervalChart({ rows, marks = [], domain, unit }: IntervalChartProps) {
  const above = marks.length > 0 ? NAMES : 0;
  const heightOf = (at: number): number => rows.length - at - 0.5;
  return (
    <figure
      className="grid grid-cols-[7.5rem_minmax(0,1fr)] sm:grid-cols-[11rem_minmax(0,1fr)]"
      aria-label={`Intervals in ${unit}`}
    >
      <div style={{ paddingTop: above }}>
        {rows.map((row) => (
          <p key={row.place} className="flex items-center pr-2" style={{ height: ROW }}>
            <MethodName at={row.place} name={row.name} isLeading={row.isLeading} />
          </p>
        ))}
      </div>
      <ResponsiveContainer width="100%" height={ROW * rows.length + above + BELOW}>
        <ScatterChart margin={{ top: above, right: 32, bottom: 0, left: 16 }} accessibilityLayer={false}>
          <XAxis
            type="number"
            dataKey="x"
            domain={domain}
            ticks={ticksOf(domain)}
            interval="preserveStartEnd"
            minTickGap={6}
            tickLine={false}
            axisLine={{ stroke: 'var(--color-line)' }}
            tick={{ fill: 'var(--color-quiet)', fontSize: 13 }}
            height={BELOW}
          />
          <YAxis type="number" dataKey="y" domain={[0, rows.length]} hide />
          {marks.map(({ at, name, isLimit }) => (
            <ReferenceLine
              key={name}
              x={at}
              stroke={isLimit ? 'var(--color-chestnut)' : 'var(--color-quiet)'}
              strokeWidth={isLimit ? 2 : 1}
              strokeDasharray={isLimit ? undefined : '4 4'}
              label={{ value: name, position: 'top', fontSize: 13, fill: 'var(--color-quiet)' }}
            />
          ))}
          {rows.map(({ place, interval: [low, high] }, at) => (
            <ReferenceLine
              key={place}
              segment={[
                { x: low, y: heightOf(at) },
                { x: high, y: heightOf(at) },
              ]}
              stroke={methodLook(place).colour}
              strokeWidth={8}
              strokeOpacity={0.4}
              strokeLinecap="round"
            />
          ))}
          <Scatter
            data={rows.map(({ place, middle }, at) => ({ x: middle, y: heightOf(at), fill: methodLook(place).colour }))}
            isAnimationActive={false}
            shape={(props: unknown) => <Middle {...(props as { cx: number; cy: number; fill: string })} />}
          />
        </ScatterChart>
      </ResponsiveContainer>
    </figure>
  );
}

/** Round numbers, some nine of them at most. */
function ticksOf([low, high]: [number, number]): number[] {
  const step = [0.5, 1, 2, 5].find((size) => (high - low) / size <= 8) ?? 10;
  const first = Math.ceil(low / step) * step;
  return Array.from({ length: Math.floor((high - first) / step) + 1 }, (_, at) => first + at * step);
}

function Middle({ cx, cy, fill }: { cx: number; cy: number; fill: string }) {
  return <circle cx={cx} cy={cy} r={6.5} fill={fill} stroke="var(--color-paper)" strokeWidth={2} />;
}
