import { keyStream, type RandomStream } from '../numeric';
import { isOfTwoSamples, type Sequence } from '../questions';
import { isComplete, type PlannedSet, type PlannedSitting, type Sample, type ServingDesign } from './servingDesign';
import { isInCombinations } from './sharing';
import { dealCodedSets, dealSequences, testSequences, type CodedPlace } from './sequences';
import { sittingOrders } from './sittingOrders';
import { servingOrders } from './williams';

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
  const random = keyStream(seed, 'warm-up');
  // Which methods are left over is drawn, so that the one served once more is nobody's in particular.
  const inTurn = random.shuffled(methods.map((_, at) => at));
  const warmUps = random.shuffled(panel.map((_, at) => at));
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
        warmUp: service.warmUp ? inTurn[(warmUps[panelist] + at * step) % methods.length] : null,
        sets: zonesInTurn.flatMap((sets) => sets[panelist][at]),
      };
    }),
  );
}

/** `[panelist][sitting][replicate]` for one zone. */
function setsOfZone(design: ServingDesign, seed: string, zone: number | null): PlannedSet[][][] {
  const { test, service, panel, methods } = design;
  const random = keyStream(seed, zone === null ? 'orders' : `orders of zone ${zone}`);
  const { sittings, replicates } = service;
  const asSet = (samples: Sample[], replicate: number): PlannedSet => ({ zone, replicate, samples });
  if (isOfTwoSamples(test)) {
    const dealt = dealtSets(design, random);
    return dealt.map((own) => cut(own, sittings).map((sets) => sets.map((set, at) => asSet(set, at))));
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

/** Sets of two samples: `[panelist][set]`. */
function dealtSets(design: ServingDesign, random: RandomStream): Sample[][][] {
  const { test, panel, service } = design;
  const sequences = testSequences(test);
  const ofPlace = twoSamples(design, random);
  const times = service.sittings * service.replicates;
  const asSamples = (set: readonly CodedPlace[]): Sample[] =>
    set.map(({ place, copy }) => ({ method: ofPlace[place], copy }));
  const dealt = isInCombinations(design)
    ? dealCodedSets(sequences, panel.length, times, random)
    : dealSequences(sequences, panel.length, times, random).map((own) =>
        own.map(test === 'duo-trio' ? withReference : withCopies),
      );
  return dealt.map((own) => own.map(asSamples));
}

/**
 * Which methods stand for 0 and 1 in the sequences. In most tests it makes no difference, and
 * is drawn. Where it does (what is learnt as A, what is expected to have less), the reference,
 * or the first, is 0.
 */
function twoSamples({ methods, test }: ServingDesign, random: RandomStream): [number, number] {
  const reference = Math.max(
    0,
    methods.findIndex((method) => method.reference),
  );
  const pair: [number, number] = [reference, methods.findIndex((_, at) => at !== reference)];
  return test === '3-afc' || test === 'a-not-a' ? pair : (random.shuffled(pair) as [number, number]);
}

/** The portions of a set as first, second and so on of their sample; under codes of one's own it does not matter which. */
const withCopies = (sequence: Sequence): CodedPlace[] =>
  sequence.map((place, at) => ({ place, copy: sequence.slice(0, at).filter((one) => one === place).length }));

/** A sample as the reference of a duo-trio is another than in the pair: so each code of a panel's is one part only. */
const withReference = (sequence: Sequence): CodedPlace[] =>
  sequence.map((place, at) => ({ place, copy: at === 0 ? 1 : 0 }));

/** A list cut into as many equal parts. */
function cut<T>(list: readonly T[], parts: number): T[][] {
  const size = list.length / parts;
  return Array.from({ length: parts }, (_, at) => list.slice(at * size, (at + 1) * size));
}
