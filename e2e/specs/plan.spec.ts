import { LATER_SERVICE } from '@jacana/core/bundle';
import { orderReport, plannedSittings } from '@jacana/core/design';
import type { Page } from '@playwright/test';
import { begin } from '../support/ballot';
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
  signInToDemo,
  sureThatAllCame,
  takeTest,
  test,
} from '../support/jacana';

const part = (page: Page, name: string) => page.getByRole('tab', { name }).click();

test('from an empty desk to a locked triangle test for 36, and the answer to it', async ({ page, browser, empty }) => {
  await setUp(page, empty);
  await beginTasting(page, 'Rice', 'Can anyone tell rice that was soaked overnight?');
  await page.getByRole('radio', { name: /^Can people tell them apart/ }).click();
  await page.getByLabel('Kind of product').selectOption('Potatoes, rice and grains');
  await page.getByRole('button', { name: 'From a set' }).click();
  await page.getByRole('menuitem', { name: /^Rice, soaked or not/ }).click();
  await expect(page.getByRole('heading', { name: 'Triangle test' })).toBeVisible();
  await expect(page.getByText('a guess is right only one time in three')).toBeVisible();
  await page.getByRole('button', { name: /^Propose for/ }).click();
  await expect(page.getByLabel('Held constant, line 1')).toHaveValue('Source');

  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 36);
  // Exact: 18 right of 36 are needed, and 30 % who can tell are found 72 times in 100.
  await expect(
    page.getByRole('heading', { name: /36 people find a difference that 30 % can truly tell 72 times/ }),
  ).toBeVisible();
  await expect(page.getByText('54 servings: cook 4 pieces', { exact: false })).toBeVisible();
  await setNumber(page, 'Pieces a method', 4);
  // Four pieces make two groups of people, and a triangle's odd piece is the one by itself in both by chance in 1 of 9.
  await expect(
    page.getByText('For a claim about the methods this test takes 6 of each', { exact: false }),
  ).toBeVisible();
  await page.getByLabel('are taken to be alike').check();
  const why = 'every pot is stirred through';
  await expect(page.getByText('Until it says why, pieces may differ.')).toBeVisible();
  await page.getByLabel('Why they should be').fill(why);
  await expect(page.getByText('Until it says why')).toHaveCount(0);
  await expect(
    page.getByRole('heading', { name: /36 people find a difference that 30 % can truly tell 72 times/ }),
  ).toBeVisible();
  await expect(page.getByText('About the methods, if pieces cooked alike taste alike, as is assumed.')).toBeVisible();
  await part(page, 'Orders');
  await expect(page.getByRole('heading', { name: 'Every order is used equally often' })).toBeVisible();
  await expect(
    page.getByRole('table', { name: 'times each order is served' }).getByRole('cell', { name: '6' }),
  ).toHaveCount(6);
  await lockPlan(page);

  const [address] = await ballotAddresses(page);
  const guest = await phone(browser, address);
  await begin(guest);
  await expect(
    guest.getByRole('heading', { name: 'Two of these are the same. Which one is different?' }),
  ).toBeVisible();
  await expect(guest.getByRole('button', { name: 'Go on' })).toBeDisabled();
  await guest
    .getByRole('button', { name: /^Choose/ })
    .nth(1)
    .click();
  await guest.getByRole('button', { name: 'Go on' }).click();
  await guest.getByRole('button', { name: 'Hand in' }).click();
  await expect(guest.getByRole('heading', { name: 'Handed in. Thank you.' })).toBeVisible();

  await goTo(page, 'Taste');
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('link', { name: 'Go on to unseal' }).click();
  await sureThatAllCame(page);
  await page.getByRole('button', { name: 'Unseal the key' }).click();
  await page.getByRole('button', { name: 'Read the answer' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('1 panelist is too few for a verdict');
  await expect(page.getByTestId('forced-choice')).toContainText('Exact binomial');
  await expect(page.getByText(`pieces cooked alike taste alike: "${why}"`)).toBeVisible();
});

test('to a locked incomplete screening of twelve methods for 48 in two sittings, the same in Node as in the browser', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Wedges', 'Which ways are worth a final?');
  await page.getByRole('button', { name: 'Paste or import' }).click();
  const rows = Array.from({ length: 12 }, (_, at) => `Way ${at + 1}\tway number ${at + 1}\t${5 + at}\t${40 + at}`);
  await page
    .getByLabel('Rows')
    .fill(['name\tdescription\thands-on minutes\ttotal minutes', ...rows, 'Way 13\t\tlong'].join('\n'));
  await expect(page.getByRole('alert')).toContainText('Row 14, handsonminutes: "long" is not a number');
  await page.getByLabel('Rows').fill(['name\tdescription\thands-on minutes\ttotal minutes', ...rows].join('\n'));
  await page.getByRole('button', { name: 'Add 12 methods' }).click();
  await expect(page.getByLabel('Name of method 12')).toHaveValue('Way 12');
  await expect(page.getByText('Too many for one mouth')).toBeVisible();

  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 48);
  await setNumber(page, 'Pieces a method', 6);
  await part(page, 'Orders');
  await setNumber(page, 'Sittings', 3);
  await expect(page.getByText('3 sittings of 6 samples are more than the 12 methods').first()).toBeVisible();
  await setNumber(page, 'Sittings', 2);
  await expect(page.getByText('Each sample is served 48 times.')).toBeVisible({ timeout: 60_000 });
  await sameAsInNode(page);
  await expect(
    page.getByRole('heading', { name: /The truly best three all reach a final of 6 in \d+ % of cases/ }),
  ).toBeVisible();
  await lockPlan(page);
  await expect(page.getByRole('table', { name: 'times each position' })).toHaveCount(0);
  await expect(page.getByText('sitting 2', { exact: true })).toBeVisible();

  // A lock that was too early is taken back, and the next one has another key.
  const print = page.getByText(/^[0-9a-f]{64}$/);
  const first = await print.innerText();
  await page.getByRole('button', { name: 'Unlock the plan' }).click();
  await page.getByRole('button', { name: 'Unlock and destroy the key' }).click();
  await lockPlan(page);
  expect(await print.innerText()).not.toBe(first);
  const sheet = page.getByRole('link', { name: 'Plan sheet (PDF)' });
  const paper = await page.request.get(new URL((await sheet.getAttribute('href')) ?? '', page.url()).href);
  expect(paper.headers()['content-type']).toBe('application/pdf');
  expect((await paper.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

/** The tables that the browser's worker shows are those that Node computes from the same seed. */
async function sameAsInNode(page: Page): Promise<void> {
  const design = {
    test: 'ranking' as const,
    methods: Array.from({ length: 12 }, (_, at) => ({
      id: String(at),
      name: '',
      note: '',
      steps: '',
      chain: [],
      equipment: '',
      reference: false,
    })),
    panel: Array.from({ length: 48 }, (_, at) => ({
      id: String(at),
      seat: at + 1,
      name: '',
    })),
    service: {
      together: 6,
      sittings: 2,
      replicates: 1,
      seatsPerFlight: 12,
      warmUp: false,
      rinseSeconds: 45,
      ...LATER_SERVICE,
      secondsPerSample: 120,
      codes: 'shared' as const,
    },
    zones: [],
  };
  const rows = plannedSittings(design, 'preview').flatMap(({ sets }) =>
    sets.map(({ samples }) => samples.map(({ method }) => method)),
  );
  const { positions, neighbours, concurrence } = orderReport(rows, 12);
  const shown = async (caption: string) =>
    page
      .getByRole('table', { name: caption })
      .locator('tbody tr')
      .evaluateAll((all) => all.map((row) => [...row.querySelectorAll('td')].map((cell) => Number(cell.textContent))));
  const offDiagonal = (counts: number[][]) =>
    counts.map((row, at) => row.map((count, column) => (at === column ? NaN : count)));
  expect(await shown('times at each position')).toEqual(positions);
  expect(await shown('times row comes right before column')).toEqual(offDiagonal(neighbours));
  expect(await shown('times the two stand side by side')).toEqual(offDiagonal(concurrence));
}

test('a leading question is caught and replaced, a double one split, and words come from the library', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Fish', 'Which fish?');
  await listMethods(page, ['Pan-seared', 'Poached']);
  await takeTest(page, 'Ranking');
  await goTo(page, 'Plan');
  await part(page, 'Ballot');
  const question = page.getByLabel('Question', { exact: true });
  await question.fill('How delicious is it?');
  await expect(
    page.getByText('“How delicious” suggests an answer', { exact: false }).or(page.getByText('suggests an answer')),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Use “How much do you like it?”' }).click();
  await expect(question).toHaveValue('How much do you like it?');
  await expect(page.getByText('suggests an answer')).toHaveCount(0);

  await question.fill('How much do you like the poached one?');
  await expect(page.getByRole('listitem').getByText('This names the method Poached').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Lock and seal the key' })).toBeDisabled();
  await page.getByRole('button', { name: /^Use “/ }).click();

  await page.getByRole('button', { name: 'From the word library' }).click();
  await page.getByLabel('Find', { exact: true }).fill('juic');
  await page.getByRole('checkbox', { name: /^juicy/ }).check();
  await page.getByRole('button', { name: 'Ask about 1 word' }).click();
  await page.getByRole('button', { name: /How juicy is it\?/ }).click();
  // The phone shows the line without a mark until it is touched.
  const slider = page.getByRole('slider', { name: 'How juicy is it?' });
  await expect(slider).toHaveAttribute('aria-valuetext', 'not marked yet');
  await slider.click({ position: { x: 60, y: 20 } });
  await expect(slider).not.toHaveAttribute('aria-valuetext', 'not marked yet');
  await question.fill('Is it tender and juicy?');
  await page.getByRole('button', { name: 'Use “How tender is it?” and “How juicy is it?”' }).click();
  await expect(page.getByRole('region', { name: /^Question \d/ })).toHaveCount(5);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('region', { name: /^Question \d/ })).toHaveCount(4);
});

test('scales count in a total by the weights that they are given, two of them at least', async ({ page, empty }) => {
  await setUp(page, empty);
  await beginTasting(page, 'Fish', 'Which fish?');
  await listMethods(page, ['Pan-seared', 'Poached']);
  await takeTest(page, 'Ranking');
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 8);
  await part(page, 'Ballot');
  await page.getByRole('button', { name: 'From the word library' }).click();
  await page.getByLabel('Find', { exact: true }).fill('juic');
  await page.getByRole('checkbox', { name: /^juicy/ }).check();
  await page.getByRole('button', { name: 'Ask about 1 word' }).click();
  await page.getByRole('button', { name: /How juicy is it\?/ }).click();
  await page.getByLabel('Counts in a total').fill('-1.5');
  await expect(page.getByText('One scale by itself makes no total.', { exact: false }).first()).toBeVisible();
  await page.getByRole('button', { name: /How much do you like it\?/ }).click();
  await page.getByLabel('Counts in a total').fill('2');
  await expect(page.getByText('One scale by itself makes no total.', { exact: false })).toHaveCount(0);
  await lockPlan(page);
  const id = page.url().split('/')[4];
  const { tasting } = await (await page.request.get(`${new URL(page.url()).origin}/api/tastings/${id}/bundle`)).json();
  const weights = tasting.ballot.items.flatMap(({ kind, weight }: { kind: string; weight?: number }) =>
    weight === undefined ? [] : [[kind, weight]],
  );
  expect(weights).toEqual([
    ['liking', 2],
    ['line', -1.5],
  ]);
});

test('a plan is refused while a method has no portions left, and says what to do', async ({ page, empty }) => {
  await setUp(page, empty);
  await beginTasting(page, 'Fish', 'Which fish?');
  await listMethods(page, ['Pan-seared', 'Poached', 'Steamed']);
  await page.getByRole('button', { name: 'Steps and effort of method 2' }).click();
  await page.getByLabel('Cook loss (%)').fill('60');
  await page.getByLabel('Cook loss (%)').press('Enter');
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 10);
  await expect(page.getByText('Poached has no portions left for 4 of its 10 servings: cook 2 pieces')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Lock and seal the key' })).toBeDisabled();
  await part(page, 'Quantities');
  await expect(page.getByRole('row', { name: /^Poached/ })).toContainText('4 short');
  await setNumber(page, 'One piece, raw (g)', 900);
  await expect(page.getByText('has no portions left')).toHaveCount(0);
  await lockPlan(page);
});

test('a rehearsal shows how often the plan would be right, and one answer as Read would', async ({ page, demo }) => {
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Sweet potato wedges, twelve ways').click();
  await goTo(page, 'Plan');
  await expect(
    page.getByRole('heading', { name: 'With 48 people and 12 methods, this plan is ready to lock.' }),
  ).toBeVisible();
  await part(page, 'Rehearsal');
  await page.getByRole('button', { name: 'Rehearse', exact: true }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Rehearse', exact: true })).toBeEnabled();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^The truly best wins \d+ times in 100/ })).toBeVisible({
    timeout: 110_000,
  });
  await page.getByRole('button', { name: 'See one such answer' }).click();
  await expect(page.getByRole('dialog').getByRole('table').first().getByRole('row')).toHaveCount(13);
});

test('"if they cannot tell, take the easier one" is planned, sized, rehearsed and printed as that', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Rice', 'Can anyone tell rice that was soaked overnight? If not, we stop.');
  await listMethods(page, ['Not soaked', 'Soaked']);
  await page.getByRole('radio', { name: /^Are they similar enough/ }).click();
  await expect(page.getByRole('heading', { name: 'Triangle test' })).toBeVisible();
  await expect(page.getByText('Finding no difference shows nothing', { exact: false })).toBeVisible();
  await setNumber(page, 'To be ruled out (% can tell)', 40);
  await expect(page.getByText('rule out that 40 % of people can tell', { exact: false })).toBeVisible();
  await page.getByLabel('In words').fill('no table would ask');
  await page.reload();
  await expect(page.getByLabel('To be ruled out (% can tell)')).toHaveValue('40');

  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 36);
  // Exact: 16 right of 36 or fewer rule 40 % out at 0.05, and come up 94 times in 100 by guessing (R, pbinom).
  await expect(page.getByRole('heading', { name: /36 people show that fewer than 40 % can tell/ })).toBeVisible();
  const beside = page.getByRole('table', { name: 'The same distance in every test' });
  await expect(beside.getByRole('row')).toHaveCount(4);
  await expect(beside.getByRole('row', { name: /^Triangle test 40 % 27 81/ })).toBeVisible();
  // A distance of d' 1 is told by 12.7 % in a triangle and by 24.1 % in a tetrad (integrate in R).
  await setNumber(page, 'As a distance (d′)', 1);
  await expect(beside.getByRole('row', { name: /^Triangle test 13 % 222/ })).toBeVisible();
  await expect(beside.getByRole('row', { name: /^Tetrad test 24 %/ })).toBeVisible();
  await setNumber(page, 'As a distance (d′)', 1.98);
  await expect(beside.getByRole('row', { name: /^Triangle test 40 %/ })).toBeVisible();

  await setNumber(page, 'Pieces a method', 5);
  await part(page, 'Rehearsal');
  await page.getByRole('button', { name: 'Rehearse', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^It shows what is truly similar \d+ times in 100/ })).toBeVisible({
    timeout: 60_000,
  });
  await page.getByRole('button', { name: 'See one such answer' }).click();
  await expect(page.getByTestId('similarity')).toContainText('Fewer than 40.1 % who can tell: p');
  await page.keyboard.press('Escape');
  await lockPlan(page);
  await goTo(page, 'Ask');
  await expect(
    page.getByText(
      'Are they similar enough: fewer than 40.1 % of people can tell them apart, so that no table would ask',
    ),
  ).toBeVisible();
});
