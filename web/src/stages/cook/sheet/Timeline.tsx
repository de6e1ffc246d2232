import type { RangeInput, RunSheetView } from '../../../client/api.generated';
import { methodLook } from '@jacana/core/charts';
import { useNow } from '../../../ui/useNow';
import { clockText } from '../../../kitchen/clock';
import { rowsOfCooks, rowsOfPlaces, spanOf, type Bar, type Row, type Span } from './timeline';

interface TimelineProps {
  sheet: RunSheetView;
  range: RangeInput;
  /** Serving times of the day that is shown. */
  served: number[];
  /** Names of the methods, in their order. */
  methods: readonly string[];
}

/** What is where when, by place and by cook; everything leads to the serving line at the right. */
export function Timeline({ sheet, range, served, methods }: TimelineProps) {
  const now = useNow(30_000);
  const span = spanOf(sheet.steps, served);
  const left = (time: number): number => (100 * (time - span.from)) / (span.to - span.from);
  const colourOf = (method: string): string => methodLook(Math.max(0, methods.indexOf(method))).colour;
  const draw = (row: Row) => <TimelineRow key={row.name} row={row} span={span} left={left} colourOf={colourOf} />;
  return (
    <div className="overflow-x-auto">
      <div className="relative min-w-[44rem] pt-6 pr-6 pb-6">
        <div aria-hidden className="absolute inset-y-0 right-6 left-32">
          {span.ticks.map((tick) => (
            <span key={tick} className="absolute inset-y-6 border-l border-line" style={{ left: `${left(tick)}%` }}>
              <span className="absolute top-full -translate-x-1/2 font-mono text-xs text-quiet">{clockText(tick)}</span>
            </span>
          ))}
          {served
            .filter((time) => time <= span.to)
            .map((time) => (
              <span
                key={time}
                className="absolute inset-y-5 border-l-4 border-chestnut"
                style={{ left: `${left(time)}%` }}
              />
            ))}
          {now > span.from && now < span.to && <Now left={left(now)} />}
          <span className="absolute top-0 right-0 text-xs font-bold text-chestnut">on the plate</span>
        </div>
        {rowsOfPlaces(sheet, range).map(draw)}
        <p className="mt-2 text-xs text-quiet">Hands</p>
        {rowsOfCooks(sheet, range).map(draw)}
      </div>
    </div>
  );
}

/** A line at this moment. Its word keeps clear of "on the plate" at the right. */
function Now({ left }: { left: number }) {
  const place = left > 50 ? { right: `max(${100 - left}%, 5.75rem)` } : { left: `${left}%` };
  return (
    <>
      <span className="absolute inset-y-5 border-l border-dashed border-ink" style={{ left: `${left}%` }} />
      <span className="absolute top-0 pr-1 text-xs" style={place}>
        now
      </span>
    </>
  );
}

interface TimelineRowProps {
  row: Row;
  span: Span;
  left: (time: number) => number;
  colourOf: (method: string) => string;
}

function TimelineRow({ row, span, left, colourOf }: TimelineRowProps) {
  return (
    <div className="relative flex items-start py-0.5">
      <span className="w-32 shrink-0 pt-1 pr-2 text-sm font-bold">{row.name}</span>
      <span className="relative grow space-y-0.5">
        {row.lines.map((line) => (
          <span key={line[0].key} className="relative block h-7 overflow-hidden">
            {line
              .filter((bar) => bar.waits > span.from && bar.start < span.to)
              .map((bar) => (
                <BarView key={bar.key} bar={bar} span={span} left={left} colour={colourOf(bar.method)} />
              ))}
          </span>
        ))}
      </span>
    </div>
  );
}

function BarView({
  bar,
  span,
  left,
  colour,
}: {
  bar: Bar;
  span: Span;
  left: (time: number) => number;
  colour: string;
}) {
  const [from, end, until] = [bar.start, bar.end, bar.waits].map((time) =>
    left(Math.min(span.to, Math.max(span.from, time))),
  );
  const title = `${bar.pieces.join(', ')}: ${bar.text}, ${clockText(bar.start)} to ${clockText(bar.end)}`;
  return (
    <>
      <span
        title={title}
        className="absolute inset-y-0 overflow-hidden rounded border-l-4 px-1 font-mono text-sm leading-7 whitespace-nowrap"
        style={{
          ...{ left: `${from}%`, width: `${Math.max(0.4, end - from)}%`, borderColor: colour },
          background: `color-mix(in srgb, ${colour} 24%, #FBFCFA)`,
        }}
      >
        <span className="font-semibold">{bar.pieces.join(' ')}</span>{' '}
        <span className="font-sans text-xs">{bar.name}</span>
      </span>
      {until > end && (
        <span
          title={`waits ${Math.round((bar.waits - bar.end) / 60_000)} min`}
          className="absolute inset-y-0"
          style={{ left: `${end}%`, width: `${until - end}%`, background: WAVES }}
        />
      )}
    </>
  );
}

/** Small waves, as long as the wait. */
const WAVES = `center left / 12px 8px repeat-x url("data:image/svg+xml,${encodeURIComponent(
  '<svg xmlns="http://www.w3.org/2000/svg" width="12" height="8"><path d="M0 4 Q3 0 6 4 T12 4" fill="none" stroke="#3F83B5" stroke-width="1.5"/></svg>',
)}")`;
