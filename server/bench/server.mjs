/** A built server on a data file of its own, for measuring. */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { defaultTasting } from '@jacana/core/bundle';

const ROOT = resolve(import.meta.dirname, '../..');
const LOOP = join(import.meta.dirname, 'loopDelay.mjs');
const PASSWORD = 'long enough to pass';

export async function startServer() {
  const folder = mkdtempSync(join(tmpdir(), 'jacana-bench-'));
  const delays = join(folder, 'delays.json');
  const words = [join(ROOT, 'server/dist/main.js'), '--data', join(folder, 'bench.db')];
  /** @param port the one it had before it was killed; any at first */
  const begin = async (port = '0') => {
    const started = spawn(process.execPath, ['--import', LOOP, ...words, '--port', port], {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, DELAYS: delays },
    });
    let printed = '';
    await new Promise((done, fail) => {
      started.stdout.on('data', (text) => {
        printed += text;
        if (printed.includes('Data: ')) done();
      });
      started.on('exit', (code) => fail(new Error(`The server ended with ${code}.`)));
    });
    return { started, printed };
  };
  const { started, printed } = await begin();
  let child = started;
  const [, port] = /Jacana is at \S+:(\d+)/.exec(printed);
  const [, setUpCode] = /Set-up code.*: (\w+)/.exec(printed);
  const base = `http://127.0.0.1:${port}`;
  const post = (path, body, headers = {}) =>
    fetch(base + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...headers },
      body: JSON.stringify(body),
    });
  await post('/api/set-up', { name: 'Ines', login: 'ines', password: PASSWORD, setUpCode });
  const cookie = (await post('/api/session', { login: 'ines', password: PASSWORD })).headers.get('set-cookie');
  const as = async (path, method = 'GET', body = undefined) => {
    const reply = await fetch(base + path, {
      method,
      headers: { cookie, 'Content-Type': 'application/json' },
      body: body && JSON.stringify(body),
    });
    const text = await reply.text();
    if (!reply.ok) throw new Error(`${method} ${path}: ${reply.status} ${text.slice(0, 200)}`);
    return text ? JSON.parse(text) : undefined;
  };
  const stop = async () => {
    child.kill('SIGTERM');
    await new Promise((done) => child.on('exit', done));
    rmSync(folder, { recursive: true, force: true });
  };
  /** Kills it without a word, as a power cut would, and starts it again on the same file. */
  const killAndRestart = async () => {
    child.kill('SIGKILL');
    await new Promise((done) => child.on('exit', done));
    child = (await begin(port)).started;
  };
  /** Delays of the server's event loop since it was last started, in milliseconds. */
  const loopDelays = () => JSON.parse(readFileSync(delays, 'utf8'));
  return { base, cookie, as, post, stop, killAndRestart, loopDelays };
}

const NAMES = ['Glazed', 'Roasted', 'Steamed', 'Boiled', 'Fried', 'Grilled'];

/** A tasting of some methods, locked; its id. */
export async function lockedTasting(as, { title, people, piecesPerMethod, methods: count = 4 }) {
  const plain = defaultTasting();
  const { id, version } = await as('/api/tastings', 'POST', { title });
  const methods = NAMES.slice(0, count).map((name, at) => ({
    ...{ id: `m${at}`, name, note: '', steps: '', chain: [], equipment: '', reference: false },
  }));
  const draft = {
    ...plain,
    ...{ title, question: 'Which?', methods, piecesPerMethod },
    panel: Array.from({ length: people }, (_, at) => ({ id: `p${at}`, name: `Panelist ${at + 1}` })),
    quantities: { ...plain.quantities, pieceGrams: 50_000 },
  };
  await as(`/api/tastings/${id}/draft`, 'PUT', { version, draft });
  await as(`/api/tastings/${id}/lock`, 'POST', {});
  return id;
}

export const quantile = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))];

export const row = (name, value, aim) => console.log(`${name} | ${value} | ${aim}`);
