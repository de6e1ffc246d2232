import type { KitchenEntry } from '../../src/bundle';
import { flightsOfPieces } from '../../src/served';
import { AT, simulatedBundle } from '../support/bundles';

const entry = (body: KitchenEntry['body'], at = 0): KitchenEntry => ({
  ...{ id: `k${at}`, at: AT, storedAt: AT, by: 'Marek' },
  body,
});

/** Twelve people in three flights of four; each of four pieces of a method is eaten by three of them. */
const bundle = simulatedBundle({
  ...{ panelists: 12, methods: 3, pieces: 12 },
  tasting: { service: { ...simulatedBundle().tasting.service, together: 3, seatsPerFlight: 4 } },
});
const { tasting, plan, pieces, key } = bundle;
const flightsAfter = (...log: KitchenEntry['body'][]): Map<string, number[]> => {
  const found = flightsOfPieces({ tasting, plan: plan!, pieces, key: key!, amendments: [] }, log.map(entry));
  return new Map([...found].map(([tag, flights]) => [tag, flights.map(({ flight }) => flight).sort()]));
};

describe('the flights of pieces', () => {
  const planned = flightsAfter();
  const own = pieces.filter(({ method }) => method === pieces[0].method).map(({ tag }) => tag);

  it('are those of the people who eat them by the plan', () => {
    expect(own.flatMap((tag) => planned.get(tag)).sort()).toEqual([1, 1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3]);
  });

  it('go on to the piece that is cooked in the place of one', () => {
    const after = flightsAfter({ kind: 'redone', piece: own[0], as: 'Z9' });
    expect(after.get('Z9')).toEqual(planned.get(own[0]));
  });

  it('stay where others of the method are served to the flight of one that is withdrawn, and else go to all that remain', () => {
    const [gone, ...others] = own.filter((tag) => planned.get(tag)![0] === planned.get(own[0])![0]);
    const withdrawn = (piece: string): KitchenEntry['body'] => ({
      ...{ kind: 'gate', piece, decision: 'withdrawn', because: 'burnt' },
    });
    expect(flightsAfter(withdrawn(gone))).toEqual(planned);
    const after = flightsAfter(...[gone, ...others].map(withdrawn));
    const [flight] = planned.get(gone)!;
    const left = own.filter((tag) => tag !== gone && !others.includes(tag));
    for (const tag of left) expect(after.get(tag)).toEqual([flight, ...planned.get(tag)!].sort());
    for (const { tag, method } of pieces)
      if (method !== pieces[0].method) expect(after.get(tag)).toEqual(planned.get(tag));
  });
});
