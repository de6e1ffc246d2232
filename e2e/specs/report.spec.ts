import readWorkbook from 'read-excel-file/node';
import type { Findings } from '@jacana/core/findings';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { extractText, getDocumentProxy } from 'unpdf';
import { expect, signInToDemo, test } from '../support/jacana';

/** The text of a PDF as somebody selects it, and its pages. */
async function textOf(bytes: Buffer): Promise<{ text: string; pages: number }> {
  const pdf = await getDocumentProxy(new Uint8Array(bytes));
  const { text, totalPages } = await extractText(pdf, { mergePages: true });
  return { text: text.replace(/\s+/g, ' '), pages: totalPages };
}

async function taken(page: Page, link: string): Promise<Buffer> {
  const href = await page.getByRole('link', { name: link, exact: true }).getAttribute('href');
  return (await page.request.get(new URL(href!, page.url()).href)).body();
}

test('screen, report, text and workbook agree to the digit', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Salmon, four ways').click();
  await page.getByRole('link', { name: /^Read/ }).click();
  await expect(page.getByRole('heading', { name: 'Slow oven is liked best.' })).toBeVisible();
  const id = page.url().split('/')[4];
  const found = (await (await page.request.get(`${demo.address}/api/tastings/${id}/findings`)).json()) as Findings;
  const ranks = found.sections.find((one) => one.id === 'rank-sums')!.data as {
    methods: { id: string; name: string; rankSum: number }[];
    overall: { statistic: number };
  };
  const liking = found.sections.find((one) => one.id === 'liking')!.data as {
    means: { method: string; mean: number }[];
  };

  const report = await textOf(await taken(page, 'Report (PDF)'));
  const short = await textOf(await taken(page, 'One page (PDF)'));
  const book = await readWorkbook(await taken(page, 'XLSX'));
  const cells = book.find(({ sheet }) => sheet === 'Findings')!.data;
  for (const { id: method, name, rankSum } of ranks.methods) {
    const mean = liking.means.find((one) => one.method === method)!.mean.toFixed(2);
    expect(report.text).toContain(`${name} ${rankSum.toFixed(1)}`);
    expect(report.text).toContain(mean);
    await expect(page.getByText(`mean ${mean}`).first()).toBeVisible();
    const row = cells.find(([first]) => first === name)!;
    expect(row[1]).toBe(rankSum);
    expect(row[4]).toBe(Number(mean));
  }
  expect(report.text).toContain(ranks.overall.statistic.toFixed(4));
  await expect(page.getByTestId('friedman')).toContainText(ranks.overall.statistic.toFixed(4));
  for (const said of [found.verdict.sentence, found.verdict.support, found.fingerprint.stated]) {
    expect(report.text).toContain(said);
    expect(short.text).toContain(said);
  }
  expect(short.pages).toBe(1);
  // Names of panelists stay where they are.
  expect(report.text).not.toContain('Ada');
  expect(cells.flat().join(' ')).not.toContain('Ada');

  await page.getByRole('button', { name: 'Other forms…' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Paper').selectOption('Letter');
  await form.getByLabel('Name the panelists').click();
  const named = await textOf(await taken(page, 'Report as chosen (PDF)'));
  const people = await (await page.request.get(`${demo.address}/api/tastings/${id}`)).json();
  expect(named.text).toContain(people.draft.panel[0].name);
  expect(report.text).not.toContain(people.draft.panel[0].name);
  const text = (await taken(page, 'As text')).toString();
  expect(text.replace(/\s+/g, ' ')).toContain(found.verdict.support);

  const [svg] = await Promise.all([
    page.waitForEvent('download'),
    form.getByRole('button', { name: /^Rank sums.*SVG$/ }).click(),
  ]);
  const drawing = readFileSync(await svg.path(), 'utf8');
  expect(drawing).toContain('Slow oven');
  const [png] = await Promise.all([
    page.waitForEvent('download'),
    form.getByRole('button', { name: /^Rank sums.*PNG$/ }).click(),
  ]);
  expect(png.suggestedFilename()).toBe('rank-sums.png');
  expect(
    readFileSync(await png.path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
});

test('a reader takes the report, and neither names nor data', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Samir');
  await page.getByText('Salmon, four ways').click();
  await expect(page.getByRole('link', { name: 'Report (PDF)' })).toBeVisible();
  for (const link of ['XLSX', 'CSV', 'Bundle']) await expect(page.getByRole('link', { name: link })).toHaveCount(0);
  const id = page.url().split('/')[4];
  const sheets = `${demo.address}/api/tastings/${id}/sheets`;
  const asked = await textOf(await (await page.request.get(`${sheets}/report?names=yes`)).body());
  expect(asked.text).toContain('Seat 15 (not blind)');
  expect((await page.request.get(`${sheets}/workbook`)).status()).toBe(403);
  expect((await page.request.get(`${sheets}/report?paper=A3`)).status()).toBe(400);
});

test('a link shows the findings to somebody without an account, until it is taken back', async ({
  page,
  browser,
  demo,
}) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Salmon, four ways').click();
  await page.getByRole('link', { name: /^Read/ }).click();
  await page.getByRole('button', { name: 'Other forms…' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Works for').selectOption('a week');
  await form.getByRole('button', { name: 'Make a link' }).click();
  const address = (await form.getByText(/\/f\/[\w-]{32}$/).textContent())!;
  const guest = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const own = demo.address + new URL(address).pathname;
  await guest.goto(own);
  await expect(guest.getByRole('heading', { name: 'Slow oven is liked best.' })).toBeVisible();
  await expect(guest.getByRole('link', { name: 'Report (PDF)' })).toBeVisible();
  // Charts take their width once they stand.
  await expect.poll(() => guest.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  for (const name of ['CSV', 'Bundle', 'XLSX']) await expect(guest.getByRole('link', { name })).toHaveCount(0);

  await form.getByRole('button', { name: 'Take it back' }).click();
  await expect(form.getByText(/taken back on/)).toBeVisible();
  await expect(form.getByText(new URL(address).pathname)).toHaveCount(0);
  await guest.reload();
  await expect(guest.getByText('This link has ended.')).toBeVisible();
});

test('the planned answer is run again without what somebody switches off', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Samir');
  await page.getByText('Salmon, four ways').click();
  const card = page.locator('section', { hasText: 'Does the answer hang on something?' });
  await card.getByLabel('Without Piece C6 was held 9 minutes longer than the others').check();
  const together = page.getByTestId('together');
  await expect(together).toContainText('another answer');
  await expect(together).toContainText('6 people are left out, 18 count.');
  // As the findings themselves say of this caveat.
  await expect(together).toContainText(
    'Slow oven is ahead of Steamed and Poached, but not shown to differ from Pan-seared.',
  );
  await card.getByLabel('Without Piece C6 was held 9 minutes longer than the others').uncheck();
  await expect(together).toHaveCount(0);
  await card.getByRole('button', { name: 'Run without each of the 2' }).first().click();
  await expect(card.getByText('the same answer without 1 of these 2')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Slow oven is liked best.' })).toBeVisible();

  await page.getByLabel('Weight of skill').selectOption('0');
  await expect(page.getByText(/^By these weights/)).toContainText('Slow oven');
});

test('the next tasting is begun with one tap, and knows what it goes on from', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Salmon, four ways').click();
  await page.getByRole('link', { name: /^Read/ }).click();
  await page.getByRole('button', { name: 'Begin a challenge to Slow oven' }).click();
  await expect(page.getByText('goes on from Salmon, four ways')).toBeVisible();
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Salmon, four ways: challenge');
  // What is typed into it keeps the link.
  const saved = page.waitForResponse(
    (reply) => reply.ok() && (reply.request().postData() ?? '').includes('Does less salt do as well?'),
  );
  await page.getByLabel('Question').fill('Does less salt do as well?');
  await saved;
  await page.reload();
  await expect(page.getByText('goes on from Salmon, four ways')).toBeVisible();
  const id = page.url().split('/')[4];
  const { draft } = await (await page.request.get(`${demo.address}/api/tastings/${id}`)).json();
  expect(draft.question).toBe('Does less salt do as well?');
  expect(draft.follows).toEqual({ title: 'Salmon, four ways', fingerprint: expect.stringMatching(/^[0-9a-f]{64}$/) });
  expect(draft.methods.map(({ name, reference }: { name: string; reference: boolean }) => [name, reference])).toEqual([
    ['Slow oven', true],
    ['Slow oven, one thing changed', false],
  ]);
  const locked = await page.request.post(`${demo.address}/api/tastings/${id}/lock`);
  expect(locked.ok(), await locked.text()).toBe(true);
  const sheet = await textOf(await (await page.request.get(`${demo.address}/api/tastings/${id}/sheets/plan`)).body());
  expect(sheet.text).toContain('Goes on from Salmon, four ways');
  const bundle = await (await page.request.get(`${demo.address}/api/tastings/${id}/bundle`)).json();
  expect(bundle.tasting.follows).toEqual(draft.follows);
});

test('every number leads back to its formula, its servings and their pieces', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Samir');
  await page.getByText('Salmon, four ways').click();
  await page.getByRole('button', { name: 'Why?' }).first().click();
  const why = page.getByRole('dialog');
  await expect(why.getByText('Friedman’s chi-squared with correction for ties')).toBeVisible();
  await expect(why.getByText(/Of the methods: F/)).toBeVisible();
  await expect(why.getByText('192 of 192')).toBeVisible();
  await why
    .getByRole('button', { name: /^Only piece/ })
    .first()
    .click();
  await expect(why.getByText('12 of 192')).toBeVisible();
  const tags = new Set(await why.getByRole('button', { name: /^Only piece/ }).allTextContents());
  expect(tags.size).toBe(1);
  await why.getByLabel('Look for a method or a piece').fill('nothing of the kind');
  await expect(why.getByText('0 of 192')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(why).toHaveCount(0);
});
