import { noRange, noRecords, parseBundle, type TastingBundle } from '@jacana/core/bundle';
import { lockPlan } from '@jacana/core/design';
import { findings, plannedView, sectionOf, unsealed, weightedFinding, weightsText } from '@jacana/core/findings';
import { randomStream } from '@jacana/core/numeric';
import { simulateBallots } from '@jacana/core/simulate';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, goTo, signInToDemo, test } from '../support/jacana';

/** What Read shows of finished tastings is what the engine finds in their bundles. */

function bundled(name: string): TastingBundle {
  const { bundle } = parseBundle(JSON.parse(readFileSync(resolve(import.meta.dirname, '../../demo', name), 'utf8')));
  if (!bundle) throw new Error(`${name} is no bundle.`);
  return bundle;
}

async function read(page: Page, title: string): Promise<void> {
  await page.getByText(title).click();
  await goTo(page, 'Read');
}

const fixed = (value: number): string => value.toFixed(2);

test('good enough: the interval is drawn against the margin, with the figures of the engine', async ({
  page,
  demo,
}) => {
  const found = plannedView(findings(bundled('4-beans.json')));
  if (found?.planned.of !== 'liking') throw new Error('The beans are planned as liking.');
  const [{ difference, test: margin }] = found.planned.margins;
  await signInToDemo(page, demo, 'Ines');
  await read(page, 'Green beans, batch-steamed or to order');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(found.verdict.sentence);
  const chart = page.getByRole('figure', { name: 'Intervals in points against the reference' });
  await expect(chart.getByText('too great a loss')).toBeVisible();
  await expect(chart.locator('.recharts-reference-line')).toHaveCount(3);
  await expect(
    page.getByText(`${fixed(margin.interval[0])} to ${fixed(margin.interval[1])} points against the reference`),
  ).toBeVisible();
  // The dot is drawn where the estimate lies between the two marks.
  const [limit, none] = await chart
    .locator('.recharts-reference-line line')
    .evaluateAll((lines) => lines.slice(0, 2).map((line) => Number(line.getAttribute('x1'))));
  const dot = await chart
    .locator('circle')
    .first()
    .evaluate((circle) => Number(circle.getAttribute('cx')));
  expect((dot - none) / (limit - none)).toBeCloseTo(difference / -margin.margin, 2);

  const { liking } = found.planned;
  for (const { mean, interval } of liking?.means ?? []) {
    const row = page.getByRole('row').filter({ hasText: `${fixed(interval![0])} to ${fixed(interval![1])}` });
    await expect(row).toContainText(fixed(mean!));
  }
  await expect(page.getByTestId('liking')).not.toContainText('Explored');
});

test('each zone says its own answer, a winner in one and a tie in the other', async ({ page, demo }) => {
  const bundle = twoMinded(bundled('1-salmon.json'));
  const [{ parts, sentence }] = sectionOf(findings(bundle), 'parts') ?? [];
  expect(parts.map(({ kind }) => kind)).toEqual(['winner', 'no-answer']);
  await signInToDemo(page, demo, 'Ines');
  const file = { name: 'zones.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(bundle)) };
  await page.getByLabel('Tasting bundle').setInputFiles(file);
  await goTo(page, 'Read');
  const card = page.locator('section').filter({ has: page.getByRole('heading', { name: sentence }) });
  for (const { part, sentence: own, panelists, means } of parts) {
    await expect(card.locator('dt').getByText(part, { exact: true })).toBeVisible();
    await expect(card).toContainText(own);
    await expect(card).toContainText(`${panelists} panelists`);
    for (const mean of means)
      await expect(card.getByRole('cell', { name: mean!.toFixed(2), exact: true }).first()).toBeVisible();
  }
  await expect(card).toContainText('planned');
});

test('scales are added up as planned, and by weights that are tried out', async ({ page, demo }) => {
  const bundle = bundled('1-salmon.json');
  const planned = sectionOf(findings(bundle), 'weighted')!;
  await signInToDemo(page, demo, 'Ines');
  await page.getByText('Salmon, four ways').click();
  const card = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: planned.sentence }) })
    .first();
  await expect(card).toContainText(`Weights: ${weightsText(planned.criteria)}`);
  for (const { mean } of planned.means)
    await expect(card.getByText(mean!.toFixed(1), { exact: true }).first()).toBeAttached();

  const tried = page.getByTestId('other-weights');
  await expect(tried).toHaveCount(0);
  await page.getByLabel('Weight of browned').selectOption('5');
  const weights = [...planned.criteria.map(({ item, weight }) => ({ item, weight })), { item: 'browned', weight: 5 }];
  const found = weightedFinding(unsealed(bundle), weights)!;
  expect(found.leaders).not.toEqual(planned.leaders);
  await expect(tried).toContainText(found.sentence);
  await expect(tried).toContainText(`Weights: ${weightsText(found.criteria)}`);
  for (const { mean } of found.means)
    await expect(tried.getByText(mean!.toFixed(1), { exact: true }).first()).toBeAttached();
  // The planned total stays what it was.
  await expect(card).toContainText(`Weights: ${weightsText(planned.criteria)}`);
  for (const name of ['liking', 'juicy', 'fishy']) await page.getByLabel(`Weight of ${name}`).selectOption('0');
  await expect(page.getByText('Two scales at least make a total.')).toBeVisible();
  await page.getByRole('button', { name: 'Weigh as planned again' }).click();
  await expect(tried).toHaveCount(0);
});

/** The salmon with two zones: in the loin all agree, in the belly each begins with another method. */
function twoMinded({ tasting: salmon }: TastingBundle): TastingBundle {
  const at = '2026-03-05T18:00:00.000Z';
  const zones = ['Loin', 'Belly'].map((name) => ({ id: name.toLowerCase(), name }));
  const tasting = { ...salmon, title: 'Salmon by zone', zones, quantities: { ...salmon.quantities, pieceGrams: 5000 } };
  const locked = lockPlan(tasting, { seed: 'zones', salt: '0123456789abcdef', lockedAt: at });
  const world = { liking: tasting.methods.map(() => 6), disagreement: 1, noise: 1 };
  const ballots = simulateBallots({ tasting, ...locked }, world, randomStream('zones', 'panel'), at);
  const place = (code: string) => tasting.methods.findIndex(({ id }) => id === locked.key.codes[code]);
  for (const [who, ballot] of ballots.entries()) {
    const sets = locked.plan.servings.find(({ panelist }) => panelist === ballot.panelist)?.sets ?? [];
    for (const answer of ballot.answers) {
      if (answer.kind !== 'ranking') continue;
      const { zone, codes } = sets[answer.set];
      const rank = (code: string) => (zone === 'loin' ? place(code) : (place(code) + who) % tasting.methods.length);
      answer.ranking = [...codes].sort((a, b) => rank(a) - rank(b)).map((code) => [code]);
    }
  }
  const seal = { closedAt: at, unsealedAt: at, unsealedBy: 'Ines' };
  const { plan, pieces, key } = locked;
  const rest = { range: noRange(), records: noRecords(), readings: [], photos: [], digest: null };
  return { format: 'jacana-tasting', version: 3, tasting, plan, pieces, key, seal, ballots, ...rest };
}
