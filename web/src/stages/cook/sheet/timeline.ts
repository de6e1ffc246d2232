import { isTogether } from '@jacana/core/kitchen';
import type { RangeInput, RunSheetView, SheetStepView } from '../../../client/api.generated';

/** Steps that are one thing to do, as a bar in the row of a place or a cook. */
export interface Bar {
  key: string;
  name: string;
  text: string;
  method: string;
  pieces: string[];
  start: number;
  end: number;
  handsUntil: number;
  /** Until when the pieces wait after it; the end where they do not. */
  waits: number;
}

export interface Row {
  name: string;
  /** Bars that are on at once stand in lines of their own. */
  lines: Bar[][];
}

/** A row for each place that something is cooked on. */
export function rowsOfPlaces(sheet: RunSheetView, { equipment }: Pick<RangeInput, 'equipment'>): Row[] {
  return equipment.flatMap(({ name, places }) =>
    Array.from({ length: places }, (_, at) => at + 1).flatMap((place): Row[] => {
      const own = sheet.steps.filter((step) => step.equipment === name && step.place === place);
      return own.length > 0
        ? [{ name: places > 1 ? `${name} ${place}` : name, lines: inLines(barsOf(own, sheet, 'place')) }]
        : [];
    }),
  );
}

/** A row for each cook. */
export function rowsOfCooks(sheet: RunSheetView, { cooks }: Pick<RangeInput, 'cooks'>): Row[] {
  return cooks.flatMap((name): Row[] => {
    const own = sheet.steps.filter((step) => step.hands === name);
    // Whoever only starts something is free again at once, whatever it waits for.
    const bars = barsOf(own, sheet, 'cook').map((bar) => ({ ...bar, end: bar.handsUntil, waits: bar.handsUntil }));
    return own.length > 0 ? [{ name, lines: inLines(bars) }] : [];
  });
}

/** @param by what a row stands for: of a place the pieces in it, of a cook all that are done at once */
function barsOf(steps: readonly SheetStepView[], { waits }: RunSheetView, by: 'place' | 'cook'): Bar[] {
  const bars: (Bar & { of: SheetStepView })[] = [];
  for (const step of steps) {
    const known = bars.find(
      ({ of }) => isTogether(numbered(of), numbered(step)) && (by === 'cook' || of.place === step.place),
    );
    const wait = waits.find((one) => one.piece === step.piece && one.step === step.step)?.minutes ?? 0;
    const end = Date.parse(step.end);
    if (known) {
      known.pieces.push(step.piece);
      known.waits = Math.max(known.waits, end + wait * 60_000);
    } else
      bars.push({
        ...{ key: `${step.piece} ${step.step}`, name: step.name, text: step.text, method: step.method, of: step },
        ...{
          pieces: [step.piece],
          start: Date.parse(step.start),
          end,
          handsUntil: Date.parse(step.handsUntil ?? step.end),
          waits: end + wait * 60_000,
        },
      });
  }
  return bars.map(({ of: _of, ...bar }) => bar);
}

const numbered = ({ method, step, start }: SheetStepView) => ({ method, step, start: Date.parse(start) });

/** As few lines as it takes for no bar to lie on another. */
function inLines(bars: readonly Bar[]): Bar[][] {
  const lines: Bar[][] = [];
  for (const bar of [...bars].sort((a, b) => a.start - b.start)) {
    const free = lines.find((line) => line[line.length - 1].waits <= bar.start);
    if (free) free.push(bar);
    else lines.push([bar]);
  }
  return lines;
}

/** What is shown: the hours before the last serving of a day. What began earlier is cut off, and named in the list. */
export interface Span {
  from: number;
  to: number;
  /** Round times, for the lines. */
  ticks: number[];
}

const MOST_HOURS = 5;
const HOUR = 3_600_000;

export function spanOf(steps: readonly SheetStepView[], served: readonly number[]): Span {
  const last = Math.max(0, ...steps.map(({ end }) => Date.parse(end)));
  // Flights that no piece is made for are not waited for.
  const to = Math.min(...served.filter((time) => time >= last), Math.max(...served, last));
  const begun = steps.map(({ start }) => Date.parse(start)).filter((start) => start >= to - MOST_HOURS * HOUR);
  const from = Math.min(...begun, to - HOUR / 2);
  const every = [5, 10, 15, 30, 60].map((minutes) => minutes * 60_000).find((step) => (to - from) / step <= 10) ?? HOUR;
  const first = Math.ceil(from / every) * every;
  return {
    from,
    to,
    ticks: Array.from({ length: Math.floor((to - first) / every) + 1 }, (_, turn) => first + turn * every),
  };
}
