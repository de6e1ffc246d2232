import { defaultTasting } from '@jacana/core/bundle';
import { expect, lockDraft, setUp, test } from '../support/jacana';

/** What devices send, what files bring, what is photographed, and what is looked at while nobody is there. */

const step = (id: string, kind: string, name: string, minutes: number, more: object = {}) => ({
  ...{ id, kind, name, minutes: { usual: minutes }, setting: '', hands: 'start', doses: [], swaps: false },
  ...more,
});

const tasting = (chain: object[]) => {
  const plain = defaultTasting();
  return {
    ...plain,
    ...{ title: 'Hams', question: 'Which ham do guests like best?', ballotTitle: 'Thursday panel' },
    methods: ['Cold', 'Warm', 'Smoked'].map((name, at) => ({
      ...{ id: `m${at}`, name, note: '', steps: '', equipment: '', reference: at === 0, chain },
    })),
    panel: Array.from({ length: 12 }, (_, at) => ({ id: `p${at}`, name: `Panelist ${at + 1}` })),
    quantities: { ...plain.quantities, pieceGrams: 50_000 },
    piecesPerMethod: 1,
  };
};

const HOUR = 3_600_000;

test('a device gets a token and sends by it, a file is read by its columns, and both stand in the record', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  const id = await lockDraft(page, empty, tasting([step('roast', 'heat', 'Roast', 60, { equipment: 'oven' })]));
  await page.goto(`${empty.address}/tastings/${id}/cook`);
  const card = page.locator('section', { has: page.getByRole('heading', { name: 'Thermometers and scales' }) });
  await card.getByRole('button', { name: 'Add a device' }).click();
  await card.getByLabel('Name').fill('Smoker');
  await card.getByRole('button', { name: 'Give it a token' }).click();
  const said = await card.getByRole('status').innerText();
  const token = /Bearer ([\w-]+)/.exec(said)?.[1] ?? '';
  expect(token.length).toBeGreaterThan(20);
  const sent = await page.request.post(`${empty.address}/api/readings`, {
    headers: { Authorization: `Bearer ${token}` },
    data: { readings: [{ channel: 3, at: new Date().toISOString(), value: 108.4 }] },
  });
  expect(await sent.json()).toEqual({ stored: 1, known: 0 });
  await card.getByRole('button', { name: 'I have copied it' }).click();
  await page.reload();
  await expect(card.getByText('3: 108.4 °C')).toBeVisible();
  await expect(page.getByText(token)).toHaveCount(0);

  // A file of another logger: in Fahrenheit, by a clock that was a minute behind, with a gap and a cell that is no number.
  await card.locator('input[type=file]').setInputFiles({
    name: 'pit.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'when;pit °F;ham °F;note\n2026-11-20 08:00:00;212;41;lit\n2026-11-20 08:01:00;;42.8;\n2026-11-20 08:02:00;230;x;\n',
    ),
  });
  const dialog = page.getByRole('dialog', { name: 'Readings from pit.csv' });
  await dialog.getByLabel('Channel of note').fill('');
  await dialog.getByLabel('Its clock was behind by (s)').fill('60');
  await expect(dialog.getByText('"x" is no temperature.')).toBeVisible();
  await expect(dialog.getByText(/^4 readings from .*1 empty cell stays a gap/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Take 4 readings' }).click();
  await expect(dialog).toBeHidden();
  await expect(card.getByText(/1: 110.0 °C · 2: 6.0 °C/)).toBeVisible();
  const csv = await (await page.request.get(`${empty.address}/api/tastings/${id}/readings.csv`)).text();
  const own = csv.split('\n').filter((line) => line.includes(',pit,'));
  expect(own.map((line) => line.split(',')[5])).toEqual(['100', '110', '5', '6']);
  expect(own[0]).toContain(':01:00.000Z');

  // What may no longer send is told so.
  await card.getByRole('button', { name: 'Close it' }).click();
  await expect(card.getByText('may send no more').first()).toBeVisible();
  const late = await page.request.post(`${empty.address}/api/readings`, {
    headers: { Authorization: `Bearer ${token}` },
    data: { readings: [{ channel: 3, at: new Date().toISOString(), value: 1 }] },
  });
  expect(late.status()).toBe(401);
});

test('a long stage asks to be looked at, what was too warm is a caveat and held at the gate, and a photo is kept', async ({
  page,
  empty,
}) => {
  await setUp(page, empty);
  const chain = [
    step('thaw', 'thaw', 'Thaw', 24 * 60, { equipment: 'refrigerator' }),
    step('roast', 'heat', 'Roast', 60, { equipment: 'oven', hands: 'none' }),
  ];
  const id = await lockDraft(page, empty, tasting(chain));
  const served = new Date(Date.now() + 13 * HOUR).toISOString();
  const saved = await page.request.put(`${empty.address}/api/tastings/${id}/range`, {
    data: {
      version: 0,
      range: {
        equipment: [
          { id: 'cold', name: 'Refrigerator', kind: 'refrigerator', places: 6, perPlace: 6, shared: true },
          { id: 'oven', name: 'Oven', kind: 'oven', places: 3, perPlace: 4, shared: true },
        ],
        cooks: ['Ines'],
        served: [{ sitting: 1, flight: 1, at: served }],
      },
    },
  });
  expect(saved.ok()).toBe(true);
  const kitchen = await (await page.request.get(`${empty.address}/api/tastings/${id}/kitchen`)).json();
  const tags = (kitchen as { methods: { pieces: { tag: string }[] }[] }).methods.map(({ pieces }) => pieces[0].tag);
  await page.request.post(`${empty.address}/api/tastings/${id}/kitchen-log`, {
    data: {
      entries: [
        {
          id: 'into-the-cold',
          at: new Date(Date.now() - 12.2 * HOUR).toISOString(),
          kind: 'started',
          pieces: tags,
          step: 'thaw',
        },
      ],
    },
  });
  await page.goto(`${empty.address}/tastings/${id}/cook/live`);
  const next = page.getByRole('region', { name: 'Next' });
  await expect(next.getByRole('heading', { name: 'Is it at 5 °C or below, by the thermometer?' })).toBeVisible();
  const tag =
    (await next
      .getByRole('button', { name: /^Piece / })
      .first()
      .textContent()) ?? '';
  await next.getByRole('button', { name: 'No', exact: true }).click();
  await expect(page.getByText(/was above 5 °C in “Thaw”/).first()).toBeVisible();
  const dialog = page.getByRole('dialog');
  const underWay = page.locator('section', { hasText: 'Under way' });
  // What was just noted still moves the page on a busy machine: whoever misses taps again.
  await expect(async () => {
    if (!(await dialog.isVisible()))
      await underWay.getByRole('button', { name: tag, exact: true }).click({ timeout: 2000 });
    await expect(dialog).toBeVisible({ timeout: 2000 });
  }).toPass();
  await expect(
    dialog.getByText('It was found too warm while it thawed: it is cooked at once, or withdrawn.'),
  ).toBeVisible();

  // A picture leaves the tablet small, and is there after a reload.
  await dialog.locator('input[type=file]').setInputFiles({
    name: 'ham.png',
    mimeType: 'image/png',
    buffer: Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    ),
  });
  await expect(dialog.getByRole('img', { name: /^Photo 1 of piece/ })).toBeVisible();
  await page.reload();
  await page.locator('section', { hasText: 'Under way' }).getByRole('button', { name: tag, exact: true }).click();
  const photo = dialog.getByRole('img', { name: /^Photo 1 of piece/ });
  await expect(photo).toBeVisible();
  const bytes = await (await page.request.get(`${empty.address}${await photo.getAttribute('src')}`)).body();
  expect([...bytes.subarray(0, 3)]).toEqual([0xff, 0xd8, 0xff]);

  // The limits of another country are one choice away.
  await page.goto(`${empty.address}/tastings/${id}/cook`);
  await page.getByLabel('Limits that this house asks for').selectOption('uk');
  await expect(page.getByText(/Food Standards Agency/)).toBeVisible();
});
