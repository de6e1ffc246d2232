export {
  findings,
  NotUnsealed,
  type Findings,
  type MethodFinding,
  type PairFinding,
  type Sensitivity,
} from './findings';
export type { Limit } from './limits';
export type { LeftOut, Taster } from './preferences';
export type { VerdictKind } from './verdict';
export { howOften } from './wording';
