/**
 * npm run fuzz [-- --requests 20000] [--seed a]: requests over every route of the contract, by every role, with bodies that are
 * spoilt in one place or another. None may end in a status of 5xx, and every tasting has to be readable afterwards.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { bodies } from './bodies.mjs';

const here = dirname(fileURLToPath(import.meta.url));
const load = createRequire(import.meta.url);
const { createApplication } = load('../dist/application.js');
const { readOptions } = load('../dist/options/options.js');
const { randomStream } = load('@jacana/core/numeric');
const contract = JSON.parse(readFileSync(join(here, '..', 'openapi.json'), 'utf8'));

const { requests, seed } = parseArgs({
  options: { requests: { type: 'string', default: '20000' }, seed: { type: 'string', default: 'fuzz' } },
}).values;

/** Ends the own sign-in, or computes for seconds: each has a test of its own. */
const LEFT_OUT = new Set(['DELETE /api/session', 'DELETE /api/sessions/{id}', 'GET /api/tastings/{id}/run-sheet/anew']);
const WHO = ['ines', 'marek', 'tove', 'samir', null];
const PASSWORDS = { ines: 'reedbed-desk', marek: 'reedbed-stove', tove: 'reedbed-tray', samir: 'reedbed-page' };

const folder = mkdtempSync(join(tmpdir(), 'jacana-fuzz-'));
const options = readOptions(['--demo', '--data', join(folder, 'fuzz.db')]);
const app = await createApplication({
  ...options,
  web: null,
  quiet: true,
  signInsPerMinute: 1e9,
  demoBundles: resolve(here, '../../demo'),
});
await app.listen(0, '127.0.0.1');
const base = `http://127.0.0.1:${app.getHttpServer().address().port}`;

const { fraction } = randomStream(seed, 'fuzz');
const { made, spoilt, pick, chance, text } = bodies(contract, fraction);
const cookies = Object.fromEntries(
  await Promise.all(Object.entries(PASSWORDS).map(async ([login, password]) => [login, await signIn(login, password)])),
);
const failures = [];
const counts = {};

async function signIn(login, password) {
  const reply = await ask('POST', '/api/session', { login, password });
  return reply.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
}

function ask(method, path, body, cookie) {
  return fetch(base + path, {
    method,
    headers: { ...(body !== undefined && { 'content-type': 'application/json' }), ...(cookie && { cookie }) },
    ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    signal: AbortSignal.timeout(60_000),
  });
}

const json = async (path, who = 'ines') => (await ask('GET', path, undefined, cookies[who])).json();

/** What there is to name in paths: ids, tokens, people. */
async function world() {
  const cards = await json('/api/tastings');
  const all = await Promise.all(
    cards.map(async ({ id }) => {
      const links = await json(`/api/tastings/${id}/links`);
      const tasting = await json(`/api/tastings/${id}`);
      return { id, tasting, tokens: Array.isArray(links) ? links.map(({ address }) => address.split('/b/')[1]) : [] };
    }),
  );
  return all;
}

let known = await world();
const routes = Object.entries(contract.paths)
  .flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, said]) => ({
      name: `${method.toUpperCase()} ${path}`,
      method: method.toUpperCase(),
      path,
      said,
    })),
  )
  .filter(({ name }) => !LEFT_OUT.has(name));

function filled(path, subject) {
  return path.replace(/\{(\w+)\}/g, (_, name) => {
    if (chance(0.05)) return encodeURIComponent(text().toWellFormed().slice(0, 60)) || 'x';
    if (name === 'id' && path.startsWith('/api/tastings')) return subject.id;
    if (name === 'token')
      return path.includes('ballots') ? pick(subject.tokens.length ? subject.tokens : ['none']) : 'none';
    if (name === 'panelist') return pick([...(subject.tasting.draft?.panel ?? []), { id: 'nobody' }]).id;
    if (name === 'sitting') return String(1 + Math.floor(fraction() * 2));
    return pick(['1', 'abc', 'zone', 'probe-1']);
  });
}

/** A body that has something to do with what is there, so that it gets further in. */
function bodyFor({ name, said }, subject) {
  const schema = said.requestBody?.content?.['application/json']?.schema;
  if (!schema) return undefined;
  const { draft, version } = subject.tasting;
  if (name === 'PUT /api/tastings/{id}/draft' && draft)
    return chance(0.1) ? { version, draft } : { version, draft: spoilt(draft, 0.05) };
  const body = made(schema);
  if (chance(0.01)) return '{"a":'.repeat(4000) + '1' + '}'.repeat(4000);
  return chance(0.2) ? body : spoilt(body, 0.1);
}

const READ = [
  '',
  '/card',
  '/plan',
  '/board',
  '/kitchen',
  '/kitchen-log',
  '/service-log',
  '/seal',
  '/range',
  '/caveats',
  '/exclusions',
  '/links',
  '/orders',
  '/bundle',
];
async function readable() {
  for (const { id } of await json('/api/tastings'))
    for (const part of READ) {
      const { status } = await ask('GET', `/api/tastings/${id}${part}`, undefined, cookies.ines);
      if (status >= 500) failures.push(`UNREADABLE ${status} ${id}${part}`);
    }
  known = await world();
}

const began = Date.now();
for (let number = 0; number < Number(requests) && failures.length < 20; number++) {
  const route = pick(routes);
  const who = chance(0.6) ? 'ines' : pick(WHO);
  const subject = pick(known);
  if (!subject) break;
  const body = bodyFor(route, subject);
  const path = filled(route.path, subject);
  try {
    const reply = await ask(route.method, path, body, who && cookies[who]);
    if (path.endsWith('/live')) await reply.body?.cancel();
    else await reply.arrayBuffer();
    counts[reply.status] = (counts[reply.status] ?? 0) + 1;
    if (reply.status >= 500)
      failures.push(`${reply.status} ${who} ${route.method} ${path} ${JSON.stringify(body)?.slice(0, 600)}`);
  } catch (error) {
    failures.push(`NO ANSWER ${who} ${route.method} ${path}: ${error.message} ${JSON.stringify(body)?.slice(0, 300)}`);
  }
  if (number % 1000 === 999) await readable();
}
await readable();
const seconds = ((Date.now() - began) / 1000).toFixed(0);
process.stdout.write(
  `${JSON.stringify(counts)} in ${seconds} s, seed ${seed}\n${failures.length} failures\n${failures.join('\n')}\n`,
);
await app.close();
rmSync(folder, { recursive: true });
process.exit(failures.length > 0 ? 1 : 0);
