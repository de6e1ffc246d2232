/**
 * Places and cooks given out by lot, once it is settled what starts when.
 *
 * Which place of an oven a piece gets is part of what is compared, so nobody chooses it: of the places that
 * are free, a method gets one that it had least often so far, over all flights and days; which of those, the lot
 * from the plan's seed says, anew for each piece.
 *
 * Use it on steps whose starts fit, not to find starts.
 *
 * Source: colouring of intervals in the order of starting, which never needs more colours than are in
 * use at once (interval graphs, Golumbic 1980).
 *
 * @example
 * givenOut([], { jobs: [], appliances: [], cooks: 1, seed: '1' }) // []
 */
import { randomStream, type RandomStream } from '../../numeric';
import { handsOf, type Appliance, type Placed, type Problem, type Task } from './model';

/** A step with its start, and the appliance that it is done in. */
export type Started = Omit<Placed, 'place' | 'cook'> & { task: Task };

/** The same steps with a place and a cook each, in the order of starting. */
export function givenOut(started: readonly Started[], { appliances, cooks, seed }: Problem): Placed[] {
  const random = randomStream(seed, 'places');
  const inOrder = [...started].sort((a, b) => a.start - b.start || (a.piece < b.piece ? -1 : 1));
  const cookOf = cooksFor(inOrder, cooks);
  const placeOf = new Map(appliances.flatMap((appliance) => [...placesIn(appliance, inOrder, random)]));
  return inOrder.map(({ task: _task, ...step }) => ({
    ...step,
    place: placeOf.get(stepName(step)) ?? null,
    cook: cookOf.get(stepName(step)) ?? null,
  }));
}

const stepName = ({ piece, step }: Pick<Placed, 'piece' | 'step'>): string => `${piece} ${step}`;
const groupName = ({ method, step, start }: Pick<Placed, 'method' | 'step' | 'start'>): string =>
  `${method} ${step} ${start}`;

/** Whoever is free, rather the one who had the method before. */
function cooksFor(inOrder: readonly Started[], cooks: number): Map<string, number> {
  const busyUntil = new Array<number>(cooks).fill(-Infinity);
  const [ofGroup, ofMethod, ofStep] = [new Map<string, number>(), new Map<string, number>(), new Map<string, number>()];
  for (const step of inOrder) {
    const hands = handsOf(step.task);
    if (hands === 0) continue;
    const known = ofGroup.get(groupName(step));
    const before = ofMethod.get(step.method);
    const free = busyUntil.flatMap((until, cook) => (until <= step.start ? [cook] : []));
    const { begun, told } = step.task;
    const rather = [told?.cook, before].find((one) => one !== undefined && one !== null && free.includes(one));
    const cook = begun?.cook ?? known ?? rather ?? free[0];
    if (cook === undefined) continue;
    busyUntil[cook] = Math.max(busyUntil[cook], step.start + hands);
    ofGroup.set(groupName(step), cook);
    ofMethod.set(step.method, cook);
    ofStep.set(stepName(step), cook);
  }
  return ofStep;
}

/** By step, the place in one appliance. */
function placesIn(appliance: Appliance, inOrder: readonly Started[], random: RandomStream): Map<string, number> {
  const { id, places, perPlace, shared } = appliance;
  const held = Array.from({ length: places }, () => [] as Started[]);
  const found = new Map<string, number>();
  const hadBy = new Map<string, number[]>();
  for (const step of inOrder.filter((one) => one.appliance === id)) {
    const now = held.map((own) => own.filter(({ end }) => end > step.start));
    const fits = (own: readonly Started[]): boolean =>
      own.length < perPlace && (shared || own.every((one) => groupName(one) === groupName(step)));
    const isPot = (own: readonly Started[]): boolean => !shared && own.length > 0 && fits(own);
    const had = hadBy.get(step.method) ?? now.map(() => 0);
    hadBy.set(step.method, had);
    const lots = random.shuffled(now.map((_, at) => at)).sort((a, b) => had[a] - had[b]);
    const { begun, told } = step.task;
    const rather = [...(told?.place ? [told.place - 1] : []), ...lots];
    const at = begun?.place
      ? begun.place - 1
      : (rather.find((place) => isPot(now[place])) ?? rather.find((place) => fits(now[place])));
    if (at === undefined) continue;
    held[at].push(step);
    had[at]++;
    found.set(stepName(step), at + 1);
  }
  return found;
}
