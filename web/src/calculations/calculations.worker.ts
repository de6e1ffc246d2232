import type { ChainStep, Product, Tasting } from '@jacana/core/bundle';
import { plannedSittings, type PlannedSitting, type ServingDesign } from '@jacana/core/design';
import type { ForcedChoicePlan } from '@jacana/core/inference';
import {
  aroundOf,
  cellsOf,
  expectedRise,
  readTable,
  usualBody,
  type ExpectedRise,
  type ReadTable,
  type TableMapping,
} from '@jacana/core/kitchen';
import { planPower, smallestDifference, type PlanPower, type SizedPlan } from '@jacana/core/planned';
import { comparedProtocols, screening, type ScreeningPlan } from '@jacana/core/power';
import { joined, rehearsePart, type Rehearsal, type RehearsalPart } from '@jacana/core/simulate';
import { expose } from 'comlink';

/** The what-if computations, off the page's own thread. */
const calculator = {
  sittings: (design: ServingDesign, seed: string): PlannedSitting[] => plannedSittings(design, seed),
  power: (plan: SizedPlan, panelists: number, panels: number): PlanPower => planPower(plan, panelists, SEED, panels),
  smallest: (plan: SizedPlan, panelists: number): number | null =>
    smallestDifference(plan, panelists, { power: 0.8, seed: SEED, panels: 1000 }),
  protocols: (plan: Omit<ForcedChoicePlan, 'n'>) => comparedProtocols(plan, 0.8),
  rehearsePart: (
    tasting: Tasting,
    share: { seed: string; part: number; of: number },
    onProgress: (fraction: number) => void,
  ): RehearsalPart => rehearsePart(tasting, { ...share, onProgress }),
  rehearsed: (tasting: Tasting, seed: string, parts: readonly RehearsalPart[]): Rehearsal =>
    joined(tasting, seed, parts),
  rise: ({ readings, step, chain, product, target }: HeatedPiece): ExpectedRise | null =>
    expectedRise({ readings, around: aroundOf(step, chain), body: usualBody(product), target }),
  tableHead: (text: string): TableHead => {
    const { headings, rows } = cellsOf(text);
    return { headings, rows: rows.slice(0, 3) };
  },
  readings: (text: string, mapping: TableMapping): ReadTable => {
    const { rows, lines } = cellsOf(text);
    return readTable(rows, mapping, lines);
  },
  screening: (plan: Omit<ScreeningPlan, 'seed'>) => screening({ ...plan, seed: SEED }),
};

/** A piece with a probe in it, and the step that it is in. */
export interface HeatedPiece {
  readings: { minutes: number; celsius: number }[];
  step: ChainStep;
  chain: ChainStep[];
  product: Product;
  target: number;
}

/** What a file's columns are called, and its first lines. */
export interface TableHead {
  headings: string[];
  rows: string[][];
}

/** The same question gives the same curve: what-ifs are compared with each other. */
const SEED = 'what if';

export type Calculator = typeof calculator;

expose(calculator);
