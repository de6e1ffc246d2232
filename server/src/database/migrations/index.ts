import { First1767225600000 } from './1767225600000-first';
import { EffortAndTouched1767312000000 } from './1767312000000-effort-and-touched';
import { EveryTest1767398400000 } from './1767398400000-every-test';
import { Records1780000000000 } from './1780000000000-records';
import { Chains1795737600000 } from './1795737600000-chains';
import { Readings1795824000000 } from './1795824000000-readings';
import { House1795910400000 } from './1795910400000-house';
import { WalkIns1796083200000 } from './1796083200000-walk-ins';
import { Exclusions1796169600000 } from './1796169600000-exclusions';
import { Typed1796256000000 } from './1796256000000-typed';
import { Shares1796342400000 } from './1796342400000-shares';
import { Names1796400000000 } from './1796400000000-names';
import { Evidence1796428800000 } from './1796428800000-evidence';

/** Names of all that this program knows, as the data file keeps them. */
export const migrationNames = (): string[] => MIGRATIONS.map(({ name }) => name);

/** In their order. A migration that has landed never changes, and leans on nothing that can. */
export const MIGRATIONS = [
  First1767225600000,
  EffortAndTouched1767312000000,
  EveryTest1767398400000,
  Records1780000000000,
  Chains1795737600000,
  Readings1795824000000,
  House1795910400000,
  WalkIns1796083200000,
  Exclusions1796169600000,
  Typed1796256000000,
  Shares1796342400000,
  Names1796400000000,
  Evidence1796428800000,
];
