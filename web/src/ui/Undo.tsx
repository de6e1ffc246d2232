import { useState } from 'react';
import { Button } from './Button';

/** Remembers the last removal on a page, so that it can be taken back instead of asked about. */
export function useUndo<T>(restore: (before: T) => void) {
  const [last, setLast] = useState<{ text: string; before: T } | null>(null);
  return {
    text: last?.text ?? null,
    remember: (text: string, before: T) => setLast({ text, before }),
    forget: () => setLast(null),
    undo: () => {
      if (last) restore(last.before);
      setLast(null);
    },
  };
}

export function UndoLine({ text, undo }: { text: string | null; undo: () => void }) {
  if (!text) return null;
  return (
    <p role="status" className="mt-2 text-sm">
      {text}{' '}
      <Button look="quiet" onClick={undo}>
        Undo
      </Button>
    </p>
  );
}
