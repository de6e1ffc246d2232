import { expect, signInToDemo, test } from '../support/jacana';

test('a kitchen is described while a tasting is planned: one that is too small is proven so, and looking for a sheet can be stopped', async ({
  page,
  demo,
}) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByRole('link', { name: /^Sweet potato wedges/ }).click();
  await page.getByRole('navigation').getByRole('link', { name: /^Plan/ }).click();
  await page.getByRole('tab', { name: 'Kitchen' }).click();
  await expect(page.getByRole('heading', { name: 'Everything can be ready in time' })).toBeVisible();

  // One piece in each oven, where all would be hot at once: proven too small, without a search.
  const eachOvenHolds = async (pieces: string) => {
    await page.getByRole('button', { name: 'Change' }).click();
    for (const oven of ['Left oven', 'Right oven', 'Small oven']) {
      const line = page.locator('li', { has: page.locator(`input[value="${oven}"]`) });
      await line.getByLabel('Places').fill('1');
      await line.getByLabel('Places').blur();
      await line.getByLabel('Pieces on each').fill(pieces);
      await line.getByLabel('Pieces on each').blur();
    }
    await page.getByRole('button', { name: 'Save the kitchen' }).click();
  };
  await eachOvenHolds('1');
  await expect(page.getByRole('heading', { name: 'No run sheet yet' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/^There is no way to have every piece ready/)).toBeVisible();

  // Somewhat larger, it may do or not: finding that out takes a while, and can be stopped.
  await eachOvenHolds('3');
  await expect(page.getByRole('progressbar', { name: 'Computing the run sheet' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Stopped. Nothing is lost.')).toBeVisible();

  // What is kept for the house is what the next tasting begins with.
  await page.getByRole('button', { name: 'Keep it as the kitchen of the house' }).click();
  await expect(page.getByText(/^This is the kitchen of the house/)).toBeVisible();
  await page.getByRole('link', { name: 'Jacana' }).first().click();
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill('Another day');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('navigation').getByRole('link', { name: /^Plan/ }).click();
  await page.getByRole('tab', { name: 'Kitchen' }).click();
  await page.getByRole('button', { name: 'Take the kitchen of the house' }).click();
  await expect(page.locator('input[value="Small oven"]')).toBeVisible();
  await page.getByRole('button', { name: 'Save the kitchen' }).click();
  await expect(page.getByText('Small oven', { exact: false }).first()).toBeVisible();
});
