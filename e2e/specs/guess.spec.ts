import type { TastingBundle } from '@jacana/core/bundle';
import { handIn, rankByTapping, scoreAll } from '../support/ballot';
import { ballotAddresses, expect, phone, planTasting, setUp, sureThatAllCame, test, goTo } from '../support/jacana';

test('which method the last sample was is asked after handing in, stays sealed, and is read against chance', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await planTasting(page, ['Glazed', 'Roasted', 'Steamed'], 6, { guess: true });
  const addresses = await ballotAddresses(page);
  await goTo(page, 'Taste');

  await Promise.all(
    addresses.map(async (address, at) => {
      const own = await phone(browser, address);
      const codes = await scoreAll(own, [7, 5, 3]);
      await rankByTapping(own, [...codes].sort());
      await expect(own.getByText('Glazed')).toHaveCount(0);
      await handIn(own);
      const asked = own.getByRole('group', { name: 'Which do you think this was?' });
      await expect(asked.getByRole('img', { name: codes[2] })).toBeVisible();
      await expect(own.getByRole('button', { name: 'Send' })).toBeDisabled();
      // One has no idea, the others all say the same: of those who had it last, that is right.
      if (at === 0) await own.context().setOffline(true);
      await asked.getByLabel(at === 5 ? 'I have no idea' : 'Glazed').check();
      await own.getByRole('button', { name: 'Send' }).click();
      if (at === 0) {
        await expect(own.getByText('Your guess is kept on this device', { exact: false })).toBeVisible();
        await own.context().setOffline(false);
      }
      await expect(own.getByText('Your guess arrived too.')).toBeVisible({ timeout: 60_000 });
      await own.reload();
      await expect(own.getByText('Your guess arrived too.')).toBeVisible();
      await own.context().close();
    }),
  );

  const id = /tastings\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const bundle = () => page.request.get(`${empty.address}/api/tastings/${id}/bundle`).then((reply) => reply.text());
  const said = '"kind":"guess","item":"';
  expect(await bundle()).not.toContain(said);
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('link', { name: 'Go on to unseal' }).click();
  await sureThatAllCame(page);
  await page.getByRole('button', { name: 'Unseal the key' }).click();
  await page.getByRole('button', { name: 'Read the answer' }).click();

  expect(await bundle()).toContain(said);
  // Everyone who named one said Glazed: as many are right as had it last, which is just what chance gives.
  const { tasting, key, plan } = JSON.parse(await bundle()) as TastingBundle;
  const glazed = tasting.methods.find(({ name }) => name === 'Glazed')?.id;
  const sixth = tasting.panel.find(({ seat }) => seat === 6)?.id;
  const right = (plan?.servings ?? []).filter(
    ({ panelist, sets }) => panelist !== sixth && key?.codes[sets[0].codes[2]] === glazed,
  ).length;
  await expect(
    page.getByText(
      `${right} of 5 who named one were right, where ${right.toFixed(1)} would be by chance (p 1.0000). 1 had no idea.`,
      { exact: false },
    ),
  ).toBeVisible();
  await expect(page.getByRole('row', { name: new RegExp(`Glazed ${right} 5 ${right}`) })).toBeVisible();
});
