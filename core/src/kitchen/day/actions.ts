/**
 * What is to be done next, in the order in which it is due: from the run sheet, and from what was
 * tapped so far.
 *
 * Use it for the live screen, not to plan: an action that is late stays first until it is done or skipped.
 *
 * Common practice, no source.
 *
 * @example
 * actionsOf({ steps: [], pieces: new Map() }, kitchenState([])) // []
 */
import type { ChainStep } from '../../tasting';
import { checksOf, dueOf, type Check } from './checks';
import { isOver, stepOf, type KitchenState, type StepState } from './state';

/** A step of the sheet, as far as actions need it. */
export interface PlannedStep {
  piece: string;
  method: string;
  step: string;
  name: string;
  /** All that is said of it. */
  text: string;
  start: string;
  end: string;
  equipment: string | null;
  place: number | null;
  hands: string | null;
}

export interface Action {
  /** What it is: begin a step, do what is done again and again in it, look at something, or end it. */
  kind: 'start' | 'again' | 'check' | 'end';
  pieces: string[];
  method: string;
  step: string;
  name: string;
  text: string;
  /** When it is due, in milliseconds. */
  due: number;
  /** Where, by appliance and place; several places where pieces are spread. */
  where: string;
  hands: string | null;
  /** For 'again': what, such as "turn", and how many times it was done. */
  again: { what: string; done: number } | null;
  /** For 'check': what is asked. */
  check: Check | null;
  /** What it is written down for: one step, but where several methods lie in what is looked at once. */
  of: { pieces: string[]; step: string }[];
}

interface Planned {
  steps: readonly PlannedStep[];
  /** The chain step of each step id, by method and step. */
  pieces: ReadonlyMap<string, ChainStep>;
}

/** Pieces that are in one step together, with the place of each that has one. */
interface Group {
  of: PlannedStep;
  pieces: string[];
  places: Map<string, string>;
  now: StepState;
}

/** The places of some pieces, each once, in the order in which they are numbered. */
const whereOf = (places: ReadonlyMap<string, string>, pieces: readonly string[]): string =>
  [...new Set(pieces.flatMap((piece) => places.get(piece) ?? []))]
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
    .join(', ');

/** Under which a chain step is found. */
export const chainName = (method: string, step: string): string => `${method} ${step}`;

/**
 * Everything that can be done now or later, the earliest due first.
 *
 * @param byProbe when steps will be over as their probes show it, in milliseconds, by "piece step"
 */
export function actionsOf(
  { steps, pieces: chains }: Planned,
  state: KitchenState,
  byProbe: ReadonlyMap<string, number> = new Map(),
): Action[] {
  const groups = new Map<string, Group>();
  const own = stepsOfPieces(steps);
  for (const step of steps) {
    if (state.pieces.get(step.piece)?.gate?.decision === 'withdrawn') continue;
    const now = stepOf(state, step.piece, step.step);
    if (isOver(now) || !isReady(step, own.get(step.piece) ?? [], state)) continue;
    const name = [step.method, step.step, now.startedAt ?? `planned ${step.start}`].join(' ');
    const known = groups.get(name) ?? { of: step, pieces: [], places: new Map<string, string>(), now };
    known.pieces.push(step.piece);
    if (step.equipment) known.places.set(step.piece, `${step.equipment} ${step.place}`);
    groups.set(name, known);
  }
  const actions = [...groups.values()]
    .flatMap((group) => actionsOfGroup(group, chains.get(chainName(group.of.method, group.of.step)), byProbe))
    .sort((a, b) => a.due - b.due);
  return lookedAtOnce(actions, new Map(steps.map(({ piece, step, equipment }) => [`${piece} ${step}`, equipment])));
}

const AT_ONCE_MS = 30 * 60_000;

/** Whoever opens a refrigerator reads its thermometer for all that lies in it: one look, whatever the methods. */
function lookedAtOnce(actions: readonly Action[], inside: ReadonlyMap<string, string | null>): Action[] {
  const applianceOf = ({ pieces, step }: Action): string | null => inside.get(`${pieces[0]} ${step}`) ?? null;
  const looks = new Map<string, Action>();
  return actions.flatMap((action) => {
    const appliance = action.check?.id === 'cold' ? applianceOf(action) : null;
    if (appliance === null) return [action];
    const known = looks.get(appliance);
    if (known === undefined || action.due - known.due > AT_ONCE_MS) {
      const first = { ...action, pieces: [...action.pieces], of: [...action.of] };
      looks.set(appliance, first);
      return [first];
    }
    known.pieces.push(...action.pieces);
    known.of.push(...action.of);
    known.where = [...new Set([...known.where.split(', '), ...action.where.split(', ')])].join(', ');
    known.method = [...new Set([...known.method.split(', '), action.method])].join(', ');
    return [];
  });
}

/** The steps of each piece, in their order. */
export function stepsOfPieces(steps: readonly PlannedStep[]): Map<string, PlannedStep[]> {
  const pieces = new Map<string, PlannedStep[]>();
  for (const step of steps) {
    const own = pieces.get(step.piece) ?? [];
    own.push(step);
    pieces.set(step.piece, own);
  }
  for (const own of pieces.values()) own.sort((a, b) => (a.start < b.start ? -1 : 1));
  return pieces;
}

/** A step comes up once the one before it is over. */
function isReady(step: PlannedStep, own: readonly PlannedStep[], state: KitchenState): boolean {
  const before = own[own.findIndex(({ step: other }) => other === step.step) - 1];
  return before === undefined || isOver(stepOf(state, before.piece, before.step));
}

function actionsOfGroup(
  { of, pieces, places, now }: Group,
  chain: ChainStep | undefined,
  byProbe: ReadonlyMap<string, number>,
): Action[] {
  const { method, step, name, text, hands } = of;
  const action = (kind: Action['kind'], due: number, again: Action['again'] = null): Action => ({
    ...{ kind, pieces, method, step, name, text, due, where: whereOf(places, pieces), hands, again, check: null },
    of: [{ pieces, step }],
  });
  if (now.startedAt === null) return [action('start', Date.parse(of.start))];
  const started = Date.parse(now.startedAt);
  const long = Date.parse(of.end) - Date.parse(of.start);
  const end = (own: readonly string[], at: number): Action => ({
    ...action('end', at),
    ...{ pieces: [...own], where: whereOf(places, own), of: [{ pieces: [...own], step }] },
  });
  // What a probe ends is over piece by piece, whatever began together.
  const probed = pieces.filter((piece) => byProbe.has(`${piece} ${step}`));
  const others = pieces.filter((piece) => !probed.includes(piece));
  const ends = [
    ...probed.map((piece) => end([piece], byProbe.get(`${piece} ${step}`) as number)),
    ...(others.length > 0 ? [end(others, started + long)] : []),
  ];
  const last = Math.max(...ends.map(({ due }) => due));
  const seconds = chain?.every?.seconds;
  const checks = chain
    ? checksOf(chain).flatMap((check) => {
        const at = dueOf(check, now, last);
        return at === null ? [] : [{ ...action('check', at), check }];
      })
    : [];
  if (chain?.swaps && now.acted.length === 0) {
    const halfway = started + (last - started) / 2;
    return [action('again', halfway, { what: 'change places', done: 0 }), ...checks, ...ends];
  }
  if (!chain?.every || seconds === undefined) return [...checks, ...ends];
  const before = now.acted[now.acted.length - 1];
  const next = (before === undefined ? started : Date.parse(before)) + seconds * 1000;
  const again = { what: chain.every.what, done: now.acted.length };
  return [...(next < last ? [action('again', next, again)] : []), ...checks, ...ends];
}
