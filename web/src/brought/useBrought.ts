import type { BroughtMapping } from '@jacana/core/brought';
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { BroughtWorker, Opened, Understood } from './brought.worker';

/** A file that takes longer to be read is none that somebody waits for. */
const PATIENCE_MS = 30_000;

interface Hired {
  worker: Worker;
  reader: Remote<BroughtWorker>;
}

/** A table that somebody brings: opened in a worker, and read there by what they say of its columns. */
export function useBrought() {
  const hired = useRef<Hired | null>(null);
  const [opened, setOpened] = useState<Opened | null>(null);
  const [mapping, setMapping] = useState<BroughtMapping | null>(null);
  const [understood, setUnderstood] = useState<Understood | null>(null);
  const [problem, setProblem] = useState('');
  const [isBusy, setBusy] = useState(false);

  const end = (): void => {
    hired.current?.worker.terminate();
    hired.current = null;
  };
  useEffect(() => end, []);

  const open = (work: (reader: Remote<BroughtWorker>) => Promise<Opened>): void => {
    end();
    const worker = new Worker(new URL('./brought.worker.ts', import.meta.url), { type: 'module' });
    hired.current = { worker, reader: wrap<BroughtWorker>(worker) };
    setBusy(true);
    setProblem('');
    setOpened(null);
    const late = new Promise<never>((_, reject) =>
      setTimeout(() => reject(new Error('It takes too long to read. Save a smaller part of it.')), PATIENCE_MS),
    );
    Promise.race([work(hired.current.reader), late])
      .then((next) => {
        setOpened(next);
        setMapping(next.guess);
      })
      .catch((error: unknown) => {
        end();
        setProblem(error instanceof Error ? error.message : 'It cannot be read.');
      })
      .finally(() => setBusy(false));
  };

  useEffect(() => {
    const reader = hired.current?.reader;
    if (!opened || !mapping || !reader) return;
    let isOver = false;
    void reader.understood(mapping).then((next) => {
      if (!isOver) setUnderstood(next);
    });
    return () => {
      isOver = true;
    };
  }, [opened, mapping]);

  return {
    ...{ opened, mapping, setMapping, understood, problem, isBusy },
    openFile: (file: File) => open(async (reader) => reader.open(file.name, new Uint8Array(await file.arrayBuffer()))),
    openText: (text: string) => open((reader) => reader.paste(text)),
    reader: () => hired.current?.reader ?? null,
  };
}
