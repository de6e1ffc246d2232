import { lockPlan } from '@jacana/core/design';
import { usualBallot } from '@jacana/core/library';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import { currentCode, nextSample } from '../support/ballot';
import { expect, type Jacana, phone, signInToDemo, test } from '../support/jacana';

const FOLDER = resolve(import.meta.dirname, '../../docs/screenshots');

const DEVICES = resolve(import.meta.dirname, '../../server/dist/simulated/main.js');

async function take(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `${FOLDER}/${name}.png` });
}

/** One current picture of each main view, from the demo data. */
test('the views of the README', async ({ page, browser, demo }) => {
  await page.goto(demo.address);
  await page.getByText('The Reedbed Kitchen, a demo').waitFor();
  await take(page, 'sign-in');
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Salmon, four ways').waitFor();
  await take(page, 'desk');
  await page.getByText('Salmon, four ways').click();
  await page.getByTestId('friedman').waitFor();
  await take(page, 'read');
  await page.getByRole('heading', { name: 'From the kitchen' }).evaluate((line) => line.scrollIntoView());
  await take(page, 'read-kitchen');
  await page.goto(demo.address);
  await page.getByText('Green beans, batch-steamed').click();
  await page.getByRole('heading', { name: /^Not shown to be good enough/ }).waitFor();
  await take(page, 'read-margin');
  await cookViews(page, demo.address);
  await planViews(page, demo.address);
  await page.goto(demo.address);
  await page.getByText('Rice, soaked or not').click();
  await expect(page.getByText('live')).toBeVisible();
  await page.mouse.move(640, 790);
  await take(page, 'taste');
  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  await page.getByText('Tray map (PDF)').waitFor();
  await page.mouse.move(640, 790);
  await take(page, 'serve');
  await page.getByRole('link', { name: 'Carry trays' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'I take this tray' }).waitFor();
  await take(page, 'carry');
  await page.setViewportSize({ width: 1280, height: 800 });

  await ballots(page, browser, demo);

  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Taste/ })
    .click();
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('link', { name: 'Go on to unseal' }).click();
  await page.getByText('the two are the same').waitFor();
  await page.getByLabel(/All ballots that will come/).check();
  await page.getByRole('button', { name: 'Unseal the key' }).click();
  await page.getByText('Soaked overnight').first().waitFor();
  await page.waitForTimeout(1500);
  await take(page, 'unseal');
});

/** The run sheet of what is being cooked, and the same on the kitchen's tablet. */
async function cookViews(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByText('Beetroot, five ways').click();
  await page.getByRole('navigation').getByRole('link', { name: /^Cook/ }).click();
  await page.getByText('Longest waits:').waitFor();
  await page.mouse.move(640, 790);
  await take(page, 'cook');
  await page.getByRole('link', { name: 'Cook by this sheet' }).click();
  await page.getByRole('region', { name: 'Next' }).waitFor();
  await page.setViewportSize({ width: 1180, height: 820 });
  // With the devices that npm start brings along.
  const devices = spawn(process.execPath, [DEVICES, '--at', address], { stdio: 'ignore' });
  await page.getByRole('heading', { name: /^Probe in/ }).waitFor();
  await take(page, 'cook-live');
  devices.kill();
  await page.setViewportSize({ width: 1280, height: 800 });
}

/** Ask and Plan of the screening that is being planned. */
async function planViews(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByText('Sweet potato wedges, twelve ways').click();
  await page.getByLabel('Name of method 12').waitFor();
  await page.mouse.move(640, 790);
  await take(page, 'ask');
  await page.getByRole('navigation').getByRole('link', { name: /^Plan/ }).click();
  await page.getByText('The least that is found 8 times in 10').waitFor();
  await page.getByText('simulated', { exact: true }).waitFor({ timeout: 60_000 });
  await page.mouse.move(640, 790);
  await take(page, 'plan');
  for (const [part, name] of [
    ['Ballot', 'plan-ballot'],
    ['Orders', 'plan-orders'],
  ]) {
    await page.getByRole('tab', { name: part }).click();
    if (part === 'Ballot') await page.getByRole('button', { name: /Ranking/ }).click();
    else await page.getByText('incomplete blocks').waitFor({ timeout: 60_000 });
    await take(page, name);
  }
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).click();
  await page.getByText('See one such answer').waitFor({ timeout: 120_000 });
  await take(page, 'plan-rehearsal');
}

/** A triangle of the demo in service; then liking and a ranking, of a tasting brought in for it. */
async function ballots(page: Page, browser: Browser, demo: Jacana): Promise<void> {
  const linksOf = async (id: string) =>
    (await (await page.request.get(`${demo.address}/api/tastings/${id}/links`)).json()) as { address: string }[];
  const triangle = await phone(browser, (await linksOf(page.url().split('/')[4]))[33].address);
  await triangle.getByRole('button', { name: 'Begin' }).click();
  await triangle
    .getByRole('button', { name: /^Choose/ })
    .nth(1)
    .click();
  await take(triangle, 'ballot-triangle');
  const salmon = JSON.parse(readFileSync(resolve(import.meta.dirname, '../../demo/1-salmon.json'), 'utf8'));
  // Without zones and palate: the two questions that most ballots have.
  const tasting = { ...salmon.tasting, zones: [], ballot: { items: usualBallot('ranking', '') } };
  const { lockedAt } = salmon.plan;
  const open = {
    ...salmon,
    tasting,
    ...lockPlan(tasting, { seed: salmon.key.seed, salt: salmon.key.salt, lockedAt }),
    ...{ ballots: [], readings: [], digest: null },
    records: { ...salmon.records, caveats: [], kitchen: [] },
    seal: { closedAt: null, unsealedAt: null, unsealedBy: null },
  };
  const { id } = await (await page.request.post(`${demo.address}/api/import`, { data: open })).json();
  await ballot(await phone(browser, (await linksOf(id))[2].address));
}

async function ballot(guest: Page): Promise<void> {
  await guest.getByRole('button', { name: 'Begin' }).click();
  const codes: string[] = [];
  for (const score of [7, 5, 8, 6]) {
    codes.push(await currentCode(guest));
    await guest
      .getByRole('radio')
      .nth(9 - score)
      .click();
    if (codes.length === 2) {
      await guest.getByRole('button', { name: 'Dim', exact: true }).click();
      await take(guest, 'ballot-sample');
      await guest.getByRole('button', { name: 'Bright', exact: true }).click();
    }
    await nextSample(guest);
  }
  for (const code of codes.slice(0, 2)) await guest.getByRole('button', { name: `Place ${code} next` }).click();
  await take(guest, 'ballot-ranking');
}
