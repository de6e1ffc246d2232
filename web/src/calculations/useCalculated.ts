import { type Remote, wrap } from 'comlink';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { Calculator } from './calculations.worker';

/** A computation under way, or its result. */
export interface Calculated<T> {
  /** The latest result; while a new one is computed, the one before. */
  value: T | null;
  isBusy: boolean;
  /** What went wrong, in words. */
  problem: string | null;
}

/** Sliders move in many small steps; only where they rest is worth computing. */
const REST_MS = 150;

/** A worker with the one handle on it: once a handle is collected as garbage, its worker no longer answers. */
interface Kept {
  worker: Worker;
  calculator: Remote<Calculator>;
}

function hired(): Kept {
  const worker = new Worker(new URL('./calculations.worker.ts', import.meta.url), { type: 'module' });
  return { worker, calculator: wrap<Calculator>(worker) };
}

type Task<T> = (calculator: Remote<Calculator>, tell: (part: T) => void) => Promise<T>;

/**
 * Runs a computation in a worker, and again whenever its key changes. The worker is kept from
 * one computation to the next; one that is overtaken while it computes is ended at once, since
 * nothing else would stop it.
 *
 * @param key what the computation depends on, as text; null computes nothing
 * @param task gets the worker's functions, and may tell of parts of the result before it is whole
 */
export function useCalculated<T>(key: string | null, task: Task<T>): Calculated<T> {
  const [state, setState] = useState<Calculated<T>>({ value: null, isBusy: false, problem: null });
  const kept = useRef<Kept | null>(null);
  // The key stands for everything that the task reads.
  const start = useEffectEvent(task);
  useEffect(() => {
    if (key === null) return;
    let [isOver, isComputing] = [false, false];
    const tell = (value: T, isBusy: boolean): void => {
      if (!isOver) setState({ value, isBusy, problem: null });
    };
    const begin = (): void => {
      kept.current ??= hired();
      isComputing = true;
      setState((before) => ({ ...before, isBusy: true }));
      start(kept.current.calculator, (part) => tell(part, true))
        .then((value) => tell(value, false))
        .catch((error: unknown) => {
          const problem = error instanceof Error ? error.message : 'This could not be computed.';
          if (!isOver) setState({ value: null, isBusy: false, problem });
        })
        .finally(() => (isComputing = false));
    };
    const timer = setTimeout(begin, REST_MS);
    return () => {
      isOver = true;
      clearTimeout(timer);
      if (isComputing) endOf(kept);
    };
  }, [key]);
  useEffect(() => () => endOf(kept), []);
  return state;
}

function endOf(kept: { current: Kept | null }): void {
  kept.current?.worker.terminate();
  kept.current = null;
}
