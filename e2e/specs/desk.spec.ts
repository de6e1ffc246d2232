import { readFileSync, writeFileSync } from 'node:fs';
import { expect, planTasting, setUp, signInToDemo, test } from '../support/jacana';

test('what is typed into a draft survives a dead network and a reload', async ({ page, empty }) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill('Carrots');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByLabel('Question').fill('Which carrots?');
  await expect(page.getByText('All changes saved')).toBeVisible();
  await page.context().setOffline(true);
  await page.getByLabel('Question').fill('Which carrots do our guests like best?');
  await expect(page.getByText('not saved')).toBeVisible();
  await page.context().setOffline(false);
  await page.reload();
  await expect(page.getByLabel('Question')).toHaveValue('Which carrots do our guests like best?');
  await expect(page.getByText('All changes saved')).toBeVisible();
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(page.getByLabel('Question')).toHaveValue('Which carrots do our guests like best?');
});

test('a plan says what is missing, catches a telling title and does not change once locked', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill('Carrots');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('link', { name: /^Plan/ }).click();
  await expect(page.getByText('List at least two methods to compare.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Lock and seal the key' })).toBeDisabled();
  await page.getByRole('link', { name: /^Ask/ }).click();
  await page.getByRole('button', { name: 'Add a method' }).click();
  await page.getByLabel('Name of method 1', { exact: true }).fill('Roasted');
  await page.getByLabel('Title on the ballot').fill('Roasted or raw');
  await expect(page.getByText('Panelists read this title, and it names Roasted.')).toBeVisible();
  await page.goto(empty.address);
  await planTasting(page, ['Glazed', 'Roasted'], 4);
  await page.getByRole('link', { name: /^Ask/ }).click();
  // What no longer changes is a page to read, not a wall of grey fields.
  await expect(page.getByRole('heading', { name: 'Which carrots do our guests like best?' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Glazed' })).toBeVisible();
  await expect(page.getByRole('main').getByRole('textbox')).toHaveCount(0);
});

test('names are pasted as a list', async ({ page, empty }) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill('Carrots');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('link', { name: /^Plan/ }).click();
  await page.getByLabel('People who taste', { exact: true }).fill('2');
  await page.getByLabel('People who taste', { exact: true }).press('Enter');
  await page.getByLabel('Name at seat 1').evaluate((field) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'Ada\nBo\nCleo\n');
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(page.getByLabel('Name at seat 3')).toHaveValue('Cleo');
  await page.getByLabel('Name at seat 3').fill('bo');
  await expect(page.getByRole('listitem').getByText('Two panelists are called').first()).toBeVisible();
});

test('each role comes in and sees only its own', async ({ browser, demo }) => {
  const visit = async (name: string) => {
    const page = await (await browser.newContext({ viewport: { width: 1024, height: 768 } })).newPage();
    await signInToDemo(page, demo, name);
    return page;
  };
  const kitchen = await visit('Marek');
  await kitchen.getByText('Rice, soaked or not').click();
  await expect(kitchen.getByText('Soaked overnight').first()).toBeVisible();
  await expect(kitchen.getByRole('link', { name: /^Taste/ })).toHaveCount(0);
  await kitchen.getByLabel('What was not as planned?').fill('Lid left open for a minute');
  await kitchen.getByRole('button', { name: 'Note it' }).click();
  await expect(kitchen.getByRole('heading', { name: '1 caveat' })).toBeVisible();

  const server = await visit('Tove');
  await expect(server.getByText('Salmon, four ways')).toHaveCount(0);
  await server.getByText('Thursday panel, 19 November').click();
  await server.getByRole('link', { name: /^Serve/ }).click();
  await server.getByRole('button', { name: 'Open the sheet' }).click();
  // Everyone has codes of their own in a triangle: three portions for each of 36 people, below the headings of two flights.
  await expect(server.getByRole('dialog').getByRole('row')).toHaveCount(110);
  await expect(server.getByText('Soaked overnight')).toHaveCount(0);

  const reader = await visit('Samir');
  await expect(reader.getByText('Rice, soaked or not')).toHaveCount(0);
  await reader.getByText('Salmon, four ways').click();
  await expect(reader.getByTestId('friedman')).toBeVisible();
  await expect(reader.getByRole('link', { name: 'Bundle' })).toHaveCount(0);
});

test('a tasting goes out, comes back, is removed and brought back', async ({ page, demo }, info) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Salmon, four ways').click();
  await page.getByTestId('friedman').waitFor();
  const sentence = await page.getByRole('heading', { level: 1 }).innerText();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Bundle' }).click(),
  ]);
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'CSV' }).click()]);
  expect(
    readFileSync(await csv.path(), 'utf8')
      .trim()
      .split('\n'),
  ).toHaveLength(193);

  await page.goto(demo.address);
  await page.getByLabel('Tasting bundle').setInputFiles(await download.path());
  await expect(page).toHaveURL(/\/read$/);
  // Said for a few seconds, while the findings are computed.
  await expect(page.getByText('It is here already, as "Salmon, four ways".').first()).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(sentence);
  await page.goto(demo.address);
  // The second of a name gets a number, so that the two can be told apart.
  await expect(page.getByText('Salmon, four ways (2)')).toBeVisible();

  const broken = info.outputPath('broken.json');
  writeFileSync(broken, '{"format":"jacana-tasting","version":9}');
  await page.getByLabel('Tasting bundle').setInputFiles(broken);
  await expect(page.getByText('this Jacana reads versions 1 to 3').first()).toBeVisible();

  // A locked tasting goes into the bin only after a clear question, and lies there for 30 days.
  await page.getByRole('button', { name: 'Remove Rice, soaked or not' }).click();
  await expect(page.getByRole('dialog')).toContainText('18 of 36 ballots are in, and 13 people are at theirs');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Rice, soaked or not', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Rice, soaked or not' }).click();
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await expect(page.getByText('Rice, soaked or not', { exact: true })).toHaveCount(0);
  await page.reload();
  await page.getByRole('button', { name: 'Bin: 1 tasting' }).click();
  await page.getByRole('button', { name: 'Bring back' }).click();
  // An emptied bin closes by itself, and stays closed when the next tasting falls in.
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByText('Rice, soaked or not', { exact: true })).toBeVisible();
  // A draft goes at once, and comes back by Undo.
  await page.getByRole('button', { name: 'Remove Sweet potato wedges, twelve ways' }).click();
  // At once: the offer to undo stays for seconds, and the bin for whoever comes later.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByText('Sweet potato wedges, twelve ways', { exact: true })).toBeVisible();

  // What was planned once is there again as a draft, and is found by a word of its methods.
  await page.getByRole('button', { name: 'Duplicate Rice, soaked or not' }).click();
  const title = page.getByRole('textbox', { name: 'Title', exact: true });
  await expect(title).toHaveValue('Rice, soaked or not (copy)');
  await expect(title).toBeEditable();
  await page.getByRole('link', { name: 'Jacana' }).first().click();
  const desk = page.getByRole('main');
  await expect(desk.getByText('Rice, soaked or not (copy)', { exact: true })).toBeVisible();
  const search = page.getByRole('searchbox', { name: 'Find in title, question, method or step' });
  await search.fill('soaked rice');
  await expect(desk.getByRole('listitem')).toHaveCount(2);
  await page.getByLabel('Stage').selectOption({ label: 'Being planned' });
  await expect(desk.getByRole('listitem')).toHaveText(/\(copy\)/);
  await search.fill('soaked nowhere');
  await expect(page.getByText('No tasting at this stage has all of these words.')).toBeVisible();
});

test('keys and palette reach what a coordinator does; units switch everywhere at once', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Rice, soaked or not').click();
  // The desk has a heading too: the path is there once the tasting is.
  await page.getByRole('link', { name: /^Cook/ }).waitFor();
  await page.keyboard.press('3');
  await expect(page.getByText('62.8 °C').first()).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByText('145.0 °F').first()).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('What do you want to do?').fill('close the');
  await expect(page.getByText('Nothing like that here.')).toBeVisible();
  await page.getByPlaceholder('What do you want to do?').fill('print tray');
  await expect(page.getByRole('option')).toHaveText(['Print the tray map']);
  await page.getByPlaceholder('What do you want to do?').fill('taste');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/taste$/);
  // What keys do is listed as the dialog opens: the stage must have said by then what it can do.
  await page.getByRole('button', { name: 'Close the tasting' }).waitFor();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Close the tasting');
});
