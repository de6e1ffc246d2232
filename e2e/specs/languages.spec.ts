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
import type { TastingBundle } from '@jacana/core/bundle';

/** What each language says on the way through one ballot. */
const SAYS = {
  Deutsch: {
    lang: 'de',
    begin: 'Anfangen',
    early: 'Die Leitung lässt mich jetzt weiter',
    liking: /Gefällt mir sehr/,
    next: 'Nächste Probe',
    last: 'Zur letzten Frage',
    untasted: 'Ich habe das nicht gekostet',
    reason: 'Ich esse das nicht',
    left: 'Sie haben {code} nicht gekostet: Ich esse das nicht.',
    place: (code: string) => `${code} als Nächstes einordnen`,
    second: '2.',
    most: '▲ Am liebsten',
    on: 'Weiter',
    handIn: 'Abgeben',
    thanks: 'Abgegeben. Danke.',
  },
  Français: {
    lang: 'fr',
    begin: 'Commencer',
    early: 'La personne responsable me laisse continuer',
    liking: /Très agréable/,
    next: 'Échantillon suivant',
    last: 'À la dernière question',
    untasted: 'Je ne l’ai pas goûté',
    reason: 'Je ne mange pas cela',
    left: 'Vous n’avez pas goûté {code} : Je ne mange pas cela.',
    place: (code: string) => `Placer ${code} ensuite`,
    second: '2e',
    most: '▲ Le plus aimé',
    on: 'Continuer',
    handIn: 'Remettre',
    thanks: 'Remis. Merci.',
  },
} as const;

test('a ballot speaks the language of the tasting, and each panelist may take another', async ({
  page,
  browser,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which carrots do our guests like best?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 2);
  await page.getByRole('tab', { name: 'Ballot' }).click();
  await page.getByLabel('Language of the ballot').selectOption({ label: 'Deutsch' });
  await lockPlan(page);
  const addresses = await ballotAddresses(page);

  for (const [at, [name, says]] of Object.entries(SAYS).entries()) {
    const guest = await phone(browser, addresses[at]);
    // The first reads as the tasting has it; the second takes French.
    if (at > 0) await guest.getByRole('button', { name }).click();
    await expect(guest.locator('html')).toHaveAttribute('lang', says.lang);
    await guest.getByRole('button', { name: says.begin }).click();
    const codes: string[] = [];
    for (let number = 0; number < 3; number++) {
      const code = (await guest.getByRole('main').getByRole('img').first().getAttribute('aria-label')) ?? '';
      codes.push(code);
      if (number < 2) await guest.getByText(says.liking).click();
      else {
        await guest.getByRole('button', { name: says.untasted }).click();
        await guest.getByRole('button', { name: says.reason }).click();
        await expect(guest.getByText(says.left.replace('{code}', code))).toBeVisible();
      }
      await guest.getByRole('button', { name: number < 2 ? says.next : says.last }).click();
      if (number < 2) await guest.getByRole('button', { name: says.early }).click();
    }
    for (const code of codes.slice(0, 2)) await guest.getByRole('button', { name: says.place(code) }).click();
    await expect(guest.getByText(says.second, { exact: true })).toBeVisible();
    await expect(guest.getByText(says.most)).toBeVisible();
    await guest.getByRole('button', { name: says.on, exact: true }).click();
    // A choice of language survives a reload; nothing English is left on the way.
    await guest.reload();
    await expect(guest.locator('html')).toHaveAttribute('lang', says.lang);
    await expect(guest.getByText(/answer|sample|hand in/i)).toHaveCount(0);
    await guest.getByRole('button', { name: says.handIn }).click();
    await expect(guest.getByRole('heading', { name: says.thanks })).toBeVisible();
    await guest.context().close();
  }

  // Whatever was read, the reason is stored in one language, and scores are numbers.
  const id = /tastings\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const reply = await page.request.get(`${empty.address}/api/tastings/${id}/bundle`);
  const { ballots } = (await reply.json()) as TastingBundle;
  const reasons = ballots.flatMap(({ answers }) =>
    answers.flatMap((one) => (one.kind === 'untasted' ? one.because : [])),
  );
  expect(reasons).toEqual(['I do not eat this', 'I do not eat this']);
  const scores = ballots.flatMap(({ answers }) => answers.flatMap((one) => (one.kind === 'score' ? one.score : [])));
  expect(scores).toEqual([8, 8, 8, 8]);
});
