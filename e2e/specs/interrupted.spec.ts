import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TastingBundle } from '@jacana/core/bundle';
import { servedRows } from '@jacana/core/tidy';
import type { Page } from '@playwright/test';
import { begin, currentCode, handIn, nextSample } from '../support/ballot';
import { expect, signInToDemo, startJacana, sureThatAllCame, test } from '../support/jacana';

interface Portion {
  tag: string;
  code: string;
  flight: number;
  seats: number[];
}

test('a piece is given up midway, the sitting breaks off, the server is killed, and all goes on the next day', async ({
  browser,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'jacana-broken-off-'));
  const data = join(folder, 'tastings.db');
  let jacana = await startJacana(data, '--demo');
  const { address } = jacana;
  const as = async (name: string, viewport = { width: 1280, height: 800 }) => {
    const page = await (await browser.newContext({ viewport })).newPage();
    await signInToDemo(page, jacana, name);
    return page;
  };
  const [desk, runner, cook] = [await as('Ines'), await as('Tove'), await as('Marek')];
  await desk.getByRole('link', { name: /^Beetroot, five ways/ }).click();
  await desk
    .getByRole('navigation')
    .getByRole('link', { name: /^Serve/ })
    .click();
  const id = /tastings\/([^/]+)/.exec(desk.url())?.[1] ?? '';
  const portioning = async (): Promise<Portion[]> =>
    (await (await runner.request.get(`${address}/api/tastings/${id}/portioning`)).json()) as Portion[];

  // Seat 1 has its tray; then one of the pieces on it is found to be off, before the rest of its flight was served.
  const whole = (await portioning()).find(({ flight, seats }) => flight === 1 && seats.includes(1) && seats.length > 1);
  const { tag, code, seats } = whole as Portion;
  await runner.goto(`${address}/tastings/${id}/serve/carry`);
  await runner.getByRole('button', { name: 'I take this tray' }).click();
  await runner.getByRole('button', { name: 'It stands at seat 1' }).click();
  await expect(runner.getByText('Seat 1 has its tray.')).toBeVisible();
  await expect(desk.getByRole('heading', { level: 1 })).toHaveText('1 of 16 trays out, 15 to carry.');
  const gate = { kind: 'gate', piece: tag, decision: 'withdrawn', because: 'smells off' };
  const entry = { id: 'given-up-midway', at: new Date().toISOString(), ...gate };
  await cook.request.post(`${address}/api/tastings/${id}/kitchen-log`, { data: { entries: [entry] } });
  await runner.goto(`${address}/tastings/${id}/serve`);
  await runner.getByRole('button', { name: 'Open the sheet' }).click();
  const row = runner.getByRole('row').filter({ hasText: tag });
  // What stands before seat 1 was cut from it; nobody else's is any more.
  await expect(row.getByRole('cell').last()).toHaveText('1');
  const now = await portioning();
  const others = now.filter((portion) => portion.code === code && portion.tag !== tag);
  expect(others.flatMap((portion) => portion.seats).sort()).toEqual(
    expect.arrayContaining(seats.filter((seat) => seat !== 1)),
  );

  // Seat 1 has scored two plates as the sitting breaks off, and the machine with it.
  const links = (await (await desk.request.get(`${address}/api/tastings/${id}/links`)).json()) as {
    seat: number;
    address: string;
  }[];
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(links.find(({ seat }) => seat === 1)?.address ?? '');
  await begin(phone);
  const first = [await tasted(phone, 7), await tasted(phone, 4)];
  await desk.getByRole('button', { name: 'Put this sitting off' }).click();
  await desk.getByLabel('It goes on at').fill('2030-01-11T18:00');
  await desk.getByLabel('Why?').fill('the power went');
  await desk.getByRole('button', { name: 'Put it off' }).click();
  await expect(desk.getByText(/This sitting goes on .*the power went/)).toBeVisible();
  await jacana.kill('SIGKILL');

  // The next day: the same file, the same addresses; trays, answers and the reason are there.
  jacana = await startJacana(data, '--demo', '--port', new URL(address).port);
  await desk.reload();
  await expect(desk.getByText(/This sitting goes on .*the power went/)).toBeVisible();
  await expect(desk.getByRole('heading', { level: 1 })).toHaveText('1 of 16 trays out, 15 to carry.');
  await phone.reload();
  const third = await currentCode(phone);
  expect(first).not.toContain(third);
  for (const score of [5, 6, 8]) await tasted(phone, score);
  await handIn(phone);
  await expect(desk.getByRole('button', { name: /^Seat 1, / })).toBeVisible();

  // What was answered and eaten before the break counts as it was.
  await desk
    .getByRole('navigation')
    .getByRole('link', { name: /^Taste/ })
    .click();
  await desk.getByRole('button', { name: 'Close the tasting' }).click();
  await expect(desk.getByRole('list', { name: 'Not in' }).getByRole('listitem')).toHaveCount(15);
  await desk.getByRole('dialog').getByRole('button', { name: 'Close', exact: true }).click();
  await desk.getByRole('link', { name: 'Go on to unseal' }).click();
  await sureThatAllCame(desk);
  await desk.getByRole('button', { name: 'Unseal the key' }).click();
  await expect(desk.getByRole('button', { name: 'Read the answer' })).toBeVisible({ timeout: 60_000 });
  const bundle = (await (await desk.request.get(`${address}/api/tastings/${id}/bundle`)).json()) as TastingBundle;
  const rows = servedRows(bundle, bundle.key!).filter((plate) => plate.code === code && plate.flight === 1);
  expect(rows.filter(({ piece }) => piece === tag).map(({ seat }) => seat)).toEqual([1]);
  const methodOf = new Map(bundle.pieces.map((piece) => [piece.tag, piece.method]));
  for (const { piece } of rows) expect(methodOf.get(piece)).toBe(bundle.key!.codes[code]);
  const [ballot] = bundle.ballots;
  const liking = bundle.tasting.ballot.items.find(({ kind }) => kind === 'liking')?.id;
  const scores = ballot.answers.flatMap((answer) =>
    answer.kind === 'score' && answer.item === liking ? answer.score : [],
  );
  expect(scores).toEqual([7, 4, 5, 6, 8]);
  await jacana.kill('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
});

/** One sample with its three questions: liked so much, and two lines in the middle. @returns its code */
async function tasted(phone: Page, score: number): Promise<string> {
  const code = await currentCode(phone);
  await phone
    .getByRole('radio')
    .nth(9 - score)
    .click();
  for (let line = 0; line < 2; line++) {
    await phone.getByRole('button', { name: 'Next question' }).click();
    await phone.getByRole('slider').press('ArrowRight');
  }
  await nextSample(phone);
  return code;
}
