/**
 * What departed from the plan, as the record shows it: caveats that are proposed before anyone has to
 * remember them.
 *
 * Use it to propose, not to decide: a departure may not matter, and much that matters is in no record.
 *
 * Common practice in what is held against what, no source. Without a stated tolerance a temperature counts from
 * one degree off, a mass from five percent.
 *
 * @example
 * proposalsOf({ steps: [], chains: new Map(), waits: [], constants: [] }, kitchenState([])) // []
 */
import type { ChainStep, CheckId, Constant } from '../../tasting';
import { minutesText } from '../chain';
import { doseOf } from '../dose';
import { chainName, stepsOfPieces, type PlannedStep } from './actions';
import { coreAt, type Curve } from './curves';
import { pieceOf, stepOf, type KitchenState } from './state';
import { toleranceOf } from './tolerance';
import { unlikeOthers } from './unlike';

export interface Proposal {
  /** The same for the same departure, so that it is settled once. */
  id: string;
  text: string;
  pieces: string[];
}

export interface Planned {
  steps: readonly PlannedStep[];
  chains: ReadonlyMap<string, ChainStep>;
  waits: readonly { piece: string; step: string; most: number }[];
  constants: readonly Pick<Constant, 'name' | 'tolerance'>[];
  /** Of probes that were in pieces. */
  curves?: readonly Curve[];
}

/** Degrees, and percent of a dose, that nobody has stated a tolerance for. */
const USUAL = { celsius: 1, dose: 5 };

/** Departures that nobody has settled yet, in the order of the sheet. */
export function proposalsOf(day: Planned, state: KitchenState): Proposal[] {
  const planned: Indexed = {
    ...day,
    own: stepsOfPieces(day.steps),
    longest: new Map(day.waits.map(({ piece, step, most }) => [`${piece} ${step}`, most])),
  };
  const found = [
    ...planned.steps.flatMap((step) => [...ofChecks(step, state), ...ofStep(step, planned, state)]),
    ...ofUnlike(planned, state),
    ...ofRedone(state),
    ...ofGates(planned, state),
  ];
  return found.filter(({ id }) => !state.settled.has(id));
}

/** The same, found by piece and step: there may be thousands. */
interface Indexed extends Planned {
  own: ReadonlyMap<string, readonly PlannedStep[]>;
  longest: ReadonlyMap<string, number>;
}

const tag = (piece: string): string => `Piece ${piece}`;

function ofStep(step: PlannedStep, planned: Indexed, state: KitchenState): Proposal[] {
  const { piece, method, name } = step;
  const chain = planned.chains.get(chainName(method, step.step));
  const { startedAt, doneAt, skipped } = stepOf(state, piece, step.step);
  const proposal = (kind: string, text: string): Proposal => ({
    id: `${kind} ${piece} ${step.step}`,
    text,
    pieces: [piece],
  });
  if (skipped !== null) return [proposal('skipped', `${tag(piece)}: “${name}” was left out (${skipped})`)];
  if (startedAt === null || doneAt === null || !chain) return [];
  const took = (Date.parse(doneAt) - Date.parse(startedAt)) / 60_000;
  const waited = waitedAfter(step, planned, state);
  const most = planned.longest.get(`${piece} ${step.step}`) ?? Infinity;
  return [
    ...durations(chain, took).map((text) => proposal('time', `${tag(piece)}: “${name}” ${text}`)),
    ...(waited !== null && waited > most + SLACK_MINUTES
      ? [
          proposal(
            'wait',
            `${tag(piece)} waited ${minutesText(Math.round(waited))} after “${name}”, ${minutesText(Math.round(waited - most))} longer than it may`,
          ),
        ]
      : []),
    ...endPoint(step, chain, planned, state).map((text) => proposal('end', `${tag(piece)} ${text}`)),
    ...doses(chain, piece, state).map((text) => proposal('dose', `${tag(piece)}: ${text}`)),
  ];
}

/** What was looked at in a long stage, and was not as it should be. */
function ofChecks({ piece, step, name }: PlannedStep, state: KitchenState): Proposal[] {
  const { checked } = stepOf(state, piece, step);
  return Object.entries(UNLIKE).flatMap(([check, text]): Proposal[] => {
    const isUnlike = checked.some((one) => one.check === check && !one.isSo);
    return isUnlike
      ? [{ id: `${check} ${piece} ${step}`, text: `${tag(piece)} ${text} in “${name}”`, pieces: [piece] }]
      : [];
  });
}

/** A piece that is not thawed through yet departs from nothing: it is looked at again. */
const UNLIKE: Partial<Record<CheckId, string>> = {
  cold: 'was above 5 °C',
  'cool-water': 'lay in water that was too warm or stood',
  turned: 'was not turned, or not covered,',
};

/** Taps are never to the second. */
const SLACK_MINUTES = 0.5;

/** A step that is ended by a temperature takes as long as it takes. */
function durations({ minutes: { least, most }, until }: ChainStep, took: number): string[] {
  if (until?.celsius !== undefined) return [];
  if (most !== undefined && took > most + SLACK_MINUTES)
    return [`took ${minutesText(Math.round(took))}, at most ${minutesText(most)} were planned`];
  if (least !== undefined && took < least - SLACK_MINUTES)
    return [`took ${minutesText(Math.round(took))}, at least ${minutesText(least)} were planned`];
  return [];
}

/** Minutes from the end of a step to the start of the next; null while the next has not begun. */
function waitedAfter(step: PlannedStep, planned: Indexed, state: KitchenState): number | null {
  const own = planned.own.get(step.piece) ?? [];
  const next = own[own.findIndex((one) => one.step === step.step) + 1];
  const begun = next && stepOf(state, next.piece, next.step).startedAt;
  const { doneAt } = stepOf(state, step.piece, step.step);
  return begun && doneAt ? (Date.parse(begun) - Date.parse(doneAt)) / 60_000 : null;
}

/** The highest temperature that was measured by hand in or after a step, and of its probe as it ended, against the one that ends it: what a rest adds is meant to be. */
function endPoint(
  step: PlannedStep,
  { until }: ChainStep,
  { constants, curves = [] }: Planned,
  state: KitchenState,
): string[] {
  const { startedAt, doneAt } = stepOf(state, step.piece, step.step);
  const target = until?.celsius;
  if (target === undefined || startedAt === null) return [];
  const measured = pieceOf(state, step.piece)
    .celsius.filter(({ at }) => at >= startedAt)
    .map(({ value }) => value);
  const ended = coreAt(curves, step.piece, Date.parse(doneAt ?? ''));
  if (ended !== null) measured.push(ended);
  if (measured.length === 0) return [];
  const apart = Math.max(...measured) - target;
  const allowed = endPointTolerance(constants);
  if (Math.abs(apart) <= allowed + 1e-9) return [];
  const by = `${Math.round(Math.abs(apart) * 10) / 10} °C`;
  return [apart > 0 ? `overshot ${target} °C by ${by}` : `ended ${by} short of ${target} °C`];
}

function doses({ doses: planned }: ChainStep, piece: string, state: KitchenState): string[] {
  const { doses: given, grams } = pieceOf(state, piece);
  const [raw] = grams;
  if (!raw) return [];
  return planned.flatMap((dose) => {
    const last = given.filter(({ value }) => value.name === dose.name).at(-1);
    const wanted = doseOf(dose, raw.value).grams;
    const isOff = last && Math.abs(last.value.grams / wanted - 1) > USUAL.dose / 100;
    return isOff ? [`${last.value.grams} g of ${dose.name} in place of ${Math.round(wanted * 10) / 10} g`] : [];
  });
}

/** Pieces that are unlike the others in what is held constant. */
function ofUnlike(planned: Indexed, state: KitchenState): Proposal[] {
  const pieces = piecesOf(planned);
  return unlikeOthers(pieces, planned.constants, state).map(({ id, piece, text }) => ({
    ...{ id, text: `${tag(piece)} ${text}`, pieces: [piece] },
  }));
}

/** Each piece of the sheet, with the steps of its method. */
const piecesOf = ({ own, chains }: Indexed): { tag: string; method: string; chain: ChainStep[] }[] =>
  [...own].map(([piece, steps]) => ({
    tag: piece,
    method: steps[0].method,
    chain: steps.flatMap(({ method, step }) => chains.get(chainName(method, step)) ?? []),
  }));

/** A piece that was cooked in the place of another came later than it should have. */
const ofRedone = ({ redone }: KitchenState): Proposal[] =>
  [...redone].map(([piece, as]) => ({
    ...{ id: `redone ${piece}`, text: `${tag(as)} was cooked later, in place of ${piece}`, pieces: [as] },
  }));

/** One for all pieces of a decision: a reason may cover a batch. */
function ofGates({ steps }: Planned, state: KitchenState): Proposal[] {
  const known = new Set([...state.settled.keys()].filter((id) => id.startsWith(GATE)).flatMap((id) => id.split(' ')));
  const batches = new Map<string, string[]>();
  for (const piece of new Set(steps.map((step) => step.piece))) {
    const { gate } = pieceOf(state, piece);
    if (!gate || gate.decision === 'passed' || known.has(piece)) continue;
    const how = gate.decision === 'withdrawn' ? 'withdrawn' : `served anyway, as ${gate.by} decided`;
    const name = `${how}: ${gate.because}`;
    batches.set(name, [...(batches.get(name) ?? []), piece]);
  }
  return [...batches].map(([how, pieces]): Proposal => {
    const one = pieces.length === 1;
    const verb = how.startsWith('withdrawn') ? (one ? 'was' : 'were') : one ? 'is' : 'are';
    return {
      id: `${GATE}${pieces.join(' ')}`,
      text: `${one ? 'Piece' : 'Pieces'} ${pieces.join(', ')} ${verb} ${how}`,
      pieces,
    };
  });
}

const GATE = 'gate ';

/** What was stated of an end point, where it is in degrees; else what is usual. */
function endPointTolerance(constants: Planned['constants']): number {
  const stated = constants.filter(({ name }) => /end point/i.test(name)).map(({ tolerance }) => toleranceOf(tolerance));
  return stated.find((one) => one?.unit === '°C')?.by ?? USUAL.celsius;
}
