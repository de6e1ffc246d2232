import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { TastingBundle } from '@jacana/core/bundle';
import type { Page } from '@playwright/test';
import { expect, setUp, signInToDemo, test } from '../support/jacana';

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

const minutesFromNow = (minutes: number): string => new Date(Date.now() + minutes * 60_000).toISOString();

/** The demo's rice, half of it to be served by now, with nothing cooked yet. */
function uncooked(): object {
  const rice = JSON.parse(readFileSync(join(import.meta.dirname, '../../demo/2-rice.json'), 'utf8')) as TastingBundle;
  const { tasting, range, records } = rice;
  return {
    ...rice,
    digest: null,
    tasting: { ...tasting, title: 'Rice, still to cook' },
    range: { ...range, served: range.served.map((one, at) => ({ ...one, at: minutesFromNow(40 * at - 25) })) },
    records: { ...records, kitchen: [] },
  };
}

test('two tablets cook by one sheet: taps of both, one of them offline, a departure that becomes a caveat, and the gate', async ({
  browser,
  demo,
}) => {
  const desk = await browser.newPage();
  await signInToDemo(desk, demo, 'Ines');
  expect((await desk.request.post(`${demo.address}/api/import`, { data: uncooked() })).ok()).toBe(true);
  const [first, second] = await Promise.all(
    [0, 1].map(() => browser.newContext({ viewport: { width: 1180, height: 820 } })),
  );
  const [one, other] = await Promise.all([first, second].map((context) => context.newPage()));
  for (const page of [one, other]) {
    await signInToDemo(page, demo, 'Marek');
    await page.getByRole('link', { name: /^Rice, still to cook/ }).click();
    await page.getByRole('link', { name: 'Cook by this sheet' }).click();
    await expect(page.getByRole('region', { name: 'Next' })).toBeVisible();
  }
  const next = (page: Page) => page.getByRole('region', { name: 'Next' });

  // This rice was never begun in time: the rest is planned anew for both tablets, and that can be taken back.
  await one.getByRole('button', { name: 'Go by this plan' }).click();
  await expect(one.getByText(/^Planned anew at/)).toBeVisible();
  await expect(other.getByText(/^Planned anew at/)).toBeVisible();
  await expect(other.getByText(/What was to be served at/).first()).toBeVisible();
  await one.getByRole('button', { name: 'Undo' }).click();
  await expect(other.getByText(/^Planned anew at/)).toBeHidden();

  // What is tapped on one tablet is under way on the other, and can be taken back.
  await expect(next(one).getByRole('heading', { name: 'Rinse' })).toBeVisible();
  await next(one).getByRole('button', { name: 'Started' }).click();
  await expect(one.getByText(/^Written down: Rinse/)).toBeVisible();
  const underWay = other.locator('section', { hasText: 'Under way' });
  await expect(underWay.getByRole('listitem')).toHaveCount(2);
  await one.getByRole('button', { name: 'Undo' }).click();
  await expect(underWay.getByText('Nothing was begun yet.')).toBeVisible();
  await next(one).getByRole('button', { name: 'Started' }).click();
  await expect(underWay.getByRole('listitem')).toHaveCount(2);

  // Without a network taps wait on the tablet, and come once it is back.
  await second.setOffline(true);
  await next(other).getByRole('button', { name: 'Started' }).click();
  await expect(other.getByText(/1 tap on the way/)).toBeVisible();
  await expect(other.locator('section', { hasText: 'Under way' }).getByRole('listitem')).toHaveCount(4);
  await expect(one.locator('section', { hasText: 'Under way' }).getByRole('listitem')).toHaveCount(2);
  await second.setOffline(false);
  await expect(other.getByText(/on the way/)).toBeHidden();
  await expect(one.locator('section', { hasText: 'Under way' }).getByRole('listitem')).toHaveCount(4);

  // A step that is left out is proposed as a caveat, and noted with one tap.
  await next(one).getByRole('button', { name: 'Leave it out' }).click();
  await one.getByLabel('Why is it left out?').fill('the pot boiled over');
  await next(one).getByRole('button', { name: 'Leave it out' }).click();
  const proposals = one.locator('section', { hasText: 'Put down by itself' });
  await expect(proposals.getByText(/was left out \(the pot boiled over\)/).first()).toBeVisible();
  await proposals.getByRole('button', { name: 'Note it' }).first().click();
  await proposals.getByRole('button', { name: 'Not needed' }).first().click();

  // Weighed, measured, and held at the gate: a piece whose steps are open cannot simply pass.
  await one.locator('section', { hasText: 'Under way' }).getByRole('button').first().click();
  const dialog = one.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Mass (g)' }).fill('900');
  await dialog.getByRole('textbox', { name: 'Mass (g)' }).press('Enter');
  await dialog.getByRole('textbox', { name: 'Temperature (°C)' }).fill('61');
  await dialog.getByRole('textbox', { name: 'Temperature (°C)' }).press('Enter');
  await expect(dialog.getByText('900 g · 61 °C')).toBeVisible();
  await expect(dialog.getByText(/^Still open:/)).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Pass' })).toBeDisabled();
  await dialog.getByLabel(/What was seen/).fill('scorched at the bottom');
  await dialog.getByRole('button', { name: 'Withdraw' }).click();
  await expect(dialog.getByText('withdrawn: scorched at the bottom')).toBeVisible();
  await dialog.getByRole('button', { name: 'Close this window' }).click();
  await expect(other.getByText(/[A-Z]\d withdrawn/)).toBeVisible();

  await one.getByRole('link', { name: 'Run sheet and list' }).click();
  await expect(one.getByText(/was left out \(the pot boiled over\)/)).toBeVisible();
  await Promise.all([first.close(), second.close()]);
});
