import { createServer } from 'node:net';

/** A port for a server of a test's own, below those that the system gives to connections: one may be in use by the time the server listens. */
export async function freePort(): Promise<number> {
  const port = 20_000 + Math.floor(Math.random() * 10_000);
  const isFree = await new Promise<boolean>((done) => {
    const probe = createServer()
      .once('error', () => done(false))
      .listen(port, '127.0.0.1', () => probe.close(() => done(true)));
  });
  return isFree ? port : freePort();
}
