import { useEffect } from 'react';

/** Keeps the screen on while the page is looked at, where the browser can. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const hold = async (): Promise<void> => {
      // Not every browser can, and a hidden page may not.
      if (document.visibilityState === 'visible')
        lock = (await navigator.wakeLock?.request('screen').catch(() => null)) ?? null;
    };
    void hold();
    const again = (): void => void hold();
    document.addEventListener('visibilitychange', again);
    return () => {
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
}
