import { handIn, rankByTapping, scoreFromHere } from '../support/ballot';
import {
  ballotAddresses,
  beginTasting,
  expect,
  goTo,
  listMethods,
  lockPlan,
  phone,
  setNumber,
  setUp,
  test,
} from '../support/jacana';

test('what is in the samples is said before the first bite, and whoever must not eat it is served nothing', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots do our guests like best?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await page.getByRole('button', { name: 'Add an ingredient' }).click();
  await page.getByLabel('Ingredient, line 1').fill('Butter');
  await page.getByRole('button', { name: 'Name it' }).click();
  await page.getByRole('button', { name: /^Methods of line 1/ }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Glazed' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Add an ingredient' }).click();
  await page.getByLabel('Ingredient, line 2').fill('Carrots');
  await expect(page.getByText('Allergens in one or more of the samples: Milk.')).toBeVisible();

  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 6);
  await page.getByLabel('Name at seat 1').fill('Pia');
  await page.getByLabel('Who', { exact: true }).selectOption({ label: '1 Pia' });
  await page.getByRole('button', { name: /^Allergens that they must not eat/ }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Milk' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('Butter: nothing is served to this seat.')).toBeVisible();
  await lockPlan(page);

  const addresses = await ballotAddresses(page);
  await goTo(page, 'Taste');
  const pia = await phone(browser, addresses[0]);
  await expect(pia.getByRole('heading', { name: 'Please taste nothing.' })).toBeVisible();
  await expect(pia.getByText(/milk|butter/i)).toHaveCount(0);
  const watch = page.getByRole('region', { name: 'Watch' });
  await expect(watch).toContainText('seat 1 must not eat what is in the samples: serve nothing');

  // Nothing is carried to her seat, and who carries it reads no more than that.
  await goTo(page, 'Serve');
  await expect(page.getByRole('button', { name: 'Seat 1, Pia, must not eat this: serve nothing' })).toBeVisible();
  await expect(page.getByText('In one or more of them: Milk, Butter, Carrots.')).toBeVisible();
  await page.getByRole('link', { name: 'Carry trays' }).click();
  await expect(page.getByRole('heading', { name: '5 trays to carry.' })).toBeVisible();
  await page.goBack();
  await goTo(page, 'Taste');

  // Somebody whom nobody had asked before says it at the seat, before the first bite.
  const second = await phone(browser, addresses[1]);
  await expect(second.getByText('In one or more of the samples: Milk, Butter, Carrots.')).toBeVisible();
  await second.getByRole('button', { name: 'I must not eat some of this' }).click();
  await expect(second.getByRole('heading', { name: 'You have stopped.' })).toBeVisible();
  await expect(watch).toContainText('seat 2 stopped: There is something in it that I must not eat');

  // A third agrees, and is asked again when it was put right meanwhile.
  const third = await phone(browser, addresses[2]);
  await third.getByRole('button', { name: 'I may eat all of this: begin' }).click();
  await expect(third.getByRole('radio').first()).toBeVisible();
  await goTo(page, 'Ask');
  await page.getByRole('button', { name: 'Correct it' }).click();
  await page.getByRole('button', { name: 'Add an ingredient' }).click();
  await page.getByLabel('Ingredient, line 3').fill('Honey');
  await page.getByRole('button', { name: 'Put it right' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Steamed: Carrots, Honey' })).toBeVisible();
  await third.reload();
  await expect(third.getByText('In one or more of the samples: Milk, Butter, Carrots, Honey.')).toBeVisible();
  await third.getByRole('button', { name: 'I may eat all of this: begin' }).click();
  const codes = await scoreFromHere(third, [7, 5, 3]);
  await rankByTapping(third, codes);
  await handIn(third);

  // She may, after all: a mistake in the list.
  await goTo(page, 'Plan');
  await page.getByRole('tab', { name: 'People' }).click();
  await page.getByRole('button', { name: 'Pia may eat everything' }).click();
  await pia.getByRole('button', { name: 'Look again' }).click();
  await expect(pia.getByRole('heading', { name: 'Hello, Pia' })).toBeVisible();
});
