import { ticksOf, type Chart, type DotChart, type MapChart, type ShareChart } from './chart';
import { letterRuns } from './letters';
import { methodLook } from './look';
import { mapLayout } from './map';
import { padPath } from './pad';

/** Measures in points: the drawing is as wide as a page between its margins. */
const WIDTH = 510;
const NAMES = 150;
const NOTES = 62;
const LINE_HEIGHT = 12;
const SIZE = 9.5;
/** Mean width of a letter, in sizes: names are broken by it. */
const LETTER = 0.52;
const [INK, QUIET, LINE, PAPER] = ['#12312F', '#3D5A55', '#CBD8D1', '#FBFCFA'];
/** From far too little over just right to far too much; the middle is the calm one. */
const SHARES = ['#d9a441', '#ecd6ab', '#a9cbbf', '#d8c8dd', '#b58fc0'];

/** A drawing with its height, since paper must know how much room it takes. */
export interface Drawing {
  svg: string;
  width: number;
  height: number;
}

/**
 * A chart as a drawing of lines and letters, which stays sharp at any size and whose text can be selected.
 *
 * @example
 * svgOf({ kind: 'shares', id: 'a', title: 'A', status: 'explored', parts: [], rows: [] }).width
 * // 510
 */
export function svgOf(chart: Chart): Drawing {
  const { body, height } = bodyOf(chart);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}" height="${height}" role="img" aria-label="${escaped(chart.title)}">${body.join('')}</svg>`;
  return { svg, width: WIDTH, height };
}

function bodyOf(chart: Chart): { body: string[]; height: number } {
  switch (chart.kind) {
    case 'dots':
      return dotsOf(chart);
    case 'shares':
      return sharesOf(chart);
    case 'map':
      return mapOf(chart);
  }
}

/** The layout is made for a screen, and drawn smaller here; names keep their size. */
function mapOf(chart: MapChart): { body: string[]; height: number } {
  const { width, height, points, ellipses, arrows, labels, isNumbered } = mapLayout(chart);
  const scale = WIDTH / width;
  const [middle, across] = [(height * scale) / 2, WIDTH / 2];
  const keys = flowed(
    isNumbered
      ? chart.methods.map(({ name, place }, at) => ({
          name: `${at + 1} ${name}`,
          mark: (x: number, y: number) => padAt(place, x, y, 4.6),
        }))
      : [],
    height * scale + 4,
  );
  const caption = broken(chart.caption, WIDTH, 4);
  const below = height * scale + 4 + keys.height;
  const body = [
    line([0, middle, WIDTH, middle], LINE, 0.7),
    line([across, 4, across, height * scale - 4], LINE, 0.7),
    ...ellipses.map(
      ({ x, y, rx, ry, degrees, colour }) =>
        `<ellipse rx="${(rx * scale).toFixed(1)}" ry="${(ry * scale).toFixed(1)}" transform="translate(${(x * scale).toFixed(1)} ${(y * scale).toFixed(1)}) rotate(${degrees.toFixed(1)})" fill="${colour}" fill-opacity="0.12" stroke="${colour}" stroke-opacity="0.6" stroke-width="0.8"/>`,
    ),
    ...arrows.map(({ x, y }) => line([across, middle, x * scale, y * scale], QUIET, 0.9)),
    ...arrows.map(
      ({ x, y }) => `<circle cx="${(x * scale).toFixed(1)}" cy="${(y * scale).toFixed(1)}" r="1.8" fill="${QUIET}"/>`,
    ),
    ...points.map(({ x, y, place }) => padAt(place, x * scale, y * scale, 5.4)),
    ...labels.map(({ x, y, text, isMethod }) =>
      said(text, within(x * scale, text), y * scale, { anchor: 'middle', colour: isMethod ? INK : QUIET }),
    ),
    ...keys.body,
    ...caption.map((text, at) => said(text, 0, below + (at + 1) * LINE_HEIGHT, { colour: QUIET })),
  ];
  return { body, height: below + (caption.length + 1) * LINE_HEIGHT };
}

/** The middle of a text that is to stay on the drawing. */
function within(x: number, text: string): number {
  const half = (text.length * SIZE * LETTER) / 2;
  return Math.min(WIDTH - half, Math.max(half, x));
}

function dotsOf({ rows, domain, marks, legend, unit }: DotChart): { body: string[]; height: number } {
  const keys = legendOf(legend);
  const above = keys.height + (marks.length > 0 ? LINE_HEIGHT + 2 : 4);
  const isCrowded = legend.length > 0;
  const heights = rows.map(({ name }) => Math.max(22, broken(name, NAMES - 8).length * LINE_HEIGHT + 6));
  const below = above + heights.reduce((sum, one) => sum + one, 0);
  const x = (value: number): number =>
    NAMES + ((value - domain[0]) / (domain[1] - domain[0])) * (WIDTH - NAMES - NOTES);
  const body = [
    ...keys.body,
    ...ticksOf(domain).flatMap((tick) => [
      line([x(tick), above, x(tick), below], LINE, 0.5),
      said(plain(tick), x(tick), below + LINE_HEIGHT, { anchor: 'middle', colour: QUIET }),
    ]),
    said(unit, (NAMES + WIDTH - NOTES) / 2, below + 2 * LINE_HEIGHT + 1, { anchor: 'middle', colour: QUIET }),
    ...marks.flatMap(({ at, name }) => [
      line([x(at), above - 2, x(at), below], QUIET, 1, '3 3'),
      said(name, x(at), above - 5, { anchor: 'middle', colour: QUIET }),
    ]),
  ];
  let top = above;
  rows.forEach(({ name, dots, note }, at) => {
    const middle = top + heights[at] / 2;
    body.push(...nameAt(name, middle));
    if (isCrowded && dots.length > 1) {
      const places = dots.map((dot) => x(dot.at));
      body.push(line([Math.min(...places), middle, Math.max(...places), middle], LINE, 1.5));
    }
    for (const { place, interval } of dots)
      if (interval) body.push(line([x(interval[0]), middle, x(interval[1]), middle], colourOf(place), 5, '', 0.4));
    for (const dot of dots) body.push(padAt(dot.place, x(dot.at), middle, isCrowded ? 4.6 : 5.4));
    body.push(said(note, WIDTH - NOTES + 10, middle + 3.3, { colour: QUIET }));
    top += heights[at];
  });
  return { body, height: below + 2 * LINE_HEIGHT + 6 };
}

function sharesOf({ parts, rows }: ShareChart): { body: string[]; height: number } {
  const room = WIDTH - NAMES - NOTES;
  const heights = rows.map(({ name }) => Math.max(22, broken(name, NAMES - 8).length * LINE_HEIGHT + 6));
  const body: string[] = [];
  let top = 4;
  rows.forEach(({ name, counts, note }, at) => {
    const middle = top + heights[at] / 2;
    const all = counts.reduce((sum, count) => sum + count, 0);
    body.push(...nameAt(name, middle));
    let left = NAMES;
    counts.forEach((count, part) => {
      const width = (room * count) / Math.max(1, all);
      if (count > 0) {
        body.push(
          `<rect x="${left.toFixed(1)}" y="${(middle - 8).toFixed(1)}" width="${width.toFixed(1)}" height="16" fill="${SHARES[part]}"/>`,
          said(String(count), left + width / 2, middle + 3.3, { anchor: 'middle', colour: INK }),
        );
      }
      left += width;
    });
    body.push(said(note, WIDTH - NOTES + 10, middle + 3.3, { colour: QUIET }));
    top += heights[at];
  });
  const keys = flowed(
    parts.map((name, part) => ({
      name,
      mark: (x: number, y: number) => `<rect x="${x - 4}" y="${y - 4}" width="8" height="8" fill="${SHARES[part]}"/>`,
    })),
    top + 6,
  );
  return { body: [...body, ...keys.body], height: top + 6 + keys.height };
}

const legendOf = (legend: DotChart['legend']): { body: string[]; height: number } =>
  flowed(
    legend.map(({ place, name }) => ({ name, mark: (x: number, y: number) => padAt(place, x, y, 4.6) })),
    0,
  );

interface KeyEntry {
  name: string;
  mark: (x: number, y: number) => string;
}

/** Marks with their names, one after the other and on as many lines as it takes. */
function flowed(entries: readonly KeyEntry[], top: number): { body: string[]; height: number } {
  const body: string[] = [];
  let [x, row] = [0, 0];
  for (const { name, mark } of entries) {
    const [first] = broken(name, WIDTH - 40);
    const width = 18 + first.length * SIZE * LETTER + 12;
    if (x > 0 && x + width > WIDTH) [x, row] = [0, row + 1];
    const y = top + row * 14 + 8;
    body.push(mark(x + 6, y), said(first, x + 15, y + 3.3, { colour: INK }));
    x += width;
  }
  return { body, height: entries.length > 0 ? (row + 1) * 14 + 4 : 0 };
}

/** Names on a few lines, the last cut where there is more. */
function broken(name: string, room: number, mostLines = 3): string[] {
  const most = Math.floor(room / (SIZE * LETTER));
  const lines: string[] = [];
  for (const word of name.split(/\s+/)) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  const short = lines.slice(0, mostLines).map((text) => (text.length > most ? `${text.slice(0, most - 1)}…` : text));
  if (lines.length > mostLines) short[mostLines - 1] = `${short[mostLines - 1].slice(0, most - 1)}…`;
  return short;
}

function nameAt(name: string, middle: number): string[] {
  const lines = broken(name, NAMES - 8);
  const first = middle + 3.3 - ((lines.length - 1) * LINE_HEIGHT) / 2;
  return lines.map((text, at) => said(text, 0, first + at * LINE_HEIGHT, { colour: INK }));
}

/** A pad in its method's colour, with its notch: neither alone has to tell them apart. */
function padAt(place: number | null, x: number, y: number, radius: number): string {
  if (place === null) return `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="${radius}" fill="${INK}"/>`;
  const { colour, notch } = methodLook(place);
  const scale = (radius / 48).toFixed(4);
  return `<g transform="translate(${x.toFixed(1)} ${y.toFixed(1)}) scale(${scale})"><path d="${deepPad(notch)}" fill="${colour}" stroke="${PAPER}" stroke-width="8"/></g>`;
}

/** Small pads carry no digits, so that their notch may reach the middle. */
const deepPad = (notch: number): string => padPath(notch).replace(/L [^Z]*Z/, 'L 0 0 Z');

const colourOf = (place: number | null): string => (place === null ? QUIET : methodLook(place).colour);

function line([x1, y1, x2, y2]: number[], colour: string, width: number, dash = '', opacity = 1): string {
  const at = `x1="${x1.toFixed(1)}" y1="${y1.toFixed(1)}" x2="${x2.toFixed(1)}" y2="${y2.toFixed(1)}"`;
  return `<line ${at} stroke="${colour}" stroke-width="${width}" stroke-opacity="${opacity}"${dash && ` stroke-dasharray="${dash}"`}/>`;
}

function said(text: string, x: number, y: number, look: { anchor?: 'middle'; colour: string }): string {
  if (text === '') return '';
  const parts = letterRuns(text).map(
    (run) => `<tspan font-family="${familyOf(run.isMore)}">${escaped(run.text)}</tspan>`,
  );
  return `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" font-size="${SIZE}" fill="${look.colour}"${look.anchor ? ' text-anchor="middle"' : ''}>${parts.join('')}</text>`;
}

/** Paper knows the faces by the first name, everything else by the second. */
const familyOf = (isMore: boolean): string =>
  `${isMore ? 'TextMore' : 'Text'}, 'Atkinson Hyperlegible Next', sans-serif`;

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const plain = (value: number): string => String(value).replace('-', '−');
