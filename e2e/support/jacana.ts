import { type ChildProcess, spawn } from 'node:child_process';
import { join, resolve } from 'node:path';
import { defaultTasting } from '@jacana/core/bundle';
import { neutralQuestion } from '@jacana/core/library';
import { type Browser, expect, type Page, test as base } from '@playwright/test';
import { type Jacana, Servers } from './servers';

const ROOT = resolve(import.meta.dirname, '../..');

/** A server in a process of its own, for tests that kill it or start it with other words. */
export interface OwnServer extends Jacana {
  kill: (signal: NodeJS.Signals) => Promise<void>;
}

/** Processes that a test started; none outlives it, however it ends. */
const started = new Set<ChildProcess>();

/** Starts one of Jacana's programs beside the test. */
export function startProgram(file: string, ...words: string[]): ChildProcess {
  const child = spawn(process.execPath, [join(ROOT, file), ...words], { stdio: ['ignore', 'pipe', 'pipe'] });
  // What nobody reads must not stop it.
  child.stdout?.resume();
  child.stderr?.resume();
  started.add(child);
  child.on('exit', () => started.delete(child));
  return child;
}

export async function startJacana(data: string, ...words: string[]): Promise<OwnServer> {
  const child = startProgram('server/dist/main.js', '--data', data, '--port', '0', ...words);
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
  const address = /Jacana is at (\S+)/.exec(printed)?.[1] ?? '';
  return { address, data, setUpCode, kill };
}

/** Tests with an empty server, or with the demo; whatever windows a test opens are closed before its server is gone. */
export const test = base.extend<{ empty: Jacana; demo: Jacana; tidy: void }, { servers: Servers }>({
  servers: [
    async ({}, use) => {
      const servers = new Servers();
      await use(servers);
      servers.end();
    },
    { scope: 'worker' },
  ],
  tidy: [
    async ({ browser }, use) => {
      await use();
      await closeAll(browser);
      for (const child of started) child.kill('SIGKILL');
    },
    { auto: true },
  ],
  empty: async ({ servers, browser }, use) => {
    const { port, ...jacana } = await servers.start(false);
    await use(jacana);
    await closeAll(browser);
    await servers.stop(port);
  },
  demo: async ({ servers, browser }, use) => {
    const { port, ...jacana } = await servers.start(true);
    await use(jacana);
    await closeAll(browser);
    await servers.stop(port);
  },
});

const closeAll = (browser: Browser): Promise<void[]> =>
  Promise.all(browser.contexts().map((context) => context.close()));

export { expect, type Jacana };

export const PASSWORD = 'a long password';

/** Creates the coordinator's account over the API, and opens the desk. */
export async function setUp(page: Page, { address, setUpCode }: Jacana): Promise<void> {
  const ines = { login: 'ines', password: PASSWORD };
  await post(page, `${address}/api/set-up`, { ...ines, name: 'Ines', setUpCode });
  await post(page, `${address}/api/session`, ines);
  await page.goto(address);
}

/** The same by hand, through the page of the first visit. */
export async function setUpByHand(page: Page, { address, setUpCode }: Jacana): Promise<void> {
  await page.goto(address);
  await page.getByLabel('Name').fill('Ines');
  await page.getByLabel('Login').fill('ines');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByLabel('Set-up code').fill(setUpCode);
  await page.getByRole('button', { name: 'Create the account' }).click();
  await expect(page.getByRole('heading', { name: 'No tasting yet.' })).toBeVisible();
}

/** Signs in as one of the demo's staff over the API, and opens the first page. */
export async function signInToDemo(page: Page, { address }: Jacana, name: string): Promise<void> {
  const session = await page.request.get(`${address}/api/session`);
  const { demo } = (await session.json()) as { demo: { name: string; login: string; password: string }[] };
  const { login, password } = demo.find((person) => person.name === name)!;
  await post(page, `${address}/api/session`, { login, password });
  await page.goto(address);
}

async function post(page: Page, address: string, data: object): Promise<unknown> {
  const reply = await page.request.post(address, { data });
  const text = await reply.text();
  expect(reply.ok(), text).toBe(true);
  return text === '' ? null : JSON.parse(text);
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

interface Asked {
  ties?: boolean;
  liking?: boolean;
  guess?: boolean;
}

/** A tasting of carrots, as it stands when Ask and Plan are done. */
function carrots(methods: string[], people: number, { ties = false, liking = true, guess = false }: Asked = {}) {
  const design = defaultTasting();
  const asked = design.ballot.items.filter((item) => liking || item.kind !== 'liking');
  const items = asked.map((item) => (item.kind === 'ranking' ? { ...item, ties } : item));
  return {
    ...{ ...design, title: 'Carrots', question: 'Which carrots do our guests like best?' },
    methods: methods.map((name, at) => ({
      ...{ id: `method-${at}`, name, note: '', steps: '', chain: [], equipment: '', reference: false },
    })),
    panel: Array.from({ length: people }, (_, at) => ({ id: `panelist-${at}`, name: `Panelist ${at + 1}` })),
    ballot: { items: guess ? [...items, neutralQuestion('guess', 'guess')] : items },
  };
}

/** Locks a tasting of carrots over the API, and opens its plan; returns its id. */
export async function planTasting(page: Page, methods: string[], people: number, asked: Asked = {}): Promise<string> {
  const { origin } = new URL(page.url());
  const id = await lockDraft(page, { address: origin }, carrots(methods, people, asked));
  await page.goto(`${origin}/tastings/${id}/plan`);
  await expect(page.getByRole('heading', { name: /^Locked:/ })).toBeVisible();
  return id;
}

/** Writes a tasting down through Ask and Plan, and locks it. The page ends on Plan. */
export async function planByHand(page: Page, methods: string[], people: number): Promise<void> {
  await beginTasting(page, 'Carrots', 'Which carrots do our guests like best?');
  await listMethods(page, methods);
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', people);
  await lockPlan(page);
}

/** Creates a tasting from a draft over the API and locks it; returns its id. */
export async function lockDraft<T extends { title: string }>(
  page: Page,
  { address }: Pick<Jacana, 'address'>,
  draft: T,
): Promise<string> {
  const tastings = `${address}/api/tastings`;
  const { id, version } = (await post(page, tastings, { title: draft.title })) as { id: string; version: number };
  const saved = await page.request.put(`${tastings}/${id}/draft`, { data: { version, draft } });
  expect(saved.ok(), await saved.text()).toBe(true);
  await post(page, `${tastings}/${id}/lock`, {});
  return id;
}

/** Addresses of the ballots of the open tasting, in seat order. */
export async function ballotAddresses(page: Page): Promise<string[]> {
  const { origin, pathname } = new URL(page.url());
  const [, id] = /\/tastings\/([^/]+)/.exec(pathname) ?? [];
  const links = await page.request.get(`${origin}/api/tastings/${id}/links`);
  return ((await links.json()) as { address: string }[]).map(({ address }) => address);
}

/** The same, from the page that is printed. */
export async function ballotAddressesByHand(page: Page): Promise<string[]> {
  await page.getByRole('link', { name: /^Taste/ }).click();
  await page.getByRole('link', { name: 'Links and QR codes' }).click();
  const links = page.getByRole('article').getByRole('link');
  await expect(links.first()).toBeVisible();
  return links.evaluateAll((all) => all.map((link) => (link as HTMLAnchorElement).href));
}

/** @param options hasClock lets the test put the phone's clock forward */
export async function phone(browser: Browser, address: string, { hasClock = false } = {}): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  if (hasClock) await page.clock.install();
  await page.goto(address);
  return page;
}
