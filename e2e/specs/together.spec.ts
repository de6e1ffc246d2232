import { readFileSync } from 'node:fs';
import {
  beginTasting,
  expect,
  goTo,
  listMethods,
  lockPlan,
  PASSWORD,
  setNumber,
  setUp,
  takeTest,
  test,
} from '../support/jacana';
import type { Page } from '@playwright/test';

/** Two people at one plan, a kitchen without a network, and facts that go all the way. */

async function colleague(page: Page, address: string): Promise<Page> {
  const added = await page.request.post(`${address}/api/accounts`, {
    data: { name: 'Tove', login: 'tove', password: PASSWORD, role: 'coordinator' },
  });
  expect(added.ok()).toBe(true);
  const other = await (await page.context().browser()!.newContext()).newPage();
  await other.goto(address);
  await other.getByLabel('Login').fill('tove');
  await other.getByLabel('Password').fill(PASSWORD);
  await other.getByRole('button', { name: 'Sign in' }).click();
  await other.getByText('Carrots', { exact: true }).click();
  return other;
}

test('two people write one plan: both see it, nothing is lost, and what both changed is asked', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await expect(page.getByText('All changes saved')).toBeVisible();
  const other = await colleague(page, empty.address);
  await expect(page.getByText('Tove is in Ask. Your changes are merged.')).toBeVisible();

  // One adds a method while the other sets the panel: both are there, on both screens.
  await goTo(other, 'Plan');
  await setNumber(other, 'People who taste', 24);
  await page.getByRole('button', { name: 'Add a method' }).click();
  await page.getByLabel('Name of method 4', { exact: true }).fill('Braised');
  await expect(page.getByText('All changes saved')).toBeVisible();
  await expect(other.getByText('All changes saved')).toBeVisible();
  await goTo(other, 'Ask');
  await expect(other.getByLabel('Name of method 4', { exact: true })).toHaveValue('Braised');
  await goTo(page, 'Plan');
  await expect(page.getByLabel('People who taste', { exact: true })).toHaveValue('24');
  await goTo(page, 'Ask');

  // Both rename the same method at the same time: neither is overwritten before someone has chosen.
  await page.context().setOffline(true);
  await page.getByLabel('Name of method 1', { exact: true }).fill('Glazed in butter');
  await other.getByLabel('Name of method 1', { exact: true }).fill('Glazed in oil');
  await expect(other.getByText('All changes saved')).toBeVisible();
  await page.context().setOffline(false);
  const question = page.getByRole('dialog');
  await expect(question).toContainText('Someone else changed the same', { timeout: 60_000 });
  await expect(question.getByText('Glazed in butter', { exact: true })).toBeVisible();
  await question.getByLabel(/Glazed in oil/).check();
  await question.getByRole('button', { name: 'Save what is chosen' }).click();
  await expect(page.getByLabel('Name of method 1', { exact: true })).toHaveValue('Glazed in oil');
  await expect(page.getByText('All changes saved')).toBeVisible();
});

test('every edit of a plan is taken back by Ctrl Z, a move as a move and not as an erased name', async ({
  page,
  empty,
}) => {
  await page.clock.install();
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  const names = () =>
    Promise.all([1, 2, 3].map((at) => page.getByLabel(`Name of method ${at}`, { exact: true }).inputValue()));
  await page.clock.fastForward(1000);
  await page.getByLabel('Name of method 3', { exact: true }).press('Alt+ArrowUp');
  expect(await names()).toEqual(['Glazed', 'Steamed', 'Roasted']);
  await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(['Glazed', 'Roasted', 'Steamed']);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(names).toEqual(['Glazed', 'Steamed', 'Roasted']);
  await expect(page.getByText('All changes saved')).toBeVisible();
  await page.reload();
  await expect.poll(names).toEqual(['Glazed', 'Steamed', 'Roasted']);
});

test('what one person did is taken back by them, after others have saved and after a reload, and theirs stays', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await expect(page.getByText('All changes saved')).toBeVisible();
  const other = await colleague(page, empty.address);
  const nameOf = (at: number, of = page) => of.getByLabel(`Name of method ${at}`, { exact: true });
  // Longer apart than one stretch of typing: two steps.
  await page.clock.install();
  await page.getByLabel('Question', { exact: true }).fill('Which carrots are sweetest?');
  await page.clock.fastForward(2000);
  await page.getByRole('button', { name: 'Remove method 2', exact: true }).click();
  await page.clock.fastForward(2000);
  await nameOf(1).fill('Glazed in butter');
  await page.clock.fastForward(2000);
  await expect(page.getByText('All changes saved')).toBeVisible();
  await expect(nameOf(1, other)).toHaveValue('Glazed in butter');
  await nameOf(2, other).fill('Steamed whole');
  await expect(nameOf(2)).toHaveValue('Steamed whole');

  // The line below the list brings back what was removed, and that alone.
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  const names = () => Promise.all([1, 2, 3].map((at) => nameOf(at).inputValue()));
  await expect.poll(async () => (await names()).sort()).toEqual(['Glazed in butter', 'Roasted', 'Steamed whole']);
  await page.clock.fastForward(2000);
  await expect(page.getByText('All changes saved')).toBeVisible();
  await page.reload();
  await expect(nameOf(1)).toHaveValue('Glazed in butter');
  await page.keyboard.press('Control+z');
  await expect(nameOf(3)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(nameOf(1)).toHaveValue('Glazed');
  await expect(nameOf(2)).toHaveValue('Steamed whole');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await names()).sort()).toEqual(['Glazed', 'Roasted', 'Steamed whole']);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Question', { exact: true })).toHaveValue('Which carrots?');
  await expect.poll(async () => (await names()).sort()).toEqual(['Glazed', 'Roasted', 'Steamed whole']);

  // Whoever signs in next in this tab finds nothing of it.
  const steps = () => page.evaluate(() => Object.keys(sessionStorage).filter((key) => key.startsWith('jacana.steps')));
  expect(await steps()).toHaveLength(1);
  await page.context().clearCookies();
  await page.goto(`${empty.address}/sign-in`);
  await page.getByRole('button', { name: 'Sign in' }).waitFor();
  await expect.poll(steps).toEqual([]);
});

test('what is typed for the next one while an account is made stays, and one that is refused comes back', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await page.goto(`${empty.address}/team`);
  const [name, login, password] = ['Name', 'Login', 'Password'].map((label) => page.getByLabel(label, { exact: true }));
  const enter = async (who: string): Promise<void> => {
    await name.fill(who);
    await login.fill(who.toLowerCase());
    await password.fill(PASSWORD);
  };
  let letThrough = (): void => undefined;
  const slow = new Promise<void>((go) => (letThrough = go));
  await page.route('**/api/accounts', async (route) => {
    if (route.request().method() === 'POST') await slow;
    await route.continue();
  });
  await enter('Tove');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(name).toHaveValue('');
  await enter('Marek');
  letThrough();
  await expect(page.getByText('Tove', { exact: true })).toBeVisible();
  await expect(name).toHaveValue('Marek');
  await expect(login).toHaveValue('marek');
  await login.fill('tove');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(login).toHaveValue('tove');
  await expect(name).toHaveValue('Marek');
});

test('with two methods the proposed test is the planned one, until somebody takes another', async ({ page, empty }) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots?');
  await listMethods(page, ['Glazed', 'Roasted']);
  const margin = page.getByRole('complementary');
  await expect(margin.getByRole('heading', { name: 'Paired preference' })).toBeVisible();
  await takeTest(page, 'Ranking');
  await page.getByRole('button', { name: 'Add a method' }).click();
  await page.getByLabel('Name of method 3', { exact: true }).fill('Steamed');
  await expect(margin.getByRole('heading', { name: 'Ranking' })).toBeVisible();
});

test('a caveat noted without a connection waits in the browser, over a reload, and arrives once', async ({
  browser,
  demo,
}) => {
  const page = await (await browser.newContext({ viewport: { width: 820, height: 1180 } })).newPage();
  await page.goto(demo.address);
  await page.getByRole('button', { name: /^Marek/ }).click();
  await page.getByText('Rice, soaked or not').click();
  await expect(page.getByText('Soaked overnight').first()).toBeVisible();
  // The server cannot be reached, though the page is there.
  await page.route('**/api/tastings/*/caveats', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await page.getByLabel('What was not as planned?').fill('Lid left open for a minute');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByTestId('waiting')).toContainText('Lid left open for a minute');
  await expect(page.getByTestId('waiting')).toContainText('not sent yet');
  await page.reload();
  await expect(page.getByTestId('waiting')).toContainText('Lid left open for a minute');
  await page.unroute('**/api/tastings/*/caveats');
  await expect(page.getByTestId('waiting')).toHaveCount(0, { timeout: 60_000 });
  await expect(page.getByText('Lid left open for a minute')).toHaveCount(1);

  // Edited and withdrawn by whoever wrote it.
  await page.getByRole('button', { name: 'Edit' }).click();
  const fields = page.getByRole('listitem').getByLabel('What was not as planned?');
  await fields.fill('Lid left open for two minutes');
  await page.getByRole('button', { name: 'Save the edit' }).click();
  await expect(page.getByText('Lid left open for two minutes')).toBeVisible();
  await expect(page.getByText(/edited/)).toBeVisible();
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByRole('heading', { name: 'No caveats of your own' })).toBeVisible();
});

test('lots, halves and zones go from Ask to kitchen, trays and CSV', async ({ page, empty }) => {
  await setUp(page, empty);
  await beginTasting(page, 'Salmon', 'Which way?');
  await listMethods(page, ['Seared', 'Poached', 'Steamed']);
  for (const [button, label, names] of [
    ['Add a lot', 'Name of lot', ['Fish one', 'Fish two']],
    ['Add a zone', 'Name of zone', ['Loin', 'Belly']],
  ] as const)
    for (const [at, name] of names.entries()) {
      await page.getByRole('button', { name: button }).click();
      await page.getByLabel(`${label} ${at + 1}`, { exact: true }).fill(name);
    }
  await page.getByLabel('Split each raw piece across the methods').click();
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 6);
  await setNumber(page, 'Pieces a method', 2);
  await page.getByRole('tab', { name: 'Quantities' }).click();
  await expect(page.getByText('A raw piece is split across 3 methods: it weighs 1.50 kg whole.')).toBeVisible();
  await setNumber(page, 'Part of a raw piece for one method (g)', 600);
  await lockPlan(page);

  await goTo(page, 'Cook');
  for (const text of ['raw 1, Fish one', 'raw 2, Fish two']) await expect(page.getByText(text)).toHaveCount(3);
  await goTo(page, 'Serve');
  await expect(page.getByText('Loin', { exact: true })).toHaveCount(6);
  await page.getByRole('button', { name: 'Open the sheet' }).click();
  await page.getByLabel(/Why do you open it/).fill('Nobody else is here today');
  await page.getByRole('button', { name: 'Open and write it into the log' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('columnheader', { name: 'Zone' })).toBeVisible();
  // Six pieces, each cut for both zones.
  await expect(sheet.getByRole('row')).toHaveCount(1 + 12);
  await page.keyboard.press('Escape');

  const id = page.url().split('/')[4];
  const csv = await (await page.request.get(`${empty.address}/api/tastings/${id}/csv`)).text();
  const [head, ...rows] = csv.trim().split('\n');
  expect(head).toContain('zone,position,code,method,piece,block,lot');
  expect(rows).toHaveLength(6 * 6);
  expect(rows.filter((row) => row.includes(',Loin,'))).toHaveLength(18);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    goTo(page, 'Plan').then(() => page.getByRole('link', { name: 'Bundle' }).click()),
  ]);
  const bundle = JSON.parse(readFileSync(await download.path(), 'utf8'));
  expect(new Set(bundle.pieces.map(({ lot }: { lot: string }) => lot)).size).toBe(2);
});
