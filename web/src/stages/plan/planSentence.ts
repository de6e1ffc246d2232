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
  const { panel, methods, service, piecesPerMethod, test } = design;
  if (panel.length === 0 || methods.length === 0) return undefined;
  const bites = bitesPerSitting(design);
  const { flight, flights } = sittingMinutes(design);
  const sittings = service.sittings > 1 ? `, ${service.sittings} sittings` : '';
  const some = !isComplete(design) && !isOfTwoSamples(test) ? ` of ${methods.length}` : '';
  const when =
    flights > 1
      ? `${counted(flights, 'flight')} of about ${Math.ceil(flight)} minutes`
      : `about ${Math.ceil(flight)} minutes`;
  return `${counted(bites, 'bite')} each${some}${sittings}, ${when}; ${counted(methods.length * piecesPerMethod, 'piece')} to cook.`;
}
