import type { Tasting } from '@jacana/core/bundle';
import type { Rehearsal } from '@jacana/core/simulate';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Reckoner } from './reckoner.worker';

export type RehearsalState =
  | { kind: 'idle' }
  | { kind: 'running'; fraction: number }
  | { kind: 'done'; rehearsal: Rehearsal; tasting: Tasting }
  | { kind: 'failed'; message: string };

/** Runs a rehearsal in a worker when told to, and stops it when told to or when the page goes. */
export function useRehearsal() {
  const [state, setState] = useState<RehearsalState>({ kind: 'idle' });
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setState({ kind: 'idle' });
  };
  const run = async (tasting: Tasting, seed: string): Promise<void> => {
    worker.current?.terminate();
    const own = new Worker(new URL('./reckoner.worker.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    const tell = (next: RehearsalState): void => {
      if (worker.current === own) setState(next);
    };
    tell({ kind: 'running', fraction: 0 });
    try {
      const progress = proxy((fraction: number) => tell({ kind: 'running', fraction }));
      tell({ kind: 'done', rehearsal: await wrap<Reckoner>(own).rehearse(tasting, seed, progress), tasting });
    } catch (error) {
      tell({ kind: 'failed', message: error instanceof Error ? error.message : 'The rehearsal failed.' });
    } finally {
      own.terminate();
    }
  };
  return { state, run, stop };
}
