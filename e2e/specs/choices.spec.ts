import { defaultTasting, TESTS, type Answer, type Test } from '@jacana/core/bundle';
import { isOfTwoSamples } from '@jacana/core/design';
import { usualBallot } from '@jacana/core/library';
import { scopeOf } from '@jacana/core/questions';
import type { Page } from '@playwright/test';
import { begin, handIn } from '../support/ballot';
import { expect, lockDraft, phone, setUp, test } from '../support/jacana';

/** What a first tap chooses, where it is not a code. */
const WORDS: Partial<Record<Test, string>> = { 'a-not-a': 'a', 'same-different': 'same' };

test('each test of two samples is answered on a phone, and kept as it was answered', async ({
  page,
  browser,
  empty,
}) => {
  const { address } = empty;
  await setUp(page, empty);
  for (const planned of TESTS.filter(isOfTwoSamples)) {
    const id = await lockDraft(page, empty, pair(planned));
    const links = await (await page.request.get(`${address}/api/tastings/${id}/links`)).json();
    const guest = await phone(browser, (links as { address: string }[])[0].address);
    await begin(guest);
    await answerByTapping(guest, planned);
    await handIn(guest);
    await guest.context().close();

    const bundle = await (await page.request.get(`${address}/api/tastings/${id}/bundle`)).json();
    const [agreed, answer, ...others] = bundle.ballots[0].answers as Answer[];
    expect(agreed).toMatchObject({ kind: 'agreed', contains: [] });
    expect(others).toEqual([]);
    if (answer.kind !== 'choice') throw new Error(`${planned} is answered by a choice.`);
    const codes = bundle.plan.servings[0].sets[0].codes as string[];
    const word = WORDS[planned];
    // In a duo-trio the first sample is the reference, and not to be chosen.
    const [first, second] = planned === 'duo-trio' ? codes.slice(1) : codes;
    expect(answer.choice).toEqual(word ? [word] : planned === 'tetrad' ? [first, second] : [first]);
  }
});

async function answerByTapping(guest: Page, planned: Test): Promise<void> {
  const [item] = usualBallot(planned, 'crisp').filter((one) => scopeOf(one) === 'set');
  await expect(guest.getByRole('heading', { name: item.ask })).toBeVisible();
  const goOn = guest.getByRole('button', { name: 'Go on' });
  for (let tap = 0; tap < (planned === 'tetrad' ? 2 : 1); tap++) {
    await expect(goOn).toBeDisabled();
    await guest.getByRole('main').getByRole('button', { pressed: false }).first().click();
  }
  await goOn.click();
}

/** A tasting of two methods, planned by this test. */
function pair(planned: Test) {
  const defaults = defaultTasting();
  return {
    ...defaults,
    ...{ title: planned, question: 'Which?', test: planned, piecesPerMethod: 4 },
    ballot: { items: usualBallot(planned, 'crisp') },
    methods: ['Steamed', 'Roasted'].map((name, at) => ({
      ...{ id: `m${at}`, name, note: '', steps: '', chain: [], equipment: '', reference: at === 0 },
    })),
    panel: Array.from({ length: 4 }, (_, at) => ({ id: `p${at}`, name: `Panelist ${at + 1}` })),
    service: { ...defaults.service, together: 2 },
  };
}
