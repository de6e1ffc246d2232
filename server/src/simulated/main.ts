import { parseArgs } from 'node:util';
import type { ClockView } from '../clock/clock';
import { SimulatedDevices, type Server } from './devices';

/**
 * A thermometer and a scale that are not there, for the demo and for trying out a kitchen:
 * `npm run devices -- --login marek --password reedbed-stove`. They sign in as a person of the kitchen would to
 * ask for their tokens and to see which piece is where; what they measure goes in as from any other device.
 */
const { values } = parseArgs({
  options: {
    at: { type: 'string', default: 'http://localhost:4680' },
    login: { type: 'string', default: 'marek' },
    password: { type: 'string', default: 'reedbed-stove' },
    /** Id of the tasting; without it, the one that is being cooked. */
    tasting: { type: 'string' },
    /** Seconds between two readings, by the kitchen's clock. */
    every: { type: 'string', default: '2' },
  },
});

const AGAIN_MS = 3000;
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

async function signedIn(at: string): Promise<Server> {
  let cookie = '';
  const ask = async (path: string, body?: object, token?: string): Promise<unknown> => {
    const response = await fetch(`${at}${path}`, {
      method: body ? 'POST' : 'GET',
      headers: {
        ...(body && { 'content-type': 'application/json' }),
        ...(token ? { authorization: `Bearer ${token}` } : { cookie }),
      },
      ...(body && { body: JSON.stringify(body) }),
    });
    const text = await response.text();
    if (!response.ok) throw new Error(`${path}: ${response.status} ${text.slice(0, 200)}`);
    const set = response.headers.get('set-cookie');
    if (set) cookie = set.split(';')[0];
    return text === '' ? null : JSON.parse(text);
  };
  await ask('/api/session', { login: values.login, password: values.password });
  return { get: (path) => ask(path), post: (path, body, token) => ask(path, body, token) };
}

/** The tasting that is being cooked: locked, not closed, with something in its kitchen log that is not over. */
async function beingCooked(server: Server): Promise<string | null> {
  const cards = (await server.get('/api/tastings')) as {
    id: string;
    lockedAt: string | null;
    closedAt: string | null;
  }[];
  for (const { id, lockedAt, closedAt } of cards) {
    if (lockedAt === null || closedAt !== null) continue;
    const log = (await server.get(`/api/tastings/${id}/kitchen-log`)) as { entries: object[] };
    if (log.entries.length > 0) return id;
  }
  return null;
}

async function main(): Promise<void> {
  const everyMs = 1000 * Number(values.every);
  if (!(everyMs >= 200)) throw new Error(`--every ${values.every} is not a time: give seconds, such as 2.`);
  for (;;) {
    try {
      const server = await signedIn(values.at);
      const tasting = values.tasting ?? (await beingCooked(server));
      if (tasting === null) throw new Error('Nothing is being cooked. Give the id of a tasting with --tasting.');
      const devices = new SimulatedDevices(server, tasting, everyMs);
      await devices.open();
      process.stdout.write(`Simulated thermometer and scale send to tasting ${tasting}.\n`);
      for (;;) {
        const { now, pace } = (await server.get('/api/clock')) as ClockView;
        await devices.measure(Date.parse(now));
        await pause(Math.max(500, everyMs / pace));
      }
    } catch (error) {
      process.stderr.write(`${(error as Error).message}\nTrying again.\n`);
      await pause(AGAIN_MS);
    }
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${(error as Error).message}\n`);
  process.exit(2);
});
