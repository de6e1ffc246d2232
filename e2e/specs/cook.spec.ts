import { expect, setUp, test } from '../support/jacana';

test('a chain is typed, corrected, copied and compared; the kitchen is described; the run sheet follows', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await page.getByRole('button', { name: 'New tasting' }).click();
  await page.getByLabel('Title').fill('Carrots');
  await page.getByRole('button', { name: 'Begin' }).click();
  for (const [at, name] of ['Roasted', 'Low'].entries()) {
    await page.getByRole('button', { name: 'Add a method' }).click();
    await page.getByLabel(`Name of method ${at + 1}`, { exact: true }).fill(name);
  }
  await page.getByRole('button', { name: 'Steps and effort of method 1' }).click();
  const next = page.getByLabel('Next step of method 1', { exact: true });
  await next.fill('Season 10 g/kg salt, 2 min');
  await next.press('Enter');
  await next.fill('Roast 200 °C until 92 °C inside, 20-30 min');
  await next.press('Enter');
  await expect(page.getByText('Season, 2 min, 10 g/kg salt')).toBeVisible();
  const roast = page.getByRole('button', { name: /Roast in the oven at 200 °C until 92 °C inside, 20 to 30 min/ });
  await expect(roast).toBeVisible();

  // What was understood is corrected, and cannot be made nonsense of.
  await roast.click();
  await page.getByLabel('At most (min)').fill('10');
  await page.getByLabel('At most (min)').press('Enter');
  await expect(page.getByText('The least is longer than the most.')).toBeVisible();
  await page.getByLabel('At most (min)').fill('40');
  await page.getByLabel('At most (min)').press('Enter');
  await page.getByLabel('Usually (min)').fill('');
  await page.getByLabel('Usually (min)').press('Enter');
  await page.getByLabel('Set to (°C)').fill('210');
  await page.getByLabel('Set to (°C)').press('Enter');
  await expect(page.getByText('Roast in the oven at 210 °C until 92 °C inside, 20 to 40 min')).toBeVisible();

  // Steps are moved by key, taken out and put back, and copied to another method.
  await page.getByRole('button', { name: 'Step 2, Roast. Move with the arrow keys, or drag.' }).press('ArrowUp');
  await expect(page.getByRole('button', { name: /^Step 1, Roast/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take out step 2' }).click();
  await expect(page.getByText('“Season” taken out.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByText('Season, 2 min, 10 g/kg salt')).toBeVisible();
  await page.getByRole('button', { name: /^Step 2, Season/ }).press('ArrowUp');
  await page.getByRole('button', { name: 'Steps and effort of method 1' }).click();
  await page.getByRole('button', { name: 'Steps and effort of method 2' }).click();
  await page.getByRole('button', { name: 'From another method' }).click();
  await page.getByRole('menuitem', { name: /Roasted/ }).click();
  await expect(page.getByText('Beside Roasted: Nothing in their steps differs.')).toBeVisible();
  await page.getByRole('button', { name: /Roast in the oven/ }).click();
  await page.getByLabel('Set to (°C)').fill('120');
  await page.getByLabel('Set to (°C)').press('Enter');
  await expect(page.getByText('Beside Roasted: Only this differs: Roast: 120 °C, not 210 °C.')).toBeVisible();

  // It is there after a reload, and the run sheet says what it lacks.
  await expect(page.getByText('All changes saved')).toBeVisible();
  await page.reload();
  await page.getByRole('navigation').getByRole('link', { name: /^Cook/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Say when the first flight is served.');
  await page.getByRole('button', { name: 'Describe the kitchen' }).click();
  await page.getByRole('button', { name: 'Add equipment' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Big oven');
  await page.getByRole('button', { name: 'Add a cook' }).click();
  await page.getByLabel('Cook 1', { exact: true }).fill('Marek');
  await page.getByLabel('Flight 1', { exact: true }).fill('2030-01-10T18:00');
  await page.getByRole('button', { name: 'Save the kitchen' }).click();

  // One oven at two temperatures: the second has to wait half an hour, and that is drawn and said.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    /season, Low\. Nothing waits longer than it may\.$|season, Roasted\. Nothing waits longer than it may\.$/,
  );
  await expect(page.getByText('Longest waits:')).toBeVisible();
  await expect(page.getByText('Big oven 1')).toBeVisible();
  await page.getByRole('button', { name: 'As a list, by cook' }).click();
  await expect(page.getByRole('region', { name: 'Steps of Marek' })).toContainText('Roast in the oven at 120 °C');
});
