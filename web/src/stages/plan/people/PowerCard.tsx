import { MOST_PIECES } from '@jacana/core/bundle';
import { isOfMethods, leastPieces } from '@jacana/core/design';
import { powerSource, type SizedPlan } from '@jacana/core/planned';
import { isOfTwoSamples, seeksSimilarity } from '@jacana/core/questions';
import { rulesOut } from '@jacana/core/simulate';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { useDrafting } from '../../../drafting/draft';
import { sizeInWords, sizedPlan, timesIn100 } from '../../../calculations/sizedPlan';
import { useCalculated } from '../../../calculations/useCalculated';
import { Card } from '../../../ui/Card';
import { enoughPeople, powerCurve, type PowerCurve } from './powerCurve';

/** What this many people and pieces can find, live as the sliders move. */
export function PowerCard() {
  const { design } = useDrafting();
  const plan = sizedPlan(design);
  const panelists = design.panel.length;
  const isAsked = panelists > 0 && plan.methods.length > 1;
  const { value: curve, isBusy } = useCalculated<PowerCurve>(
    isAsked ? JSON.stringify([plan, panelists]) : null,
    (calculator, tell) => powerCurve(calculator, plan, panelists, tell),
  );
  if (!isAsked || !curve?.here)
    return (
      <Card title="Power">
        <p className="text-quiet">
          {isAsked ? 'FollowUpRules…' : 'Once there are two methods and some people, this shows what they can find.'}
        </p>
      </Card>
    );
  const enough = enoughPeople(curve);
  return (
    <Card
      title={`${whoFinds(panelists, plan)} ${sizeInWords(plan)} ${timesIn100(curve.here.power)}`}
      aside={isBusy ? 'computing…' : powerSource(plan)}
    >
      <Curve curve={curve} panelists={panelists} />
      <ul className="mt-2 space-y-1">
        {curve.smallest !== null && <li>{smallestText(plan, curve.smallest)}</li>}
        {enough !== null && (
          <li>
            From {enough} people on, this is {rulesOut(plan) ? 'shown' : 'found'} 8 times in 10.
          </li>
        )}
        {enough === null && !isBusy && <MorePieces curve={curve} plan={plan} />}
        <Pieces plan={plan} />
      </ul>
    </Card>
  );
}

/** Where what is found hangs on pieces, more people do not make more of them. */
function MorePieces({ curve, plan }: { curve: PowerCurve; plan: SizedPlan }) {
  if (!isOfMethods(plan) || curve.points.length === 0) return null;
  return (
    <li>
      Even {curve.points.at(-1)?.panelists} people do not {rulesOut(plan) ? 'show' : 'find'} it 8 times in 10 with{' '}
      {plan.piecesPerMethod} pieces of each: more pieces help more than more people.
    </li>
  );
}

function whoFinds(panelists: number, plan: SizedPlan): string {
  const verb = rulesOut(plan) ? 'show' : 'find';
  return panelists === 1 ? `1 person ${verb}s` : `${panelists} people ${verb}`;
}

function smallestText(plan: SizedPlan, smallest: number): string {
  if (seeksSimilarity(plan))
    return `The least that is ruled out 8 times in 10, when nobody can: ${Math.ceil(smallest * 100)} % of people who can tell.`;
  const size = isOfTwoSamples(plan.test)
    ? `${Math.ceil(smallest * 100)} % of people who can`
    : `${smallest.toFixed(1)} points`;
  return `The least that is found 8 times in 10: ${size}.`;
}

/** Bites are not pieces: what may be claimed of methods hangs on how many were cooked. */
function Pieces({ plan }: { plan: SizedPlan }) {
  const { piecesPerMethod: pieces, takenAlike } = plan;
  if (takenAlike !== '') return <li>About the methods, if pieces cooked alike taste alike, as is assumed.</li>;
  if (pieces === 1)
    return (
      <li>About these pieces. One piece a method: a difference may be the piece’s, and is none of the methods.</li>
    );
  if (isOfMethods(plan)) return <li>About the methods: the {pieces} pieces of each are what is counted.</li>;
  const least = leastPieces(plan);
  return (
    <li>
      About these pieces.{' '}
      {least > MOST_PIECES
        ? 'No number of pieces that a kitchen can cook makes this test one of the methods.'
        : `For a claim about the methods this test takes ${least} of each, better more, so that groups of people share none.`}
    </li>
  );
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;

function Curve({ curve, panelists }: { curve: PowerCurve; panelists: number }) {
  return (
    <figure aria-label="Power by panel size" className="h-56">
      <ResponsiveContainer width="100%" height="100%">
        <LineChart
          data={curve.points}
          margin={{ top: 14, right: 58, bottom: 18, left: -14 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--color-line)" vertical={false} />
          <XAxis
            dataKey="panelists"
            type="number"
            domain={[0, 'dataMax']}
            tick={{ fontSize: 12, fill: 'var(--color-quiet)' }}
            label={{ value: 'people', position: 'insideBottom', offset: -8, fontSize: 12, fill: 'var(--color-quiet)' }}
          />
          <YAxis
            domain={[0, 1]}
            ticks={[0, 0.2, 0.4, 0.6, 0.8, 1]}
            tickFormatter={percent}
            tick={{ fontSize: 12, fill: 'var(--color-quiet)' }}
          />
          <Tooltip
            formatter={(value, name) => [percent(Number(value)), String(name)]}
            labelFormatter={(size) => `${Number(size)} people`}
            isAnimationActive={false}
          />
          <ReferenceLine y={0.8} stroke="var(--color-quiet)" strokeDasharray="4 4" />
          <Line
            name="power"
            dataKey="power"
            stroke="#1B6E6A"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
            label={endLabel(curve.points.length, 'power', '#1B6E6A')}
          />
          {curve.here && (
            <ReferenceDot
              x={panelists}
              y={curve.here.power}
              r={6}
              fill="var(--color-look)"
              stroke="var(--color-ink)"
              strokeWidth={2}
            />
          )}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}

/** Names a line at its end, in place of a legend. */
function endLabel(count: number, text: string, fill: string) {
  return function EndLabel({ index, x, y }: { index?: number; x?: number | string; y?: number | string }) {
    if (index !== count - 1) return <g />;
    return (
      <text x={Number(x) + 6} y={Number(y) + 4} fontSize={12} fill={fill}>
        {text}
      </text>
    );
  };
}
