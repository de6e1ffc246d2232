import type { TastingBundle } from '@jacana/core/bundle';
import type { Page } from '@playwright/test';
import { zipSync } from 'fflate';
import writeWorkbook from 'write-excel-file/node';
import { expect, setUp, test } from '../support/jacana';

/** Seven people, three dishes, the order known; one dish is clearly liked best. */
const ROWS = Array.from({ length: 8 }, (_, who) =>
  ['Gebäck', 'Brot', 'Kuchen'].map((dish, at) => [
    `P${who + 1}`,
    dish,
    ((who + at) % 3) + 1,
    [9, 5, 4][at] - (who % 2),
    [1, 2, 3][at],
  ]),
).flat();
const HEAD = ['Prüfer', 'Produkt', 'Reihenfolge', 'Gefallen', 'Rang'];
const csv = [HEAD, ...ROWS].map((row) => row.join(';')).join('\r\n');

async function choose(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page.locator('input[accept*=xlsx]').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
}

test('a table from elsewhere becomes a tasting that is read, and says that nothing was planned', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'Bring answers' }).click();
  const form = page.getByRole('dialog');
  // As an older program writes it: semicolons, and letters of Windows.
  await choose(page, 'brot.csv', Buffer.from(csv, 'latin1'));
  await expect(form.getByText('24 rows, read as Windows-1252')).toBeVisible();
  await expect(form.getByRole('cell', { name: 'Gebäck' }).first()).toBeVisible();
  await expect(form.getByLabel('Panelist')).toHaveValue('0');
  await expect(form.getByLabel('Position when served')).toHaveValue('2');
  await expect(form.getByText('8 panelists, 3 samples, 24 servings.')).toBeVisible();

  // A column that is two things is refused where it is said, and put right there.
  await form.getByLabel('Sample').selectOption({ label: 'Prüfer' });
  await expect(form.getByText('This column is used for two things.')).toBeVisible();
  await expect(form.getByRole('button', { name: 'Make a tasting of it' })).toHaveCount(0);
  await form.getByLabel('Sample').selectOption({ label: 'Produkt' });
  await form.getByLabel('Title').fill('Bread and cake');
  await form.getByRole('button', { name: 'Make a tasting of it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Gebäck');
  await expect(page.getByText('The answers came from brot.csv.')).toBeVisible();
  await expect(page.getByText('Chosen when the answers were brought in.').first()).toBeVisible();

  const id = page.url().split('/')[4];
  const bundle = (await (await page.request.get(`${empty.address}/api/tastings/${id}/bundle`)).json()) as TastingBundle;
  expect(bundle.tasting.brought).toMatchObject({ file: 'brot.csv', ordersKnown: true });
  // Out and in again it is the same, and said to be here already.
  const again = await page.request.post(`${empty.address}/api/import`, { data: bundle });
  expect(((await again.json()) as { notices: string[] }).notices.join()).toContain('It is here already');
  await page.goto(empty.address);
  await expect(page.getByText('Bread and cake', { exact: true })).toBeVisible();
});

test('a workbook and a pasted table are read alike', async ({ page, empty }) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'Bring answers' }).click();
  const form = page.getByRole('dialog');
  const workbook = await writeWorkbook(
    [HEAD, ...ROWS].map((row) => row.map((value) => ({ value, type: typeof value === 'number' ? Number : String }))),
  ).toBuffer();
  await choose(page, 'brot.xlsx', workbook);
  await expect(form.getByText(/24 rows, read as sheet/)).toBeVisible();
  await expect(form.getByText('8 panelists, 3 samples, 24 servings.')).toBeVisible();

  const wide = 'who\ta\tb\tc\n1\t1\t2\t3\n2\t1\t3\t2\n3\t2\t1\t3';
  await form.getByLabel('Or paste it here').evaluate((box, text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    box.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, wide);
  await expect(form.getByText('3 panelists, 3 samples, 9 servings; the order of serving is not known.')).toBeVisible();
  await expect(form.getByLabel('The numbers are')).toHaveValue('ranking');
});

test('a file that is no table gets a clear word, and changes nothing', async ({ page, empty }) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'Bring answers' }).click();
  const form = page.getByRole('dialog');
  const alert = form.getByRole('alert');
  const bomb = zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(150_000_000) }, { level: 9 });
  for (const [name, bytes, said] of [
    ['bomb.xlsx', Buffer.from(bomb), 'too large for a table'],
    ['broken.xlsx', Buffer.from('PK\u0003\u0004 and then nothing'), 'save it as CSV or XLSX'],
    ['picture.csv', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1]), 'neither a CSV nor an XLSX'],
    ['wide.csv', Buffer.from(`${Array(100_000).fill('a').join(',')}\n1`), 'at most 300 are read'],
    ['empty.csv', Buffer.from(''), 'no table in it'],
  ] as const) {
    await choose(page, name, bytes);
    await expect(alert).toContainText(said);
    await expect(alert).toContainText(name);
  }
  // What begins like a formula is a name like any other.
  await choose(page, 'names.csv', Buffer.from('who,sample,liking\nA,=1+1,5\nA,@b,6\nB,=1+1,7\nB,@b,3'));
  await expect(form.getByText('2 panelists, 2 samples')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/no tasting/i);
});
