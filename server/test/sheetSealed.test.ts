import { usualBallot } from '@jacana/core/library';
import { startServer, type Running } from './support/running';
import { draft, locked } from './support/tasting';

/**
 * While the key is closed the run sheet answers nothing that is written about seats, plates and guests: by way of the
 * key, the time of a piece would say which method lies under a code.
 */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const AT = '2026-03-05T18:10:00.000Z';
const SERVED = [
  { sitting: 1, flight: 1, at: '2026-11-26T19:00:00.000Z' },
  // Served long before the first, so that a piece that went to it would be cooked first.
  { sitting: 1, flight: 2, at: '2026-11-26T13:00:00.000Z' },
];
const range = {
  equipment: [{ id: 'hob', name: 'Hob', kind: 'hob', places: 4, perPlace: 4, shared: false }],
  cooks: ['Marek', 'Leni'],
  served: SERVED,
};

async function cooked(test: 'ranking' | 'triangle'): Promise<string> {
  const plain = draft({}, test === 'triangle' ? 2 : 3);
  const chained = plain.methods.map((method, at) => ({
    ...method,
    chain: [
      {
        ...{
          id: 'boil',
          kind: 'heat' as const,
          name: `Boil ${at}`,
          minutes: { usual: 10 + at },
          equipment: 'hob' as const,
        },
        ...{ setting: '', hands: 'start' as const, doses: [], swaps: false },
      },
    ],
  }));
  const { service } = plain;
  const id = await locked(running.as.coordinator, {
    ...plain,
    test,
    ballot: { items: usualBallot(test, '') },
    // A piece for each person, so that it goes to the flight of one seat.
    piecesPerMethod: 6,
    methods: chained,
    service: { ...service, seatsPerFlight: 3, together: test === 'triangle' ? 3 : service.together, codes: 'own' },
  });
  await running.as.coordinator.put(`/api/tastings/${id}/range`).send({ version: 0, range }).expect(200);
  return id;
}

it.each(['ranking', 'triangle'] as const)(
  'is the same, byte by byte, whatever is written about seats and plates of a %s',
  async (test) => {
    const { coordinator, kitchen, server } = running.as;
    const id = await cooked(test);
    const sheetFor = async (who: typeof coordinator): Promise<string> =>
      (await who.get(`/api/tastings/${id}/run-sheet`).expect(200)).text;
    const sheet = await sheetFor(coordinator);
    expect(JSON.parse(sheet)).toMatchObject({ isFeasible: true });
    // There is something to be moved: pieces of either flight.
    for (const day of ['T12:', 'T18:']) expect(sheet).toContain(`2026-11-26${day}`);
    const { trays } = (await coordinator.get(`/api/tastings/${id}/plan`).expect(200)).body as {
      trays: { panelistId: string; codes: string[] }[];
    };
    let count = 0;
    const writes = async (body: object): Promise<void> => {
      const entry = { id: `write-${test}-${count++}`, at: AT, sitting: 1, ...body };
      const stored = await coordinator.post(`/api/tastings/${id}/service-log`).send({ entries: [entry] });
      expect(stored.status === 200 || stored.text).toBe(true);
      for (const who of [coordinator, kitchen]) expect(await sheetFor(who)).toBe(sheet);
    };
    const [first, second] = trays;
    const { panelistId: panelist } = first;
    for (const tray of trays) await writes({ kind: 'moved', panelists: [tray.panelistId], flight: 2 });
    await writes({ kind: 'out', panelist });
    await writes({ kind: 'absent', panelist: second.panelistId, because: 'ill' });
    for (const code of first.codes) {
      await writes({ kind: 'replaced', panelist, code, piece: null, because: 'dropped' });
      await writes({ kind: 'wrong-plate', panelist, code, instead: second.codes[0] });
      await writes({ kind: 'missed', panelist, code, because: 'spilled' });
      await writes({ kind: 'extra', panelist, code, because: 'asked for more' });
    }
    await writes({ kind: 'trays-swapped', panelist, withPanelist: second.panelistId });
    const guest = {
      id: `guest-${test}`,
      at: AT,
      name: 'Guest',
      seat: 40,
      flight: 2,
      mustNotEat: { allergens: [], others: '' },
    };
    await server.post(`/api/tastings/${id}/walk-ins`).send(guest).expect(200);
    expect(await sheetFor(coordinator)).toBe(sheet);
  },
);
