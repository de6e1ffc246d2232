const PATIENCE_MS = [1000, 2000, 4000, 8000];

/** Tries again later, at longer and longer intervals, and at once when the network or the person comes back. */
export class Patience {
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private again: (() => void) | undefined;

  /** Whether something waits to be tried again. */
  get isWaiting(): boolean {
    return this.timer !== undefined;
  }

  /** Begins to listen for the network and the person coming back. */
  watch(): void {
    window.addEventListener('online', () => this.now());
    document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && this.now());
  }

  later(again: () => void): void {
    const wait = PATIENCE_MS[Math.min(this.failures++, PATIENCE_MS.length - 1)];
    clearTimeout(this.timer);
    this.again = again;
    this.timer = setTimeout(() => this.now(), wait);
  }

  succeeded(): void {
    this.failures = 0;
  }

  private now(): void {
    if (!this.timer) return;
    clearTimeout(this.timer);
    this.timer = undefined;
    this.again?.();
  }
}
