export { drawCodes, isSpeakingCode } from './codes';
export { lockPlan, type LockedPlan, type LockInputs } from './lock';
export { SMALL_PANEL, SMALLEST_PANEL } from './panelSize';
export { dealPortions, tagPieces } from './pieces';
export { lockProblems } from './readiness';
export { orderBalance, servingOrders, williamsDesign, type OrderBalance } from './williams';
export { namedMethods } from './wording';
