import { resolve } from 'node:path';
import type { Page } from '@playwright/test';
import { currentCode } from '../support/ballot';
import { expect, phone, signInToDemo, test } from '../support/jacana';

const FOLDER = resolve(import.meta.dirname, '../../docs/screenshots');

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
  await page.getByRole('heading', { name: 'Looked at after unsealing' }).evaluate((line) => line.scrollIntoView());
  await take(page, 'read-explored');
  for (const stage of ['Ask', 'Plan', 'Cook']) {
    await page
      .getByRole('navigation')
      .getByRole('link', { name: new RegExp(`^${stage}`) })
      .click();
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.mouse.move(640, 790);
    await take(page, stage.toLowerCase());
  }
  await page.goto(demo.address);
  await page.getByText('Rice, soaked or not').click();
  await expect(page.getByText('live')).toBeVisible();
  await page.mouse.move(640, 790);
  await take(page, 'taste');
  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  await page.getByText('Print the tray map').waitFor();
  await page.mouse.move(640, 790);
  await take(page, 'serve');

  const id = page.url().split('/')[4];
  const links = (await (await page.request.get(`${demo.address}/api/tastings/${id}/links`)).json()) as {
    address: string;
  }[];
  await ballot(await phone(browser, links[33].address));

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
  await page.getByText('Soaked overnight').waitFor();
  await page.waitForTimeout(1500);
  await take(page, 'unseal');
});

async function ballot(guest: Page): Promise<void> {
  await guest.getByRole('button', { name: 'Begin' }).click();
  const codes: string[] = [];
  for (const score of [7, 5, 8]) {
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
    await guest.getByRole('button', { name: /^(Next sample|To the last question)$/ }).click();
  }
  for (const code of codes.slice(0, 2)) await guest.getByRole('button', { name: `Place ${code} next` }).click();
  await take(guest, 'ballot-ranking');
}
