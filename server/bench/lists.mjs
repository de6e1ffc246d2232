/**
 * A house that has been at it for years: 300 tastings, one of them with 500 seats. How long the
 * desk, a card, a board and the findings take on the server.
 *
 * npm run bench -- --lists [tastings] [seats]
 */
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { defaultTasting } from '@jacana/core/bundle';
import { quantile, row, startServer } from './server.mjs';

const TASTINGS = Number(process.argv[2] ?? 300);
const SEATS = Number(process.argv[3] ?? 500);
const { as, stop } = await startServer();
const salmon = JSON.parse(readFileSync(resolve(import.meta.dirname, '../../demo/1-salmon.json'), 'utf8'));
let last = '';
for (let at = 0; at < TASTINGS - 1; at++)
  last = (
    await as('/api/import', 'POST', { ...salmon, tasting: { ...salmon.tasting, title: `Salmon ${at}` }, digest: null })
  ).id;
const plain = defaultTasting();
const { id, version } = await as('/api/tastings', 'POST', { title: 'A large one' });
await as(`/api/tastings/${id}/draft`, 'PUT', {
  version,
  draft: {
    ...plain,
    ...{ title: 'A large one', question: 'Which?', piecesPerMethod: 12 },
    methods: ['Glazed', 'Roasted', 'Steamed', 'Boiled'].map((name, at) => ({
      ...{ id: `m${at}`, name, note: '', steps: '', chain: [], equipment: '', reference: false },
    })),
    panel: Array.from({ length: SEATS }, (_, at) => ({ id: `p${at}`, name: `Panelist ${at + 1}` })),
    quantities: { ...plain.quantities, pieceGrams: 50_000 },
  },
});
await as(`/api/tastings/${id}/lock`, 'POST', {});

async function timed(name, path, aim, times = 25) {
  await as(path);
  const waits = [];
  for (let at = 0; at < times; at++) {
    const start = performance.now();
    await as(path);
    waits.push(performance.now() - start);
  }
  row(name, `${quantile(waits, 0.5).toFixed(1)} ms, p95 ${quantile(waits, 0.95).toFixed(1)} ms`, aim);
}

console.log(`${TASTINGS} tastings, one with ${SEATS} seats; medians over the network of this machine`);
await timed('Desk', '/api/tastings', 'below 50 ms');
await timed('Card', `/api/tastings/${last}/card`, 'below 50 ms');
await timed('Board of 500 seats', `/api/tastings/${id}/board`, 'below 50 ms');
await timed('Findings, computed before', `/api/tastings/${last}/findings`, 'below 50 ms');
const start = performance.now();
await Promise.all(Array.from({ length: 10 }, () => as('/api/tastings')));
row('Ten desks at once, all of them', `${(performance.now() - start).toFixed(0)} ms`, '');
await stop();
