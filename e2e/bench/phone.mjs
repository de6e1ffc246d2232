/**
 * A slow phone on a slow line: how long until a ballot can be begun, on the first visit, after a reload, and once it
 * is installed. Chromium plays the phone, with a quarter of this machine's speed, 400 kbit/s and 400 ms a round trip.
 *
 * npm run bench -- --phone [times]
 */
import { chromium } from '@playwright/test';
import { lockedTasting, quantile, row, startServer } from '../../server/bench/server.mjs';

const TIMES = Number(process.argv[2] ?? 5);
const LINE = { offline: false, latency: 400, downloadThroughput: 50_000, uploadThroughput: 50_000 };
const SLOWER = 4;

const server = await startServer();
const id = await lockedTasting(server.as, { title: 'A phone', people: TIMES, piecesPerMethod: 1, methods: 4 });
const links = await server.as(`/api/tastings/${id}/links`);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-gpu'],
});

const begin = (page) => page.getByRole('button', { name: /^(Begin|Go on)$/ });

/** Milliseconds from a reload to the step that was on the screen. */
async function reloaded(page) {
  const start = performance.now();
  await page.reload({ waitUntil: 'commit' });
  await page.locator('#root main').waitFor();
  return performance.now() - start;
}

/** The first visit: until there is something to read and to press, and until what was pressed at once is done. */
async function visited(page, own) {
  const start = performance.now();
  void page.goto(own, { waitUntil: 'commit' });
  await begin(page).waitFor();
  const read = performance.now() - start;
  await begin(page).click();
  await begin(page).waitFor({ state: 'detached' });
  return { read, begun: performance.now() - start };
}

const [first, begun, again, installed] = [[], [], [], []];
for (const { address } of links) {
  const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Network.enable');
  await client.send('Network.emulateNetworkConditions', LINE);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const own = server.base + new URL(address).pathname;
  const visit = await visited(page, own);
  first.push(visit.read);
  begun.push(visit.begun);
  again.push(await reloaded(page));
  await page.waitForTimeout(1000);
  installed.push(await reloaded(page));
  await context.close();
}
await browser.close();
await server.stop();

const seconds = (list) => `${(quantile(list, 0.5) / 1000).toFixed(1)} s`;
row('A ballot on a slow phone, first visit: read, and its button pressed', seconds(first), 'below 1.5 s');
row('What was pressed that early is done', seconds(begun), '');
row('After a reload', seconds(again), 'below 1.5 s');
row('Installed', seconds(installed), 'below 1.5 s');
