import type { Reading } from '../answers';
import type { BallotItem } from '../bundle';
import { isAskedByPart } from '../design';
import type { SectionStatus } from '../presentation';
import { attributesMap, driversFinding } from './attributes';
import type { PartsFinding } from './byPart';
import { collected, isAnalysed } from './collected';
import type { GuessFinding } from './guesses';
import { justRightFindings } from './justRight';
import type { KitchenFinding } from './kitchen';
import { panelistsFinding } from './panelists';
import { scalesFinding } from './scales';
import { section, type Section, type SectionData, type SectionId } from './sections';
import { serviceFinding } from './service';
import { plannedWeights, weightedFinding } from './weighted';
import { wordsFindings } from './words';

/** Sections that all findings have, whatever was planned. */
export function sharedSections(
  reading: Reading,
  { kitchen, guesses, parts }: { kitchen: KitchenFinding | null; guesses: GuessFinding | null; parts: PartsFinding[] },
): Section[] {
  const { bundle } = reading;
  const scales = scalesFinding(reading);
  // A category has its mean among the scales, and its words here.
  const isRead = (item: BallotItem): boolean =>
    isAnalysed(bundle, item) || (item.kind !== 'category' && Boolean(scales?.items.includes(item.id)));
  const isPlannedByPart = bundle.plan !== null && isAskedByPart(bundle.plan);
  return [
    ...given('parts', isPlannedByPart ? 'planned' : 'explored', parts),
    ...given('weighted', 'planned', weightedFinding(reading, plannedWeights(bundle.tasting))),
    ...given('scales', 'explored', scales),
    ...given('map', 'explored', attributesMap(reading)),
    ...given('drivers', 'explored', driversFinding(reading)),
    ...given('words', 'explored', wordsFindings(reading)),
    ...given('just-right', 'explored', justRightFindings(reading)),
    ...given('collected', 'explored', collected(reading, isRead)),
    ...given('kitchen', 'explored', kitchen),
    ...given('service', 'explored', serviceFinding(reading)),
    ...given('panelists', 'explored', panelistsFinding(reading)),
    // What is asked, and how it is read, was settled before anyone tasted.
    ...given('guesses', 'planned', guesses),
  ];
}

/** No section where there is nothing to say. */
function given<Id extends SectionId>(id: Id, status: SectionStatus, data: SectionData[Id] | null): Section[] {
  return data === null || (Array.isArray(data) && data.length === 0) ? [] : [section(id, status, data)];
}
