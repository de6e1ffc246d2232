import { counted } from '@jacana/core/format';
import type { Tasting } from '@jacana/core/bundle';
import { TEST_FACTS } from '@jacana/core/questions';
import { bitesPerSitting, isComplete, isOfTwoSamples, sittingMinutes } from '@jacana/core/design';
import type { TastingView } from '../../client/api.generated';

/** Where the plan stands. */
export function planSentence(
  { panel, methods, test }: Tasting,
  problems: number,
  { lockedAt, unsealedAt }: Pick<TastingView, 'lockedAt' | 'unsealedAt'>,
): string {
  const people = counted(panel.length, 'person', 'people');
  if (lockedAt)
    return `Locked: ${TEST_FACTS[test].name.toLowerCase()} with ${people}, and ${unsealedAt ? 'the key is open' : 'a sealed key'}.`;
  if (problems > 0) return `${counted(problems, 'thing')} to settle before this plan can be locked.`;
  return `With ${people} and ${methods.length} methods, this plan is ready to lock.`;
}

/** What it asks of panelists and kitchen. */
export function planSupport(design: Tasting): string | undefined {
  const { panel, methods, piecesPerMethod } = design;
  if (panel.length === 0 || methods.length === 0) return undefined;
  const { flight, flights } = sittingMinutes(design);
  const when =
    flights > 1
      ? `${counted(flights, 'flight')} of about ${Math.ceil(flight)} minutes`
      : `about ${Math.ceil(flight)} minutes`;
  return `${servingsText(design)}, ${when}; ${counted(methods.length * piecesPerMethod, 'piece')} to cook.`;
}

/** What one person is served: of how many methods, at one sitting, and in all. */
function servingsText(design: Tasting): string {
  const { methods, service, test } = design;
  const all = bitesPerSitting(design);
  const counting = all - (service.warmUp ? 1 : 0);
  const some =
    !isComplete(design) && !isOfTwoSamples(test) ? ` of ${service.together} of ${methods.length} methods` : '';
  const warmUp = service.warmUp ? ' and a warm-up' : '';
  const each = `${counted(counting, 'serving')} each${some}${warmUp}`;
  return service.sittings > 1
    ? `${each} at each of ${service.sittings} sittings, ${all * service.sittings} in all`
    : each;
}
