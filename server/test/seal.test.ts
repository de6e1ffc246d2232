import type { INestApplication } from '@nestjs/common';
import type { Agent } from 'supertest';
import { ACCESS, bodyFor, cookedIn, EVERYONE, LEFT_OUT, servedIn, type Who } from './support/everyRoute';
import { startServer, type Running } from './support/running';
import { codesOf, device, draft, handIn, locked, METHODS, saveDraft, tokens } from './support/tasting';

/** Every route of the server, asked for by every role, sealed and not: nothing may link a code to a method. */

const STATES = ['draft', 'locked', 'tasting', 'closed', 'unsealed'] as const;

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

async function subjectIn(state: (typeof STATES)[number]): Promise<Subject> {
  const { coordinator } = running.as;
  if (state === 'draft') {
    const { body } = await coordinator.post('/api/tastings').send({ title: 'Walked' });
    await saveDraft(coordinator, body.id, draft()).expect(200);
    return { id: body.id, token: 'no-such-ballot-00', codes: [] };
  }
  const id = await locked(coordinator, draft({ title: state === 'unsealed' ? 'Salmon' : 'Salmon, steamed or not' }));
  await cookedIn(running, id);
  await servedIn(running, id);
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
