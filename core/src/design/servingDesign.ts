import type { Tasting } from '../bundle';
import { isOfTwoSamples } from '../questions';
import { testSequences } from './sequences';

/** What the serving of a tasting depends on. */
export type ServingDesign = Pick<Tasting, 'test' | 'methods' | 'panel' | 'service' | 'zones'>;

/** Whether every panelist tastes every method at each sitting. */
export const isComplete = ({ test, methods, service }: Pick<Tasting, 'test' | 'methods' | 'service'>): boolean =>
  isOfTwoSamples(test) || service.together >= methods.length;

/** Samples that one panelist tastes at one sitting, the warm-up included. */
export function bitesPerSitting(design: ServingDesign): number {
  const { test, service, zones, methods } = design;
  const perSet = isOfTwoSamples(test)
    ? testSequences(test)[0].length
    : Math.min(service.together, Math.max(1, methods.length));
  return perSet * service.replicates * Math.max(1, zones.length) + (service.warmUp ? 1 : 0);
}

/** One portion before it has a code: of which method, and under which of its codes. */
export interface Sample {
  /** Place of the method in the tasting. */
  method: number;
  copy: number;
}

/** Samples that are put side by side. */
export interface PlannedSet {
  /** Place of the zone in the tasting; null where pieces are not judged by zones. */
  zone: number | null;
  replicate: number;
  /** In serving order. */
  samples: Sample[];
}

/** What one panelist gets at one sitting. */
export interface PlannedSitting {
  /** Place of the panelist on the panel. */
  panelist: number;
  /** From 1. */
  sitting: number;
  /** Place of the method that is served first and does not count. */
  warmUp: number | null;
  sets: PlannedSet[];
}
