import { readFileSync } from 'node:fs';
import type { TastingBundle } from '@jacana/core/bundle';
import Database from 'better-sqlite3';
import { AuditService } from '../src/audit/audit.service';
import { Transactions } from '../src/database/transactions';
import { RetentionService } from '../src/maintenance/retention.service';
import { stopClockAt } from './support/clock';
import { freshFile, startServer, type Running } from './support/running';
import { device, draft, handInBallot, locked, tokens } from './support/tasting';

/** Who somebody is can be put right and taken out; what had its time is taken out of the file. */

let running: Running;
let file: ReturnType<typeof freshFile>;
beforeEach(async () => {
  file = freshFile();
  running = await startServer({ data: file.data });
});
afterEach(async () => {
  await running.stop();
  file.discard();
});

const named = (): ReturnType<typeof draft> =>
  draft({
    panel: ['Quillfeather', 'Brindlewick', 'Copperdown'].map((name, at) => ({ id: `panelist-${at + 1}`, name })),
  });
const bundleOf = async (id: string): Promise<TastingBundle> =>
  (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as TastingBundle;
const sealOf = async (id: string) =>
  (await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200)).body as {
    matches: boolean;
    logIntact: boolean;
    problems: string[];
    log: { action: string; by: string; detail: string }[];
  };
/** Which of these words the disk still has: in the file, or in its write-ahead log. */
const onDisk = (...words: string[]): string[] => {
  const all = Buffer.concat(['', '-wal'].map((end) => readFileSync(`${file.data}${end}`)));
  return words.filter((word) => all.includes(word));
};
const rename = (id: string, who: string, name: string) =>
  running.as.coordinator.put(`/api/tastings/${id}/names/${who}`).send({ name });
const WALK_IN = {
  id: 'guest-0001',
  at: '2026-03-05T18:10:00.000Z',
  name: 'Marrowby',
  seat: 4,
  flight: 1,
  mustNotEat: { allergens: [], others: '' },
};

/** Three on the panel and one who walked in; the second must not eat something and stops, all others are heard. */
async function tasted(): Promise<string> {
  const { coordinator, server } = running.as;
  const id = await locked(coordinator, named());
  await coordinator
    .put(`/api/tastings/${id}/exclusions/panelist-2`)
    .send({ allergens: [], others: 'zedoary' })
    .expect(200);
  await server.post(`/api/tastings/${id}/walk-ins`).send(WALK_IN).expect(200);
  const all = await tokens(coordinator, id);
  for (const at of [0, 2, 3]) await handInBallot(running.stranger, all[at], at);
  await running.stranger
    .post(`/api/ballots/${all[1]}/open`)
    .send({ device: device(1), takeOver: false })
    .expect(200);
  await running.stranger
    .post(`/api/ballots/${all[1]}/stop`)
    .send({ id: 'stopped-0001', sitting: 1, because: 'had enough' })
    .expect(200);
  return id;
}

describe('a name', () => {
  it('is put right after locking, everywhere, and no log says which it was', async () => {
    const id = await tasted();
    const before = (await sealOf(id)).log.length;
    await rename(id, 'panelist-1', ' Larkmoor ').expect(204);
    const { seats } = (await running.as.server.get(`/api/tastings/${id}/board`)).body as { seats: { name: string }[] };
    expect(seats.map(({ name }) => name)).toEqual(['Larkmoor', 'Brindlewick', 'Copperdown', 'Marrowby']);
    expect((await bundleOf(id)).tasting.panel[0].name).toBe('Larkmoor');
    const { matches, logIntact, problems, log } = await sealOf(id);
    expect({ matches, logIntact, problems }).toEqual({ matches: true, logIntact: true, problems: [] });
    expect(log[before]).toMatchObject({ by: 'Ines', action: 'name put right', detail: 'seat 1' });
    expect(JSON.stringify(log)).not.toMatch(/Larkmoor|Quillfeather|Brindlewick|Marrowby/);
    // As it is already: nothing to write down.
    await rename(id, 'panelist-1', 'Larkmoor').expect(204);
    expect((await sealOf(id)).log.filter(({ action }) => action === 'name put right')).toHaveLength(1);
  });

  it('is refused where servers could not tell two people apart, where it is empty, and in a draft', async () => {
    const id = await tasted();
    for (const name of ['copperdown', ' Marrowby', '', '  ']) await rename(id, 'panelist-1', name).expect(400);
    // One's own, spelt otherwise, is nobody else's.
    await rename(id, 'panelist-3', 'COPPERDOWN').expect(204);
    await rename(id, 'panelist-3', 'Copperdown').expect(204);
    await rename(id, 'nobody', 'Larkmoor').expect(404);
    const { body } = await running.as.coordinator.post('/api/tastings').send({ title: 'Beans' });
    await rename((body as { id: string }).id, 'panelist-1', 'Larkmoor').expect(409);
    expect((await bundleOf(id)).tasting.panel.map(({ name }) => name)).toEqual([
      ...['Quillfeather', 'Brindlewick', 'Copperdown', 'Marrowby'],
    ]);
  });

  it('is erased once nobody is served any more, and leaves nothing of itself in the file', async () => {
    const { coordinator } = running.as;
    const id = await tasted();
    await coordinator.delete(`/api/tastings/${id}/names/panelist-2`).expect(409);
    const picture = `/api/tastings/${id}/sittings/1/paper/panelist-2/picture`;
    const jpeg = Buffer.from([255, 216, 255, 224, ...Buffer.from('in Elderbloom’s hand')]).toString('base64');
    await coordinator.put(picture).send({ jpeg }).expect(204);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    expect(onDisk('Brindlewick', 'zedoary', 'Elderbloom')).toHaveLength(3);
    await coordinator.delete(`/api/tastings/${id}/names/panelist-2`).expect(204);
    expect(onDisk('Brindlewick', 'zedoary', 'Elderbloom', 'Quillfeather')).toEqual(['Quillfeather']);
    expect((await coordinator.get(`/api/tastings/${id}/exclusions`)).body).toEqual([]);
    // Who must not eat what is gone with it: nobody is served any more.
    const { body } = await coordinator.post(`/api/tastings/${id}/reopen`).expect(409);
    expect((body as { message: string }).message).toContain('stays closed');
    const answers = (await bundleOf(id)).ballots.flatMap((ballot) => ballot.answers).length;
    await coordinator.delete(`/api/tastings/${id}/names`).expect(204);
    expect(onDisk('Quillfeather', 'Copperdown', 'Marrowby')).toEqual([]);
    const { ballots, tasting, records } = await bundleOf(id);
    expect(tasting.panel.map(({ name }) => name)).toEqual(['Seat 1', 'Seat 2', 'Seat 3', 'Seat 4']);
    expect(ballots.flatMap((ballot) => ballot.answers)).toHaveLength(answers);
    expect(JSON.stringify(records)).toContain('Seat 2');
    expect(await sealOf(id)).toMatchObject({ matches: true, logIntact: true, problems: [] });
  });

  it('is no part of what was found: erased or not, it is the same', async () => {
    const { coordinator } = running.as;
    const id = await tasted();
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const found = async () => (await coordinator.get(`/api/tastings/${id}/findings`).expect(200)).body as object;
    const told = async (of: string) => (await coordinator.get(`/api/tastings/${id}/${of}`).expect(200)).text;
    const before = await found();
    expect(await told('csv')).toContain('Copperdown');
    await coordinator.delete(`/api/tastings/${id}/names`).expect(204);
    expect(await found()).toEqual(before);
    for (const part of ['csv', 'findings/servings', 'sheets/report.txt', 'bundle'])
      expect(await told(part)).not.toMatch(/Quillfeather|Copperdown|Marrowby/);
  });

  it('that comes with a bundle stands in no record either', async () => {
    const { coordinator } = running.as;
    const id = await tasted();
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const bundle = await bundleOf(id);
    const [walkIn] = bundle.records.amendments;
    expect(walkIn.body).toMatchObject({ panelist: { seat: 4, name: 'Marrowby' } });
    const { body } = await coordinator.post('/api/import').send(bundle).expect(200);
    const { id: there } = body as { id: string };
    expect((await bundleOf(there)).tasting.panel.map(({ name }) => name)).toContain('Marrowby');
    for (const one of [id, there]) await coordinator.delete(`/api/tastings/${one}/names`).expect(204);
    expect(onDisk('Quillfeather', 'Brindlewick', 'Copperdown', 'Marrowby')).toEqual([]);
  });
});

describe('what had its time', () => {
  /** As if so many days had gone by since it was put into the bin. */
  const inBinFor = (id: string, days: number) =>
    running.app
      .get(Transactions)
      .write((manager) =>
        manager.query(`UPDATE "tastings" SET "removedAt" = ? WHERE "id" = ?`, [
          new Date(Date.now() - days * 86_400_000).toISOString(),
          id,
        ]),
      );
  const rowsOf = (id: string): Record<string, number> => {
    const other = new Database(file.data, { readonly: true });
    const tables = other
      .prepare(
        `SELECT own.name FROM sqlite_master AS own, pragma_table_info(own.name) AS field WHERE own.type = 'table' AND field.name = 'tastingId'`,
      )
      .pluck()
      .all() as string[];
    const count = (table: string): number =>
      other.prepare(`SELECT COUNT(*) FROM "${table}" WHERE "tastingId" = ?`).pluck().get(id) as number;
    const all = Object.fromEntries(tables.map((table) => [table, count(table)]).filter(([, rows]) => rows !== 0));
    other.close();
    return all as Record<string, number>;
  };

  it('is a tasting that lay in the bin for 30 days: nothing of it is left but that something was there', async () => {
    const { coordinator } = running.as;
    const [id, other] = [await tasted(), await tasted()];
    await coordinator.delete(`/api/tastings/${id}`).expect(204);
    const kept = rowsOf(other);
    const keep = () => running.app.get(RetentionService).keep();
    await inBinFor(id, 29);
    await keep();
    expect(Object.keys(rowsOf(id)).length).toBeGreaterThan(10);
    await coordinator.post(`/api/tastings/${id}/restore`).expect(204);
    await inBinFor(id, 31);
    await keep();
    const audit = rowsOf(id).audit;
    expect(rowsOf(id)).toEqual({ audit });
    expect(onDisk(id)).toEqual([id]); // of the log's empty entries
    const standing = (await sealOf(other)).log;
    expect(standing.filter(({ action }) => action === 'tasting taken out of the file')).toHaveLength(1);
    // The other one is as it was, but for what its log says of the first.
    expect(rowsOf(other)).toEqual(kept);
    expect(await sealOf(other)).toMatchObject({ matches: true, logIntact: true, problems: [] });
    // Its entries in the log say nothing any more.
    const said = new Database(file.data, { readonly: true });
    const entries = said.prepare(`SELECT "by", "action", "detail" FROM "audit" WHERE "tastingId" = ?`).all(id);
    said.close();
    expect(entries).toEqual(Array.from({ length: audit }, () => ({ by: '', action: 'cleared', detail: '' })));
    await coordinator.post(`/api/tastings/${id}/restore`).expect(404);
  });

  it('is tried again later where nothing can be written: the server starts all the same', async () => {
    jest.spyOn(running.app.get(AuditService), 'isDue').mockRejectedValueOnce(new Error('the disk is full'));
    await expect(running.app.get(RetentionService).onApplicationBootstrap()).resolves.toBeUndefined();
  });

  it('is nothing that anybody else may take out', async () => {
    const { coordinator } = running.as;
    const id = await tasted();
    await coordinator.delete(`/api/tastings/${id}`).expect(204);
    const writes = (sql: string) => running.app.get(Transactions).write((manager) => manager.query(sql));
    for (const table of ['answers', 'entries', 'journal'])
      await expect(writes(`DELETE FROM "${table}" WHERE "tastingId" = '${id}'`)).rejects.toThrow('append-only');
    await expect(writes(`UPDATE "audit" SET "by" = '', "action" = 'cleared', "detail" = ''`)).rejects.toThrow(
      'append-only',
    );
    await inBinFor(id, 31);
    // Its time is over, but another program does not know how.
    const foreign = new Database(file.data);
    expect(() => foreign.exec(`DELETE FROM "answers" WHERE "tastingId" = '${id}'`)).toThrow('jacana_sha256');
    foreign.close();
    await expect(writes(`DELETE FROM "audit" WHERE "tastingId" = '${id}'`)).rejects.toThrow('append-only');
    await expect(writes(`UPDATE "answers" SET "reason" = '' WHERE "tastingId" = '${id}'`)).rejects.toThrow(
      'append-only',
    );
  });

  /** The log of the house as if it were older, as a program with the file could make it: hashes and all. */
  it('is what was done in the house a year ago, unless a tasting was sealed then', async () => {
    const { coordinator } = running.as;
    const audit = running.app.get(AuditService);
    const transactions = running.app.get(Transactions);
    const kept = async (): Promise<string[]> => {
      await running.app.get(RetentionService).keep();
      return onDisk('of long ago', 'while sealed', 'of this year');
    };
    const now = Date.now();
    let id = '';
    try {
      for (const [days, detail] of [
        [600, 'of long ago'],
        [500, null],
        [400, 'while sealed'],
        [300, 'of this year'],
      ] as const) {
        stopClockAt(now - days * 86_400_000);
        const entry = { by: 'Ines', action: 'account added', detail: detail ?? '' };
        if (detail === null) id = await locked(coordinator, named());
        else await transactions.write((manager) => audit.record(manager, entry));
      }
    } finally {
      jest.useRealTimers();
    }
    expect(await kept()).toEqual(['while sealed', 'of this year']);
    expect((await sealOf(id)).log.map(({ detail }) => detail)).toContain('while sealed');
    expect(await audit.isIntact(transactions.read)).toBe(true);
    // With the tasting, nothing needs it any more.
    await inBinFor(id, 31);
    expect(await kept()).toEqual(['of this year']);
    expect(await audit.isIntact(transactions.read)).toBe(true);
    // Who empties an entry before its time is found out.
    const other = new Database(file.data);
    other.exec('DROP TRIGGER "audit_no_update"');
    other.exec(`UPDATE "audit" SET "by" = '', "action" = 'cleared', "detail" = '' WHERE "detail" = 'of this year'`);
    other.close();
    expect(await audit.isIntact(transactions.read)).toBe(false);
  });
});
