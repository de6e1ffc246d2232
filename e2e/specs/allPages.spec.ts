import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/accessible';
import { expect, type Jacana, signInToDemo, test } from '../support/jacana';

/**
 * Every page, as every role, on a phone, a tablet, a laptop and a wide screen: nothing sticks out or is cut off. On the way
 * each stage of four tastings is looked at by axe.
 */

test.describe.configure({ timeout: 300_000 });

const WIDTHS = [390, 820, 1280, 1920];

/** What sticks out of the page, or is a field too narrow for what stands in it, by its text. */
async function misfits(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const name = (element: Element): string =>
      `${element.tagName.toLowerCase()} "${(element.getAttribute('aria-label') ?? element.textContent ?? '').trim().slice(0, 50)}"`;
    const scrolls = (element: Element | null): boolean =>
      element !== null &&
      (['auto', 'scroll', 'hidden', 'clip'].includes(getComputedStyle(element).overflowX) ||
        scrolls(element.parentElement));
    const width = document.documentElement.clientWidth;
    const isOut = (element: Element): boolean => {
      const box = element.getBoundingClientRect();
      const isSeen = box.width > 1 && box.height > 1 && getComputedStyle(element).visibility === 'visible';
      return isSeen && (box.right > width + 1 || box.left < -1) && !scrolls(element.parentElement);
    };
    // The outermost says enough.
    const out = [...document.querySelectorAll('body *')].filter(
      (one) => isOut(one) && !(one.parentElement && isOut(one.parentElement)),
    );
    const cut = [...document.querySelectorAll('input:not([type=checkbox], [type=radio], [type=file])')].filter(
      (field) => field.clientWidth > 0 && field.scrollWidth > field.clientWidth + 1,
    );
    const slides =
      document.documentElement.scrollWidth > width ? [`the page is ${document.documentElement.scrollWidth} wide`] : [];
    return [
      ...slides,
      ...out.map((one) => `out: ${name(one)}`),
      ...cut.map((one) => `cut: ${name(one)} ${(one as HTMLInputElement).value}`),
    ];
  });
}

const aFewFrames = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    for (let frame = 0; frame < 3; frame++) await new Promise(requestAnimationFrame);
  });

/** Charts follow the width of what they stand in some frames later, and more on a busy machine. */
async function lastingMisfits(page: Page): Promise<string[]> {
  let found = await misfits(page);
  for (let looks = 0; found.length > 0 && looks < 20; looks++) {
    await aFewFrames(page);
    found = await misfits(page);
  }
  return found;
}

/** Looks at the page that is open in every width, and says what does not fit. */
async function inAllWidths(page: Page, where: string): Promise<string[]> {
  const found: string[] = [];
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 800 });
    for (const one of await lastingMisfits(page)) found.push(`${where} at ${width}: ${one}`);
  }
  return found;
}

const STAGES: Record<string, string[]> = {
  Ines: ['ask', 'plan', 'cook', 'serve', 'taste', 'links', 'read'],
  Marek: ['cook'],
  Tove: ['serve'],
  Samir: ['read'],
};
const LOOKED_AT_BY_AXE = [
  'Salmon, four ways',
  'Rice, soaked or not',
  'Green beans, batch-steamed or to order',
  'Beetroot, five ways',
];

interface Card {
  id: string;
  title: string;
}

async function tastingsOf(page: Page, { address }: Jacana): Promise<Card[]> {
  const cards = (await (await page.request.get(`${address}/api/tastings`)).json()) as Card[];
  expect(cards.length).toBeGreaterThan(1);
  return cards;
}

/** One stage of one tasting, part by part. @returns what does not fit */
async function stageFits(page: Page, address: string, where: string): Promise<string[]> {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(address);
  await page.locator('h1, h2, [role=alert]').first().waitFor({ timeout: 60_000 });
  const found: string[] = [];
  const tabs = await page.getByRole('tab').all();
  if (tabs.length === 0) found.push(...(await inAllWidths(page, where)));
  for (const tab of tabs) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await tab.click();
    await expect(tab).toHaveAttribute('aria-selected', 'true');
    found.push(...(await inAllWidths(page, `${where}, ${await tab.textContent()}`)));
  }
  return found;
}

/** Half of the tastings at a time, so that two workers share the longest way. */
for (const [person, half] of Object.keys(STAGES).flatMap<[string, number]>((name) => [
  [name, 0],
  [name, 1],
]))
  test(`nothing sticks out or is cut off for ${person}, part ${half + 1}`, async ({ page, demo }) => {
    await page.goto(demo.address);
    const found = half === 0 ? await inAllWidths(page, 'sign-in') : [];
    await signInToDemo(page, demo, person);
    await page.getByRole('heading', { level: 1 }).waitFor();
    if (half === 0) found.push(...(await inAllWidths(page, 'desk')));
    const own = (await tastingsOf(page, demo)).filter((_, at) => at % 2 === half);
    for (const { id, title } of own)
      for (const stage of STAGES[person]) {
        found.push(...(await stageFits(page, `${demo.address}/tastings/${id}/${stage}`, `${stage} of ${title}`)));
        await page.setViewportSize({ width: 1280, height: 800 });
        if (person === 'Ines' && LOOKED_AT_BY_AXE.includes(title)) await expectAccessible(page, `${stage} of ${title}`);
      }
    expect(found).toEqual([]);
  });
