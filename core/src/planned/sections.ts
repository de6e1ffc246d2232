import type { SectionRecord } from '../presentation';
import { likingSection } from './basis/likingSection';
import { panelSection } from './basis/panelSection';
import { scoredSection } from './basis/scoredSection';
import { bestWorstSection } from './bestWorst/section';
import { choiceSection } from './choice/section';
import type { PlannedData } from './planned';
import { profileSection } from './profile/section';
import { rankSumsSection } from './ranking/rankSumsSection';
import { incompleteSection, ordersSection, strengthSection } from './ranking/sections';

/** How everything that planned tests find is shown; a test whose section is missing here does not compile. */
export const PLANNED_SECTIONS: { readonly [Id in keyof PlannedData]: SectionRecord<PlannedData[Id]> } = {
  'rank-sums': rankSumsSection,
  'incomplete-ranking': incompleteSection,
  scores: scoredSection,
  profile: profileSection,
  telling: choiceSection,
  'best-worst': bestWorstSection,
  orders: ordersSection,
  strength: strengthSection,
  liking: likingSection,
  panel: panelSection,
};
