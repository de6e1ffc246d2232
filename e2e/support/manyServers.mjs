/**
 * Servers of one test worker, all in this process: Jacana is loaded once, and a server with a data file of its own
 * starts in a fifth of a second. What is asked of it comes from {@link ./servers.ts}.
 */
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const BUILT = resolve(import.meta.dirname, '../../server/dist');
const load = createRequire(import.meta.url);
const { createApplication, listen } = load(join(BUILT, 'application.js'));
const { AccountsService } = load(join(BUILT, 'accounts/accounts.service.js'));
const { TastingRow } = load(join(BUILT, 'database/entities.js'));
const { Transactions } = load(join(BUILT, 'database/transactions.js'));
const { FindingsService } = load(join(BUILT, 'findings/findings.service.js'));
const { WorkersService } = load(join(BUILT, 'jobs/workers.service.js'));
const { readOptions } = load(join(BUILT, 'options/options.js'));

const folder = mkdtempSync(join(tmpdir(), 'jacana-'));
const running = new Map();
let files = 0;
let demoFile = null;
/** Threads that compute take a second to load, so all servers here share those of the first. */
let shared = null;

/** Guesses of passwords cost nothing here; everything else is as it is at a coordinator's. */
async function open(data, isDemo) {
  const options = {
    ...readOptions(['--data', data, '--port', '0', ...(isDemo ? ['--demo'] : [])]),
    passwordCost: { N: 2, r: 1, p: 1 },
    signInsPerMinute: 1000,
    quiet: true,
  };
  const app = await createApplication(options);
  shared ??= new WorkersService(options);
  const { long, short } = shared;
  Object.assign(app.get(WorkersService), { long, short, onModuleDestroy: () => undefined });
  await listen(app, options);
  return { app, port: options.port };
}

/** The demo's tastings are brought in once, and the file is copied for each test. */
async function demoData() {
  if (demoFile === null) {
    const data = join(folder, 'demo.db');
    const { app } = await open(data, true);
    await computeFindings(app);
    await app.close();
    demoFile = data;
  }
  return demoFile;
}

/** What a tasting says is computed once as well, and kept in the file as for any reader. */
async function computeFindings(app) {
  const ines = { role: 'coordinator' };
  for (const { id, unsealedAt } of await app.get(Transactions).read.find(TastingRow))
    if (unsealedAt) await app.get(FindingsService).find(id, ines, new AbortController().signal);
}

async function start(isDemo) {
  const data = join(folder, `${++files}.db`);
  if (isDemo) copyFileSync(await demoData(), data);
  const { app, port } = await open(data, isDemo);
  running.set(port, app);
  return { port, data, setUpCode: app.get(AccountsService).setUpCode };
}

async function stop(port) {
  await running.get(port)?.close();
  running.delete(port);
  return {};
}

process.on('message', ({ id, start: wanted, stop: port }) => {
  const work = wanted ? start(wanted.isDemo) : stop(port);
  work.then(
    (result) => process.send({ id, result }),
    (error) => process.send({ id, problem: String(error?.stack ?? error) }),
  );
});
process.on('disconnect', () => process.exit());
process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
