import type { TastingBundle } from '@jacana/core/bundle';
import { type Browser, type Page } from '@playwright/test';
import { expect, type Jacana, PASSWORD, planTasting, setUp, goTo, test } from '../support/jacana';

/** The codes of the sheet that is typed in, in serving order. */
const codesOf = async (page: Page): Promise<string[]> =>
  page
    .getByRole('group', { name: 'How much do you like it?' })
    .locator('label > span')
    .evaluateAll((all) => all.map((one) => one.textContent ?? ''));

/** Somebody who serves, signed in on a machine of their own. */
async function second(page: Page, browser: Browser, { address }: Jacana): Promise<Page> {
  const account = { name: 'Tove', login: 'tove', password: PASSWORD, role: 'server' };
  expect((await page.request.post(`${address}/api/accounts`, { data: account })).ok()).toBe(true);
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await other.goto(address);
  await other.getByLabel('Login').fill('tove');
  await other.getByLabel('Password').fill(PASSWORD);
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByRole('link', { name: /Blind tasting|Carrots/ }).first()).toBeVisible();
  return other;
}

async function open(page: Page): Promise<void> {
  await goTo(page, 'Taste');
  await page.getByRole('link', { name: 'Type them in' }).click();
}

/** A key for each digit; whatever is due has the focus by itself. */
async function typeSheet(page: Page, seat: number, keys: (codes: string[]) => string): Promise<void> {
  await expect(page.getByRole('heading', { name: new RegExp(`^Seat ${seat} ·`) })).toBeVisible();
  const codes = await codesOf(page);
  await page.keyboard.type(keys(codes));
  await page.keyboard.press('Enter');
}

test('paper is typed in twice by keys alone, settled where two differ, and corrected', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted', 'Steamed'], 3);
  const tove = await second(page, browser, empty);
  await open(page);
  await page.getByRole('button', { name: 'Begin with seat 1' }).click();
  for (const seat of [1, 2]) await typeSheet(page, seat, (codes) => `753${codes.join('')}`);
  // A code that is crossed out is one key, and nothing else is asked about its sample.
  await typeSheet(page, 3, (codes) => `7x3${codes[0]}${codes[2]}`);
  await expect(page.getByRole('heading', { name: 'On paper: 3 typed once.' })).toBeVisible();
  // Nobody checks themselves.
  await page.getByRole('button', { name: /^1 Panelist 1/ }).click();
  await expect(page.getByText('You typed this ballot in.', { exact: false })).toBeVisible();
  await page.goBack();

  await tove
    .getByRole('link', { name: /Blind tasting|Carrots/ })
    .first()
    .click();
  await open(tove);
  await tove.getByRole('button', { name: 'Begin with seat 1' }).click();
  await typeSheet(tove, 1, (codes) => `753${codes.join('')}`);
  // A key that can be no answer is not taken, and says why; the next one is.
  await expect(tove.getByRole('heading', { name: /^Seat 2 ·/ })).toBeVisible();
  await tove.keyboard.type('0');
  await expect(tove.getByRole('alert').filter({ hasText: 'Not on this scale: 0.' })).toBeVisible();
  await typeSheet(tove, 2, (codes) => `743${[codes[0], codes[2], codes[1]].join('')}`);
  // What the two read of seat 2 differs at two places: a score, and the order.
  await expect(tove.getByRole('heading', { name: /^Seat 3 ·/ })).toBeVisible();
  await tove.getByRole('button', { name: /^2 Panelist 2 to settle/ }).click();
  const place = tove.getByRole('group', { name: /How much do you like it/ });
  await expect(tove.getByText('2 places read differently')).toBeVisible();
  await place.getByRole('radio', { name: /^5/ }).check();
  await expect(tove.getByRole('button', { name: '1 place to settle' })).toBeDisabled();
  await tove
    .getByRole('group', { name: /Put the samples in order/ })
    .getByRole('radio')
    .nth(1)
    .check();
  await tove.getByRole('button', { name: 'So it says' }).click();
  await expect(tove.getByRole('heading', { name: /^Seat 3 ·/ })).toBeVisible();
  await expect(tove.getByRole('heading', { name: 'On paper: 2 in, 1 typed once.' })).toBeVisible();

  // Closing would lose the third: it is refused until somebody says what counts.
  await goTo(page, 'Taste');
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'typed in and do not count yet: seat 3' })).toBeVisible();
  await page.getByRole('button', { name: 'Close this window' }).click();
  await page.getByRole('link', { name: 'Type them in' }).click();
  await page.getByRole('button', { name: /^3 Panelist 3/ }).click();
  await page.getByRole('button', { name: 'Count it as typed once' }).click();
  await expect(page.getByRole('heading', { name: 'On paper: 3 in.' })).toBeVisible();

  // A slip of the panelist's own: put right with a reason, and the old answer stays.
  await goTo(page, 'Taste');
  await page.getByRole('button', { name: /^Seat 3/ }).click();
  await page.getByRole('link', { name: 'Correct an answer of this ballot' }).click();
  await page.getByLabel('Why is it put right?').fill('wrote it at the wrong sample');
  await page.getByRole('button', { name: 'Show the answers' }).click();
  const liking = page.getByRole('group', { name: 'How much do you like it?' }).getByRole('textbox');
  await liking.first().click();
  await page.keyboard.type('2');
  await page.getByRole('button', { name: 'Put 1 answer right' }).click();
  await expect(page.getByRole('heading', { name: 'Choose a seat' })).toBeVisible();

  const id = /tastings\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const reply = await page.request.get(`${empty.address}/api/tastings/${id}/bundle`);
  const { ballots, tasting } = (await reply.json()) as TastingBundle;
  const own = (seat: number) =>
    ballots.find(({ panelist }) => panelist === tasting.panel.find((one) => one.seat === seat)?.id)?.answers ?? [];
  const typed = [1, 2, 3].map((seat) => own(seat).find(({ kind }) => kind === 'typed'));
  expect(typed).toMatchObject([
    { times: 2, second: 'Tove', by: 'Ines', settled: 0 },
    { times: 2, second: 'Tove', by: 'Ines', settled: 2 },
    { times: 1, second: '', by: 'Ines' },
  ]);
  expect(own(3).filter(({ kind }) => kind === 'untasted')).toMatchObject([{ because: 'crossed out on paper' }]);
  const corrected = own(3).filter(({ reason }) => reason !== '');
  expect(corrected).toMatchObject([{ kind: 'score', score: 2, by: 'Ines', reason: 'wrote it at the wrong sample' }]);
  await tove.context().close();
});
