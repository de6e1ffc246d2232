import { gzipSync } from 'node:zlib';
import { defaultTasting } from '@jacana/core/bundle';
import { neutralQuestion } from '@jacana/core/library';
import type { Browser, Page } from '@playwright/test';
import { currentCode, handIn, letThrough, nextSample, rankByTapping, scoreAll, scoreFromHere } from '../support/ballot';
import { ballotAddresses, expect, lockDraft, phone, planTasting, setUp, test, goTo } from '../support/jacana';

test('a second device with the same link is told so, and may take over', async ({ page, browser, empty }) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted'], 2);
  const [address] = await ballotAddresses(page);
  const first = await phone(browser, address);
  await first.getByRole('button', { name: 'Begin' }).click();
  const stored = first.waitForResponse((response) => response.url().endsWith('/answers') && response.ok());
  await first.getByRole('radio').nth(2).click();
  await stored;

  const second = await phone(browser, address);
  await expect(second.getByRole('heading', { name: 'This ballot is open on another device.' })).toBeVisible();
  await second.getByRole('button', { name: 'Go on here instead' }).click();
  // What was answered on the first device is here too. Named exactly: the button before it begins alike.
  await second.getByRole('button', { name: 'Go on', exact: true }).click();
  await letThrough(second);
  await expect(second.getByText('Sample 2 of 2')).toBeVisible();

  await first.getByRole('button', { name: 'Next sample' }).click();
  await expect(first.getByRole('heading', { name: 'This ballot is open on another device.' })).toBeVisible();
});

test('without liking, with ties: the ballot ranks, drags and ties', async ({ page, browser, empty }) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted', 'Steamed'], 1, { liking: false, ties: true });
  const [address] = await ballotAddresses(page);
  const guest = await phone(browser, address);
  await guest.getByRole('button', { name: 'Begin' }).click();
  const codes: string[] = [];
  for (let at = 0; at < 3; at++) {
    codes.push(await currentCode(guest));
    await nextSample(guest);
  }
  for (const code of codes) await guest.getByRole('button', { name: `Place ${code} next` }).click();

  // Drag the last one to the top, then tie the other two.
  const handle = (code: string) => guest.getByRole('button', { name: new RegExp(`^${code}, .*Move`) });
  const from = (await handle(codes[2]).boundingBox())!;
  const to = (await handle(codes[0]).boundingBox())!;
  await guest.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await guest.mouse.down();
  await guest.mouse.move(to.x + to.width / 2, to.y + to.height / 2 + 4, { steps: 12 });
  await guest.mouse.up();
  await expect(handle(codes[2])).toHaveAccessibleName(new RegExp(`^${codes[2]}, 1st`));
  await guest.getByRole('button', { name: 'Tie with the one above' }).last().click();
  await expect(guest.getByText('also 2nd')).toBeVisible();
  await guest.getByRole('button', { name: 'Go on' }).click();
  await handIn(guest);

  await page.goto(empty.address);
  await page.getByText('Carrots').click();
  await expect(page.getByRole('heading', { name: 'Everyone has handed in.' })).toBeVisible();
  const id = page.url().split('/')[4];
  const bundle = await (await page.request.get(`${empty.address}/api/tastings/${id}/bundle`)).json();
  const ranking = bundle.ballots[0].answers.find((answer: { kind: string }) => answer.kind === 'ranking').ranking;
  expect(ranking[0]).toEqual([codes[2]]);
  expect([...ranking[1]].sort()).toEqual([codes[0], codes[1]].sort());
});

test('a panelist at a closed tasting keeps the answers and can send them once it is reopened', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted'], 2);
  const [address] = await ballotAddresses(page);
  await goTo(page, 'Taste');
  const guest = await phone(browser, address);
  const codes = await scoreAll(guest, [8, 3]);
  await rankByTapping(guest, codes);
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await expect(page.getByRole('heading', { name: 'Close with 2 ballots missing?' })).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Closed with 0 of 2/ })).toBeVisible();
  await guest.getByRole('button', { name: 'Hand in' }).click();
  await expect(guest.getByRole('heading', { name: 'The tasting is closed.' })).toBeVisible();
  await page.getByRole('button', { name: 'Reopen' }).click();
  await expect(page.getByRole('button', { name: 'Close the tasting' })).toBeVisible();
  await guest.getByRole('button', { name: 'Try again' }).click();
  await handIn(guest);
});

/** A small phone with its text at twice the size. */
async function smallPhone(browser: Browser, address: string): Promise<{ guest: Page; fits: () => Promise<void> }> {
  const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
  const guest = await context.newPage();
  await guest.addInitScript(() =>
    document.addEventListener('DOMContentLoaded', () => (document.documentElement.style.fontSize = '200%')),
  );
  await guest.goto(address);
  const fits = async () =>
    expect(await guest.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  return { guest, fits };
}

test('a triangle works at 360 pixels with text at 200 %', async ({ demo, page, browser }) => {
  const { guest, fits } = await smallPhone(browser, await demoBallot(page, demo.address, 33));
  await guest.getByRole('button', { name: 'Begin' }).waitFor();
  await fits();
  await guest.getByRole('button', { name: 'Begin' }).click();
  await guest
    .getByRole('button', { name: /^Choose/ })
    .first()
    .click();
  await fits();
  await guest.getByRole('button', { name: 'Go on' }).click();
  await fits();
  await handIn(guest);
  await fits();
});

test('a ballot is reached by the code on its card, where no camera reads the other', async ({
  demo,
  page,
  browser,
}) => {
  const address = await demoBallot(page, demo.address, 32);
  const { guest, fits } = await smallPhone(browser, `${demo.address}/b`);
  const field = guest.getByLabel('The code on your card');
  await field.fill('aaaa bbbb');
  await fits();
  await guest.getByRole('button', { name: 'To my ballot' }).click();
  await expect(guest.getByText('No ballot has this code.', { exact: false })).toBeVisible();
  await fits();
  const secret = address.split('/b/')[1];
  await field.fill(`${secret.slice(0, 4)} ${secret.slice(4, 8)}`.toUpperCase());
  await field.press('Enter');
  await expect(guest.getByRole('button', { name: 'Begin' })).toBeVisible();
  expect(guest.url()).toBe(address);
});

test('every kind of question is answered at 360 pixels with text at 200 %, and arrives', async ({
  empty,
  page,
  browser,
}) => {
  await setUp(page, empty);
  const kinds = ['liking', 'line', 'category', 'just-right', 'check-all', 'best-worst', 'ranking', 'comment'] as const;
  const method = (name: string) => ({
    id: `method-${name}`,
    name,
    note: '',
    steps: '',
    chain: [],
    equipment: '',
    reference: false,
  });
  const design = defaultTasting();
  const id = await lockDraft(page, empty, {
    ...{ ...design, title: 'Everything', question: 'All of it?' },
    methods: ['Glazed', 'Roasted', 'Steamed'].map(method),
    panel: [{ id: 'panelist-1', name: 'Ada' }],
    service: { ...design.service, warmUp: true },
    ballot: { items: kinds.map((kind) => neutralQuestion(kind, kind, { word: kind === 'ranking' ? '' : 'crisp' })) },
  });
  const [{ address }] = await (await page.request.get(`${empty.address}/api/tastings/${id}/links`)).json();
  const { guest, fits } = await smallPhone(browser, address);
  await guest.getByRole('button', { name: 'Begin' }).click();
  const onward = async () => {
    await guest.getByRole('button', { name: /^(Go on|Next question|Next sample|To the last question)$/ }).click();
    await fits();
    await letThrough(guest);
  };
  await expect(guest.getByText('It gets your mouth ready')).toBeVisible();
  await fits();
  await onward();
  for (let sample = 0; sample < 3; sample++) {
    await guest.getByRole('radio', { name: /Like slightly/ }).click();
    await fits();
    await onward();
    await expect(guest.getByRole('button', { name: 'Next question' })).toBeDisabled();
    // The first key puts the mark in the middle; where it rests is the answer, and not the way there.
    await guest.getByRole('slider').press('ArrowRight');
    await fits();
    await onward();
    await guest.getByRole('radio', { name: /somewhat crisp/ }).click();
    await fits();
    await onward();
    await guest.getByRole('radio', { name: 'Just about right' }).click();
    await fits();
    await onward();
    await guest.getByRole('button', { name: 'juicy' }).click();
    await fits();
    await onward();
  }
  const most = guest.getByRole('region', { name: 'Most liked' });
  await most.getByRole('button').nth(0).click();
  await guest.getByRole('region', { name: 'Least liked' }).getByRole('button').nth(0).click();
  // One sample cannot be both: choosing it as the least takes it from the most.
  await expect(guest.getByRole('button', { name: 'Go on' })).toBeDisabled();
  await most.getByRole('button').nth(1).click();
  await fits();
  await onward();
  for (let place = 0; place < 3; place++)
    await guest
      .getByRole('button', { name: /^Place/ })
      .first()
      .click();
  await fits();
  await onward();
  await guest.getByLabel(/Anything you want to say/).fill('crisp indeed');
  await handIn(guest);
  await fits();

  const bundle = await (await page.request.get(`${empty.address}/api/tastings/${id}/bundle`)).json();
  const answers = bundle.ballots[0].answers as { kind: string; item?: string; score?: number; words?: string[] }[];
  const of = (item: string) => answers.filter((answer) => answer.item === item);
  expect(of('line').map(({ score }) => score)).toEqual([50, 50, 50]);
  expect(of('category').map(({ score }) => score)).toEqual([2, 2, 2]);
  expect(of('just-right').map(({ score }) => score)).toEqual([0, 0, 0]);
  expect(of('check-all').map(({ words }) => words)).toEqual([['juicy'], ['juicy'], ['juicy']]);
  expect(of('best-worst')).toHaveLength(1);
  expect(of('comment')).toHaveLength(1);
});

test('an address that leads nowhere says what to do', async ({ browser, empty }) => {
  const guest = await phone(browser, `${empty.address}/b/no-such-ballot`);
  await expect(guest.getByRole('heading', { name: 'There is no ballot at this address.' })).toBeVisible();
});

test('loads at most 105 kB of JavaScript, gzipped, and drag and drop only for a ranking', async ({ demo, page }) => {
  const plain = await loadedBy(page, await demoBallot(page, demo.address, 34));
  expect(plain).toBeGreaterThan(30_000);
  expect(plain).toBeLessThan(105_000);
});

test('a ranking is at hand before it is reached: the network may be gone by then', async ({ empty, page, browser }) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted'], 2);
  const [address] = await ballotAddresses(page);
  // A phone that has never been here: what a browser has kept is not loaded again.
  const guest = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const total = await loadedBy(guest, address);
  expect(total).toBeGreaterThan(100_000);
  expect(total).toBeLessThan(120_000);
  await guest.context().setOffline(true);
  await scoreAll(guest, [4, 7]);
  await expect(guest.getByRole('button', { name: /^Place \d{3} next$/ })).toHaveCount(2);
});

/** Bytes of JavaScript, gzipped, that a ballot's page has loaded once it can begin. */
async function loadedBy(page: Page, address: string): Promise<number> {
  const sizes = new Map<string, number>();
  page.on('response', async (response) => {
    if (response.url().endsWith('.js')) sizes.set(response.url(), gzipSync(await response.body()).length);
  });
  await page.goto(address);
  await page.getByRole('button', { name: 'Begin' }).waitFor();
  await page.waitForLoadState('networkidle');
  return [...sizes.values()].reduce((sum, size) => sum + size, 0);
}

/** Address of one of the ballots of the demo's tasting in service. */
async function demoBallot(page: Page, address: string, at: number): Promise<string> {
  await page.request.post(`${address}/api/session`, { data: { login: 'ines', password: 'reedbed-desk' } });
  const cards = await (await page.request.get(`${address}/api/tastings`)).json();
  const open = cards.find((card: { status: string }) => card.status === 'tasting');
  const links = await (await page.request.get(`${address}/api/tastings/${open.id}/links`)).json();
  return links[at].address;
}

test('an installed ballot reloads without a network, and sends once there is one again', async ({
  empty,
  page,
  browser,
}) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted', 'Steamed'], 1);
  const [address] = await ballotAddresses(page);
  const guest = await phone(browser, address);
  const manifest = (await (await guest.request.get(`${empty.address}/ballot.webmanifest`)).json()) as { scope: string };
  expect(manifest.scope).toBe('/b/');
  await guest.getByRole('button', { name: 'Begin' }).click();
  const first = await currentCode(guest);
  await guest.getByRole('radio').nth(2).click();
  // All that the page was made of lies on the phone, the ranking's part too.
  await expect
    .poll(() =>
      guest.evaluate(async () => {
        const kept = await caches.open('jacana-ballot-1').then((cache) => cache.keys());
        const loaded = performance.getEntriesByType('resource').filter(({ name }) => name.includes('/assets/'));
        const here = new Set(kept.map(({ url }) => url));
        return loaded.length > 0 && loaded.every(({ name }) => here.has(name));
      }),
    )
    .toBe(true);
  await guest.context().setOffline(true);
  await guest.reload();
  await expect(guest.getByRole('radio').nth(2)).toBeChecked();
  await nextSample(guest);
  const codes = await scoreFromHere(guest, [5, 3]);
  await expect(guest.getByRole('status').filter({ hasText: 'no connection' })).toBeVisible();
  await guest.reload();
  await expect(guest.getByRole('button', { name: `Place ${codes[0]} next` })).toBeVisible();
  await guest.context().setOffline(false);
  await rankByTapping(guest, [first, ...codes]);
  await handIn(guest);
  // Opened without an address, as from the icon on the phone, it leads back to this ballot.
  await guest.goto(`${empty.address}/b/`);
  await guest.getByRole('link', { name: 'Go on with the ballot that was open on this phone' }).click();
  await expect(guest.getByRole('heading', { name: 'Handed in. Thank you.' })).toBeVisible();
});
