import { readFileSync } from 'node:fs';
import { parseBundle } from '@jacana/core/bundle';
import type { Page } from '@playwright/test';
import { beginTasting, expect, goTo, setNumber, setUp, test } from '../support/jacana';

const METHODS = 60;
const PEOPLE = 200;
const TOGETHER = 6;

test('sixty methods for two hundred people lock while the server goes on answering, and leave as files', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Sixty ways', 'Which ways are worth a final?');
  await page.getByRole('button', { name: 'Paste or import' }).click();
  await page
    .getByLabel('Rows')
    .fill(['name', ...Array.from({ length: METHODS }, (_, at) => `Manner ${at + 1}`)].join('\n'));
  await page.getByRole('button', { name: `Add ${METHODS} methods` }).click();
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', PEOPLE);
  await setNumber(page, 'Pieces a method', 4);
  await page.getByRole('tab', { name: 'Orders' }).click();
  await setNumber(page, 'Samples at a sitting', TOGETHER);
  await expect(page.getByText(`Each sample is served ${(PEOPLE * TOGETHER) / METHODS} times.`)).toBeVisible({
    timeout: 120_000,
  });
  // Too many rows for figures: the map says its range in words.
  // What so many counts come to is said; the counts themselves unfold.
  await page.getByText('Counts of positions and neighbours').click();
  await expect(page.getByRole('img', { name: /^times at each position: / })).toBeVisible();
  await expect(page.getByRole('img', { name: /^times the two stand side by side: / })).toBeVisible();

  const answered = await whileLocking(page);
  expect(answered).toBeGreaterThan(2);
  await filesHoldThePlan(page);
});

/** Locks, and counts the requests that the server answers meanwhile. */
async function whileLocking(page: Page): Promise<number> {
  let isLocked = false;
  let answered = 0;
  const ask = async (): Promise<void> => {
    while (!isLocked) {
      expect((await page.request.get(new URL('/api/tastings', page.url()).href)).status()).toBe(200);
      if (!isLocked) answered++;
    }
  };
  await page.getByRole('button', { name: 'Lock and seal the key' }).click();
  const locking = page.waitForResponse((response) => response.url().endsWith('/lock'), { timeout: 120_000 });
  await page.getByRole('button', { name: 'Lock and seal', exact: true }).click();
  await Promise.all([locking.then(() => (isLocked = true)), ask()]);
  await expect(page.getByRole('heading', { name: /^Locked:/ })).toBeVisible();
  return answered;
}

async function filesHoldThePlan(page: Page): Promise<void> {
  const orders = await downloaded(page, 'Orders as CSV');
  const [, ...rows] = orders.trim().split(/\r?\n/);
  expect(rows).toHaveLength(PEOPLE * TOGETHER);
  expect(orders).not.toContain('Manner');

  const { bundle, problems } = parseBundle(JSON.parse(await downloaded(page, 'Bundle')));
  expect(problems).toEqual([]);
  expect(bundle?.key).toBeNull();
  expect(bundle?.tasting.methods).toHaveLength(METHODS);
  const codes = bundle?.plan?.servings.map(({ sets }) => sets.flatMap((set) => set.codes)) ?? [];
  expect(codes.map((served) => new Set(served).size)).toEqual(new Array(PEOPLE).fill(TOGETHER));
  expect(new Set(codes.flat()).size).toBe(METHODS);
}

async function downloaded(page: Page, link: string): Promise<string> {
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: link }).click()]);
  return readFileSync(await download.path(), 'utf8');
}
