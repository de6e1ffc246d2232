/** Loaded before the server: writes down, twice a second, for how long its event loop was held up. */
import { writeFileSync } from 'node:fs';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { isMainThread } from 'node:worker_threads';

// Workers load it too; they may be held up as long as they like.
if (isMainThread && process.env.DELAYS) {
  const delay = monitorEventLoopDelay({ resolution: 10 });
  delay.enable();
  const ms = (nanoseconds) => nanoseconds / 1e6;
  const write = () => {
    const figures = { p50: ms(delay.percentile(50)), p99: ms(delay.percentile(99)), max: ms(delay.max) };
    writeFileSync(process.env.DELAYS, JSON.stringify(figures));
  };
  setInterval(write, 500).unref();
  // Loading the program is left out: nobody is served yet.
  setTimeout(() => delay.reset(), 3000).unref();
}
