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
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });

/** Milliseconds from the address to the button that begins. */
async function opened(page, go) {
  const start = performance.now();
  await go();
  await page.getByRole('button', { name: /^(Begin|Go on)$/ }).waitFor();
  return performance.now() - start;
}

const [first, again, installed] = [[], [], []];
for (const { address } of links) {
  const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Network.enable');
  await client.send('Network.emulateNetworkConditions', LINE);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const own = server.base + new URL(address).pathname;
  first.push(await opened(page, () => page.goto(own)));
  again.push(await opened(page, () => page.reload()));
  await page.waitForTimeout(1000);
  installed.push(await opened(page, () => page.reload()));
  await context.close();
}
await browser.close();
await server.stop();

const seconds = (list) => `${(quantile(list, 0.5) / 1000).toFixed(1)} s`;
row('A ballot that can be begun on a slow phone: first visit', seconds(first), 'below 1.5 s');
row('After a reload', seconds(again), 'below 1.5 s');
row('Installed', seconds(installed), 'below 1.5 s');
