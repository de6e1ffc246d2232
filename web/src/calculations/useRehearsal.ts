import type { Tasting } from '@jacana/core/bundle';
import type { Rehearsal } from '@jacana/core/simulate';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Calculator } from './calculations.worker';

export type RehearsalState =
  | { kind: 'idle' }
  | { kind: 'running'; fraction: number }
  | { kind: 'done'; rehearsal: Rehearsal; tasting: Tasting }
  | { kind: 'failed'; message: string };

/** Workers that share a rehearsal; more would only wait for the same processors. */
const MOST_WORKERS = 8;

const startWorkers = (): Worker[] =>
  Array.from(
    { length: Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency || 1)) },
    () => new Worker(new URL('./calculations.worker.ts', import.meta.url), { type: 'module' }),
  );

/** The last rehearsal of each tasting: locking the plan, or looking at another part of it, must not wipe it. */
const done = new Map<string, RehearsalState>();

/** Runs a rehearsal in workers when told to, and stops it when told to or when the page goes. */
export function useRehearsal(id: string) {
  const [state, setState] = useState<RehearsalState>(done.get(id) ?? { kind: 'idle' });
  const workers = useRef<Worker[]>([]);
  const end = (): void => {
    for (const worker of workers.current) worker.terminate();
    workers.current = [];
  };
  useEffect(() => end, []);
  const stop = (): void => {
    end();
    setState({ kind: 'idle' });
  };
  const run = async (tasting: Tasting, seed: string): Promise<void> => {
    end();
    const own = startWorkers();
    workers.current = own;
    const tell = (next: RehearsalState): void => {
      if (workers.current !== own) return;
      setState(next);
      if (next.kind === 'done') done.set(id, next);
    };
    tell({ kind: 'running', fraction: 0 });
    try {
      tell({ kind: 'done', tasting, rehearsal: await shared(own, tasting, seed, tell) });
    } catch (error) {
      tell({ kind: 'failed', message: error instanceof Error ? error.message : 'The rehearsal failed.' });
    } finally {
      for (const worker of own) worker.terminate();
    }
  };
  return { state, run, stop };
}

/** Each worker takes its part of the panels; the first one then reads the whole. */
async function shared(
  workers: readonly Worker[],
  tasting: Tasting,
  seed: string,
  tell: (next: RehearsalState) => void,
): Promise<Rehearsal> {
  const calculators = workers.map((worker) => wrap<Calculator>(worker));
  const fractions = workers.map(() => 0);
  const parts = await Promise.all(
    calculators.map((calculator, part) => {
      const progress = proxy((fraction: number) => {
        fractions[part] = fraction;
        tell({ kind: 'running', fraction: fractions.reduce((sum, one) => sum + one, 0) / workers.length });
      });
      return calculator.rehearsePart(tasting, { seed, part, of: workers.length }, progress);
    }),
  );
  return calculators[0].rehearsed(tasting, seed, parts);
}
