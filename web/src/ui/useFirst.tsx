import { useState, type ReactNode } from 'react';

/** The first of a long list, and what opens the rest; a hall of five hundred is opened by whoever wants to see it. */
export function useFirst<One>(all: readonly One[], first: number): { shown: readonly One[]; more: ReactNode } {
  const [isWhole, setWhole] = useState(false);
  if (all.length <= first) return { shown: all, more: null };
  return {
    shown: isWhole ? all : all.slice(0, first),
    more: (
      <button
        type="button"
        onClick={() => setWhole(!isWhole)}
        className="not-printed mt-2 text-chestnut underline underline-offset-3"
      >
        {isWhole ? `Show the first ${first}` : `Show all ${all.length}`}
      </button>
    ),
  };
}
