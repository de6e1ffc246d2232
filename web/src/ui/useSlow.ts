import { useEffect, useState } from 'react';

/** Shorter than this, and nobody wonders whether something happens. */
const SLOW_MS = 500;

/** Whether something has been going on for so long that it is worth a word. */
export function useSlow(isBusy: boolean): boolean {
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    if (!isBusy) return;
    const timer = setTimeout(() => setSlow(true), SLOW_MS);
    return () => {
      clearTimeout(timer);
      setSlow(false);
    };
  }, [isBusy]);
  return isSlow;
}
