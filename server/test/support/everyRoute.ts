import type { Role } from '../../src/database/entities';
import type { Running } from './running';
import { caveat, device } from './tasting';

/** Every route of the server, who may use it, and a tasting in which something of every kind happened. */

export type Who = Role | 'stranger' | 'panelist';
export const EVERYONE: Who[] = ['coordinator', 'kitchen', 'server', 'reader', 'stranger', 'panelist'];

/** Who may use which route. A route missing here fails the walk, and so does one that answers others. */
export const ACCESS: Record<string, Who[]> = {
  'get /api/session': EVERYONE,
  'post /api/session': EVERYONE,
  'delete /api/session': EVERYONE,
  'post /api/set-up': EVERYONE,
  'get /api/accounts': ['coordinator'],
  'post /api/accounts': ['coordinator'],
  'delete /api/accounts/{id}': ['coordinator'],
  'get /api/accounts/log': ['coordinator'],
  'post /api/accounts/{id}/password': ['coordinator'],
  'get /api/sessions': ['coordinator', 'kitchen', 'server', 'reader'],
  'delete /api/sessions/{id}': ['coordinator', 'kitchen', 'server', 'reader'],
  'post /api/password': ['coordinator', 'kitchen', 'server', 'reader'],
  'post /api/tastings/{id}/seal/compare': ['coordinator'],
  'get /api/tastings/{id}/sheets/closing': ['coordinator'],
  'get /api/tastings': ['coordinator', 'kitchen', 'server', 'reader'],
  'post /api/tastings': ['coordinator'],
  'get /api/tastings/removed': ['coordinator'],
  'get /api/tastings/{id}': ['coordinator'],
  'put /api/tastings/{id}/ingredients': ['coordinator'],
  'get /api/tastings/{id}/exclusions': ['coordinator'],
  'put /api/tastings/{id}/exclusions/{panelist}': ['coordinator'],
  'get /api/tastings/{id}/sittings/{sitting}/paper': ['coordinator', 'server'],
  'get /api/tastings/{id}/sittings/{sitting}/paper/{panelist}': ['coordinator', 'server'],
  'put /api/tastings/{id}/sittings/{sitting}/paper/{panelist}': ['coordinator', 'server'],
  'delete /api/tastings/{id}/sittings/{sitting}/paper/{panelist}': ['coordinator', 'server'],
  'post /api/tastings/{id}/sittings/{sitting}/paper/{panelist}/once': ['coordinator', 'server'],
  'get /api/tastings/{id}/sittings/{sitting}/paper/{panelist}/differences': ['coordinator', 'server'],
  'post /api/tastings/{id}/sittings/{sitting}/paper/{panelist}/settle': ['coordinator', 'server'],
  'put /api/tastings/{id}/sittings/{sitting}/paper/{panelist}/picture': ['coordinator', 'server'],
  'get /api/tastings/{id}/sittings/{sitting}/paper/{panelist}/picture': ['coordinator', 'server'],
  'post /api/tastings/{id}/sittings/{sitting}/paper/{panelist}/look': ['coordinator'],
  'post /api/tastings/{id}/sittings/{sitting}/paper/{panelist}/corrections': ['coordinator'],
  'get /api/tastings/{id}/card': ['coordinator', 'kitchen', 'server', 'reader'],
  'put /api/tastings/{id}/draft': ['coordinator'],
  'delete /api/tastings/{id}': ['coordinator'],
  'post /api/tastings/{id}/restore': ['coordinator'],
  'get /api/tastings/{id}/plan': ['coordinator'],
  'post /api/tastings/{id}/lock': ['coordinator'],
  'post /api/tastings/{id}/unlock': ['coordinator'],
  'post /api/tastings/{id}/next-sitting': ['coordinator'],
  'get /api/tastings/{id}/orders': ['coordinator'],
  'get /api/tastings/{id}/links': ['coordinator'],
  'put /api/tastings/{id}/names/{panelist}': ['coordinator'],
  'delete /api/tastings/{id}/names/{panelist}': ['coordinator'],
  'delete /api/tastings/{id}/names': ['coordinator'],
  'post /api/tastings/{id}/redraw': ['coordinator'],
  'post /api/tastings/{id}/close': ['coordinator'],
  'post /api/tastings/{id}/reopen': ['coordinator'],
  'post /api/tastings/{id}/unseal': ['coordinator'],
  'get /api/tastings/{id}/seal': ['coordinator'],
  'get /api/tastings/{id}/kitchen': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/range': ['coordinator', 'kitchen'],
  'put /api/tastings/{id}/range': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/run-sheet': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/run-sheet/anew': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/service-log': ['coordinator', 'server'],
  'post /api/tastings/{id}/service-log': ['coordinator', 'server'],
  'get /api/tastings/{id}/spares': ['server'],
  'post /api/tastings/{id}/walk-ins': ['coordinator', 'server'],
  'delete /api/tastings/{id}/walk-ins/{panelist}': ['coordinator', 'server'],
  'post /api/tastings/{id}/print/labels': ['coordinator', 'server'],
  'post /api/tastings/{id}/print/tags': ['coordinator', 'kitchen'],
  'post /api/ballot-codes': EVERYONE,
  'get /api/house': ['coordinator', 'kitchen'],
  'put /api/house/range': ['coordinator', 'kitchen'],
  'put /api/house/locale': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/kitchen-log': ['coordinator', 'kitchen', 'reader'],
  'post /api/tastings/{id}/kitchen-log': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/kitchen-log.csv': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/photos/{photo}': ['coordinator', 'kitchen', 'reader'],
  'get /api/tastings/{id}/devices': ['coordinator', 'kitchen'],
  'post /api/tastings/{id}/devices': ['coordinator', 'kitchen'],
  'delete /api/tastings/{id}/devices/{name}': ['coordinator', 'kitchen'],
  'post /api/tastings/{id}/devices/{name}/readings': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/curves': ['coordinator', 'kitchen', 'reader'],
  'get /api/tastings/{id}/readings.csv': ['coordinator', 'kitchen'],
  // Nobody without the token of a device.
  'post /api/readings': [],
  'get /api/clock': EVERYONE,
  'get /api/tastings/{id}/caveats': ['coordinator', 'kitchen', 'server'],
  'post /api/tastings/{id}/caveats': ['coordinator', 'kitchen', 'server'],
  'get /api/tastings/{id}/board': ['coordinator', 'server'],
  'get /api/tastings/{id}/portioning': ['server'],
  'post /api/tastings/{id}/portioning': ['coordinator', 'server'],
  'get /api/tastings/{id}/live': ['coordinator', 'kitchen', 'server', 'reader'],
  'get /api/tastings/{id}/findings/servings': ['coordinator', 'reader'],
  'get /api/tastings/{id}/findings/parts': ['coordinator', 'reader'],
  'post /api/tastings/{id}/findings/without': ['coordinator', 'reader'],
  'post /api/tastings/{id}/findings/weighted': ['coordinator', 'reader'],
  'get /api/tastings/{id}/findings': ['coordinator', 'reader'],
  'get /api/tastings/{id}/sheets/plan': ['coordinator'],
  'get /api/tastings/{id}/sheets/kitchen': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/sheets/run': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/sheets/run.ics': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/sheets/trays': ['coordinator', 'server'],
  'get /api/tastings/{id}/sheets/carrying': ['coordinator', 'server'],
  'get /api/tastings/{id}/sheets/attendance': ['coordinator', 'server'],
  'get /api/tastings/{id}/sheets/ballots': ['coordinator', 'server'],
  'get /api/tastings/{id}/sheets/envelope': ['coordinator'],
  'get /api/tastings/{id}/sheets/labels': ['coordinator', 'server'],
  'get /api/tastings/{id}/sheets/tags': ['coordinator', 'kitchen'],
  'get /api/tastings/{id}/sheets/portioning': ['server'],
  'post /api/tastings/{id}/sheets/portioning': ['coordinator', 'server'],
  'get /api/tastings/{id}/sheets/links': ['coordinator'],
  'get /api/tastings/{id}/shares': ['coordinator'],
  'post /api/tastings/{id}/shares': ['coordinator'],
  'delete /api/tastings/{id}/shares/{share}': ['coordinator'],
  'get /api/shared/{token}': EVERYONE,
  'get /api/shared/{token}/report': EVERYONE,
  'get /api/tastings/{id}/sheets/report': ['coordinator', 'reader'],
  'get /api/tastings/{id}/sheets/report.txt': ['coordinator', 'reader'],
  'get /api/tastings/{id}/sheets/workbook': ['coordinator'],
  'get /api/tastings/{id}/bundle': ['coordinator'],
  'get /api/tastings/{id}/csv': ['coordinator'],
  'post /api/import': ['coordinator'],
  'post /api/ballots/{token}/open': EVERYONE,
  'post /api/ballots/{token}/answers': EVERYONE,
  'post /api/ballots/{token}/hand-in': EVERYONE,
  'post /api/ballots/{token}/guess': EVERYONE,
  'post /api/ballots/{token}/stop': EVERYONE,
  'get /api/ballots/{token}/tray': EVERYONE,
};

/** Routes that would end the walk, or that the walk uses itself to move the tasting on. */
export const LEFT_OUT = new Set([
  'delete /api/session',
  'delete /api/tastings/{id}',
  'post /api/tastings/{id}/lock',
  'post /api/tastings/{id}/unlock',
  'post /api/tastings/{id}/redraw',
  'post /api/tastings/{id}/next-sitting',
  'post /api/tastings/{id}/close',
  'post /api/tastings/{id}/reopen',
  'post /api/tastings/{id}/unseal',
  'get /api/tastings/{id}/live',
  'post /api/session',
  'post /api/set-up',
]);

export function bodyFor(route: string, codes: string[]): object | undefined {
  if (route.endsWith('/open')) return { device: device(0), takeOver: false };
  if (route.endsWith('/answers'))
    return { device: device(0), sitting: 1, answers: [{ id: 'walk-answer', kind: 'tasted', code: codes[0] ?? '482' }] };
  if (route.endsWith('/caveats')) return { entries: [caveat({ text: 'walked by' })] };
  if (route.startsWith('post') && route.endsWith('/portioning')) return { reason: 'walking every route' };
  return route.startsWith('get') ? undefined : {};
}

/** A kitchen in which something of every kind was written down. */
export async function cookedIn({ as, stranger }: Running, id: string): Promise<void> {
  const { kitchen } = as;
  const { body } = await kitchen.post(`/api/tastings/${id}/devices`).send({ name: 'Logger', measures: 'celsius' });
  const readings = [0, 1, 2].map((second) => ({ channel: 1, at: `2026-03-05T18:00:0${second}Z`, value: 50 + second }));
  await stranger
    .post('/api/readings')
    .set('Authorization', `Bearer ${(body as { token: string }).token}`)
    .send({ readings })
    .expect(200);
  const { methods } = (await kitchen.get(`/api/tastings/${id}/kitchen`)).body as {
    methods: { pieces: { tag: string }[] }[];
  };
  const [piece, other] = methods[0].pieces.map(({ tag }) => tag);
  const at = '2026-03-05T18:00:00Z';
  await kitchen
    .post(`/api/tastings/${id}/kitchen-log`)
    .send({
      entries: [
        { kind: 'mass', piece, grams: 400 },
        { kind: 'probed', piece, device: 'Logger', channel: 1, where: 'core' },
        { id: 'walk-photo', kind: 'photo', piece, jpeg: Buffer.from([255, 216, 255, 224, 1]).toString('base64') },
        { kind: 'gate', piece: other, decision: 'withdrawn', because: 'burnt' },
        { kind: 'redone', piece: other, as: 'Q9' },
      ].map((entry, number) => ({ id: `walk-entry-${number}`, at, ...entry })),
    })
    .expect(200);
}

/** A service in which something of every kind went wrong. */
export async function servedIn({ as }: Running, id: string): Promise<void> {
  const { server } = as;
  const { seats } = (await server.get(`/api/tastings/${id}/board`)).body as {
    seats: { panelistId: string; codes: string[] }[];
  };
  const portions = (await server.get(`/api/tastings/${id}/portioning`)).body as { tag: string; code: string }[];
  const [{ panelistId: panelist, codes }, other] = seats;
  const piece = portions.find(({ code }) => code === codes[0])?.tag;
  const whose = { panelist, withPanelist: other.panelistId };
  const plate = { panelist, code: codes[0], because: 'dropped' };
  await server
    .post(`/api/tastings/${id}/service-log`)
    .send({
      entries: [
        { kind: 'taken', panelist },
        { kind: 'out', panelist, celsius: 58 },
        { kind: 'swapped', ...whose, code: codes[1], withCode: other.codes[1] },
        { kind: 'trays-swapped', ...whose },
        { kind: 'people-swapped', ...whose },
        { kind: 'replaced', ...plate, piece },
        { kind: 'missed', ...plate },
        { kind: 'stopped', panelist, because: 'ill' },
        { kind: 'undone', of: 'walk-service-4' },
      ].map((entry, at) => ({
        ...{ id: `walk-service-${at}`, at: '2026-03-05T18:10:00Z' },
        ...(entry.kind === 'undone' ? {} : { sitting: 1 }),
        ...entry,
      })),
    })
    .expect(200);
  const guest = {
    ...{ id: 'walk-in-0001', at: '2026-03-05T18:10:00Z', name: 'Guest', seat: 7, flight: 1 },
    mustNotEat: { allergens: [], others: '' },
  };
  await server.post(`/api/tastings/${id}/walk-ins`).send(guest).expect(200);
}
