import type { KitchenEntry } from '../../src/bundle';
import { flights, flightsOfPieces } from '../../src/served';
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

describe('the flight of a seat', () => {
  const sizes = (seats: number, seatsPerFlight: number, engine: string | null = null): number[] => {
    const panel = Array.from({ length: seats }, () => ({}));
    const flightOf = flights({
      tasting: { panel, service: { seatsPerFlight } },
      plan: engine === null ? null : { engine },
    });
    const found = Array.from({ length: seats }, (_, at) => flightOf({ seat: at + 1 }));
    expect(found).toEqual([...found].sort((a, b) => a - b));
    return [...new Set(found)].map((flight) => found.filter((one) => one === flight).length);
  };

  it('leaves no flight of a few after full ones', () => {
    expect(sizes(16, 12)).toEqual([8, 8]);
    expect(sizes(25, 12)).toEqual([8, 8, 9]);
    expect(sizes(12, 12)).toEqual([12]);
    expect(sizes(3, 1)).toEqual([1, 1, 1]);
  });

  it('is even within one, for as few flights as places allow, whatever the panel', () => {
    for (let seats = 1; seats <= 120; seats++)
      for (const places of [1, 2, 3, 5, 7, 12, 40, 500]) {
        const found = sizes(seats, places);
        expect(found).toHaveLength(Math.ceil(seats / places));
        expect(Math.max(...found)).toBeLessThanOrEqual(places);
        expect(Math.max(...found) - Math.min(...found)).toBeLessThanOrEqual(1);
      }
  });

  it('stays what it was for plans that were locked before', () => {
    expect(sizes(16, 12, 'jacana-core 0.13.0')).toEqual([12, 4]);
    expect(sizes(16, 12, 'jacana-core 0.14.0')).toEqual([8, 8]);
  });

  it('of who walked in is the one that was found for them, and theirs counts for no other', () => {
    const panel = [...Array.from({ length: 16 }, () => ({})), { flight: 1 }];
    const flightOf = flights({ tasting: { panel, service: { seatsPerFlight: 12 } }, plan: null });
    expect([flightOf({ seat: 17, flight: 1 }), flightOf({ seat: 8 }), flightOf({ seat: 9 })]).toEqual([1, 1, 2]);
  });
});
