import type { INestApplication } from '@nestjs/common';
import type { Agent } from 'supertest';
import type { Role } from '../src/database/entities';
import { startServer, type Running } from './support/running';
import { caveat, codesOf, device, draft, handIn, locked, METHODS, saveDraft, tokens } from './support/tasting';

/** Every route of the server, asked for by every role, sealed and not: nothing may link a code to a method. */

type Who = Role | 'stranger' | 'panelist';
const EVERYONE: Who[] = ['coordinator', 'kitchen', 'server', 'reader', 'stranger', 'panelist'];
const STATES = ['draft', 'locked', 'tasting', 'closed', 'unsealed'] as const;

/** Who may use which route. A route missing here fails the walk, and so does one that answers others. */
const ACCESS: Record<string, Who[]> = {
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
const LEFT_OUT = new Set([
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

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const agentOf = (who: Who): Agent => (who === 'stranger' || who === 'panelist' ? running.stranger : running.as[who]);

interface Subject {
  id: string;
  token: string;
  codes: string[];
}

async function walk(
  who: Who,
  { id, token, codes }: Subject,
  each: (route: string, status: number, text: string, headers: string) => void,
): Promise<void> {
  for (const route of Object.keys(ACCESS).filter((one) => !LEFT_OUT.has(one))) {
    const [verb, path] = route.split(' ') as ['get' | 'post' | 'put' | 'delete', string];
    const address = path
      .replace('{id}', path.startsWith('/api/accounts') ? 'nobody' : id)
      .replace('{token}', who === 'panelist' ? token : 'no-such-ballot-00')
      .replace('{panelist}', 'panelist-1')
      .replace('{sitting}', '1')
      .replace('{photo}', 'walk-photo')
      .replace('{name}', 'Logger');
    const reply = await agentOf(who)[verb](address).send(bodyFor(route, codes));
    // A length may happen to look like a code.
    const { 'content-length': _length, ...headers } = reply.headers as Record<string, string>;
    each(route, reply.status, reply.text ?? '', JSON.stringify(headers));
  }
}

function bodyFor(route: string, codes: string[]): object | undefined {
  if (route.endsWith('/open')) return { device: device(0), takeOver: false };
  if (route.endsWith('/answers'))
    return { device: device(0), sitting: 1, answers: [{ id: 'walk-answer', kind: 'tasted', code: codes[0] ?? '482' }] };
  if (route.endsWith('/caveats')) return { entries: [caveat({ text: 'walked by' })] };
  if (route.startsWith('post') && route.endsWith('/portioning')) return { reason: 'walking every route' };
  return route.startsWith('get') ? undefined : {};
}

/** A kitchen in which something of every kind was written down. */
async function cookedIn(id: string): Promise<void> {
  const { kitchen } = running.as;
  const { body } = await kitchen.post(`/api/tastings/${id}/devices`).send({ name: 'Logger', measures: 'celsius' });
  const readings = [0, 1, 2].map((second) => ({ channel: 1, at: `2026-03-05T18:00:0${second}Z`, value: 50 + second }));
  await running.stranger
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
async function servedIn(id: string): Promise<void> {
  const { server } = running.as;
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
  const guest = { id: 'walk-in-0001', at: '2026-03-05T18:10:00Z', name: 'Guest', seat: 7, flight: 1 };
  await server.post(`/api/tastings/${id}/walk-ins`).send(guest).expect(200);
}

async function subjectIn(state: (typeof STATES)[number]): Promise<Subject> {
  const { coordinator } = running.as;
  if (state === 'draft') {
    const { body } = await coordinator.post('/api/tastings').send({ title: 'Walked' });
    await saveDraft(coordinator, body.id, draft()).expect(200);
    return { id: body.id, token: 'no-such-ballot-00', codes: [] };
  }
  const id = await locked(coordinator, draft({ title: state === 'unsealed' ? 'Salmon' : 'Salmon, steamed or not' }));
  await cookedIn(id);
  await servedIn(id);
  const [token, other] = await tokens(coordinator, id);
  const { body: plan } = await coordinator.get(`/api/tastings/${id}/plan`);
  if (state !== 'locked') {
    const { body } = await running.stranger
      .post(`/api/ballots/${other}/open`)
      .send({ device: device(9), takeOver: false });
    await running.stranger
      .post(`/api/ballots/${other}/hand-in`)
      .send(handIn(9, codesOf(body)))
      .expect(200);
  }
  if (state === 'closed' || state === 'unsealed') await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  if (state === 'unsealed') await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  return { id, token, codes: plan.trays[0].codes };
}

describe('every route', () => {
  it('is in the table of who may use it', () => {
    expect(routesOf(running.app).sort()).toEqual(Object.keys(ACCESS).sort());
  });

  it.each(EVERYONE)('answers %s only where the table says so', async (who) => {
    const subject = await subjectIn('unsealed');
    await walk(who, subject, (route, status) => {
      const allowed = ACCESS[route].includes(who);
      const refused = status === 401 || status === 403;
      expect(`${route} ${refused ? 'refused' : 'let in'}`).toBe(`${route} ${allowed ? 'let in' : 'refused'}`);
      expect(status).toBeLessThan(500);
    });
  });
});

describe.each(STATES.filter((state) => state !== 'unsealed'))('while %s', (state) => {
  let subject: Subject;
  beforeAll(async () => (subject = await subjectIn(state)));

  /** Other roles: over all replies together, codes or methods, never both; and only what the role is for. */
  it.each(EVERYONE.filter((who) => who !== 'coordinator'))('%s never sees both codes and methods', async (who) => {
    let replies = '';
    await walk(who, subject, (_route, _status, text, headers) => (replies += `${text} ${headers}\n`));
    const seesCodes = subject.codes.some((code) => replies.includes(`"${code}"`));
    const seesMethods =
      METHODS.some((name) => replies.toLowerCase().includes(name.toLowerCase())) || /method-\d-secret/.test(replies);
    expect({ seesCodes, seesMethods }).toEqual({
      seesCodes: state !== 'draft' && (who === 'server' || who === 'panelist'),
      seesMethods: state !== 'draft' && who === 'kitchen',
    });
    expect(replies).not.toMatch(/"seed"|"salt"/);
  });

  /** The coordinator sees codes and methods, but nowhere one standing for the other. */
  it('the coordinator sees no link, neither of code and method nor of code and piece', async () => {
    await walk('coordinator', subject, (route, _status, text) => {
      expect(`${route} ${linked(text, subject.codes)}`).toBe(`${route} false`);
      // With the kitchen's list, a piece beside a code is the key; the portioning sheet is opened with a reason.
      if (!route.endsWith('/portioning')) expect(`${route} ${besideTag(text, subject.codes)}`).toBe(`${route} false`);
      expect(text).not.toMatch(/"seed"|"salt"/);
    });
  });
});

describe('the portioning sheet', () => {
  it('shows a server tags and codes, which agree with the key once it is open', async () => {
    const subject = await subjectIn('closed');
    const { coordinator, server, kitchen } = running.as;
    const portions = (await server.get(`/api/tastings/${subject.id}/portioning`).expect(200)).body as {
      tag: string;
      code: string;
      seats: number[];
      isAgain: boolean;
    }[];
    const { methods } = (await kitchen.get(`/api/tastings/${subject.id}/kitchen`).expect(200)).body as {
      methods: { method: string; pieces: { tag: string }[] }[];
    };
    await coordinator.post(`/api/tastings/${subject.id}/unseal`).expect(200);
    const { key, tasting } = (await coordinator.get(`/api/tastings/${subject.id}/bundle`)).body;
    for (const { tag, code } of portions) {
      const method = methods.find(({ pieces }) => pieces.some((piece) => piece.tag === tag))?.method;
      expect(tasting.methods.find((one: { id: string }) => one.id === key.codes[code]).name).toBe(method);
    }
    // Two pieces for each of three methods feed six seats: three portions a piece; one who walked in, and one that was dropped.
    const planned = portions.filter(({ isAgain }) => !isAgain);
    expect(planned.map(({ seats }) => seats.length).sort()).toEqual([3, 3, 3, 4, 4, 4]);
    expect(portions.filter(({ isAgain }) => isAgain).map(({ seats }) => seats)).toEqual([[1]]);
  });

  it('opens for a coordinator only with a reason, and the log keeps it', async () => {
    const subject = await subjectIn('locked');
    const { coordinator } = running.as;
    await coordinator.post(`/api/tastings/${subject.id}/portioning`).send({}).expect(400);
    await coordinator.post(`/api/tastings/${subject.id}/portioning`).send({ reason: 'alone today' }).expect(200);
    const { log } = (await coordinator.get(`/api/tastings/${subject.id}/seal`)).body;
    expect(log).toContainEqual(
      expect.objectContaining({ by: 'Ines', action: 'portioning sheet opened', detail: 'alone today' }),
    );
  });
});

describe('what others learn', () => {
  it('hides a telling title from servers and panelists', async () => {
    const { id, token } = await subjectIn('locked');
    expect((await running.as.server.get(`/api/tastings/${id}/card`)).body.title).toBe('Thursday panel');
    const { body } = await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(0), takeOver: false });
    expect(body.title).toBe('Thursday panel');
  });

  it('keeps drafts from everyone but the coordinator, and all but findings from readers', async () => {
    const open = await subjectIn('draft');
    for (const role of ['kitchen', 'server', 'reader'] as const)
      await running.as[role].get(`/api/tastings/${open.id}/card`).expect(404);
    const sealed = await subjectIn('closed');
    await running.as.reader.get(`/api/tastings/${sealed.id}/card`).expect(404);
    await running.as.reader.get(`/api/tastings/${sealed.id}/findings`).expect(404);
  });
});

/** Whether any one object of the reply, or any text in it, names both a code and a kitchen tag. */
function besideTag(text: string, codes: string[]): boolean {
  const isTag = (word: string): boolean => /(^|[^A-Z0-9])[A-Z]\d([^A-Z0-9]|$)/.test(word);
  const isCode = (word: string): boolean => codes.some((code) => new RegExp(`(^|\\D)${code}(\\D|$)`).test(word));
  let found = false;
  const look = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    const own = Object.values(value).filter((word): word is string => typeof word === 'string');
    found ||= own.some(isTag) && own.some(isCode);
    Object.values(value).forEach(look);
  };
  if (text.startsWith('{') || text.startsWith('[')) look(JSON.parse(text));
  return found;
}

/** Whether any one object of the reply names both a code and a method, as property, value or list item. */
function linked(text: string, codes: string[]): boolean {
  let found = false;
  const isMethod = (word: string): boolean => METHODS.includes(word) || /method-\d-secret/.test(word);
  const look = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    const words = Object.entries(value).flatMap(([name, inner]) => [name, ...(Array.isArray(inner) ? inner : [inner])]);
    const own = words.filter((word): word is string => typeof word === 'string');
    found ||= own.some((word) => codes.includes(word)) && own.some(isMethod);
    Object.values(value).forEach(look);
  };
  if (text.startsWith('{') || text.startsWith('[')) look(JSON.parse(text));
  return found;
}

/** The routes that the running server has, read from its router. */
function routesOf(app: INestApplication): string[] {
  interface Layer {
    route?: { path: string; methods: Record<string, boolean> };
  }
  const express = app.getHttpAdapter().getInstance() as { router: { stack: Layer[] } };
  return express.router.stack.flatMap(({ route }) =>
    route?.path.startsWith('/api/')
      ? Object.keys(route.methods).map((verb) => `${verb} ${route.path.replace(/:(\w+)/g, '{$1}')}`)
      : [],
  );
}
