import type { RankingView } from '@jacana/core/findings';
import { Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { Pad } from '../ui/Pad';
import { FindingCard } from './FindingCard';
import { Letters } from './Letters';
import { bestFirst, percent, placeNames, type ShownMethod } from './order';

const ROW = 72;
/** Width of the sums and what is left free at either side, in pixels. */
const [SUMS, SUMS_EDGE] = [216, 14];
/** Beside names, sums and letters, a place takes at least so much, less where people are counted; more of them are scrolled. */
const [BESIDE_REM, PLACE_REM, COUNTED_REM] = [26, 3.5, 2.25];
/** Where more people are at one place, everybody is counted instead of drawn. */
const MOST_DOTS = 24;

/** Who put what where, and the rank sums with their intervals, row by row. */
export function RankChart({ found }: { found: RankingView }) {
  const methods = bestFirst(found);
  const samples = methods.length;
  const hasLetters = methods.some((method) => method.letters);
  if (found.panelists.length === 0) return null;
  const most = Math.max(...methods.flatMap((method) => placesOf(method, found).map(({ length }) => length)));
  const isCounted = most > MOST_DOTS;
  return (
    <FindingCard section="rank-sums" title={title(found, methods)}>
      <div className="overflow-x-auto">
        <div
          className="grid grid-cols-[9.5rem_minmax(0,1fr)_13.5rem_3rem]"
          style={{ minWidth: `${BESIDE_REM + (isCounted ? COUNTED_REM : PLACE_REM) * Math.max(5, samples)}rem` }}
        >
          <div
            className="col-start-2 grid text-sm text-quiet"
            style={{ gridTemplateColumns: `repeat(${samples}, minmax(0, 1fr))` }}
          >
            {placeNames(samples, found.word).map((name) => (
              <span key={name}>{name}</span>
            ))}
          </div>
          <span className="text-sm text-quiet">sum of ranks, lower is better</span>
          <span />
          <div className="col-span-4 grid grid-cols-subgrid">
            <div className="col-span-2 grid grid-cols-subgrid">
              {methods.map((method) => (
                <MethodRow
                  key={method.id}
                  method={method}
                  places={placesOf(method, found)}
                  most={isCounted ? most : null}
                />
              ))}
            </div>
            <RankSums methods={methods} found={found} />
            <Letters methods={methods} height={ROW} />
          </div>
        </div>
      </div>
      <p className="mt-2 text-sm text-quiet">
        {isCounted
          ? 'Numbers are panelists; the longer the bar, the more. '
          : `One dot is one panelist${found.panelists.some((panelist) => !panelist.blind) ? ', hollow if not blind' : ''}. `}
        {hasLetters &&
          `${found.verdict.about === 'pieces' ? 'Pieces of methods' : 'Methods'} that share a letter are not shown to differ.`}{' '}
        Bars: {percent(1 - found.alpha)} confidence interval of the sum.
      </p>
    </FindingCard>
  );
}

function title({ panelists }: RankingView, methods: ShownMethod[]): string {
  const best = methods[0];
  const first = panelists.filter((panelist) => panelist.ranks[best.place] < 2).length;
  const last = panelists.filter((panelist) => panelist.ranks[best.place] > methods.length - 1).length;
  return `${first} of ${panelists.length} put ${best.name} first; ${last === 0 ? 'nobody' : last} put it last`;
}

type Panelists = RankingView['panelists'];

/** Who put a method at each place. */
const placesOf = (method: ShownMethod, { methods, panelists }: RankingView): Panelists[] =>
  methods.map((_, at) => panelists.filter((panelist) => Math.floor(panelist.ranks[method.place]) === at + 1));

/** @param most people at one place, where they are counted */
function MethodRow({ method, places, most }: { method: ShownMethod; places: Panelists[]; most: number | null }) {
  return (
    <>
      <div className="flex items-center gap-2.5 border-t border-line/70 pr-2" style={{ height: ROW }}>
        <Pad size={34} colour={method.look.colour} notch={method.look.notch} />
        <span className="min-w-0 leading-tight">
          <strong className="line-clamp-2">{method.name}</strong>
          <span className="text-sm text-quiet">
            <span className="font-mono">{method.code}</span>
            {method.reference && ' · reference'}
          </span>
        </span>
      </div>
      <div
        className="grid items-center border-t border-line/70"
        style={{ gridTemplateColumns: `repeat(${places.length}, minmax(0, 1fr))`, height: ROW }}
      >
        {places.map((panelists, at) => (
          <span
            key={at}
            className={`flex flex-wrap content-center gap-0.5 ${most === null ? 'pr-2' : 'pr-1'}`}
            role="img"
            aria-label={`${panelists.length} panelists at place ${at + 1}`}
          >
            {most !== null && <Counted people={panelists.length} most={most} colour={method.look.colour} />}
            {(most === null ? panelists : []).map((panelist) => (
              <svg key={panelist.id} viewBox="0 0 10 10" className={panelists.length > 9 ? 'size-2' : 'size-2.5'}>
                <title>{`Seat ${panelist.seat}${panelist.blind ? '' : ', not blind'}`}</title>
                <circle
                  cx="5"
                  cy="5"
                  r={panelist.blind ? 4.6 : 3.9}
                  fill={panelist.blind ? method.look.colour : 'none'}
                  stroke={method.look.colour}
                  strokeWidth={panelist.blind ? 0 : 1.4}
                />
              </svg>
            ))}
          </span>
        ))}
      </div>
    </>
  );
}

function Counted({ people, most, colour }: { people: number; most: number; colour: string }) {
  return (
    <span className="w-full">
      <span className="block font-mono">{people}</span>
      <span className="block h-1.5 rounded-full" style={{ width: `${(100 * people) / most}%`, background: colour }} />
    </span>
  );
}

function RankSums({ methods, found }: { methods: ShownMethod[]; found: RankingView }) {
  const n = found.panelists.length;
  const rows = methods.map((method, at) => ({ ...method, x: method.rankSum ?? 0, y: methods.length - at - 0.5 }));
  return (
    <div className="relative [&_svg]:overflow-visible">
      {methods.map((method, at) => (
        <div
          key={method.id}
          className="absolute inset-x-0 border-t border-line/70"
          style={{ top: at * ROW }}
          aria-hidden
        />
      ))}
      <ScatterChart
        width={SUMS}
        height={ROW * methods.length}
        margin={{ top: 0, bottom: 0, left: SUMS_EDGE, right: SUMS_EDGE }}
        accessibilityLayer={false}
      >
        <XAxis type="number" dataKey="x" domain={[n, n * methods.length]} hide />
        <YAxis type="number" dataKey="y" domain={[0, methods.length]} hide />
        <Scatter
          data={rows}
          isAnimationActive={false}
          shape={(props: unknown) => <SumMark {...(props as SumMarkProps)} span={n * (methods.length - 1)} />}
        />
      </ScatterChart>
    </div>
  );
}

interface SumMarkProps {
  cx: number;
  cy: number;
  payload: ShownMethod;
  /** Width of the axis in rank sums. */
  span: number;
}

function SumMark({ cx, cy, payload, span }: SumMarkProps) {
  const { rankSum, rankSumInterval, look, name } = payload;
  const at = (sum: number): number => cx + ((sum - (rankSum ?? 0)) / span) * (SUMS - 2 * SUMS_EDGE);
  return (
    <g>
      <title>{`${name}: ${rankSum}`}</title>
      {rankSumInterval && (
        <line
          x1={at(rankSumInterval[0])}
          x2={at(rankSumInterval[1])}
          y1={cy}
          y2={cy}
          stroke={look.colour}
          strokeOpacity={0.4}
          strokeWidth={8}
          strokeLinecap="round"
        />
      )}
      <circle cx={cx} cy={cy} r={6.5} fill={look.colour} />
      <text x={cx} y={cy - 12} textAnchor="middle" className="fill-ink font-mono text-[13px] font-semibold">
        {rankSum}
      </text>
    </g>
  );
}
