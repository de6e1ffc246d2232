/**
 * An entry of the kitchen log in words, as it is read beside its time.
 *
 * Use it to show what was done, not to compute with: that is the state.
 *
 * Common practice, no source.
 *
 * @example
 * entryText({ kind: 'mass', piece: 'K4', grams: 412 }, []) // '412 g'
 */
import type { ChainStep, KitchenEntry } from '../../tasting';

/** @param chain of the method that the entry's piece is cooked by */
export function entryText(
  body: KitchenEntry['body'],
  chain: readonly (Pick<ChainStep, 'id' | 'name'> & Pick<Partial<ChainStep>, 'every'>)[],
): string {
  const step = 'step' in body ? chain.find(({ id }) => id === body.step) : undefined;
  const name = step?.name ?? 'a step';
  switch (body.kind) {
    case 'started':
      return `${name}: begun`;
    case 'done':
      return `${name}: over`;
    case 'skipped':
      return `${name}: left out, ${body.because}`;
    case 'acted':
      return `${name}: ${step?.every?.what ?? 'done once more'}`;
    case 'mass':
      return `${body.grams} g`;
    case 'temperature':
      return `${body.celsius} °C`;
    case 'thickness':
      return `${body.millimetres} mm`;
    case 'dose':
      return `${body.grams} g of ${body.name}`;
    case 'noted':
      return `“${body.text}”`;
    case 'probed':
      return `probe in (${body.where}): ${body.device}, channel ${body.channel}`;
    case 'unprobed':
      return `probe out: ${body.device}, channel ${body.channel}`;
    case 'gate':
      return [`gate: ${body.decision.replaceAll('-', ' ')}`, body.because].filter(Boolean).join(', ');
    case 'redone':
      return `cooked again as ${body.as}`;
    case 'settled':
      return body.noted ? 'a departure was noted as a caveat' : 'a departure was found not to matter';
    case 'replanned':
      return 'the rest was planned anew';
    case 'undone':
      return 'taken back';
  }
}
