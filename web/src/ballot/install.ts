/**
 * Has the browser keep the ballot's page, so that a reload works offline. Browsers allow it over TLS, and on the
 * machine itself; elsewhere the ballot works as before, only a reload needs the network.
 */
export function keepPage(): void {
  if (!('serviceWorker' in navigator) || !window.isSecureContext) return;
  void navigator.serviceWorker
    .register('/ballot-sw.js', { scope: '/b/' })
    .then(() => navigator.serviceWorker.ready)
    .then(({ active }) => {
      const tell = (): void => active?.postMessage({ kind: 'made-of', files: loadedFiles() });
      tell();
      // What is loaded later, such as the ranking, is part of it too.
      new PerformanceObserver(tell).observe({ type: 'resource' });
    })
    // A browser that forbids it, as in a private window: nothing is lost by it.
    .catch(() => undefined);
}

const loadedFiles = (): string[] => [
  ...new Set(
    performance
      .getEntriesByType('resource')
      .map(({ name }) => name)
      .filter((name) => name.startsWith(`${window.location.origin}/assets/`)),
  ),
];
