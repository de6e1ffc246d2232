import { nextSample } from '../support/ballot';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { ballotAddresses, expect, phone, planTasting, setUp, test, goTo } from '../support/jacana';

test('each stage says honestly what it can do before the plan is locked', async ({ page, empty }) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill('Carrots');
  await page.getByRole('button', { name: 'Begin' }).click();
  const says: Record<string, string> = {
    Cook: 'There is nothing to cook yet: list methods, and pieces of each.',
    Serve: 'Trays are laid out once the plan is locked.',
    Taste: 'Tasting begins once the plan is locked.',
    Read: 'There is nothing to read yet.',
  };
  for (const [stage, sentence] of Object.entries(says)) {
    const path = page.getByRole('navigation');
    await path.getByRole('link', { name: new RegExp(`^${stage}`) }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(sentence);
  }
});

test('removed seats and methods come back, and half-typed numbers do nothing', async ({ page, empty }) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill('Carrots');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('button', { name: 'Add a method' }).click();
  await page.getByLabel('Name of method 1', { exact: true }).fill('Glazed');
  await page.getByRole('button', { name: 'Remove method 1' }).click();
  await expect(page.getByText('Glazed removed.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Name of method 1', { exact: true })).toHaveValue('Glazed');

  // Methods are moved by key or by button, and what was written about them goes along.
  await page.getByRole('button', { name: 'Add a method' }).click();
  await page.getByLabel('Name of method 2', { exact: true }).fill('Roasted');
  await page.getByLabel('Description of method 2').fill('200 °C');
  await page.getByLabel('Name of method 2', { exact: true }).press('Alt+ArrowUp');
  await expect(page.getByLabel('Name of method 1', { exact: true })).toBeFocused();
  await expect(page.getByLabel('Name of method 1', { exact: true })).toHaveValue('Roasted');
  await expect(page.getByLabel('Description of method 1')).toHaveValue('200 °C');
  await page.getByRole('button', { name: 'Steps and effort of method 1' }).click();
  await expect(page.getByRole('button', { name: 'Move method 1 up' })).toBeDisabled();
  await page.getByRole('button', { name: 'Move method 1 down' }).click();
  await expect(page.getByLabel('Name of method 1', { exact: true })).toHaveValue('Glazed');

  await page.getByRole('navigation').getByRole('link', { name: /^Plan/ }).click();
  const people = page.getByLabel('People who taste', { exact: true });
  await people.fill('8');
  await people.press('Enter');
  await page.getByLabel('Name at seat 8').fill('Hana');
  await people.fill('3');
  // Not yet: the number may be on its way to 30.
  await expect(page.getByLabel('Name at seat 8')).toHaveValue('Hana');
  await people.press('Enter');
  await expect(page.getByText('5 seats removed.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Name at seat 8')).toHaveValue('Hana');

  const pieces = page.getByLabel('Pieces a method', { exact: true });
  await pieces.fill('99');
  await pieces.press('Enter');
  await expect(page.getByText('A whole number from 1 to 12.')).toBeVisible();
  await pieces.fill('3');
  await pieces.press('Enter');
  await expect(page.getByText('All changes saved')).toBeVisible();
});

test('a coordinator who opens the portioning sheet leaves a trace, and answers stay sealed', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted'], 2);
  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  await noteCaveat(page);
  await page.getByRole('button', { name: 'Open the sheet' }).click();
  await page.getByLabel(/Why do you open it/).fill('Nobody else is here today');
  await page.getByRole('button', { name: 'Open and write it into the log' }).click();
  await expect(page.getByRole('dialog').getByRole('row')).toHaveCount(3);
  // On paper it goes further than the screen, so that is written down as well.
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Portioning sheet (PDF)' }).click();
  const paper = readFileSync(await (await coming).path());
  expect(paper.subarray(0, 5).toString()).toBe('%PDF-');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Key sealed' }).click();
  await expect(page.getByText('Ines: portioning sheet opened')).toHaveCount(2);
  await page.keyboard.press('Escape');

  // The board follows a panelist live, and the Read stage keeps the answers to itself.
  const [address] = await ballotAddresses(page);
  await goTo(page, 'Taste');
  await expect(page.getByRole('heading', { name: 'Two not here yet.' })).toBeVisible();
  await expect(page.getByText('live', { exact: true })).toBeVisible();
  const guest = await phone(browser, address);
  await guest.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('heading', { name: 'One tasting, one not here yet.' })).toBeVisible();
  await guest.getByRole('radio').nth(2).click();
  await nextSample(guest);
  await guest.getByRole('radio').nth(5).click();
  await expect(page.getByRole('heading', { name: 'One ranking, one not here yet.' })).toBeVisible();
  await page.getByRole('navigation').getByRole('link', { name: /^Read/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sealed: 0 ballots of 2 in.');
  await expect(page.getByText('Nobody sees answers by method before then')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Unseal the key' })).toHaveCount(0);
});

/** A tag that the text names is marked by itself; another is added by a tap. */
async function noteCaveat(page: Page): Promise<void> {
  const stage = (name: string) => page.getByRole('navigation').getByRole('link', { name: new RegExp(`^${name}`) });
  await stage('Cook').click();
  const chips = page.getByRole('group', { name: /Pieces it touches/ }).getByRole('button');
  await chips.first().waitFor();
  const [named, tapped] = await chips.allInnerTexts();
  await page.getByLabel('What was not as planned?').fill(`${named.toLowerCase()} stuck to the pan`);
  // The text has chosen it; choosing another by a tap takes nothing away, and its cross does.
  await expect(page.getByRole('button', { name: `${named} is touched; take it out` })).toBeVisible();
  await page.getByRole('button', { name: `${tapped} is touched`, exact: true }).click();
  await page.getByRole('button', { name: `${named} is touched; take it out` }).click();
  await page.getByRole('button', { name: `${named} is touched`, exact: true }).click();
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText(`touches ${named} ${tapped}`)).toBeVisible();
  await stage('Serve').click();
}
