import { pText } from '@jacana/core/format';
import type { RankingView } from '@jacana/core/findings';
import { CartesianGrid, ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { FindingCard } from './FindingCard';
import { Letters } from './Letters';
import { bestFirst, percent, type ShownMethod } from './order';

const ROW = 62;

interface Dot {
  x: number;
  y: number;
  colour: string;
  isMean: boolean;
}

/** Every liking score, with the model's mean and interval. */
export function LikingChart({ found }: { found: RankingView }) {
  const estimates = new Map(found.liking?.means.map((mean) => [mean.method, mean]));
  const methods = bestFirst(found).flatMap((method) => {
    const estimate = estimates.get(method.id);
    // Where the model could not be fitted, the plain mean stands in.
    const mean = estimate?.mean ?? method.liking?.mean;
    const interval = estimate ? estimate.interval : (method.liking?.interval ?? null);
    return mean === undefined ? [] : [{ ...method, mean, interval, letters: estimate?.letters ?? '' }];
  });
  const rowOf = new Map(methods.map((method, at) => [method.place, methods.length - at - 0.5]));
  const dots = methods.flatMap((method) => scoreDots(found, method, rowOf.get(method.place) ?? 0));
  const means = methods.map((method): Dot => ({
    x: method.mean,
    y: rowOf.get(method.place) ?? 0,
    colour: method.look.colour,
    isMean: true,
  }));
  const best = [...methods].sort((a, b) => b.mean - a.mean)[0];
  const test = found.liking?.test;
  // Only where pieces are seen to vary does the model hold methods against them.
  const hasPieces = found.liking?.variances.some(({ term, variance }) => term === 'piece' && variance > 0) ?? false;
  return (
    <FindingCard
      section="liking"
      title={`${best.name} has the highest mean liking, ${best.mean.toFixed(1)} of 9`}
      aside={
        test && test.test !== null
          ? `${test.p <= found.alpha ? (hasPieces ? 'methods differ' : 'these pieces differ') : 'no difference shown'}, p ${pText(test.p)}`
          : undefined
      }
    >
      <div className="grid grid-cols-[9.5rem_minmax(0,1fr)_2.5rem]">
        <div>
          {methods.map((method) => (
            <p
              key={method.id}
              className="flex flex-col justify-center border-t border-line/70 pr-2 leading-tight"
              style={{ height: ROW }}
            >
              <strong className="line-clamp-1">{method.name}</strong>
              <span className="text-sm text-quiet">
                mean {method.mean.toFixed(2)}
                {method.interval && `, ${method.interval[0].toFixed(1)} to ${method.interval[1].toFixed(1)}`}
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
                method.interval && (
                  <ReferenceLine
                    key={method.id}
                    segment={segment(method.interval, rowOf.get(method.place) ?? 0)}
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
        <Letters methods={methods} height={ROW} />
      </div>
      <p className="mt-2 text-sm text-quiet">
        One small dot is one score. Bars: {percent(1 - found.alpha)} confidence interval of the mean, panelists
        {hasPieces ? ' and pieces allowed for' : ' allowed for, and pieces not seen to vary'}. Methods that share a
        letter are not shown to differ in liking.
      </p>
    </FindingCard>
  );
}

const segment = ([low, high]: [number, number], y: number): [{ x: number; y: number }, { x: number; y: number }] => [
  { x: low, y },
  { x: high, y },
];

const scaleEnd = (score: number): string => (score === 1 ? '1 dislike' : score === 9 ? '9 like' : String(score));

/** Equal scores stand above each other, centred on the row. */
function scoreDots({ panelists }: RankingView, method: ShownMethod, row: number): Dot[] {
  const counts = new Map<number, number>();
  const scores = panelists.flatMap((panelist) => panelist.liking[method.place] ?? []);
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
