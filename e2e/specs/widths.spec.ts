import type { Page } from '@playwright/test';
import { expect, signInToDemo, test } from '../support/jacana';

/** Every page, as every role, on a phone, a tablet, a laptop and a wide screen: nothing sticks out or is cut off. */

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

/** Looks at the page that is open in every width, and says what does not fit. */
async function inAllWidths(page: Page, where: string): Promise<string[]> {
  const found: string[] = [];
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 800 });
    for (const one of await misfits(page)) found.push(`${where} at ${width}: ${one}`);
  }
  return found;
}

const STAGES: Record<string, string[]> = {
  Ines: ['ask', 'plan', 'cook', 'serve', 'taste', 'links', 'read'],
  Marek: ['cook'],
  Tove: ['serve'],
  Samir: ['read'],
};

for (const [person, stages] of Object.entries(STAGES))
  test(`nothing sticks out or is cut off for ${person}`, async ({ page, demo }) => {
    await page.goto(demo.address);
    const found = await inAllWidths(page, 'sign-in');
    await signInToDemo(page, demo, person);
    await page.getByRole('heading', { level: 1 }).waitFor();
    found.push(...(await inAllWidths(page, 'desk')));
    const cards = (await (await page.request.get(`${demo.address}/api/tastings`)).json()) as {
      id: string;
      title: string;
    }[];
    expect(cards.length).toBeGreaterThan(1);
    for (const { id, title } of cards)
      for (const stage of stages) {
        await page.setViewportSize({ width: 1280, height: 800 });
        await page.goto(`${demo.address}/tastings/${id}/${stage}`);
        await page.locator('h1, h2, [role=alert]').first().waitFor({ timeout: 15_000 });
        const tabs = await page.getByRole('tab').all();
        if (tabs.length === 0) found.push(...(await inAllWidths(page, `${stage} of ${title}`)));
        for (const tab of tabs) {
          await page.setViewportSize({ width: 1280, height: 800 });
          await tab.click();
          found.push(...(await inAllWidths(page, `${stage}, ${await tab.textContent()} of ${title}`)));
        }
      }
    expect(found).toEqual([]);
  });
