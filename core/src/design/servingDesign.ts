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
