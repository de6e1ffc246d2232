import { counted } from '@jacana/core/format';
import { bitesPerSitting, isComplete } from '@jacana/core/design';
import { guideFor } from '@jacana/core/library';
import type { DraftInput } from '../../client/api.generated';
import { asTasting } from '../../drafting/draft';

/** How many methods there are, and whether a mouth manages them at one sitting. */
export function askSentence(draft: DraftInput): string {
  const { methods, product } = draft;
  if (methods.length === 0) return 'List two methods or more, up to sixty.';
  const { mostSamples, name } = guideFor(product);
  const design = asTasting(draft);
  const said = `${counted(methods.length, 'method')} so far.`;
  if (!isComplete(design))
    return `${said} Too many for one mouth: each person tastes some of them, and the plan balances who gets which.`;
  const bites = bitesPerSitting(design);
  return bites > mostSamples
    ? `${said} ${bites} bites a sitting are more than the ${mostSamples} a mouth usually manages (${name.toLowerCase()}).`
    : `${said} Everyone tastes all of them.`;
}
