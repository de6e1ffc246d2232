import type { Sheet } from '@jacana/core/sheets';
import { WorkersService } from '../src/jobs/workers.service';
import { startServer, type Running } from './support/running';
import { draft, drafted, handInBallot, locked, METHODS, tokens } from './support/tasting';

/** Every sheet as PDF, and what stands on it for whom. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const plan = draft(
  {
    title: 'Salmon, steamed or not',
    zones: [
      { id: 'loin', name: 'Loin' },
      { id: 'belly', name: 'Belly' },
    ],
    lots: [
      { id: 'one', name: 'Fish one' },
      { id: 'two', name: 'Fish two' },
    ],
    halves: true,
  },
  3,
  60,
);

/** What is on the paper, beside the PDF itself. */
async function printed(who: 'coordinator' | 'kitchen' | 'server' | 'reader', id: string, sheet: string) {
  const drawing = jest.spyOn(running.app.get(WorkersService), 'paper');
  const reply = await running.as[who].get(`/api/tastings/${id}/sheets/${sheet}`).expect(200);
  const given: Sheet = drawing.mock.calls[0][0];
  drawing.mockRestore();
  const pdf = reply.body as Buffer;
  return { given, text: JSON.stringify(given), pdf, pages: pagesIn(pdf), name: reply.headers['content-disposition'] };
}

const pagesIn = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;

describe('sheets of paper', () => {
  let id: string;
  beforeAll(async () => (id = await locked(running.as.coordinator, plan)));

  it('are PDF, on as many pages as they need', async () => {
    for (const [sheet, least] of [
      ['plan', 2],
      ['kitchen', 1],
      ['trays', 3],
      ['links', 4],
    ] as const) {
      const { pdf, pages } = await printed('coordinator', id, sheet);
      expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
      expect(`${sheet} ${pages >= least}`).toBe(`${sheet} true`);
    }
    // 60 seats, two zones each, three methods from two pieces: too much for one page, and each row once.
    const { given, pages } = await printed('server', id, 'portioning');
    expect(pages).toBeGreaterThan(0);
    const rows = given.blocks.flatMap((block) => (block.kind === 'table' ? block.rows : []));
    expect(new Set(rows.map((row) => row.join())).size).toBe(rows.length);
    // Five flights: each is cut from every piece.
    expect(rows.length).toBe(5 * 3 * 2 * 2);
  });

  it('carry lots, raw pieces and zones to whoever works by them', async () => {
    const kitchen = await printed('kitchen', id, 'kitchen');
    for (const word of [...METHODS.slice(0, 3), 'Fish one', 'Raw piece']) expect(kitchen.text).toContain(word);
    for (const sheet of ['portioning', 'trays']) {
      const { text } = await printed('server', id, sheet);
      for (const word of ['Loin', 'Belly']) expect(text).toContain(word);
    }
  });

  it('name their tasting by the title that its reader may read, and never link codes to methods', async () => {
    const { body } = await running.as.coordinator.get(`/api/tastings/${id}/plan`);
    const codes = (body.trays as { codes: string[] }[]).flatMap((tray) => tray.codes);
    for (const sheet of ['portioning', 'trays', 'ballots']) {
      const { given, text, name } = await printed('server', id, sheet);
      expect(given.title).toBe('Thursday panel');
      for (const word of [...METHODS, 'steamed or not', 'secret']) expect(text).not.toContain(word);
      expect(name).not.toMatch(/salmon|steamed/i);
    }
    const { text } = await printed('kitchen', id, 'kitchen');
    for (const code of codes) expect(text).not.toContain(`"${code}"`);
  });

  it('are for those they are for', async () => {
    const { kitchen, server, reader, coordinator } = running.as;
    const refused = async (agent: typeof kitchen, sheet: string, status: number) =>
      agent.get(`/api/tastings/${id}/sheets/${sheet}`).expect(status);
    for (const sheet of ['plan', 'trays', 'portioning', 'links', 'report']) await refused(kitchen, sheet, 403);
    for (const sheet of ['plan', 'kitchen', 'links', 'report']) await refused(server, sheet, 403);
    await refused(reader, 'report', 404);
    await refused(coordinator, 'report', 409);
    await coordinator.post(`/api/tastings/${id}/sheets/portioning`).send({}).expect(400);
    await coordinator.post(`/api/tastings/${id}/sheets/portioning`).send({ reason: 'alone today' }).expect(200);
    const { log } = (await coordinator.get(`/api/tastings/${id}/seal`)).body;
    expect(log.at(-1)).toMatchObject({ action: 'portioning sheet opened', detail: 'alone today' });
    const early = await drafted(coordinator);
    await coordinator.get(`/api/tastings/${early}/sheets/plan`).expect(409);
  });

  it('print the plan as it was locked, whoever walked in since; what is carried has everyone', async () => {
    const early = await locked(running.as.coordinator, plan);
    const before = await printed('coordinator', early, 'plan');
    const guest = {
      ...{ id: 'guest-on-paper', at: '2026-03-05T18:10:00Z', name: 'Guest', seat: 70, flight: 1 },
      mustNotEat: { allergens: [], others: '' },
    };
    await running.as.server.post(`/api/tastings/${early}/walk-ins`).send(guest).expect(200);
    const unmarked = (given: unknown): string =>
      JSON.stringify(given).replace(/"[0-9a-f ]+, after \d+ of them"/, '"mark"');
    const after = await printed('coordinator', early, 'plan');
    expect(unmarked(after.given)).toBe(unmarked(before.given));
    // But for the mark of the records, which goes on with every record.
    expect(JSON.stringify(after.given)).not.toBe(JSON.stringify(before.given));
    for (const sheet of ['carrying', 'ballots', 'trays'])
      expect((await printed('server', early, sheet)).text).toContain('Guest');
  });

  it('end in a report with verdict, limits, caveats and fingerprint', async () => {
    const { coordinator } = running.as;
    const done = await locked(coordinator, draft({}, 3, 8));
    for (const [at, token] of (await tokens(coordinator, done)).entries())
      await handInBallot(running.stranger, token, at);
    await coordinator.post(`/api/tastings/${done}/close`).expect(204);
    await coordinator.post(`/api/tastings/${done}/unseal`).expect(200);
    const found = (await coordinator.get(`/api/tastings/${done}/findings`)).body;
    const { text } = await printed('reader', done, 'report');
    expect(text).toContain(found.verdict.sentence);
    expect(text).toContain(found.fingerprint.stated);
    expect(text).toContain('What the data cannot say');
  });

  it('draw letters of other languages from the second file of a face', async () => {
    const named = await locked(
      running.as.coordinator,
      draft({ title: 'Łosoś, čtyřikrát', ballotTitle: 'Čtvrtek' }, 3, 4),
    );
    const { pdf } = await printed('coordinator', named, 'plan');
    expect(pdf.toString('latin1').match(/\/Type \/Font\b/g)?.length).toBeGreaterThan(3);
  });
});

describe('labels', () => {
  const size = 'page=A4&width=38&height=21&left=10&top=12&gapX=0&gapY=0&start=1';
  const boxes = (pdf: Buffer): string[] => pdf.toString('latin1').match(/\/MediaBox \[[^\]]+\]/g) ?? [];

  it('are true to size, one for each portion and as many spare ones as were asked for', async () => {
    const id = await locked(running.as.coordinator, plan);
    const drawing = jest.spyOn(running.app.get(WorkersService), 'labels');
    const reply = await running.as.server.get(`/api/tastings/${id}/sheets/labels?${size}&spares=2`).expect(200);
    const given = drawing.mock.calls[0][0];
    const { seats } = (await running.as.server.get(`/api/tastings/${id}/board`)).body as {
      seats: { flight: number; codes: string[] }[];
    };
    const portions = seats.reduce((sum, { codes }) => sum + codes.length, 0);
    const spares = 2 * new Set(seats.flatMap(({ flight, codes }) => codes.map((code) => `${flight} ${code}`))).size;
    expect(given.pages.flat()).toHaveLength(portions + spares);
    expect(JSON.stringify(given)).not.toMatch(/[A-Z]\d"/);
    expect(boxes(reply.body as Buffer)).toHaveLength(Math.ceil((portions + spares) / 65));
    // A4 in points of 1/72 inch.
    expect(boxes(reply.body as Buffer)[0]).toMatch(/0 0 595\.2\d* 841\.8\d*/);
    drawing.mockClear();
    const tags = await running.as.kitchen
      .get(`/api/tastings/${id}/sheets/tags?${size.replace('A4', 'roll')}&spares=0`)
      .expect(200);
    expect(boxes(tags.body as Buffer)).toHaveLength(6);
    expect(JSON.stringify(drawing.mock.calls[0][0])).not.toMatch(/"\d{3}"/);
    drawing.mockRestore();
  });

  it.each([
    ['width=0', 'width=38'],
    ['height=wide', 'height=21'],
    ['page=A5', 'page=A4'],
    ['start=0', 'start=1'],
    ['left=99', 'left=10'],
  ])('are refused with %s', async (wrong, right) => {
    const id = await locked(running.as.coordinator);
    const asked = `${size.replace(right, wrong)}&spares=0`;
    const { body } = await running.as.server.get(`/api/tastings/${id}/sheets/labels?${asked}`).expect(400);
    expect((body as { problems: object[] }).problems.length).toBeGreaterThan(0);
  });
});
