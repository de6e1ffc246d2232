import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, signInToDemo, startJacana, startProgram, test } from '../support/jacana';

/** A whole kitchen at sixty times its pace, with probes that are simulated, by two tablets. */

// The kitchen's clock runs sixty times as fast as the machine's: on one that stands still for seconds, what is to be seen is over.
test.describe.configure({ retries: 2 });

const next = (page: Page) => page.getByRole('region', { name: 'Next' });
const underWay = (page: Page) => page.locator('section', { hasText: 'Under way' });
const openPiece = async (page: Page, tag: string): Promise<void> => {
  await underWay(page).getByRole('button', { name: tag, exact: true }).click();
  await expect(page.getByRole('dialog', { name: `Piece ${tag}` })).toBeVisible();
};
const close = (page: Page) => page.getByRole('button', { name: 'Close this window' }).click();

test('a simulated cook at sixty times its pace: probes, a plateau, a dose, a late piece, a redone one, the gate, caveats, and portioning', async ({
  browser,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'jacana-cook-'));
  const jacana = await startJacana(join(folder, 'tastings.db'), '--demo', '--pace', '60');
  const devices = startProgram('server/dist/simulated/main.js', '--at', jacana.address);
  const [first, second] = await Promise.all(
    [0, 1].map(() => browser.newContext({ viewport: { width: 1180, height: 820 } })),
  );
  const [one, other] = await Promise.all([first, second].map((context) => context.newPage()));
  for (const page of [one, other]) {
    await signInToDemo(page, jacana, 'Marek');
    await page.getByRole('link', { name: /^Beetroot, five ways/ }).click();
    await page.getByRole('link', { name: 'Cook by this sheet' }).click();
    await expect(next(page)).toBeVisible();
  }

  // Probes are drawn, and say when; the pot that is too cool says that it has no time.
  await expect(one.getByRole('heading', { name: /^Probe in/ })).toBeVisible();
  await expect(
    underWay(one)
      .getByText(/°C.* in .*min|it is there/)
      .first(),
  ).toBeVisible();
  await expect(
    underWay(one)
      .getByText(/levels off short of 92 °C|on a plateau/)
      .first(),
  ).toBeVisible();

  // What is late is planned anew, for both.
  await one.getByRole('button', { name: 'Go by this plan' }).click();
  await expect(other.getByText(/^Planned anew at/)).toBeVisible();

  // Tap after tap, by both tablets; one of them loses its network for a while and goes on.
  await second.setOffline(true);
  for (let turn = 0; turn < 2; turn++) await tapNext(other);
  await expect(other.getByText(/taps? on the way/)).toBeVisible();
  for (let turn = 0; turn < 6; turn++) await tapNext(one);
  await second.setOffline(false);
  await expect(other.getByText(/taps? on the way/)).toBeHidden();
  for (let turn = 0; turn < 6; turn++) await tapNext(one);

  // A dose by mass, given.
  const tag = await inTheKitchen(one);
  await openPiece(one, tag);
  await one.getByRole('button', { name: 'Given' }).click();
  await expect(one.getByText(new RegExp(`Written down: salt for ${tag}`))).toBeAttached();

  // One is burnt: withdrawn, and another cooked in its place under a new tag, which is on the sheet of both.
  await one.getByLabel('What was seen, or why it is served anyway').fill('burnt underneath');
  await one.getByRole('button', { name: 'Withdraw' }).click();
  const again = one.getByRole('button', { name: /^Cook another in its place, as / });
  const fresh = (await again.textContent())?.trim().slice(-2) ?? '';
  await again.click();
  await expect(one.getByText(`${fresh} is cooked in its place.`)).toBeVisible();
  await close(one);
  await expect(other.getByRole('button', { name: `Piece ${fresh}` }).first()).toBeVisible();

  // Another did not reach its end point: it is served by a named person's decision.
  const short = 'L7';
  await openPiece(other, short);
  await expect(other.getByText(/recorded as not reached/)).toBeVisible();
  await expect(other.getByRole('button', { name: 'Pass', exact: true })).toBeDisabled();
  await other.getByLabel('What was seen, or why it is served anyway').fill('firm, but cooked through');
  await other.getByRole('button', { name: /^Serve anyway, as Marek decides/ }).click();
  await close(other);

  // The record proposes, one tap notes.
  await one.getByRole('button', { name: 'Note it' }).first().click();
  await one.getByRole('link', { name: 'Run sheet and list' }).click();
  await expect(
    one.locator('li', { hasText: /was withdrawn|served anyway|took|weigh|heavier|lighter/ }).first(),
  ).toBeVisible();
  await expect(one.getByText(`instead of ${tag}`)).toBeVisible();

  // What is portioned is what passed.
  const server = await (await browser.newContext()).newPage();
  await signInToDemo(server, jacana, 'Tove');
  await server.getByRole('link', { name: /Thursday panel, winter menu/ }).click();
  await server
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  await server.getByRole('button', { name: 'Open the sheet' }).click();
  const sheet = server.getByRole('dialog', { name: 'Portioning sheet' });
  await expect(sheet.getByText(fresh, { exact: true }).first()).toBeVisible();
  await expect(sheet.getByText(tag, { exact: true })).toHaveCount(0);
  await expect(sheet.getByText(short, { exact: true }).first()).toBeVisible();

  // The coordinator reads that nothing of it is missing: another piece stands in for the one that was withdrawn.
  const desk = await (await browser.newContext()).newPage();
  await signInToDemo(desk, jacana, 'Ines');
  await desk.getByRole('link', { name: /^Beetroot, five ways/ }).click();
  await desk.getByRole('navigation').getByRole('link', { name: /^Cook/ }).click();
  await expect(desk.getByText(`instead of ${tag}`)).toBeVisible();
  await expect(desk.getByRole('heading', { name: 'What remains to be served' })).toBeHidden();
  await expect(desk.getByRole('link', { name: 'Readings (CSV)' })).toBeVisible();
  devices.kill();
  await jacana.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
});

/** The first thing that is to be done, done. */
async function tapNext(page: Page): Promise<void> {
  const button = next(page).getByRole('button', { name: /^(Started|Done)/ });
  await button.click();
}

/** A piece that is in something and has no decision yet. */
async function inTheKitchen(page: Page): Promise<string> {
  const tags = await underWay(page).getByRole('button').allTextContents();
  return tags.find((tag) => tag !== 'L7') ?? '';
}
