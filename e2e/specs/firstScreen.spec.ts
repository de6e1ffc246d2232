import { defaultTasting } from '@jacana/core/bundle';
import { ballotAddresses, expect, lockDraft, planTasting, setUp, test } from '../support/jacana';

test('a ballot can be read and begun before its scripts are there', async ({ page, browser, empty }) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted'], 2);
  const [address] = await ballotAddresses(page);
  const slow = await browser.newPage({ viewport: { width: 360, height: 740 } });
  let come: () => void = () => undefined;
  const scripts = new Promise<void>((resolve) => (come = resolve));
  await slow.route('**/assets/*.js', async (route) => {
    await scripts;
    await route.continue();
  });
  await slow.goto(address, { waitUntil: 'commit' });
  const heading = slow.getByRole('heading', { name: /^Hello/ });
  await expect(heading).toBeVisible();
  // In its own style, and no wider than the phone.
  await expect(heading).toHaveCSS('font-size', '30px');
  expect(await slow.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await slow.getByRole('button', { name: 'Begin' }).click();
  await expect(slow.getByRole('button', { name: 'Begin' })).toHaveCSS('opacity', '0.5');
  const stored = slow.waitForResponse((response) => response.url().endsWith('/answers') && response.ok());
  come();
  await expect(slow.getByRole('button', { name: 'Begin' })).toHaveCount(0);
  await stored;
  // From then on the page hears for itself: a button that stays is not left half seen.
  await slow.getByRole('button', { name: 'Dim', exact: true }).click();
  await expect(slow.getByRole('button', { name: 'Bright', exact: true })).toHaveCSS('opacity', '1');

  // Opened once, the page is the one for everybody: nothing of this panelist stands in it.
  const again = await (await page.request.get(address)).text();
  expect(again).not.toContain('id="ballot"');
});

test('the first screen says nothing but what the ballot says, and only to whom it may', async ({ page, empty }) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted'], 3);
  const [first, second] = await ballotAddresses(page);
  const text = await (await page.request.get(first)).text();
  expect(text).toContain('id="ballot"');
  for (const method of ['Glazed', 'Roasted']) expect(text).not.toContain(method);
  const made = JSON.parse(/id="ballot">(.*?)<\/script>/s.exec(text)![1]);
  // The page alone opens nothing: whoever opens it then finds the same ballot.
  const reply = await page.request.post(`${empty.address}/api/ballots/${new URL(first).pathname.split('/')[2]}/open`, {
    data: { device: 'a-device-of-my-own', takeOver: false },
  });
  expect(await reply.json()).toEqual(made);
  const unknown = await page.request.get(`${empty.address}/b/nobody-has-this-token`);
  expect(unknown.ok()).toBe(true);
  expect(await unknown.text()).toContain('Opening your ballot');

  const id = page.url().split('/')[4];
  await page.request.post(`${empty.address}/api/tastings/${id}/close`, { data: {} });
  expect(await (await page.request.get(second)).text()).not.toContain('id="ballot"');
});

const method = (name: string) => ({
  id: `method-${name}`,
  ...{ name, note: '', steps: '', chain: [], equipment: '', reference: false },
});

test('what people typed cannot get out of the page that carries it', async ({ page, empty }) => {
  await setUp(page, empty);
  const hostile = `Ida</script><script>document.title='taken'</script>`;
  const design = defaultTasting();
  const id = await lockDraft(page, empty, {
    ...{ ...design, title: 'Everything', question: 'Which?', methods: ['Glazed', 'Roasted'].map(method) },
    panel: [{ id: 'panelist-1', name: hostile }],
  });
  const [{ address }] = await (await page.request.get(`${empty.address}/api/tastings/${id}/links`)).json();
  const guest = await page.context().newPage();
  await guest.goto(address);
  await expect(guest.getByText(hostile)).toBeVisible();
  await guest.getByRole('button', { name: 'Begin' }).click();
  await expect(guest.getByRole('button', { name: 'Begin' })).toHaveCount(0);
  await expect(guest).toHaveTitle('Your ballot');
});
