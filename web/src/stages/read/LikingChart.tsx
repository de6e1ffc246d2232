import type { Findings } from '@jacana/core/findings';
import { CartesianGrid, ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { Card } from '../../ui/Card';
import { bestFirst, type ShownMethod } from './order';

const ROW = 62;

interface Dot {
  x: number;
  y: number;
  colour: string;
  isMean: boolean;
}

/** Every liking score, with the mean and its interval. Described, not tested. */
export function LikingChart({ found }: { found: Findings }) {
  const methods = bestFirst(found).filter((method) => method.liking);
  const rowOf = new Map(methods.map((method, at) => [method.place, methods.length - at - 0.5]));
  const dots = methods.flatMap((method) => scoreDots(found, method, rowOf.get(method.place) ?? 0));
  const means = methods.map((method): Dot => ({
    x: method.liking?.mean ?? 0,
    y: rowOf.get(method.place) ?? 0,
    colour: method.look.colour,
    isMean: true,
  }));
  const best = [...methods].sort((a, b) => (b.liking?.mean ?? 0) - (a.liking?.mean ?? 0))[0];
  return (
    <Card
      title={`${best.name} has the highest mean liking, ${best.liking?.mean.toFixed(1)} of 9`}
      aside="described, not tested"
    >
      <div className="grid grid-cols-[9.5rem_minmax(0,1fr)]">
        <div>
          {methods.map((method) => (
            <p
              key={method.id}
              className="flex flex-col justify-center border-t border-line/70 pr-2 leading-tight"
              style={{ height: ROW }}
            >
              <strong className="line-clamp-1">{method.name}</strong>
              <span className="text-sm text-quiet">
                mean {method.liking?.mean.toFixed(2)}
                {method.liking?.interval &&
                  `, ${method.liking.interval[0].toFixed(1)} to ${method.liking.interval[1].toFixed(1)}`}
              </span>
            </p>
          ))}
        </div>
        <ResponsiveContainer width="100%" height={ROW * methods.length + 28}>
          <ScatterChart margin={{ top: 0, right: 28, bottom: 0, left: 32 }} accessibilityLayer={false}>
            <CartesianGrid horizontal={false} stroke="var(--color-line)" strokeOpacity={0.6} />
            <XAxis
              type="number"
              dataKey="x"
              domain={[1, 9]}
              ticks={[1, 2, 3, 4, 5, 6, 7, 8, 9]}
              tickLine={false}
              axisLine={false}
              tick={{ fill: 'var(--color-quiet)', fontSize: 13 }}
              tickFormatter={scaleEnd}
              height={28}
              interval={0}
            />
            <YAxis type="number" dataKey="y" domain={[0, methods.length]} hide />
            {methods.slice(1).map((method, at) => (
              <ReferenceLine
                key={method.id}
                y={methods.length - at - 1}
                stroke="var(--color-line)"
                strokeOpacity={0.7}
              />
            ))}
            {methods.map(
              (method) =>
                method.liking?.interval && (
                  <ReferenceLine
                    key={method.id}
                    segment={segment(method.liking.interval, rowOf.get(method.place) ?? 0)}
                    stroke={method.look.colour}
                    strokeWidth={8}
                    strokeOpacity={0.35}
                    strokeLinecap="round"
                  />
                ),
            )}
            <Scatter
              data={[...dots, ...means]}
              isAnimationActive={false}
              shape={(props: unknown) => <ScoreMark {...(props as { cx: number; cy: number; payload: Dot })} />}
            />
          </ScatterChart>
        </ResponsiveContainer>
      </div>
    </Card>
  );
}

const segment = ([low, high]: [number, number], y: number): [{ x: number; y: number }, { x: number; y: number }] => [
  { x: low, y },
  { x: high, y },
];

const scaleEnd = (score: number): string => (score === 1 ? '1 dislike' : score === 9 ? '9 like' : String(score));

/** Equal scores stand above each other, centred on the row. */
function scoreDots({ tasters }: Findings, method: ShownMethod, row: number): Dot[] {
  const counts = new Map<number, number>();
  const scores = tasters.flatMap((taster) => taster.liking[method.place] ?? []);
  const totals = new Map<number, number>();
  scores.forEach((score) => totals.set(score, (totals.get(score) ?? 0) + 1));
  const gap = Math.min(0.12, 0.8 / Math.max(1, ...totals.values()));
  return scores.map((score) => {
    const number = counts.get(score) ?? 0;
    counts.set(score, number + 1);
    return {
      x: score,
      y: row + (number - ((totals.get(score) ?? 1) - 1) / 2) * gap,
      colour: method.look.colour,
      isMean: false,
    };
  });
}

function ScoreMark({ cx, cy, payload }: { cx: number; cy: number; payload: Dot }) {
  if (payload.isMean)
    return <circle cx={cx} cy={cy} r={6.5} fill={payload.colour} stroke="var(--color-paper)" strokeWidth={2} />;
  return <circle cx={cx} cy={cy} r={2.8} fill={payload.colour} fillOpacity={0.6} />;
}
