import { currentCode, handIn, rankByTapping } from '../support/ballot';
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

test('planned by hand: a scale tried before it counts, samples that wait for their tray, and a pause in the middle', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots do our guests like best?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 2);
  await page.getByRole('tab', { name: 'Orders' }).click();
  await setNumber(page, 'Rinse (s)', 0);
  await expect(page.getByLabel('Scales are tried on it')).toHaveCount(0);
  await page.getByLabel('Warm-up sample first').click();
  await page.getByLabel('Scales are tried on it').click();
  await page.getByLabel('Ballots wait for the tray').click();
  await setNumber(page, 'A pause after every (samples)', 2);
  await setNumber(page, 'Length of the pause (s)', 150);
  await expect(page.getByText('All changes saved')).toBeVisible();
  await page.reload();
  await page.getByRole('tab', { name: 'Orders' }).click();
  await expect(page.getByLabel('Length of the pause (s)')).toHaveValue('150');
  await expect(page.getByLabel('Ballots wait for the tray')).toBeChecked();
  await lockPlan(page);
  const [first, second] = await ballotAddresses(page);
  await goTo(page, 'Taste');

  // One is told by whoever puts the tray down.
  const guest = await phone(browser, first);
  await guest.getByRole('button', { name: 'Begin' }).click();
  await expect(guest.getByRole('heading', { name: 'Your tray is on its way.' })).toBeVisible();
  await expect(guest.getByRole('button', { name: 'Go on' })).toHaveCount(0);
  await goTo(page, 'Serve');
  await page.getByRole('link', { name: 'Carry trays' }).click();
  await page.getByRole('button', { name: 'I take this tray' }).click();
  const seat = (await page.getByRole('button', { name: /^It stands at seat/ }).textContent()) ?? '';
  await page.getByRole('button', { name: /^It stands at seat/ }).click();
  expect(seat).toContain('1');
  await expect(guest.getByRole('heading', { name: 'Your tray is here.' })).toBeVisible({ timeout: 60_000 });
  await guest.getByRole('button', { name: 'Go on' }).click();

  // The warm-up, and the scale tried on it: kept nowhere.
  await expect(guest.getByText('you try the questions on it', { exact: false })).toBeVisible();
  await guest.getByRole('button', { name: 'Go on' }).click();
  await expect(guest.getByText('This one does not count')).toBeVisible();
  await expect(guest.getByRole('button', { name: 'Go on' })).toBeDisabled();
  await guest.getByRole('radio').nth(0).click();
  await expect(guest.getByText('From the next sample on, it counts.', { exact: false })).toBeVisible();
  await guest.getByRole('button', { name: 'Go on' }).click();

  const codes: string[] = [];
  const like = async (place: number) => {
    codes.push(await currentCode(guest));
    await guest.getByRole('radio').nth(place).click();
    await guest.getByRole('button', { name: /^(Next sample|To the last question)$/ }).click();
  };
  await like(3);
  await like(4);
  await expect(guest.getByRole('heading', { name: 'A pause. Drink some water and rest.' })).toBeVisible();
  await expect(guest.getByRole('main').getByText(/^2:[0-3]\d$/)).toBeVisible();
  await guest.getByRole('button', { name: 'The coordinator lets me go on now' }).click();
  await like(5);
  await rankByTapping(guest, codes);
  await handIn(guest);

  // The other says so, before anybody else does; the board asks for the tap.
  const other = await phone(browser, second);
  await other.getByRole('button', { name: 'Begin' }).click();
  await other.getByRole('button', { name: 'It stands before me' }).click();
  await expect(other.getByText(/^First taste sample/)).toBeVisible();
  await goTo(page, 'Taste');
  await expect(page.getByText('says that the tray is there: tap it as put down')).toBeVisible();
  await other.reload();
  await expect(other.getByText(/^First taste sample/)).toBeVisible();

  const csv = await (
    await page.request.get(page.url().replace(/\/tastings\/(.*)\/taste.*/, '/api/tastings/$1/csv'))
  ).text();
  const [head, ...lines] = csv.trim().split('\n');
  const at = (name: string) => head.split(',').indexOf(name);
  const own = lines.map((line) => line.split(',')).filter((cells) => codes.includes(cells[at('code')]));
  const done = own.filter((cells) => cells[at('handed_in_at')] !== '');
  expect(done.map((cells) => /^\d+$/.test(cells[at('took_s')]))).toEqual([true, true, true]);
  expect(done.map((cells) => cells[at('liking')]).sort()).toEqual(['4', '5', '6']);
});

test('side by side: question by question over what stands there, and free ways within it', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots do our guests like best?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 1);
  await page.getByRole('tab', { name: 'Orders' }).click();
  await page.getByLabel('Samples stand').selectOption('side by side');
  await page.getByLabel('Going back to earlier samples').click();
  await lockPlan(page);
  const [address] = await ballotAddresses(page);
  const guest = await phone(browser, address);
  await expect(guest.getByText('stand before you together', { exact: false })).toBeVisible();
  await guest.getByRole('button', { name: 'Begin' }).click();
  const codes: string[] = [];
  for (let sample = 0; sample < 3; sample++) {
    codes.push(await currentCode(guest));
    await guest.getByRole('radio').nth(sample).click();
    await guest.getByRole('button', { name: /^(Next sample|To the last question)$/ }).click();
  }
  // No rinse is timed among them, and what stands there may be changed, though nobody goes back.
  await expect(guest.getByRole('button', { name: `Place ${codes[0]} next` })).toBeVisible();
  for (let back = 0; back < 3; back++) await guest.getByRole('button', { name: 'Back' }).click();
  expect(await currentCode(guest)).toBe(codes[0]);
  await guest.getByRole('radio').nth(8).click();
  for (let on = 0; on < 3; on++)
    await guest.getByRole('button', { name: /^(Next sample|To the last question)$/ }).click();
  await rankByTapping(guest, codes);
  await handIn(guest);
  const csv = await (
    await page.request.get(page.url().replace(/\/tastings\/([^/]+)\/.*/, '/api/tastings/$1/csv'))
  ).text();
  const [head, ...lines] = csv.trim().split('\n');
  const column = (name: string) => lines.map((line) => line.split(',')[head.split(',').indexOf(name)]);
  expect(column('liking').sort()).toEqual(['1', '7', '8']);
  expect(column('took_s')).toEqual(['', '', '']);
});
