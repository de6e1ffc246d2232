import { expect, goTo, planTasting, setUp, test } from '../support/jacana';

test('a name is put right while people taste, seen by others at once, and erased after closing', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted', 'Steamed'], 3);
  const other = await page.context().newPage();
  await other.goto(page.url());
  await goTo(other, 'Taste');
  await expect(other.getByRole('button', { name: /^Seat 2.*Panelist 2/ })).toBeVisible();

  await page.getByRole('button', { name: 'Change the name at seat 2', exact: true }).click();
  const name = page.getByRole('textbox', { name: 'Name at seat 2' });
  const putRight = page.getByRole('button', { name: 'Put right' });
  await expect(putRight).toBeDisabled();
  await name.fill('panelist 3');
  await putRight.click();
  await expect(page.getByText('Somebody is called panelist 3 already.', { exact: false })).toBeVisible();
  await name.fill('Larkmoor');
  await putRight.click();
  await page.getByRole('button', { name: 'Close this window' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Larkmoor' })).toBeVisible();
  await expect(other.getByRole('button', { name: /^Seat 2.*Larkmoor/ })).toBeVisible();
  // As long as people are served, nobody is nameless.
  await expect(page.getByRole('button', { name: 'Erase all names' })).toHaveCount(0);

  await other.getByRole('button', { name: 'Close the tasting' }).click();
  await other.getByRole('button', { name: 'Close', exact: true }).click();
  await other.getByRole('button', { name: /^Seat 2.*Larkmoor/ }).click();
  await other.getByRole('button', { name: 'Erase this name' }).click();
  await other.getByRole('button', { name: 'Erase', exact: true }).click();
  await expect(other.getByRole('heading', { name: 'Seat 2: Seat 2' })).toBeVisible();
  await expect(page.getByText('Larkmoor')).toHaveCount(0);
  await page.getByRole('button', { name: 'Erase all names' }).click();
  await page.getByRole('button', { name: 'Erase', exact: true }).click();
  await expect(page.getByText('Panelist 1', { exact: true })).toHaveCount(0);
});
