import { decimal, list } from '../format';
import type { Reading } from '../answers';
import { meanInterval, type MeanWithInterval } from '../inference';
import {
  chainOf,
  cookLossOf,
  coreAt,
  credibleCurves,
  curvesOf,
  endOfHeat,
  highestOf,
  kitchenState,
  measuresOf,
  pieceOf,
  piecesNow,
  type KitchenState,
  type MethodMeasures,
  type PieceNow,
} from '../kitchen';
import {
  dash,
  nameIn,
  nothing,
  number,
  text,
  type Block,
  type SectionRecord,
  type SectionContext,
} from '../presentation';

/** One piece as it was cooked, and how it was liked. */
export interface CookedPiece extends Omit<PieceNow, 'lot' | 'block'> {
  /** Seats that were served from it. */
  seats: number[];
  /** Mean of the liking that it got, 1 to 9, and of how many answers; null where liking was not asked. */
  liking: { mean: number; answers: number } | null;
  /** Share of the mass. */
  cookLoss: number | null;
  /** Of the core, °C, as the last heat ended, and warmest. */
  ended: number | null;
  highest: number | null;
  gate: { decision: string; because: string; by: string } | null;
  /** What its method's steps are called. */
  chain: { id: string; name: string }[];
}

/** What the kitchen measured, beside how it was liked. Methods differ in much besides: it explains nothing by itself. */
export interface KitchenFinding {
  /** In the order of the tasting. */
  methods: (Omit<MethodMeasures, 'method'> & {
    method: string;
    liking: number | null;
    /** Minutes from the last heat to the seat: over pieces, of each the mean over its trays. */
    toSeat: MeanWithInterval | null;
  })[];
  pieces: CookedPiece[];
}

/** @returns null where the kitchen wrote nothing down */
export function kitchenFinding(reading: Reading): KitchenFinding | null {
  const { bundle } = reading;
  const { tasting, records, readings } = bundle;
  if (records.kitchen.length === 0) return null;
  const state = kitchenState(records.kitchen);
  const pieces = piecesNow(bundle.pieces, state);
  const chains = new Map(tasting.methods.map((method) => [method.id, chainOf(method)]));
  const ofPiece = new Map(pieces.map(({ tag, method }) => [tag, chains.get(method) ?? []]));
  const { product } = tasting;
  const curves = credibleCurves(curvesOf(readings, state.probes), state, { chains: ofPiece, product });
  const cooked = pieces
    .filter(({ standing }) => standing === 'stands')
    .map(({ tag, method }) => ({ tag, method, chain: chains.get(method) ?? [] }));
  const measures = new Map(measuresOf(cooked, state, curves).map((one) => [one.method, one]));
  const [seats, scores] = [seatsOf(reading), scoresOf(reading)];
  const waits = waitsOf(reading, ({ tag, method }) => endOfHeat({ tag, chain: chains.get(method) ?? [] }, state));
  const likings = (own: readonly PieceNow[]): number[] => own.flatMap(({ tag }) => scores.get(tag) ?? []);
  return {
    methods: tasting.methods.flatMap(({ id }) => {
      const measured = measures.get(id);
      if (!measured) return [];
      const all = likings(pieces.filter(({ method }) => method === id));
      const toSeat = pieces.filter(({ method }) => method === id).flatMap(({ tag }) => waits.get(tag) ?? []);
      return [
        {
          ...{ ...measured, method: id, liking: all.length > 0 ? meanOf(all) : null },
          toSeat: toSeat.length > 0 ? meanInterval(toSeat, ALPHA, [0, Infinity]) : null,
        },
      ];
    }),
    pieces: pieces.map(({ lot: _lot, block: _block, ...piece }) => {
      const own = scores.get(piece.tag) ?? [];
      return {
        ...piece,
        seats: seats.get(piece.tag) ?? [],
        liking: own.length > 0 ? { mean: meanOf(own), answers: own.length } : null,
        chain: (chains.get(piece.method) ?? []).map(({ id, name }) => ({ id, name })),
        ...measured({ ...piece, chain: chains.get(piece.method) ?? [] }, state, curves),
      };
    }),
  };
}

const ALPHA = 0.05;
const meanOf = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;

function measured(
  piece: { tag: string; method: string; chain: ReturnType<typeof chainOf> },
  state: KitchenState,
  curves: ReturnType<typeof curvesOf>,
) {
  const now = pieceOf(state, piece.tag);
  const end = endOfHeat(piece, state);
  return {
    cookLoss: cookLossOf(now),
    ended: end === null ? null : coreAt(curves, piece.tag, end),
    highest: highestOf(piece, state, curves),
    gate: now.gate && { decision: now.gate.decision, because: now.gate.because, by: now.gate.by },
  };
}

/** Minutes from the heat to the seat, by piece: what is carried goes on waiting. Where nobody wrote down a tray, there is none. */
function waitsOf(
  { portions }: Reading,
  endOf: (piece: Pick<PieceNow, 'tag' | 'method'>) => number | null,
): Map<string, number> {
  const waits = new Map<string, number[]>();
  for (const { tag, method, servedAt, eaten, absent } of portions) {
    const end = servedAt !== null && eaten && !absent ? endOf({ tag, method }) : null;
    if (end === null || servedAt === null) continue;
    waits.set(tag, [...(waits.get(tag) ?? []), (Date.parse(servedAt) - end) / 60_000]);
  }
  return new Map([...waits].map(([tag, own]) => [tag, meanOf(own)]));
}

function seatsOf({ portions }: Reading): Map<string, number[]> {
  const seats = new Map<string, Set<number>>();
  for (const { tag, seat, eaten, absent } of portions)
    if (eaten && !absent) seats.set(tag, (seats.get(tag) ?? new Set()).add(seat));
  return new Map([...seats].map(([tag, own]) => [tag, [...own].sort((a, b) => a - b)]));
}

/** The likings that each piece got. */
function scoresOf({ bundle, sets }: Reading): Map<string, number[]> {
  const items = new Set(bundle.tasting.ballot.items.filter(({ kind }) => kind === 'liking').map(({ id }) => id));
  const scores = new Map<string, number[]>();
  for (const { samples, answers } of sets)
    for (const { code, piece } of samples)
      for (const answer of answers)
        if (answer.kind === 'score' && answer.code === code && items.has(answer.item))
          scores.set(piece, [...(scores.get(piece) ?? []), answer.score]);
  return scores;
}

/** What was decided at the gate beyond passing, a line for each reason, and what was cooked again. */
export function gateLines({ pieces }: KitchenFinding): string[] {
  const batches = new Map<string, string[]>();
  for (const { tag, gate } of pieces) {
    if (!gate || gate.decision === 'passed') continue;
    const how =
      gate.decision === 'withdrawn'
        ? `withdrawn by ${gate.by}: ${gate.because}.`
        : `served anyway, as ${gate.by} decided: ${gate.because}.`;
    batches.set(how, [...(batches.get(how) ?? []), tag]);
  }
  return [
    ...[...batches].map(([how, tags]) => `${list(tags)} ${tags.length === 1 ? 'was' : 'were'} ${how}`),
    ...pieces.flatMap(({ tag, insteadOf }) =>
      insteadOf === null ? [] : [`${tag} was cooked in place of ${insteadOf}.`],
    ),
  ];
}

export const kitchenSection: SectionRecord<KitchenFinding> = {
  why: {
    how: 'Means over pieces of what the kitchen weighed and measured, with intervals of 95 % from Student’s t: the piece is the unit.',
    source: 'any textbook, such as Lawless & Heymann, Sensory Evaluation of Food, appendix I',
  },
  lines: kitchenLines,
  blocks: (kitchen, context) => [kitchenTable(kitchen, nameIn(context)), ...gateLines(kitchen).map(text)],
  charts: nothing,
};

/** What the kitchen measured, by method. */
function kitchenLines(kitchen: KitchenFinding, context: SectionContext): string[] {
  const line = (parts: readonly (string | null)[]): string => parts.filter((part) => part !== null).join(', ');
  return [
    'Measured in the kitchen (means over pieces):',
    ...kitchen.methods.map(({ method, cookLoss, ended, highest, heated, held, toSeat }) => {
      const said = line([
        cookLoss && `${dash(100 * cookLoss.mean, 1)} % lost`,
        ended && `core ${dash(ended.mean, 1)} °C at the end`,
        highest && `highest ${dash(highest.mean, 1)} °C`,
        heated && `${dash(heated.mean, 0)} min in the heat`,
        held && `${dash(held.mean, 0)} min to the plate`,
        toSeat && `${dash(toSeat.mean, 0)} min to the seat`,
      ]);
      return `  ${nameIn(context)(method)}: ${said || 'nothing'}`;
    }),
    ...gateLines(kitchen),
  ];
}

/** What the kitchen measured, pieces as the unit, beside liking. */
function kitchenTable({ methods }: KitchenFinding, nameOf: (id: string) => string): Block {
  const said = (found: MeanWithInterval | null, times = 1): string => {
    if (found === null) return '';
    const [low, high] = found.interval ?? [null, null];
    const mean = decimal(times * found.mean, 1);
    return low === null || high === null ? mean : `${mean} (${decimal(times * low, 1)} to ${decimal(times * high, 1)})`;
  };
  return {
    kind: 'table',
    above: 'Measured in the kitchen: means over pieces, with intervals of 95 %, beside mean liking',
    columns: [
      { name: 'Method', isWide: true },
      ...[
        'Liking',
        'Mass lost, %',
        'Core at the end, °C',
        'Highest, °C',
        'In the heat, min',
        'Then held, min',
        'To the seat, min',
      ].map(number),
    ],
    rows: methods.map(({ method, liking, cookLoss, ended, highest, heated, held, toSeat }) => [
      nameOf(method),
      liking === null ? '' : decimal(liking, 1),
      said(cookLoss, 100),
      ...[ended, highest, heated, held, toSeat].map((one) => said(one)),
    ]),
  };
}
