/**
 * How the kitchen stands: folded from its log, the same on every device, on the server and in the
 * findings.
 *
 * Use it for what was done and measured, not for what should have been: that is the chain and the sheet.
 *
 * Common practice, no source.
 *
 * @example
 * kitchenState([]).pieces.size // 0
 */
import { fold } from '../../log';
import type { CheckId, GateDecision, KitchenEntry, ProbePlace } from '../../tasting';

/** One step of one piece, as far as it has come; times are ISO 8601, by the device that it was tapped on. */
export interface StepState {
  startedAt: string | null;
  doneAt: string | null;
  skipped: string | null;
  /** When it was turned, stirred and so on. */
  acted: string[];
  /** What was looked at in it, and whether it was as it should be. */
  checked: { check: CheckId; isSo: boolean; at: string }[];
}

export interface Measured<Value> {
  at: string;
  value: Value;
}

export interface PieceState {
  steps: Map<string, StepState>;
  grams: Measured<number>[];
  celsius: Measured<number>[];
  millimetres: Measured<number>[];
  doses: Measured<{ name: string; grams: number }>[];
  notes: Measured<string>[];
  /** Ids of entries that have a picture. */
  photos: Measured<string>[];
  gate: { decision: GateDecision; because: string; at: string; by: string } | null;
}

/** A probe that is, or was, in a piece; times are ISO 8601. */
export interface ProbeSpan {
  piece: string;
  device: string;
  channel: number;
  where: ProbePlace;
  from: string;
  /** Null while it is in. */
  to: string | null;
}

export interface KitchenState {
  pieces: Map<string, PieceState>;
  /** Which probe was in which piece when, in the order in which they were put in. */
  probes: ProbeSpan[];
  /** Pieces that another was cooked in place of, and its tag. */
  redone: Map<string, string>;
  /** Proposals that were settled, and whether the caveat was noted. */
  settled: Map<string, boolean>;
}

export const NOTHING_DONE: StepState = { startedAt: null, doneAt: null, skipped: null, acted: [], checked: [] };

const untouched = (): PieceState => ({
  ...{ steps: new Map(), grams: [], celsius: [], millimetres: [], doses: [], notes: [], photos: [], gate: null },
});

export const pieceOf = ({ pieces }: KitchenState, tag: string): PieceState => pieces.get(tag) ?? untouched();

export const stepOf = (state: KitchenState, tag: string, step: string): StepState =>
  pieceOf(state, tag).steps.get(step) ?? NOTHING_DONE;

/** Whether a step is over, one way or the other. */
export const isOver = ({ doneAt, skipped }: StepState): boolean => doneAt !== null || skipped !== null;

/** Share of the mass that a piece has lost between the first and the last weighing; null with fewer than two. */
export function cookLossOf({ grams }: Pick<PieceState, 'grams'>): number | null {
  const [first, last] = [grams[0], grams[grams.length - 1]];
  return grams.length < 2 ? null : 1 - last.value / first.value;
}

type Body = Exclude<KitchenEntry['body'], { kind: 'undone' }>;
type Facts = Pick<KitchenEntry, 'id' | 'at' | 'by'>;
type Reducers = {
  [Kind in Body['kind']]: (state: KitchenState, body: Extract<Body, { kind: Kind }>, facts: Facts) => void;
};

const doing = (state: KitchenState, body: Doing, { at }: Facts): void => {
  for (const tag of body.pieces) withStep(own(state, tag), body, at);
};
const measuring = (state: KitchenState, body: Measuring, { at }: Facts): void =>
  measure(own(state, body.piece), body, at);

/** What each kind of entry changes. The fold begins anew each time, so nobody else holds the state. */
const REDUCERS: Reducers = {
  started: doing,
  done: doing,
  skipped: doing,
  acted: doing,
  checked: doing,
  mass: measuring,
  temperature: measuring,
  thickness: measuring,
  dose: measuring,
  replanned: () => undefined,
  settled: (state, { proposal, noted }) => void state.settled.set(proposal, noted),
  noted: (state, { pieces, text }, { at }) => {
    for (const tag of pieces) own(state, tag).notes.push({ at, value: text });
  },
  photo: (state, { piece }, { id, at }) => void own(state, piece).photos.push({ at, value: id }),
  probed: (state, { piece, device, channel, where }, { at }) => {
    takeOut(state, at, (probe) => probe.device === device && probe.channel === channel);
    state.probes.push({ piece, device, channel, where, from: at, to: null });
    own(state, piece);
  },
  unprobed: (state, { device, channel }, { at }) =>
    takeOut(state, at, (probe) => probe.device === device && probe.channel === channel),
  gate: (state, { piece, decision, because }, { at, by }) => {
    // What was decided on is no longer cooked: a probe that is forgotten in it measures the table.
    takeOut(state, at, (probe) => probe.piece === piece);
    own(state, piece).gate = { decision, because, at, by };
  },
  redone: (state, { piece, as }, { at }) => {
    takeOut(state, at, (probe) => probe.piece === piece);
    own(state, piece);
    own(state, as);
    state.redone.set(piece, as);
  },
};

export function kitchenState(entries: readonly KitchenEntry[]): KitchenState {
  const start: KitchenState = { pieces: new Map(), probes: [], redone: new Map(), settled: new Map() };
  return fold<KitchenState, KitchenEntry['body']>(entries, start, (state, { body, ...facts }) => {
    (REDUCERS[body.kind] as (state: KitchenState, body: Body, facts: Facts) => void)(state, body, facts);
    return state;
  });
}

function takeOut({ probes }: KitchenState, at: string, isIt: (probe: ProbeSpan) => boolean): void {
  for (const probe of probes) if (probe.to === null && isIt(probe)) probe.to = at;
}

/** The piece's own state, which is made by the first entry about it. */
function own({ pieces }: KitchenState, tag: string): PieceState {
  const known = pieces.get(tag);
  if (known) return known;
  const piece = untouched();
  pieces.set(tag, piece);
  return piece;
}

type Doing = Extract<KitchenEntry['body'], { kind: 'started' | 'done' | 'skipped' | 'acted' | 'checked' }>;

function withStep({ steps }: PieceState, body: Doing, at: string): void {
  const before = steps.get(body.step) ?? NOTHING_DONE;
  const changed: Record<Doing['kind'], Partial<StepState>> = {
    // Two tablets may both say that it was started: the first one counts.
    started: { startedAt: before.startedAt ?? at },
    done: { doneAt: before.doneAt ?? at, startedAt: before.startedAt ?? at },
    skipped: { skipped: body.kind === 'skipped' ? body.because : null },
    acted: { acted: [...before.acted, at] },
    checked: {
      checked:
        body.kind === 'checked' ? [...before.checked, { check: body.check, isSo: body.isSo, at }] : before.checked,
    },
  };
  steps.set(body.step, { ...before, ...changed[body.kind] });
}

type Measuring = Extract<KitchenEntry['body'], { kind: 'mass' | 'temperature' | 'thickness' | 'dose' }>;

function measure(piece: PieceState, body: Measuring, at: string): void {
  if (body.kind === 'mass') piece.grams.push({ at, value: body.grams });
  if (body.kind === 'temperature') piece.celsius.push({ at, value: body.celsius });
  if (body.kind === 'thickness') piece.millimetres.push({ at, value: body.millimetres });
  if (body.kind === 'dose') piece.doses.push({ at, value: { name: body.name, grams: body.grams } });
}
