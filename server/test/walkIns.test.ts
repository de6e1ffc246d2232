import { asLocked, parseBundle, type TastingBundle } from '@jacana/core/bundle';
import { servedOf, servedPortions } from '@jacana/core/served';
import { startServer, type Running } from './support/running';
import { draft, drafted, handInBallot, locked, tokens } from './support/tasting';

/** People who come without being on the panel: let in once, served, heard, and beside the plan that was locked. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const AT = '2026-03-05T18:10:00.000Z';
let count = 0;
const guest = (change: object = {}) => ({
  ...{ id: `guest-${count++}-here`, at: AT, name: 'Guest', seat: 7, flight: 1 },
  mustNotEat: { allergens: [], others: '' },
  ...change,
});
const letIn = (id: string, body: object) => running.as.server.post(`/api/tastings/${id}/walk-ins`).send(body);
const seatsOf = async (id: string) =>
  (await running.as.server.get(`/api/tastings/${id}/board`).expect(200)).body.seats as {
    panelistId: string;
    seat: number;
    codes: string[];
    isWalkIn: boolean;
    flight: number;
  }[];
const sealOf = async (id: string) =>
  (await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200)).body as {
    matches: boolean;
    logIntact: boolean;
    log: { action: string; detail: string }[];
  };
const bundleOf = async (id: string): Promise<TastingBundle> =>
  (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as TastingBundle;

describe('somebody who walks in', () => {
  it('has a seat, codes and a ballot of their own, and the fingerprint stays', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    const before = await bundleOf(id);
    const asked = guest();
    const { body } = await letIn(id, asked).expect(200);
    expect(body).toEqual({ panelistId: expect.any(String), seat: 7 });
    // Sent again after a lost reply, it is one person.
    expect((await letIn(id, asked).expect(200)).body).toEqual(body);
    const seats = await seatsOf(id);
    expect(seats).toHaveLength(7);
    expect(seats[6]).toMatchObject({ seat: 7, name: 'Guest', isWalkIn: true, flight: 1 });
    expect(seats[6].codes).toHaveLength(3);
    expect(seats.slice(0, 6).map(({ codes }) => codes)).toEqual(before.plan!.servings.map(({ sets }) => sets[0].codes));
    expect(await sealOf(id)).toMatchObject({ matches: true, logIntact: true });
    const [entry] = (await sealOf(id)).log.filter(({ action }) => action === 'somebody walked in');
    const bundle = await bundleOf(id);
    const [{ body: amendment }] = bundle.records.amendments;
    expect(entry.detail).toBe(`seat 7, servings ${amendment.kind === 'walk-in' ? amendment.digest : ''}`);
    expect(bundle.key).toBeNull();
    // What was locked is what remains without them.
    expect(asLocked({ tasting: bundle.tasting, plan: bundle.plan! }, bundle.records.amendments)).toEqual({
      ...{ tasting: before.tasting, plan: before.plan },
    });
  });

  it('is heard, exported, and imported with the same answer', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    await letIn(id, guest({ flight: 2 })).expect(200);
    const all = await tokens(coordinator, id);
    expect(all).toHaveLength(7);
    for (const [at, token] of all.entries()) await handInBallot(running.stranger, token, at);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await letIn(id, guest({ seat: 8 })).expect(409);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const bundle = await bundleOf(id);
    expect(parseBundle(bundle).problems).toEqual([]);
    const portions = servedPortions(servedOf(bundle, bundle.key!)).filter(({ seat }) => seat === 7);
    expect(portions.map(({ flight }) => flight)).toEqual([2, 2, 2]);
    expect(new Set(portions.map(({ method }) => method)).size).toBe(3);
    const { body: there } = await coordinator.post('/api/import').send(bundle).expect(200);
    expect(there.notices).toEqual([expect.stringContaining('It is here already')]);
    const again = await bundleOf(there.id as string);
    for (const part of ['plan', 'key', 'pieces', 'records', 'ballots'] as const)
      expect(again[part]).toEqual(bundle[part]);
    expect(await sealOf(there.id as string)).toMatchObject({ matches: true });
    const findings = async (one: string) =>
      (await coordinator.get(`/api/tastings/${one}/findings`).expect(200)).body.verdict as object;
    expect(await findings(there.id as string)).toEqual(await findings(id));
  });

  it('can be taken back until the ballot is opened, and then the plan is as it was', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    const before = await bundleOf(id);
    const { panelistId } = (await letIn(id, guest()).expect(200)).body as { panelistId: string };
    const remove = () => coordinator.delete(`/api/tastings/${id}/walk-ins/${panelistId}`);
    const swap = {
      ...{ kind: 'trays-swapped', sitting: 1, panelist: panelistId, withPanelist: 'panelist-0' },
      ...{ id: 'swap-with-guest', at: AT },
    };
    await running.as.server
      .post(`/api/tastings/${id}/service-log`)
      .send({ entries: [swap] })
      .expect(200);
    expect((await remove().expect(409)).body.message).toContain('Take back first');
    const undo = { id: 'undo-that-swap', at: AT, kind: 'undone', of: 'swap-with-guest' };
    await running.as.server
      .post(`/api/tastings/${id}/service-log`)
      .send({ entries: [undo] })
      .expect(200);
    await remove().expect(200);
    await remove().expect(404);
    const after = await bundleOf(id);
    expect([after.tasting, after.plan]).toEqual([before.tasting, before.plan]);
    expect(after.records.amendments.map(({ body }) => body.kind)).toEqual(['walk-in', 'undone']);
    expect(parseBundle(after).problems).toEqual([]);
    await coordinator.post(`/api/tastings/${id}/unlock`).expect(204);
    await coordinator.post(`/api/tastings/${id}/lock`).expect(200);
    // The seat is free again; and whoever began to answer stays.
    const next = (await letIn(id, guest()).expect(200)).body as { panelistId: string };
    // What was drawn under a key keeps it from being destroyed.
    const unlocked = await coordinator.post(`/api/tastings/${id}/unlock`).expect(409);
    expect(unlocked.body.message).toContain('Somebody walked in');
    const token = (await tokens(coordinator, id))[6];
    await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: 'guests-device', takeOver: false })
      .expect(200);
    const kept = await coordinator.delete(`/api/tastings/${id}/walk-ins/${next.panelistId}`).expect(409);
    expect(kept.body.message).toContain('has opened the ballot');
    await coordinator.post(`/api/tastings/${id}/unlock`).expect(409);
  });

  it('is refused with a word on what to do: a taken seat, no plan, nothing left to cut', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    expect((await letIn(id, guest({ seat: 3 })).expect(400)).body.problems).toEqual([
      { field: 'seat', message: 'Somebody has seat 3 already.' },
    ]);
    expect((await letIn(id, guest({ name: ' panelist 2' })).expect(400)).body.problems[0].field).toBe('name');
    await letIn(id, guest({ seat: 0 })).expect(400);
    await letIn(id, guest({ seat: 501 })).expect(400);
    await letIn(await drafted(coordinator), guest()).expect(404);
    const plain = draft();
    const quantities = { ...plain.quantities, pieceGrams: 3 * plain.quantities.portionGrams, usable: 1, cookLoss: 0 };
    const scarce = await locked(coordinator, draft({ quantities }));
    const refused = await letIn(scarce, guest()).expect(409);
    expect(refused.body.message).toContain('The plan keeps no place');
    expect(await seatsOf(scarce)).toHaveLength(6);
    const absent = { id: 'somebody-absent', at: AT, kind: 'absent', sitting: 1, panelist: 'panelist-2' };
    await running.as.server
      .post(`/api/tastings/${scarce}/service-log`)
      .send({ entries: [absent] })
      .expect(200);
    await letIn(scarce, guest()).expect(200);
  });

  it('leaves nothing under the seal once taken back', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    const { panelistId } = (await letIn(id, guest()).expect(200)).body as { panelistId: string };
    await coordinator.delete(`/api/tastings/${id}/walk-ins/${panelistId}`).expect(200);
    await letIn(id, guest()).expect(200);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const { key, plan } = await bundleOf(id);
    expect(key!.portions.map(({ panelist }) => panelist)).toEqual(plan!.servings.map(({ panelist }) => panelist));
  });

  it('two at once for one seat: one sits down', async () => {
    const id = await locked(running.as.coordinator);
    const replies = await Promise.all([letIn(id, guest()), letIn(id, guest())]);
    expect(replies.map(({ status }) => status).sort()).toEqual([200, 400]);
    expect(await seatsOf(id)).toHaveLength(7);
  });
});

describe('what a guest must not eat', () => {
  const BUTTER = { id: 'butter-1', name: 'Butter', allergens: ['milk' as const], methods: [] };
  const STOCK = { id: 'stock-01', name: 'Our stock', allergens: [], methods: [] };

  it('is asked before a code is drawn: without an answer nobody is let in', async () => {
    const id = await locked(running.as.coordinator, draft({ ingredients: [BUTTER] }));
    const { mustNotEat: _unasked, ...unasked } = guest();
    const refused = await letIn(id, unasked).expect(400);
    expect(refused.body.problems[0].field).toContain('mustNotEat');
    expect(await seatsOf(id)).toHaveLength(6);
  });

  it('keeps them out where it is in the samples, by the list, in words, and by what is likely; nothing of it is kept', async () => {
    const id = await locked(running.as.coordinator, draft({ ingredients: [BUTTER, STOCK] }));
    for (const mustNotEat of [
      { allergens: ['milk'], others: '' },
      { allergens: [], others: 'dairy' },
      { allergens: [], others: 'celery' },
    ]) {
      const refused = await letIn(id, guest({ mustNotEat })).expect(409);
      expect(refused.body).toMatchObject({ error: 'must-not-eat' });
      expect(refused.body.message).toContain('serve them nothing');
    }
    expect(await seatsOf(id)).toHaveLength(6);
    expect((await running.as.coordinator.get(`/api/tastings/${id}/exclusions`).expect(200)).body).toEqual([]);
  });

  it('is kept for coordinators where it is not in them, holds when the list is corrected, and goes with them', async () => {
    const { coordinator, server } = running.as;
    const id = await locked(coordinator, draft({ ingredients: [STOCK] }));
    const mustNotEat = { allergens: [], others: 'zedoary' };
    const { panelistId } = (await letIn(id, guest({ mustNotEat })).expect(200)).body as { panelistId: string };
    const exclusions = () => coordinator.get(`/api/tastings/${id}/exclusions`).expect(200);
    expect((await exclusions()).body).toEqual([{ panelistId, ...mustNotEat }]);
    for (const path of ['board', 'service-log'])
      expect((await server.get(`/api/tastings/${id}/${path}`)).text).not.toContain('zedoary');
    await server.get(`/api/tastings/${id}/exclusions`).expect(403);
    const { version } = (await coordinator.get(`/api/tastings/${id}`)).body as { version: number };
    const ingredients = [STOCK, { ...BUTTER, id: 'zedoary-1', name: 'Zedoary', allergens: [] }];
    await coordinator.put(`/api/tastings/${id}/ingredients`).send({ version, ingredients }).expect(204);
    const withheld = (await server.get(`/api/tastings/${id}/board`)).body.seats as {
      seat: number;
      isWithheld: boolean;
    }[];
    expect(withheld.filter(({ isWithheld }) => isWithheld).map(({ seat }) => seat)).toEqual([7]);
    await coordinator.delete(`/api/tastings/${id}/walk-ins/${panelistId}`).expect(200);
    expect((await exclusions()).body).toEqual([]);
  });
});
