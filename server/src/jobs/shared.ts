/** Work under way, and how many wait for it. */
interface Running<Result> {
  result: Promise<Result>;
  stop: AbortController;
  waiting: number;
}

/** Long work that several may ask for: done once for all of them, and stopped when nobody waits for it any more. */
export class Shared<Result> {
  private readonly running = new Map<string, Running<Result>>();

  /**
   * @param name what is asked for: the same for the same
   * @param signal aborted when whoever asks goes away
   * @param work begun where nobody waits for it yet
   */
  run(name: string, signal: AbortSignal, work: (signal: AbortSignal) => Promise<Result>): Promise<Result> {
    if (signal.aborted) return Promise.reject(signal.reason as Error);
    const own = this.running.get(name) ?? this.begin(name, work);
    own.waiting++;
    return new Promise<Result>((resolve, reject) => {
      const leave = (): void => {
        reject(signal.reason as Error);
        own.waiting--;
        if (own.waiting > 0) return;
        // Whoever asks from now on begins anew.
        if (this.running.get(name) === own) this.running.delete(name);
        own.stop.abort();
      };
      signal.addEventListener('abort', leave, { once: true });
      void own.result.then(resolve, reject).finally(() => signal.removeEventListener('abort', leave));
    });
  }

  private begin(name: string, work: (signal: AbortSignal) => Promise<Result>): Running<Result> {
    const stop = new AbortController();
    const own: Running<Result> = { result: work(stop.signal), stop, waiting: 0 };
    this.running.set(name, own);
    const done = (): void => {
      if (this.running.get(name) === own) this.running.delete(name);
    };
    own.result.then(done, done);
    return own;
  }
}
