import { rankingView, type Findings } from '@jacana/core/findings';
import type { Browser, Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';
import { begin, currentCode, handIn, rankByTapping, scoreAll, scoreFromHere } from '../support/ballot';
import {
  ballotAddressesByHand,
  expect,
  phone,
  planByHand,
  setUpByHand,
  sureThatAllCame,
  test,
} from '../support/jacana';

const COMMAND = resolve(import.meta.dirname, '../../core/dist/cli/jacana.js');

test('a real tasting, from the question to an answer that the command line confirms', async ({
  page,
  browser,
  empty,
}) => {
  await setUpByHand(page, empty);
  await planByHand(page, ['Glazed', 'Roasted', 'Steamed'], 6);
  const stated = await page.getByText(/^[0-9a-f]{64}$/).innerText();
  const addresses = await ballotAddressesByHand(page);
  expect(addresses).toHaveLength(6);
  await page.getByRole('link', { name: 'Back' }).click();

  // Everyone prefers lower codes, so the answer is known; six people on six devices at once.
  await Promise.all([
    ...addresses.slice(0, 3).map((address) => byTapping(browser, address)),
    byKeyboard(browser, addresses[3]),
    withoutNetwork(browser, addresses[4]),
    withReload(browser, addresses[5]),
  ]);

  await expect(page.getByRole('heading', { name: 'Everyone has handed in.' })).toBeVisible();
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('link', { name: 'Go on to unseal' }).click();
  await expect(page.getByText('the two are the same')).toBeVisible();
  await expect(page.getByText(stated)).toHaveCount(2);
  await sureThatAllCame(page);
  await page.getByRole('button', { name: 'Unseal the key' }).click();
  await expect(
    page.getByRole('heading', { name: 'Unsealed. Key and plan are the ones that were locked.' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Read the answer' }).click();
  await numbersMatchTheCommandLine(page);
});

async function byTapping(browser: Browser, address: string): Promise<void> {
  const page = await phone(browser, address);
  const codes = await scoreAll(page, [7, 5, 3]);
  await rankByTapping(page, [...codes].sort());
  // Two quick taps count once.
  await page.getByRole('button', { name: 'Hand in' }).dblclick();
  await expect(page.getByRole('heading', { name: 'Handed in. Thank you.' })).toBeVisible();
  await page.context().close();
}

async function byKeyboard(browser: Browser, address: string): Promise<void> {
  const page = await phone(browser, address);
  const press = (key: string) => page.keyboard.press(key);
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
  await tabTo(page, 'Begin');
  await press('Enter');
  const codes: string[] = [];
  for (const digit of ['8', '6', '4']) {
    codes.push(await currentCode(page));
    await tabTo(page, 'Like');
    await press(digit);
    await tabTo(page, codes.length < 3 ? 'Next sample' : 'To the last question');
    await press('Enter');
    if (codes.length === 3) break;
    await tabTo(page, 'The coordinator lets me go on now');
    await press('Enter');
  }
  // Placed in serving order, then moved into the order meant, all with arrow keys.
  for (const code of codes) {
    await tabTo(page, `Place ${code} next`);
    await press('Enter');
  }
  const wanted = [...codes].sort();
  for (const [at, code] of wanted.entries()) {
    const ranked = async () =>
      page
        .getByRole('listitem')
        .getByRole('button', { name: /Move with the arrow keys/ })
        .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')?.slice(0, 3)));
    for (let place = (await ranked()).indexOf(code); place > at; place--) {
      await tabTo(page, `${code}, `);
      await press('ArrowUp');
    }
  }
  await tabTo(page, 'Go on');
  await press('Enter');
  await tabTo(page, 'Hand in');
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'Handed in. Thank you.' })).toBeVisible();
  await page.context().close();
}

/** Presses Tab until something with this name has the focus. */
async function tabTo(page: Page, name: string): Promise<void> {
  for (let tries = 0; tries < 60; tries++) {
    const found = await page.evaluate(() => {
      const { activeElement: element } = document;
      const label = element instanceof HTMLInputElement ? element.labels?.[0]?.textContent : undefined;
      return element?.getAttribute('aria-label') ?? label ?? element?.textContent ?? '';
    });
    if (
      found.replace(/^\d/, '').startsWith(name) ||
      found.startsWith(name) ||
      (name === 'Like' && /ike/.test(found) && /^\d/.test(found))
    )
      return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never reaches "${name}".`);
}

async function withoutNetwork(browser: Browser, address: string): Promise<void> {
  const page = await phone(browser, address, { hasClock: true });
  await begin(page);
  await page.context().setOffline(true);
  const codes = await scoreFromHere(page, [6, 5, 2]);
  await expect(page.getByText('no connection')).toBeVisible();
  await rankByTapping(page, [...codes].sort());
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByRole('heading', { name: 'Waiting for a connection.' })).toBeVisible();
  await page.clock.fastForward(30_000);
  await page.context().setOffline(false);
  await expect(page.getByRole('heading', { name: 'Handed in. Thank you.' })).toBeVisible({ timeout: 60_000 });
  await page.context().close();
}

async function withReload(browser: Browser, address: string): Promise<void> {
  const page = await phone(browser, address);
  const codes = await scoreAll(page, [9, 5, 1]);
  const order = [...codes].sort();
  await page.getByRole('button', { name: `Place ${order[0]} next` }).click();
  await page.reload();
  // The half-made ranking is still there, and nothing is asked twice.
  await expect(page.getByRole('button', { name: `Take ${order[0]} out of the order` })).toBeVisible();
  await rankByTapping(page, order.slice(1));
  await page.reload();
  await handIn(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Handed in. Thank you.' })).toBeVisible();
  await page.context().close();
}

async function numbersMatchTheCommandLine(page: Page): Promise<void> {
  await expect(page.getByTestId('friedman')).toBeVisible();
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Bundle' }).click();
  const file = await (await downloading).path();
  const said = execFileSync(process.execPath, [COMMAND, 'findings', file, '--json'], { encoding: 'utf8' });
  const found = rankingView(JSON.parse(said) as Findings);
  if (!found || found.overall.test === null || found.strength.test === null) throw new Error('There is no answer.');

  await expect(page.getByRole('heading', { level: 1 })).toHaveText(found.verdict.sentence);
  await expect(page.getByText(found.verdict.support)).toBeVisible();
  const { statistic, df, probability, kendallW } = found.overall;
  await expect(page.getByTestId('friedman')).toContainText(`chi-squared ${statistic.toFixed(4)} on ${df} df`);
  await expect(page.getByTestId('friedman')).toContainText(
    probability.p < 0.0001 ? 'below 0.0001' : probability.p.toFixed(4),
  );
  await expect(page.getByTestId('friedman')).toContainText(`Kendall's W ${kendallW.toFixed(4)}`);
  // Six people who agree completely: chi-squared 12 on 2 df, W = 1.
  expect([statistic, df, kendallW]).toEqual([12, 2, 1]);
  for (const method of found.methods) {
    await expect(page.locator('svg title', { hasText: `${method.name}: ${method.rankSum}` })).toHaveCount(1);
  }
  for (const pair of found.pairs) {
    const name = (id: string) => found.methods.find((method) => method.id === id)?.name;
    const row = page.locator(`[data-pair="${name(pair.a)}|${name(pair.b)}"]`);
    await expect(row).toContainText(String(Math.abs(pair.difference)));
    await expect(row).toContainText(pair.adjustedP < 0.0001 ? 'below 0.0001' : pair.adjustedP.toFixed(4));
  }
  const { liking, strength } = found;
  if (liking) {
    const { test } = liking;
    await expect(page.getByLabel('Small print')).toContainText(test.test ? `F ${test.F.toFixed(3)}` : test.reason);
  }
  const best = strength.chanceOfBest[strength.strongest];
  await expect(page.getByRole('cell', { name: `${Math.round(best * 100)} %` }).first()).toBeVisible();
  expect(found.panelists).toHaveLength(6);
  const sums = found.methods.map((method) => method.rankSum ?? NaN).sort((a, b) => a - b);
  expect(sums).toEqual([6, 12, 18]);
}
