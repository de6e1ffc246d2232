import { type Tasting } from '../bundle';
import { randomStream, type RandomStream } from '../numeric';
import { isOfTwoSamples } from '../questions';
import { dealSequences, testSequences } from './sequences';
import { sittingOrders } from './sittingOrders';
import { servingOrders } from './williams';

/** One portion before it has a code: of which method, and under which of its codes. */
export interface Sample {
  /** Place of the method in the tasting. */
  method: number;
  copy: number;
}

/** Samples that are put side by side. */
export interface PlannedSet {
  /** Place of the zone in the tasting; null where pieces are not judged by zones. */
  zone: number | null;
  replicate: number;
  /** In serving order. */
  samples: Sample[];
}

/** What one panelist gets at one sitting. */
export interface PlannedSitting {
  /** Place of the panelist on the panel. */
  panelist: number;
  /** From 1. */
  sitting: number;
  /** Place of the method that is served first and does not count. */
  warmUp: number | null;
  sets: PlannedSet[];
}

/** What the serving of a tasting depends on. */
export type ServingDesign = Pick<Tasting, 'test' | 'methods' | 'panel' | 'service' | 'zones'>;

/** Whether every panelist tastes every method at each sitting. */
export const isComplete = ({ test, methods, service }: Pick<Tasting, 'test' | 'methods' | 'service'>): boolean =>
  isOfTwoSamples(test) || service.together >= methods.length;

/**
 * Who is served what in which order: complete Williams designs where everyone tastes
 * everything, incomplete blocks over the sittings where not, and the sets of the test where
 * it compares two samples. Zones come one after the other, in an order that half of the
 * panel has the other way round.
 *
 * @returns for each panelist in turn, one entry per sitting
 */
export function plannedSittings(design: ServingDesign, seed: string): PlannedSitting[] {
  const { panel, service, zones, methods } = design;
  const zoneList = zones.length > 0 ? zones.map((_, at) => at) : [null];
  const byZone = zoneList.map((zone) => setsOfZone(design, seed, zone));
  const random = randomStream(seed, 'warm-up');
  const warmUps = random.shuffled(panel.map((_, at) => at % methods.length));
  // What one sitting leaves over the next one takes up, and nobody begins with the same method twice in a row.
  const step = panel.length % methods.length || 1;
  const turned = random.shuffled(panel.map((_, at) => at % 2 === 1));
  return panel.flatMap((_, panelist) =>
    Array.from({ length: service.sittings }, (_unused, at) => {
      // Half of the panel begins with the last zone, and the halves change over at each sitting.
      const zonesInTurn = turned[panelist] === (at % 2 === 0) ? [...byZone].reverse() : byZone;
      return {
        panelist,
        sitting: at + 1,
        warmUp: service.warmUp ? (warmUps[panelist] + at * step) % methods.length : null,
        sets: zonesInTurn.flatMap((sets) => sets[panelist][at]),
      };
    }),
  );
}

/** `[panelist][sitting][replicate]` for one zone. */
function setsOfZone(design: ServingDesign, seed: string, zone: number | null): PlannedSet[][][] {
  const { test, service, panel, methods } = design;
  const random = randomStream(seed, zone === null ? 'orders' : `orders of zone ${zone}`);
  const { sittings, replicates } = service;
  const asSet = (samples: Sample[], replicate: number): PlannedSet => ({ zone, replicate, samples });
  if (isOfTwoSamples(test)) {
    const sequences = testSequences(
      test,
      methods.some((method) => method.reference),
    );
    const ofPlace = twoSamples(design);
    const dealt = dealSequences(sequences, panel.length, sittings * replicates, random);
    const most = mostCopies(sequences);
    return dealt.map((own) =>
      cut(own, sittings).map((sets) => sets.map((set, at) => asSet(copies(set, ofPlace, most, random), at))),
    );
  }
  const plain = (order: readonly number[]): Sample[] => order.map((method) => ({ method, copy: 0 }));
  if (isComplete(design)) {
    const orders = Array.from({ length: sittings * replicates }, () =>
      servingOrders(methods.length, panel.length, random),
    );
    return panel.map((_, who) =>
      cut(orders, sittings).map((own) => own.map((rows, at) => asSet(plain(rows[who]), at))),
    );
  }
  const plan = { samples: methods.length, panelists: panel.length, perPanelist: service.together, sittings };
  return sittingOrders(plan, random).map((own) =>
    own.map((order) =>
      Array.from({ length: replicates }, (_, at) => asSet(plain(at % 2 === 0 ? order : [...order].reverse()), at)),
    ),
  );
}

/** Which methods stand for 0 and 1 in the sequences: the reference, or the first, is 0. */
function twoSamples({ methods }: ServingDesign): [number, number] {
  const reference = Math.max(
    0,
    methods.findIndex((method) => method.reference),
  );
  return [reference, methods.findIndex((_, at) => at !== reference)];
}

/** How many portions of 0 and of 1 a set has at most. */
const mostCopies = (sequences: readonly (readonly (0 | 1)[])[]): [number, number] =>
  [0, 1].map((place) => Math.max(...sequences.map((row) => row.filter((one) => one === place).length))) as [
    number,
    number,
  ];

/**
 * Says which of a method's codes each portion of a set gets: at random, since a code that
 * always came before its twin would tell whoever reads the trays which samples are the same.
 */
function copies(
  sequence: readonly (0 | 1)[],
  methods: readonly [number, number],
  most: readonly [number, number],
  random: RandomStream,
): Sample[] {
  const left = most.map((count) => random.shuffled(Array.from({ length: count }, (_, copy) => copy)));
  return sequence.map((place) => ({ method: methods[place], copy: left[place].pop() as number }));
}

/** A list cut into as many equal parts. */
function cut<T>(list: readonly T[], parts: number): T[][] {
  const size = list.length / parts;
  return Array.from({ length: parts }, (_, at) => list.slice(at * size, (at + 1) * size));
}
