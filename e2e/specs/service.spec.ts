import { defaultTasting } from '@jacana/core/bundle';
import type { Browser, Page } from '@playwright/test';
import { begin, handIn } from '../support/ballot';
import { expect, lockDraft, signInToDemo, sureThatAllCame, test, type Jacana } from '../support/jacana';

/** Serving: trays carried by two runners, and what goes wrong on the way, mended where it happens. */

const PHONE = { width: 390, height: 844 };

async function runner(browser: Browser, jacana: Jacana, title = /winter menu/): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await page.clock.install();
  await signInToDemo(page, jacana, 'Tove');
  await page.setViewportSize(PHONE);
  await page.getByRole('link', { name: title }).click();
  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  await page.getByRole('link', { name: 'Carry trays' }).click();
  await expect(next(page)).toBeVisible();
  return page;
}

/** The kitchen decides on every piece. */
async function letThrough(browser: Browser, jacana: Jacana, id: string): Promise<void> {
  const kitchen = await (await browser.newContext()).newPage();
  await signInToDemo(kitchen, jacana, 'Marek');
  const address = `${jacana.address}/api/tastings/${id}`;
  const { methods } = await (await kitchen.request.get(`${address}/kitchen`)).json();
  const tags = methods.flatMap(({ pieces }: { pieces: { tag: string }[] }) => pieces.map(({ tag }) => tag));
  const entries = tags.map((piece: string) => ({
    ...{ id: `let-through-${piece}`, at: new Date().toISOString() },
    ...{ kind: 'gate', piece, decision: 'passed', because: '' },
  }));
  const stored = await kitchen.request.post(`${address}/kitchen-log`, { data: { entries } });
  expect(stored.ok(), await stored.text()).toBe(true);
  await kitchen.context().close();
}

const next = (page: Page) => page.getByRole('region', { name: 'Next tray' });
const isNext = async (page: Page, seat: number): Promise<boolean> =>
  new RegExp(`Seat ${seat}\\b`).test(await next(page).innerText({ timeout: 1000 }));
const take = (page: Page) => page.getByRole('button', { name: 'I take this tray' }).click();
const putDown = (page: Page, seat: number) => page.getByRole('button', { name: `It stands at seat ${seat}` }).click();

test('two runners on phones never carry the same tray, though one of them loses the network for a while', async ({
  browser,
  demo,
}) => {
  const [one, other] = [await runner(browser, demo), await runner(browser, demo)];
  await expect(next(one)).toContainText('Seat 1');
  await expect(next(other)).toContainText('Seat 1');
  // Nothing is cut before the kitchen has decided; then it is.
  await one.getByRole('button', { name: 'Flight 1 is cut now' }).click();
  await expect(one.getByText(/Nobody has decided at the gate on/).first()).toBeVisible();
  await letThrough(browser, demo, one.url().split('/')[4]);
  await one.getByRole('button', { name: 'Flight 1 is cut now' }).click();
  await expect(other.getByText('cut just now, 8 minutes left')).toBeVisible();

  // What one has in hand is gone from the other's list at once.
  await take(one);
  await expect(next(other)).toContainText('Seat 2');
  await expect(other.getByText(/On the way: seat 1/)).toBeVisible();
  await one.getByLabel('Temperature, if you probed one (°C)').fill('58,5');
  await putDown(one, 1);
  await expect(other.getByText(/On the way/)).toBeHidden();

  // A tap too early is taken back, and the tray is in the hand again, for both.
  await one.getByRole('button', { name: 'Undo' }).click();
  await expect(next(one)).toContainText('Seat 1');
  await expect(other.getByText(/On the way: seat 1/)).toBeVisible();
  await putDown(one, 1);
  await expect(other.getByText(/On the way/)).toBeHidden();

  // Without a network it goes on, and comes later, each once.
  await other.context().setOffline(true);
  await take(other);
  await putDown(other, 2);
  await expect(next(other)).toContainText('Seat 3');
  await expect(other.getByText('2 taps on the way')).toBeVisible();
  await one.getByLabel('Find a seat by number or name').fill('5');
  await one.getByRole('button', { name: /^Seat 5/ }).click();
  await take(one);
  await putDown(one, 5);
  await other.context().setOffline(false);
  await expect(other.getByText(/taps? on the way/)).toBeHidden();
  await expect(one.getByRole('heading', { level: 1 })).toHaveText('Flight 1: 5 trays to carry.');
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Flight 1: 5 trays to carry.');
  await expect(next(one)).toContainText('Seat 3');

  // The coordinator sees it; whoever does not come is carried nothing.
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signInToDemo(desk, demo, 'Ines');
  await desk.getByRole('link', { name: /^Beetroot, five ways/ }).click();
  await desk
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  await expect(desk.getByRole('heading', { level: 1 })).toHaveText('3 of 16 trays out, 13 to carry.');
  await desk.getByRole('button', { name: /^Seat 3, / }).click();
  await desk.getByRole('button', { name: 'Does not come' }).click();
  await expect(desk.getByText('One person fewer.', { exact: false })).toBeVisible();
  await desk.getByRole('button', { name: 'Write it down' }).click();
  await expect(next(one)).toContainText('Seat 4');
  await desk.getByRole('button', { name: 'Take back' }).click();
  await expect(next(one)).toContainText('Seat 3');

  // A flight is added: two seats go into it together.
  await desk.getByRole('button', { name: /^Seat 15, / }).click();
  await desk.getByRole('button', { name: 'Is served with another flight' }).click();
  await desk.getByLabel('Flight', { exact: true }).fill('3');
  await desk.getByRole('dialog').getByRole('button', { name: '16', exact: true }).click();
  await desk.getByRole('button', { name: 'Write it down' }).click();
  await expect(desk.getByRole('region', { name: 'Flight 3' }).getByRole('listitem')).toHaveCount(2);

  // Both without a network, the same seat: on the board it stands out.
  for (const page of [one, other]) await page.context().setOffline(true);
  for (const page of [one, other]) {
    await take(page);
    await putDown(page, 3);
  }
  for (const page of [one, other]) await page.context().setOffline(false);
  await expect(desk.getByText(/said to be out twice/)).toBeVisible();
});

test('forty seats in four flights of six samples: two runners at a race, one of them a minute without a network', async ({
  browser,
  demo,
}) => {
  test.setTimeout(480_000);
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signInToDemo(desk, demo, 'Ines');
  const design = defaultTasting();
  const id = await lockDraft(desk, demo, {
    ...{ ...design, title: 'Carrots, six ways', ballotTitle: 'The long evening', question: 'Which carrots are best?' },
    methods: Array.from({ length: 6 }, (_, at) => ({
      ...{ id: `carrot-${at}`, name: `Way ${at + 1}`, note: '', steps: '', chain: [], equipment: '', reference: false },
    })),
    panel: Array.from({ length: 40 }, (_, at) => ({ id: `guest-${at + 1}`, name: `Guest ${at + 1}` })),
    service: { ...design.service, together: 6, seatsPerFlight: 10 },
    quantities: { ...design.quantities, pieceGrams: 50_000 },
  });
  const [one, other] = await Promise.all([
    runner(browser, demo, /The long evening/),
    runner(browser, demo, /The long evening/),
  ]);

  // Trays are things: whoever has one in hand, the other cannot take it, whatever the phone says.
  const standing = new Set(Array.from({ length: 40 }, (_, at) => at + 1));
  async function carry(page: Page): Promise<boolean> {
    const seen = await next(page)
      .innerText({ timeout: 2000 })
      .catch(() => '');
    const shown = Number(/Seat (\d+)/.exec(seen)?.[1]);
    const seat = standing.has(shown) ? shown : [...standing][0];
    if (seat === undefined) return false;
    standing.delete(seat);
    // What the other takes meanwhile changes what is next here.
    await expect(async () => {
      const find = page.getByLabel('Find a seat by number or name');
      if (!(await isNext(page, seat))) {
        await find.fill(String(seat), { timeout: 1000 });
        await page.getByRole('button', { name: new RegExp(`^Seat ${seat}\\b`) }).click({ timeout: 1000 });
      }
      await find.fill('', { timeout: 1000 });
      expect(await isNext(page, seat)).toBe(true);
    }).toPass();
    await take(page);
    await putDown(page, seat);
    return true;
  }
  const race = async (page: Page, trays = Infinity): Promise<void> => {
    for (let carried = 0; carried < trays && (await carry(page)); carried++);
  };
  await Promise.all([race(one, 8), race(other, 5)]);
  await other.context().setOffline(true);
  await Promise.all([race(one), race(other)]);
  await expect(other.getByText(/taps on the way/)).toBeVisible();
  await other.clock.fastForward(60_000);
  await other.context().setOffline(false);
  await expect(other.getByText(/taps? on the way/)).toBeHidden({ timeout: 60_000 });

  for (const page of [one, other])
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Every tray is out.');
  await desk.goto(`${demo.address}/tastings/${id}/serve`);
  await expect(desk.getByRole('heading', { level: 1 })).toHaveText('Every tray is out.');
  await expect(desk.getByText(/said to be out twice/)).toHaveCount(0);
  for (const flight of [1, 2, 3, 4])
    await expect(desk.getByRole('region', { name: `Flight ${flight}` }).getByRole('listitem')).toHaveCount(10);
  const { records } = (await (await desk.request.get(`${demo.address}/api/tastings/${id}/bundle`)).json()) as Bundle;
  const out = records.service.flatMap(({ body }) => (body.kind === 'out' ? body.panelist : []));
  expect(out).toHaveLength(40);
  expect(new Set(out).size).toBe(40);
});

interface Bundle {
  key: { codes: Record<string, string> };
  plan: { servings: { panelist: string; sets: { codes: string[] }[] }[] };
  ballots: { panelist: string; handedInAt: string | null; answers: { kind: string; choice?: string[] }[] }[];
  records: { service: { body: { kind: string; panelist?: string } }[] };
}

test('a triangle with two plates exchanged, one given up, a walk-in, one taken back: the answer rests on what was eaten', async ({
  page,
  browser,
  demo,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await signInToDemo(page, demo, 'Ines');
  await page.getByRole('link', { name: /^Rice, soaked or not/ }).click();
  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Taste/ })
    .click();
  const id = /tastings\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const done = page.getByRole('button', { name: /^Seat \d+, .*, done$/ });
  await expect(done).toHaveCount(18);
  const names = await done.evaluateAll((seats) => seats.map((seat) => seat.getAttribute('aria-label') ?? ''));
  const dialog = page.getByRole('dialog');
  const codes = dialog.getByRole('button', { name: /^\d{3}$/ });

  // At one seat two plates stood in each other's place.
  await page.getByRole('button', { name: names[0] }).click();
  await dialog.getByRole('button', { name: 'Two plates were put in each other’s place' }).click();
  await codes.nth(0).click();
  const swapped = await codes.evaluateAll((pads) => pads.map((pad) => pad.getAttribute('aria-label') ?? ''));
  await codes.nth(3).click();
  await expect(dialog.getByText('Each answer counts for what lay on its plate.', { exact: false })).toBeVisible();
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText(`Plates ${swapped[0]} and ${swapped[3]} were exchanged`, { exact: false })).toBeVisible();

  // At another one was not eaten; that somebody stayed away is written down and taken back.
  await page.getByRole('button', { name: names[1] }).click();
  await dialog.getByRole('button', { name: 'A plate was not eaten' }).click();
  await codes.nth(1).click();
  await expect(dialog.getByRole('button', { name: 'Write it down' })).toBeDisabled();
  await dialog.getByLabel('What happened?').fill('spilled');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText(/did not eat \d{3}: spilled/)).toBeVisible();
  await page
    .getByRole('button', { name: /^Seat \d+, .*, away$/ })
    .first()
    .click();
  await dialog.getByRole('button', { name: 'Does not come' }).click();
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText(/did not come/).first()).toBeVisible();
  await page
    .getByRole('listitem')
    .filter({ hasText: /^\d\d:\d\d Seat \d+ did not come/ })
    .getByRole('button', { name: 'Take back' })
    .click();
  await expect(page.getByRole('button', { name: 'Take back' })).toHaveCount(2);

  // Somebody is at the door: a seat, codes and a ballot of their own, and the seal stays as it was.
  await page.getByRole('button', { name: 'Somebody walked in' }).click();
  await dialog.getByLabel('Name').fill('Guest');
  await dialog.getByLabel('Seat', { exact: true }).fill('4');
  await expect(dialog.getByText('Somebody has seat 4 already.')).toBeVisible();
  await dialog.getByLabel('Seat', { exact: true }).fill('37');
  await expect(dialog.getByRole('button', { name: 'Let them in' })).toBeDisabled();
  await dialog.getByLabel('They may eat all of this').check();
  await dialog.getByRole('button', { name: 'Let them in' }).click();
  await expect(page.getByText('Seat 37 walked in: Guest')).toBeVisible();
  const links = (await (await page.request.get(`${demo.address}/api/tastings/${id}/links`)).json()) as {
    seat: number;
    address: string;
  }[];
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(links.find(({ seat }) => seat === 37)?.address ?? '');
  await begin(phone);
  await phone
    .getByRole('button', { name: /^Choose/ })
    .nth(1)
    .click();
  await phone.getByRole('button', { name: 'Go on' }).click();
  await handIn(phone);
  await expect(page.getByRole('button', { name: 'Seat 37, Guest, done' })).toBeVisible();

  // Closing names everyone who is not in.
  await page.getByRole('button', { name: 'Close the tasting' }).click();
  await expect(page.getByRole('list', { name: 'Not in' }).getByRole('listitem')).toHaveCount(18);
  await dialog.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('link', { name: 'Go on to unseal' }).click();
  await sureThatAllCame(page);
  await page.getByRole('button', { name: 'Unseal the key' }).click();
  await page.getByRole('button', { name: 'Read the answer' }).click({ timeout: 60_000 });
  const plates = page.getByText(/Of 111 plates, 3 were not as planned, and \d+ were not eaten, as far as is known\./);
  await expect(plates).toBeVisible();

  // By hand: who picked the odd plate out, by what lay on the plates.
  const bundle = (await (await page.request.get(`${demo.address}/api/tastings/${id}/bundle`)).json()) as Bundle;
  // Not eaten is what was given up, and what those who handed nothing in said nothing of.
  const uneaten = bundle.plan.servings.flatMap(({ panelist, sets }) => {
    const own = bundle.ballots.find((ballot) => ballot.panelist === panelist);
    const { codes } = sets[0];
    const said = JSON.stringify(own?.answers ?? []);
    const last = own?.handedInAt ? codes.length : codes.findLastIndex((code) => said.includes(`"${code}"`));
    const missed = bundle.records.service.flatMap(({ body }) =>
      body.kind === 'missed' && (body as { panelist?: string }).panelist === panelist
        ? [(body as { code?: string }).code]
        : [],
    );
    return codes.filter((code, at) => at > last || missed.includes(code));
  });
  await expect(plates).toContainText(`and ${uneaten.length} were not eaten,`);
  const methodOf = new Map(Object.entries(bundle.key.codes));
  let [right, answers] = [0, 0];
  for (const { panelist, handedInAt, answers: given } of bundle.ballots) {
    const tray = bundle.plan.servings.find((own) => own.panelist === panelist)?.sets[0].codes ?? [];
    const choice = given.filter(({ kind }) => kind === 'choice').at(-1)?.choice?.[0];
    const isGivenUp = bundle.records.service.some(
      ({ body }) => body.kind === 'missed' && (body as { panelist?: string }).panelist === panelist,
    );
    if (handedInAt === null || choice === undefined || isGivenUp) continue;
    const exchanged = (code: string): string =>
      tray.includes(swapped[0]) && tray.includes(swapped[3]) && panelistOfSwap(bundle) === panelist
        ? ({ [swapped[0]]: swapped[3], [swapped[3]]: swapped[0] }[code] ?? code)
        : code;
    const methods = tray.map((code) => methodOf.get(exchanged(code)));
    const picked = methodOf.get(exchanged(choice));
    answers++;
    if (methods.filter((method) => method === picked).length === 1) right++;
  }
  expect(answers).toBe(18);
  const findings = (await (await page.request.get(`${demo.address}/api/tastings/${id}/findings`)).json()) as {
    people: number;
    sections: { id: string; data: { result?: { correct?: number; n?: number } } }[];
  };
  expect(findings.people).toBe(18);
  const telling = findings.sections.find(({ id: section }) => section === 'telling');
  expect(JSON.stringify(telling)).toContain(`"correct":${right}`);
});

const panelistOfSwap = ({ records }: Bundle): string | undefined =>
  records.service.map(({ body }) => body).find(({ kind }) => kind === 'swapped')?.panelist;
