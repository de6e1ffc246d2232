import { expect, type Page } from '@playwright/test';

/** Scores every sample on the ballot that is open, and stops before the ranking. */
export async function scoreAll(page: Page, scores: number[]): Promise<string[]> {
  await begin(page);
  return scoreFromHere(page, scores);
}

export async function begin(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^(Begin|Go on|I may eat all of this: begin)$/ }).click();
}

/** Scores sample after sample, from the one that is asked about now; says their codes. */
export async function scoreFromHere(page: Page, scores: number[]): Promise<string[]> {
  const codes: string[] = [];
  for (const score of scores) {
    codes.push(await currentCode(page));
    await page
      .getByRole('radio')
      .nth(9 - score)
      .click();
    await nextSample(page);
  }
  return codes;
}

/** On to the next sample or the last question, let through where a pause comes first. */
export async function nextSample(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^(Next sample|To the last question)$/ }).click();
  await letThrough(page);
}

/** Past a pause, if there is one. */
export async function letThrough(page: Page): Promise<void> {
  const early = page.getByRole('button', { name: 'The coordinator lets me go on now' });
  if (await early.isVisible()) await early.click();
}

/** The code of the sample that is asked about. */
export async function currentCode(page: Page): Promise<string> {
  const pad = page.getByRole('main').getByRole('img').first();
  await expect(pad).toBeVisible();
  return (await pad.getAttribute('aria-label')) ?? '';
}

/** Ranks by tapping in order, and hands in. */
export async function rankByTapping(page: Page, order: string[]): Promise<void> {
  for (const code of order) await page.getByRole('button', { name: `Place ${code} next` }).click();
  await page.getByRole('button', { name: 'Go on' }).click();
}

export async function handIn(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByRole('heading', { name: 'Handed in. Thank you.' })).toBeVisible();
}
