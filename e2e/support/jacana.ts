import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { type Browser, expect, type Page, test as base } from '@playwright/test';

const ROOT = resolve(import.meta.dirname, '../..');

/** A server of the test's own, on a port and a data file of its own. */
export interface Jacana {
  address: string;
  data: string;
  /** Asked for with the first account. */
  setUpCode: string;
  kill: (signal: NodeJS.Signals) => Promise<void>;
}

/** Below the ports that the system gives to connections: one of those may be in use by the time the server listens. */
async function freePort(): Promise<number> {
  const port = 20_000 + Math.floor(Math.random() * 10_000);
  const isFree = await new Promise<boolean>((done) => {
    const probe = createServer()
      .once('error', () => done(false))
      .listen(port, '127.0.0.1', () => probe.close(() => done(true)));
  });
  return isFree ? port : freePort();
}

export async function startJacana(data: string, ...words: string[]): Promise<Jacana> {
  const port = await freePort();
  const child: ChildProcess = spawn(
    process.execPath,
    [join(ROOT, 'server/dist/main.js'), '--data', data, '--port', String(port), ...words],
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let [said, printed] = ['', ''];
  child.stderr?.on('data', (text: Buffer) => (said += text.toString()));
  await new Promise<void>((done, fail) => {
    child.stdout?.on('data', (text: Buffer) => {
      printed += text.toString();
      if (printed.includes('Data: ')) done();
    });
    child.on('exit', (code) => fail(new Error(`Jacana ended with ${code}: ${said}`)));
  });
  const gone = new Promise<void>((done) => child.on('exit', () => done()));
  const setUpCode = /Set-up code.*: (\w+)/.exec(printed)?.[1] ?? '';
  const kill = async (signal: NodeJS.Signals): Promise<void> => void (child.kill(signal), await gone);
  return { address: `http://localhost:${port}`, data, setUpCode, kill };
}

/** Tests with an empty server, or with the demo. */
export const test = base.extend<{ empty: Jacana; demo: Jacana }>({
  empty: async ({}, use) => withServer((data) => startJacana(data), use),
  demo: async ({}, use) => withServer((data) => startJacana(data, '--demo'), use),
});

async function withServer(
  start: (data: string) => Promise<Jacana>,
  use: (jacana: Jacana) => Promise<void>,
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'jacana-'));
  const jacana = await start(join(folder, 'tastings.db'));
  await use(jacana);
  await jacana.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
}

export { expect };

export const PASSWORD = 'a long password';

/** Creates the coordinator's account through the first-visit page. */
export async function setUp(page: Page, { address, setUpCode }: Jacana): Promise<void> {
  await page.goto(address);
  await page.getByLabel('Name').fill('Ines');
  await page.getByLabel('Login').fill('ines');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByLabel('Set-up code').fill(setUpCode);
  await page.getByRole('button', { name: 'Create the account' }).click();
  await expect(page.getByRole('heading', { name: 'No tasting yet.' })).toBeVisible();
}

export async function signInToDemo(page: Page, { address }: Jacana, name: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByRole('button', { name: 'Find a command, Ctrl K' })).toBeVisible();
}

/** Begins a tasting from the desk, up to its question. The page ends on Ask. */
export async function beginTasting(page: Page, title: string, question: string): Promise<void> {
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill(title);
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByLabel('Question').fill(question);
}

/** Types methods into the list, one after the other. */
export async function listMethods(page: Page, methods: string[]): Promise<void> {
  await page.getByRole('button', { name: 'Add a method' }).click();
  for (const [at, method] of methods.entries()) {
    await page.getByLabel(`Name of method ${at + 1}`, { exact: true }).fill(method);
    if (at + 1 < methods.length) await page.getByLabel(`Name of method ${at + 1}`, { exact: true }).press('Enter');
  }
}

export async function goTo(page: Page, stage: string): Promise<void> {
  await page
    .getByRole('navigation')
    .getByRole('link', { name: new RegExp(`^${stage}`) })
    .click();
}

/** Types a number into a field of the plan, which takes effect on Enter. */
export async function setNumber(page: Page, label: string, value: number): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(String(value));
  await field.press('Enter');
}

export async function lockPlan(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Lock and seal the key' }).click();
  await page.getByRole('button', { name: 'Lock and seal', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Locked:/ })).toBeVisible();
}

/** Says before unsealing that nobody is awaited; on a busy machine the page may still move under the pointer. */
export async function sureThatAllCame(page: Page): Promise<void> {
  await expect(async () => {
    await page.getByLabel(/All ballots that will come/).check({ timeout: 2000 });
  }).toPass();
}

/** Takes another test than the one that is proposed. */
export async function takeTest(page: Page, name: string): Promise<void> {
  await page.getByText('Other tests that could answer').click();
  await page.getByRole('button', { name: `Use ${name}`, exact: true }).click();
  await expect(page.getByText('another is proposed')).toBeVisible();
}

/** Writes a tasting down through Ask and Plan, and locks it. The page ends on Plan. */
export async function planTasting(
  page: Page,
  methods: string[],
  people: number,
  { ties = false, liking = true, guess = false } = {},
): Promise<void> {
  await beginTasting(page, 'Carrots', 'Which carrots do our guests like best?');
  await listMethods(page, methods);
  if (methods.length === 2) await takeTest(page, 'Ranking');
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', people);
  if (ties || !liking || guess) await page.getByRole('tab', { name: 'Ballot' }).click();
  if (ties) {
    await page.getByRole('button', { name: /Ranking/ }).click();
    await page.getByLabel(/Allow ties/).click();
  }
  if (!liking) await page.getByRole('button', { name: 'Remove question 1' }).click();
  if (guess) {
    await page.getByRole('button', { name: 'Add a question' }).click();
    await page.getByRole('menuitem', { name: /^Guess of the method/ }).click();
  }
  await lockPlan(page);
}

/** Creates a tasting from a draft over the API and locks it; returns its id. */
export async function lockDraft<T extends { title: string }>(
  page: Page,
  { address }: Jacana,
  draft: T,
): Promise<string> {
  const created = await page.request.post(`${address}/api/tastings`, { data: { title: draft.title } });
  const { id, version } = (await created.json()) as { id: string; version: number };
  const saved = await page.request.put(`${address}/api/tastings/${id}/draft`, { data: { version, draft } });
  expect(saved.ok(), await saved.text()).toBe(true);
  const locked = await page.request.post(`${address}/api/tastings/${id}/lock`);
  expect(locked.ok(), await locked.text()).toBe(true);
  return id;
}

/** Addresses of the ballots of the open tasting, in seat order. */
export async function ballotAddresses(page: Page): Promise<string[]> {
  await page.getByRole('link', { name: /^Taste/ }).click();
  await page.getByRole('link', { name: 'Links and QR codes' }).click();
  const links = page.getByRole('article').getByRole('link');
  await expect(links.first()).toBeVisible();
  return links.evaluateAll((all) => all.map((link) => (link as HTMLAnchorElement).href));
}

export async function phone(browser: Browser, address: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.goto(address);
  return page;
}
