/**
 * A night of probes: sixteen channels, each read every second for sixteen hours, some 900,000 readings. How long a
 * letter of them takes to be acknowledged, curves to be drawn from, and all of it to be taken out and brought in.
 *
 * npm run bench -- --readings [hours]
 */
import { lockedTasting, quantile, row, startServer } from './server.mjs';

const CHANNELS = 16;
const HOURS = Number(process.argv[2] ?? 16);
const AT_ONCE = 2000;
const START = Date.parse('2026-11-26T00:00:00.000Z');

const { base, cookie, as, post, stop } = await startServer();
const id = await lockedTasting(as, { title: 'A night of probes', people: 12, piecesPerMethod: 4 });
const { token } = await as(`/api/tastings/${id}/devices`, 'POST', { name: 'Logger', measures: 'celsius' });
const tags = (await as(`/api/tastings/${id}/kitchen`)).methods.flatMap(({ pieces }) => pieces.map(({ tag }) => tag));
await as(`/api/tastings/${id}/kitchen-log`, 'POST', {
  entries: tags.slice(0, CHANNELS).map((piece, at) => ({
    ...{ id: `probe-${piece}-in`, at: new Date(START).toISOString(), kind: 'probed', piece, device: 'Logger' },
    ...{ channel: at + 1, where: 'core' },
  })),
});

const timed = async (work) => {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
};
const ms = (value) => `${Math.round(value)} ms`;

const letters = [];
const perLetter = Math.floor(AT_ONCE / CHANNELS);
const total = HOURS * 3600;
const [sending] = await timed(async () => {
  for (let second = 0; second < total; second += perLetter) {
    const readings = [];
    for (let at = second; at < Math.min(total, second + perLetter); at++)
      for (let channel = 1; channel <= CHANNELS; channel++)
        readings.push({
          channel,
          at: new Date(START + 1000 * at).toISOString(),
          value: at === 30_000 && channel === 7 ? 99.9 : Math.round(10 * (70 - 60 * Math.exp(-at / 9000))) / 10,
        });
    const [took, reply] = await timed(() => post('/api/readings', { readings }, { Authorization: `Bearer ${token}` }));
    if (!reply.ok) throw new Error(`${reply.status} ${await reply.text()}`);
    letters.push(took);
  }
});
const count = total * CHANNELS;
row(`readings stored (${letters.length} letters of ${perLetter * CHANNELS})`, count.toLocaleString('en'), '900,000');
row('sent, stored and acknowledged in all', `${(sending / 1000).toFixed(1)} s`, '');
row(
  'a letter, median and slowest of 100',
  `${ms(quantile(letters, 0.5))}, ${ms(quantile(letters, 0.99))}`,
  'below 500 ms',
);

const [all, { curves }] = await timed(() => as(`/api/tastings/${id}/curves`));
row('curves of sixteen pieces', ms(all), 'below 500 ms');
const [one, single] = await timed(() => as(`/api/tastings/${id}/curves?piece=${tags[6]}`));
row('one curve', ms(one), 'below 100 ms');
const most = Math.max(...single.curves[0].most);
row('points of a curve, and the one reading of 99.9 °C', `${curves[0].seconds.length}, ${most}`, '240, 99.9');
if (total > 30_000 && most !== 99.9) throw new Error('An extreme was lost.');

const [csv, text] = await timed(async () =>
  (await fetch(`${base}/api/tastings/${id}/readings.csv`, { headers: { cookie } })).text(),
);
row('taken out as CSV', `${(csv / 1000).toFixed(1)} s, ${(text.length / 1e6).toFixed(0)} MB`, '');
if (text.trim().split('\n').length !== count + 1) throw new Error('Readings were lost.');
await as(`/api/tastings/${id}/close`, 'POST', {});
await as(`/api/tastings/${id}/unseal`, 'POST', {});
const [out, bundle] = await timed(() => as(`/api/tastings/${id}/bundle`));
const size = JSON.stringify(bundle).length;
row('taken out as a bundle', `${(out / 1000).toFixed(1)} s, ${(size / 1e6).toFixed(0)} MB`, '');
const [back] = await timed(() => as('/api/import', 'POST', bundle));
row('brought in again', `${(back / 1000).toFixed(1)} s`, '');
await stop();
