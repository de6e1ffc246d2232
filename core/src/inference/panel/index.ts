export { orderEffects, type OrderEffects, type ServedScores } from './orderEffects';
export { panelPerformance, type PanelistPerformance, type PanelScore } from './performance';
export { FEWEST_FOR_GROUPS, panelistGroups, type PanelistGroupsResult } from './panelistGroups';
