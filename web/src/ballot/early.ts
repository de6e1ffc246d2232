import type { BallotView } from '../client/api.generated';

/** The ballot that came with the page; null where the page came without. */
export function sentAlong(): BallotView | null {
  const text = document.getElementById('ballot')?.textContent;
  return text ? (JSON.parse(text) as BallotView) : null;
}

/** The page came with its style but without its typefaces, which would have held up the scripts. */
export function fetchTypefaces(): void {
  for (const sheet of document.querySelectorAll<HTMLLinkElement>('link[rel="stylesheet"][media="print"]'))
    sheet.media = 'all';
}

/** What was pressed before the scripts were here is done now, once: the page says which of its buttons it was. */
export function pressAgain(): void {
  const { dataset } = document.documentElement;
  const { pressed } = dataset;
  // From here on the page hears for itself what is pressed.
  dataset.runs = 'yes';
  delete dataset.pressed;
  if (pressed !== undefined) document.querySelectorAll<HTMLButtonElement>('#root button')[Number(pressed)]?.click();
}
