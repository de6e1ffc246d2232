import { expectAccessible } from '../support/accessible';
import { currentCode, letThrough } from '../support/ballot';
import {
  ballotAddresses,
  expect,
  phone,
  planTasting,
  setUp,
  signInToDemo,
  sureThatAllCame,
  test,
  goTo,
} from '../support/jacana';

// Axe looks at every element of pages with hundreds: ten seconds each on a small machine.
test.describe.configure({ timeout: 300_000 });

test('sign-in, desk, team and palette', async ({ page, demo }) => {
  await page.goto(demo.address);
  await page.getByText('The Reedbed Kitchen, a demo').waitFor();
  await expectAccessible(page, 'sign-in');
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Salmon, four ways').waitFor();
  await expectAccessible(page, 'desk');
  await page.keyboard.press('n');
  await page.getByRole('dialog').waitFor();
  await expectAccessible(page, 'new tasting');
  await page.keyboard.press('Escape');
  await page.goto(`${demo.address}/team`);
  await page.getByText('Add someone').waitFor();
  await expectAccessible(page, 'team');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do?').waitFor();
  await expectAccessible(page, 'command palette');
});

test('the question of a plan, with its dialogs', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Sweet potato wedges, twelve ways').click();
  await page.getByRole('button', { name: 'Steps and effort of method 1', exact: true }).click();
  await expectAccessible(page, 'ask, with a method unfolded');
  await page.getByRole('button', { name: 'Paste or import' }).click();
  await page.getByLabel('Rows').fill('name,mess\nFried,many');
  await expectAccessible(page, 'import');
  await page.keyboard.press('Escape');
  await page.getByRole('radio', { name: /^Is it good enough/ }).click();
  await expectAccessible(page, 'ask, with a margin');
});

test('every part of a plan, with its dialogs', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Sweet potato wedges, twelve ways').click();
  await page.getByRole('navigation').getByRole('link', { name: /^Plan/ }).click();
  for (const part of ['People and power', 'Ballot', 'Orders', 'Quantities', 'Rehearsal']) {
    await page.getByRole('tab', { name: part }).click();
    if (part === 'People and power') await page.getByText('The least that is found').waitFor();
    if (part === 'Orders') await page.getByText('Each sample is served').waitFor({ timeout: 60_000 });
    await expectAccessible(page, part);
  }
  await page.getByRole('tab', { name: 'Ballot' }).click();
  await page.getByLabel('Question', { exact: true }).fill('How delicious is it?');
  await page.getByText('suggests an answer').waitFor();
  await expectAccessible(page, 'a wording concern');
  await page.getByRole('button', { name: 'From the word library' }).click();
  await expectAccessible(page, 'word library');
});

test('first visit, drafts, lock, and the ballot in both lights', async ({ page, browser, empty }) => {
  await page.goto(empty.address);
  await page.getByText("Create the coordinator's account").waitFor();
  await expectAccessible(page, 'first visit');
  await setUp(page, empty);
  await expectAccessible(page, 'empty desk');
  await planTasting(page, ['Glazed', 'Roasted'], 1);
  const [address] = await ballotAddresses(page);

  const guest = await phone(browser, address);
  for (const light of ['Dim', 'Bright']) {
    await guest.getByRole('button', { name: light, exact: true }).click();
    await expectAccessible(guest, `welcome, after ${light}`);
  }
  await guest.getByRole('button', { name: 'Begin' }).click();
  const codes: string[] = [];
  for (let at = 0; at < 2; at++) {
    codes.push(await currentCode(guest));
    await guest.getByRole('radio').nth(3).click();
    await expectAccessible(guest, 'sample');
    await guest.getByRole('button', { name: /^(Next sample|To the last question)$/ }).click();
    if (at === 0) await expectAccessible(guest, 'rinse');
    await letThrough(guest);
  }
  await guest.getByRole('button', { name: `Place ${codes[0]} next` }).click();
  await expectAccessible(guest, 'ranking');
  await guest.getByRole('button', { name: 'Dim', exact: true }).click();
  await expectAccessible(guest, 'ranking, dim');
  await guest.getByRole('button', { name: `Place ${codes[1]} next` }).click();
  await guest.getByRole('button', { name: 'Go on' }).click();
  await expectAccessible(guest, 'last look, dim');
  await guest.getByRole('button', { name: 'Hand in' }).click();
  await guest.getByRole('heading', { name: 'Handed in. Thank you.' }).waitFor();
  await expectAccessible(guest, 'handed in');

  await goTo(page, 'Taste');
  await page.getByRole('button', { name: /^Seat 1/ }).click();
  await expectAccessible(page, 'seat');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('link', { name: 'Go on to unseal' }).click();
  await page.getByText('the two are the same').waitFor();
  await expectAccessible(page, 'before unsealing');
  await sureThatAllCame(page);
  await page.getByRole('button', { name: 'Unseal the key' }).click();
  await page.getByRole('button', { name: 'Read the answer' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('One panelist is too few for a verdict');
  await expectAccessible(page, 'too few to say');
});

test('the tablet of the kitchen, with a piece open', async ({ page, demo }) => {
  await page.setViewportSize({ width: 1180, height: 820 });
  await signInToDemo(page, demo, 'Marek');
  await page.getByText('Beetroot, five ways').click();
  await page.getByRole('link', { name: 'Cook by this sheet' }).click();
  await page.getByRole('region', { name: 'Next' }).waitFor();
  await expectAccessible(page, 'kitchen');
  await page.locator('section', { hasText: 'Under way' }).getByRole('button').first().click();
  await page.getByRole('dialog').waitFor();
  await expectAccessible(page, 'piece');
});
