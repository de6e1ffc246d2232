import type { Planned, RankSums } from '../planned';
import type { Findings } from './findings';
import { sectionOf, type SectionData } from './sections';

/** The sections of a complete ranking side by side, for whoever shows them together. */
export interface RankingView extends Omit<Findings, 'methods'>, RankSums {
  /** Null where nobody wrote down in which order samples were served. */
  orders: SectionData['orders'] | null;
  strength: SectionData['strength'];
  panel: SectionData['panel'];
  liking: SectionData['liking'] | null;
  practical: SectionData['practical'] | null;
}

/** @returns null for findings of another planned test */
export function rankingView(found: Findings): RankingView | null {
  const [ranks, orders, strength, panel] = [
    sectionOf(found, 'rank-sums'),
    sectionOf(found, 'orders'),
    sectionOf(found, 'strength'),
    sectionOf(found, 'panel'),
  ];
  if (!ranks || !strength || !panel) return null;
  const liking = sectionOf(found, 'liking') ?? null;
  return {
    ...found,
    ...ranks,
    orders: orders ?? null,
    strength,
    panel,
    liking,
    practical: sectionOf(found, 'practical') ?? null,
  };
}

/** Findings of any other planned test, with what that test found. */
export type PlannedView = Findings & { planned: Planned };

/** @returns null for findings of a complete ranking */
export function plannedView(found: Findings): PlannedView | null {
  const planned: Planned | undefined =
    sectionOf(found, 'telling') ??
    sectionOf(found, 'scores') ??
    sectionOf(found, 'profile') ??
    sectionOf(found, 'incomplete-ranking') ??
    sectionOf(found, 'best-worst');
  return planned ? { ...found, planned } : null;
}
