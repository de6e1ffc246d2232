import type { Tasting } from '@jacana/core/bundle';
import { plannedSittings, type PlannedSitting, type ServingDesign } from '@jacana/core/design';
import {
  planPower,
  powerInPieces,
  screening,
  smallestDifference,
  type PlanPower,
  type ScreeningPlan,
  type SizedPlan,
} from '@jacana/core/power';
import { rehearse, type Rehearsal } from '@jacana/core/simulate';
import { expose } from 'comlink';

/** The what-if computations, off the page's own thread. */
const reckoner = {
  sittings: (design: ServingDesign, seed: string): PlannedSitting[] => plannedSittings(design, seed),
  power: (plan: SizedPlan, panelists: number, panels: number): PlanPower => planPower(plan, panelists, SEED, panels),
  inPieces: (plan: SizedPlan, panelists: number): PlanPower | null => powerInPieces(plan, panelists),
  smallest: (plan: SizedPlan, panelists: number): number | null =>
    smallestDifference(plan, panelists, { power: 0.8, seed: SEED, panels: 1000 }),
  rehearse: (tasting: Tasting, seed: string, onProgress: (fraction: number) => void): Rehearsal =>
    rehearse(tasting, { seed, onProgress }),
  screening: (plan: Omit<ScreeningPlan, 'seed'>) => screening({ ...plan, seed: SEED }),
};

/** The same question gives the same curve: what-ifs are compared with each other. */
const SEED = 'what if';

export type Reckoner = typeof reckoner;

expose(reckoner);
