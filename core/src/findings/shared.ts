import type { BallotItem, Key, TastingBundle } from '../bundle';
import { isAskedByPart } from '../design';
import { attributesMap, driversFinding } from './attributes';
import { byPart } from './byPart';
import { collected, isAnalysed } from './collected';
import { guessFinding } from './guesses';
import { justRightFindings } from './justRight';
import { kitchenFinding } from './kitchen';
import { panelistsFinding } from './panelists';
import { scalesFinding } from './scales';
import { section, type Section, type SectionData, type SectionId, type SectionStatus } from './sections';
import { serviceFinding } from './service';
import { plannedWeights, weightedFinding } from './weighted';
import { wordsFindings } from './words';

/** Sections that all findings have, whatever was planned. */
export function sharedSections(bundle: TastingBundle, key: Key): Section[] {
  const scales = scalesFinding(bundle, key);
  // A category has its mean among the scales, and its words here.
  const isRead = (item: BallotItem): boolean =>
    isAnalysed(bundle, item) || (item.kind !== 'category' && Boolean(scales?.items.includes(item.id)));
  const isPlannedByPart = bundle.plan !== null && isAskedByPart(bundle.plan);
  return [
    ...given('parts', isPlannedByPart ? 'planned' : 'explored', byPart(bundle, key)),
    ...given('weighted', 'planned', weightedFinding(bundle, key, plannedWeights(bundle.tasting))),
    ...given('scales', 'explored', scales),
    ...given('map', 'explored', attributesMap(bundle, key)),
    ...given('drivers', 'explored', driversFinding(bundle, key)),
    ...given('words', 'explored', wordsFindings(bundle, key)),
    ...given('just-right', 'explored', justRightFindings(bundle, key)),
    ...given('collected', 'explored', collected(bundle, key, isRead)),
    ...given('kitchen', 'explored', kitchenFinding(bundle, key)),
    ...given('service', 'explored', serviceFinding(bundle, key)),
    ...given('panelists', 'explored', panelistsFinding(bundle, key)),
    // What is asked, and how it is read, was settled before anyone tasted.
    ...given('guesses', 'planned', guessFinding(bundle, key)),
  ];
}

/** No section where there is nothing to say. */
function given<Id extends SectionId>(id: Id, status: SectionStatus, data: SectionData[Id] | null): Section[] {
  return data === null || (Array.isArray(data) && data.length === 0) ? [] : [section(id, status, data)];
}
