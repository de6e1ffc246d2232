import type { Page, Route } from '@playwright/test';
import type { DraftInput } from '../../web/src/client/api.generated';
import { beginTasting, expect, goTo, listMethods, setNumber, setUp, test } from '../support/jacana';

/** One person types at a line that is slow: nothing is lost, and nobody is at odds with themselves. */

/** Typed as people type, with pauses in which a save begins. Its letters are shortcuts where no field has the focus. */
const WORDS = ['Do guests who dine outdoors ', 'taste the butter, ', 'or just the toasted edge of it? ', 'Ask them.'];
const SENTENCE = WORDS.join('');
const THINKING_MS = 600;

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Lets each save reach the server at once and holds its answer back, so that news of it come before the answer. */
async function answersAfter(page: Page, ms: () => number): Promise<() => number> {
  let [underWay, most] = [0, 0];
  await page.route('**/api/tastings/*/draft', async (route: Route) => {
    most = Math.max(most, ++underWay);
    const response = await route.fetch();
    await pause(ms());
    underWay -= 1;
    await route.fulfill({ response });
  });
  return () => most;
}

async function types(page: Page, label: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.fill('');
  await field.click();
  for (const words of WORDS) {
    await page.keyboard.type(words, { delay: 5 });
    await page.waitForTimeout(THINKING_MS);
  }
  await expect(field).toBeFocused();
  await expect(field).toHaveValue(SENTENCE);
}

type Field = [stage: string, tab: string, label: string, place: (draft: DraftInput) => string];
const QUESTION: Field = ['Ask', '', 'Question', ({ question }) => question];
const METHOD: Field = ['Ask', '', 'Name of method 2', ({ methods }) => methods[1].name];
const SEAT: Field = ['Plan', 'People', 'Name at seat 3', ({ panel }) => panel[2].name];
const ASKED: Field = ['Plan', 'Ballot', 'Question', ({ ballot }) => ballot.items[0].ask];
const TYPED: [seconds: number, fields: Field[]][] = [
  [0.1, [QUESTION, METHOD]],
  [0.8, [SEAT, ASKED]],
  [1.5, [METHOD, QUESTION]],
  [5, [METHOD]],
];

test('with saves of 0.1 to 5 s every character that one person types is stored, and the caret stays', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await goTo(page, 'Plan');
  await setNumber(page, 'People who taste', 6);
  await goTo(page, 'Ask');
  await expect(page.getByText('All changes saved')).toBeVisible();
  const id = page.url().split('/')[4];
  let delay = 0;
  const mostAtOnce = await answersAfter(page, () => delay);
  for (const [seconds, fields] of TYPED) {
    delay = seconds * 1000;
    for (const [stage, tab, label, place] of fields) {
      await goTo(page, stage);
      if (tab) await page.getByRole('tab', { name: tab }).click();
      await types(page, label);
      await expect(page.getByText('All changes saved')).toBeVisible({ timeout: 30_000 });
      await expect(page.getByRole('dialog')).toHaveCount(0);
      const { draft } = await (await page.request.get(`${empty.address}/api/tastings/${id}`)).json();
      expect(place(draft)).toBe(SENTENCE);
    }
  }
  expect(mostAtOnce()).toBe(1);
});

test('typing goes on over what a colleague saves meanwhile, and over a save whose answer was lost', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  await beginTasting(page, 'Carrots', 'Which?');
  await listMethods(page, ['Glazed', 'Roasted', 'Steamed']);
  await expect(page.getByText('All changes saved')).toBeVisible();
  const address = `${empty.address}/api/tastings/${page.url().split('/')[4]}`;
  const asStored = async () => (await page.request.get(address)).json();

  // The server has what was typed, but its answer never comes: it is found there again, and nobody is asked.
  let lost = 0;
  await page.route('**/api/tastings/*/draft', async (route) => {
    await route.fetch();
    lost += 1;
    await route.abort();
  });
  const name = page.getByLabel('Name of method 2', { exact: true });
  await name.click();
  await page.keyboard.type(', slowly');
  await expect.poll(() => lost).toBeGreaterThan(0);
  await page.keyboard.type(', in butter');
  await page.unroute('**/api/tastings/*/draft');
  await expect(page.getByText('All changes saved')).toBeVisible({ timeout: 60_000 });
  expect((await asStored()).draft.methods[1].name).toBe('Roasted, slowly, in butter');

  // A colleague adds a method at the head of the list and changes another, while the caret is within a name.
  await page.keyboard.press('Home');
  for (let step = 0; step < 'Roasted'.length; step += 1) await page.keyboard.press('ArrowRight');
  const { version, draft } = await asStored();
  const [first, ...rest] = draft.methods;
  const changed = { ...draft, methods: [{ ...first, id: 'theirs', name: 'Braised' }, ...rest, first] };
  const saved = await page.request.put(`${address}/draft`, { data: { version, draft: changed } });
  expect(saved.ok(), await saved.text()).toBe(true);
  await expect(page.getByLabel('Name of method 1', { exact: true })).toHaveValue('Braised');
  await expect(name).toBeFocused();
  await page.keyboard.type(' whole');
  await expect(name).toHaveValue('Roasted whole, slowly, in butter');
  await expect(page.getByText('All changes saved')).toBeVisible();
  expect((await asStored()).draft.methods.map((one: { name: string }) => one.name)).toEqual([
    'Braised',
    'Roasted whole, slowly, in butter',
    'Steamed',
    'Glazed',
  ]);
});
