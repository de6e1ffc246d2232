import type { Piece, ServiceEntry } from '../../src/bundle';
import { servedOf, type ServedPortion } from '../../src/served';
import { Room } from '../../src/walkIn/room';
import { AT, simulatedBundle } from '../support/bundles';

/** From which pieces a tray is cut that nobody planned: whichever has most left, with all that was cut counted. */

const zones = [
  { id: 'loin', name: 'Loin' },
  { id: 'belly', name: 'Belly' },
];

function dayWith(holds: number, { inZones = false, service = [] as ServiceEntry[] } = {}) {
  const bundle = simulatedBundle({
    ...{ methods: 2, panelists: 2, pieces: 2 },
    tasting: { zones: inZones ? zones : [] },
  });
  const quantities = { portionGrams: 1, pieceGrams: holds, usable: 1, cookLoss: 0, spare: 0, costPerKilogram: 0 };
  const pieces: Piece[] = ['A1', 'B1'].map((tag, block) => ({ tag, method: 'm0', lot: null, block }));
  const tasting = { ...bundle.tasting, quantities };
  return { ...servedOf({ ...bundle, tasting, pieces }, bundle.key!), tasting, service };
}

const plate = (tag: string, change: Partial<ServedPortion> = {}): ServedPortion => ({
  ...{ panelist: 'p0', ballot: 'p0', seat: 1, flight: 1, sitting: 1, set: 0, zone: null, position: 1, code: '417' },
  ...{ warmUp: false, method: 'm0', tag, block: 0, lot: null, eaten: true, absent: false, extra: 0 },
  ...{ planned: null, servedAt: null, celsius: null },
  ...change,
});

const spoilt: ServiceEntry = {
  ...{ id: 's1', at: AT, storedAt: AT, by: 'Tove' },
  body: { kind: 'replaced', sitting: 1, panelist: 'p0', code: '417', piece: null, because: 'dropped' },
};

it('counts a plate that was spoilt, which was cut all the same', () => {
  const cut = [plate('A1'), plate('B1', { panelist: 'p1', ballot: 'p1', code: '528' })];
  expect(new Room(dayWith(3), cut).tagsFor([plate('')], [])).toEqual(['A1']);
  expect(new Room(dayWith(3, { service: [spoilt] }), cut).tagsFor([plate('')], [])).toEqual(['B1']);
});

it('cuts the spoilt plate from the piece that it was planned from, not from the one that took its place', () => {
  const other = { ...spoilt, body: { ...spoilt.body, piece: 'B1' } } as ServiceEntry;
  const { panelist, flight, position, method, tag, block, lot, zone } = plate('A1');
  const planned = { panelist, flight, position, method, tag, block, lot, zone };
  // Two of A1 with the spoilt one, one of B1 and one more: A1 has most left only if the spoilt one is not counted as its own.
  const cut = [plate('B1', { planned }), plate('A1', { ballot: 'p1', panelist: 'p1', code: '528' })];
  expect(new Room(dayWith(3, { service: [other] }), cut).tagsFor([plate('')], [])).toEqual(['B1']);
});

it('cuts a warm-up from the zone with most left, of whichever piece', () => {
  // A1 has nothing of the loin left and two of the belly, B1 one of each.
  const loin = (tag: string) => plate(tag, { zone: 'loin' });
  const room = new Room(dayWith(4, { inZones: true }), [
    ...[loin('A1'), loin('A1')],
    ...[loin('B1'), plate('B1', { zone: 'belly' })],
  ]);
  expect(room.tagsFor([plate('', { zone: null, warmUp: true })], [])).toEqual(['A1']);
});
