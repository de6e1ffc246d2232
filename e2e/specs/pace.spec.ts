import { defaultTasting, type BallotItem, type Service } from '@jacana/core/bundle';
import { neutralQuestion } from '@jacana/core/library';
import type { Page } from '@playwright/test';
import { currentCode, handIn, rankByTapping } from '../support/ballot';
import {
  ballotAddresses,
  expect,
  type Jacana,
  lockDraft,
  phone,
  planTasting,
  setUp,
  test,
  goTo,
} from '../support/jacana';

/** Three methods for one panelist, locked; questions besides the usual ones. @returns its id */
function forAda(
  page: Page,
  jacana: Jacana,
  { service, items = [] }: { service: Partial<Service>; items?: BallotItem[] },
): Promise<string> {
  const design = defaultTasting();
  return lockDraft(page, jacana, {
    ...{ ...design, title: 'Paced', ballotTitle: 'Paced', question: 'Which is best?' },
    methods: ['Glazed', 'Roasted', 'Steamed'].map((name) => ({
      ...{ id: `method-${name}`, name, note: '', steps: '', chain: [], equipment: '', reference: false },
    })),
    panel: [{ id: 'panelist-1', name: 'Ada' }],
    ballot: { items: [...design.ballot.items, ...items] },
    service: { ...design.service, ...service },
  });
}

test('each sample by itself: a pause that is waited out, one that is cut short, a reload in between, and no way back', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  const id = await forAda(page, empty, { service: { rinseSeconds: 20, goingBack: false } });
  const [{ address }] = await (await page.request.get(`${empty.address}/api/tastings/${id}/links`)).json();
  await page.goto(`${empty.address}/tastings/${id}/taste`);
  const guest = await phone(browser, address);
  await guest.getByRole('button', { name: 'Begin' }).click();
  const codes = [await currentCode(guest)];
  const like = () => guest.getByRole('radio').nth(3).click();
  await like();
  await guest.getByRole('button', { name: 'Next sample' }).click();

  // The pause cannot be skipped, goes on over a reload, and the board shows it.
  await expect(guest.getByRole('heading', { name: 'Rinse your mouth with water.' })).toBeVisible();
  await expect(guest.getByRole('button', { name: 'Go on', exact: true })).toBeDisabled();
  await expect(guest.getByRole('button', { name: 'Back' })).toHaveCount(0);
  await expect(page.getByText(/^rinse \d+ s$/)).toBeVisible();
  await guest.reload();
  await expect(guest.getByText('Wait until the seconds are over.', { exact: false })).toBeVisible();
  await expect(guest.getByText(/^You can go on to sample \d{3}\.$/)).toBeAttached({ timeout: 40_000 });
  await guest.getByRole('button', { name: 'Go on', exact: true }).click();
  await expect(page.getByText(/^rinse/)).toHaveCount(0);
  codes.push(await currentCode(guest));
  await expect(guest.getByRole('button', { name: 'Back' })).toHaveCount(0);
  await like();
  await guest.getByRole('button', { name: 'Next sample' }).click();
  await guest.getByRole('button', { name: 'The coordinator lets me go on now' }).click();
  codes.push(await currentCode(guest));
  await like();
  await guest.getByRole('button', { name: 'To the last question' }).click();
  await expect(guest.getByRole('button', { name: 'Back' })).toHaveCount(0);
  await rankByTapping(guest, codes);
  await expect(guest.getByRole('button', { name: 'Back' })).toBeVisible();
  await handIn(guest);

  const csv = await (await page.request.get(`${empty.address}/api/tastings/${id}/csv`)).text();
  const [head, ...lines] = csv.trim().split('\n');
  const column = (name: string) => head.split(',').indexOf(name);
  const rinsed = new Map(lines.map((line) => [line.split(',')[column('code')], line.split(',')[column('rinsed_s')]]));
  expect(rinsed.get(codes[0])).toBe('');
  expect(Number(rinsed.get(codes[1]))).toBeGreaterThanOrEqual(20);
  expect(Number(rinsed.get(codes[2]))).toBeLessThan(20);
});

test('what was not tasted is said, asked no further and compared with nothing; and may be taken back', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  const line = neutralQuestion('line', 'line', { word: 'crisp' });
  const id = await forAda(page, empty, { service: { rinseSeconds: 0 }, items: [line] });
  const [{ address }] = await (await page.request.get(`${empty.address}/api/tastings/${id}/links`)).json();
  const guest = await phone(browser, address);
  await guest.getByRole('button', { name: 'Begin' }).click();
  const codes: string[] = [];
  const judged = async () => {
    codes.push(await currentCode(guest));
    await guest.getByRole('radio').nth(3).click();
    await guest.getByRole('button', { name: 'Next question' }).click();
    await guest.getByRole('slider').press('ArrowRight');
    await guest.getByRole('button', { name: /^(Next sample|To the last question)$/ }).click();
  };
  await judged();
  codes.push(await currentCode(guest));
  await guest.getByRole('button', { name: 'I did not taste this' }).click();
  await guest.getByLabel('Something else').fill('It fell down');
  await guest.getByRole('button', { name: 'Say so' }).click();
  await expect(guest.getByText(`You did not taste ${codes[1]}: It fell down.`)).toBeVisible();
  // Both questions about it are passed, on the way and on the way back.
  await guest.getByRole('button', { name: 'Next sample' }).click();
  await judged();
  await expect(guest.getByRole('button', { name: `Place ${codes[1]} next` })).toHaveCount(0);
  await rankByTapping(guest, [codes[2], codes[0]]);
  await expect(guest.getByText('Is this your order?')).toBeVisible();
  await guest.getByRole('button', { name: 'Back' }).click();
  for (let back = 0; back < 3; back++) await guest.getByRole('button', { name: 'Back' }).click();
  await expect(guest.getByText(`You did not taste ${codes[1]}: It fell down.`)).toBeVisible();

  // Tasted after all, it is asked about; left once more, it is not.
  await guest.getByRole('button', { name: 'I did taste it' }).click();
  await expect(guest.getByRole('button', { name: 'Next question' })).toBeDisabled();
  await guest.getByRole('button', { name: 'I did not taste this' }).click();
  await guest.getByRole('button', { name: 'I do not eat this' }).click();
  await guest.reload();
  await expect(guest.getByText(`You did not taste ${codes[1]}: I do not eat this.`)).toBeVisible();
  await guest.getByRole('button', { name: 'Next sample' }).click();
  for (let on = 0; on < 2; on++)
    await guest.getByRole('button', { name: /^(Next question|To the last question)$/ }).click();
  await guest.getByRole('button', { name: 'Go on' }).click();
  await handIn(guest);
  const csv = await (await page.request.get(`${empty.address}/api/tastings/${id}/csv`)).text();
  const left = csv.split('\n').filter((line) => line.includes('I do not eat this'));
  expect(left).toHaveLength(1);
  expect(left[0]).toContain(codes[1]);
});

test('whoever must not eat something stops, without a connection too; the coordinator sees it and takes it back', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted', 'Steamed'], 2);
  const [address] = await ballotAddresses(page);
  await goTo(page, 'Taste');
  const guest = await phone(browser, address);
  await guest.getByRole('button', { name: 'Begin' }).click();
  await guest.getByRole('button', { name: 'Stop' }).click();
  await guest.getByRole('button', { name: 'Go on tasting' }).click();
  await guest.getByRole('radio').nth(3).click();
  await guest.context().setOffline(true);
  await guest.getByRole('button', { name: 'Stop' }).click();
  await guest.getByRole('button', { name: 'There is something in it that I must not eat' }).click();
  await expect(guest.getByRole('heading', { name: 'You have stopped.' })).toBeVisible();
  await expect(guest.getByText('please tell the coordinator yourself', { exact: false })).toBeVisible();
  await guest.context().setOffline(false);
  await expect(guest.getByText('The coordinator has been told.', { exact: false })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('stopped: There is something in it that I must not eat')).toBeVisible();
  await guest.reload();
  await expect(guest.getByRole('heading', { name: 'You have stopped.' })).toBeVisible();
  await guest.getByRole('button', { name: 'I may go on' }).click();
  await expect(guest.getByRole('heading', { name: 'You have stopped.' })).toBeVisible();

  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByRole('button', { name: 'Take back' })).toHaveCount(0);
  await guest.getByRole('button', { name: 'I may go on' }).click();
  await expect(guest.getByText('Sample 1 of 3')).toBeVisible();
  await expect(guest.getByRole('radio').nth(3)).toBeChecked();
});
