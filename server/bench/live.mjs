/**
 * A full room: 250 people answer within a minute while ten boards are open. How long a phone
 * waits for its answers to be acknowledged, and how long a board takes to hear of a hand-in.
 *
 * npm run bench -- --live [seconds]
 */
import { lockedTasting, quantile, row, startServer } from './server.mjs';

const PEOPLE = 250;
const BOARDS = 10;
const SECONDS = Number(process.argv[2] ?? 60);

const { base, cookie, as, post, stop } = await startServer();
const id = await lockedTasting(as, { title: 'A full room', people: PEOPLE, piecesPerMethod: 3 });
const links = await as(`/api/tastings/${id}/links`);
const tokens = links.map(({ address }) => address.split('/b/')[1]);

/** When each board heard that a seat is done. */
const heard = Array.from({ length: BOARDS }, () => new Map());
const streams = new AbortController();
for (const board of heard) {
  const reply = await fetch(`${base}/api/tastings/${id}/live`, { headers: { cookie }, signal: streams.signal });
  void (async () => {
    let text = '';
    for await (const chunk of reply.body) {
      text += Buffer.from(chunk).toString();
      const parts = text.split('\n\n');
      text = parts.pop() ?? '';
      for (const part of parts) {
        const data = /^data: ?(.*)$/m.exec(part)?.[1];
        for (const seat of (data && JSON.parse(data).seats) || [])
          if (seat.state === 'done' && !board.has(seat.panelistId)) board.set(seat.panelistId, performance.now());
      }
    }
  })().catch(() => undefined);
}

const waits = [];
const lost = [];
const acknowledged = new Map();
async function timed(token, what, body) {
  const start = performance.now();
  const reply = await post(`/api/ballots/${token}/${what}`, body).catch((error) => ({
    ok: false,
    status: String(error),
  }));
  waits.push(performance.now() - start);
  if (!reply.ok) lost.push(`${what} ${reply.status}`);
  return reply.ok ? reply.json() : undefined;
}

/** One panelist: opens, scores sample by sample, ranks, hands in, spread over the time there is. */
async function taste(at) {
  const pause = (share) => new Promise((go) => setTimeout(go, share * SECONDS * 1000));
  const device = `device-of-${at}`;
  await pause((0.4 * at) / PEOPLE);
  const ballot = await timed(tokens[at], 'open', { device, takeOver: false });
  if (!ballot) return;
  const { codes } = ballot.sets[0];
  const answers = [];
  for (const [number, code] of codes.entries()) {
    await pause(0.1);
    const answer = { id: `score-${at}-${number}`, kind: 'score', item: 'liking', code, score: 1 + ((at + number) % 9) };
    answers.push(answer);
    await timed(tokens[at], 'answers', { device, sitting: 1, answers: [answer] });
  }
  await pause(0.1);
  answers.push({ id: `rank-${at}`, kind: 'ranking', item: 'ranking', set: 0, ranking: codes.map((code) => [code]) });
  const done = await timed(tokens[at], 'hand-in', { device, id: `hand-in-${at}`, sitting: 1, answers });
  if (done) acknowledged.set(`p${at}`, performance.now());
}

const boards = setInterval(() => void as(`/api/tastings/${id}/board`).catch(() => undefined), 5000);
await Promise.all(tokens.map((_, at) => taste(at)));
clearInterval(boards);
await new Promise((go) => setTimeout(go, 1500));
streams.abort();
const lags = heard.flatMap((board) =>
  [...acknowledged].map(([panelist, at]) => (board.get(panelist) ?? Infinity) - at),
);
const stored = (await as(`/api/tastings/${id}/bundle`)).ballots.filter(({ handedInAt }) => handedInAt).length;
await stop();

const ms = (value) => `${value.toFixed(0)} ms`;
console.log(`${PEOPLE} people, ${BOARDS} boards, ${SECONDS} s, ${waits.length} requests of phones`);
row('Acknowledgement to a phone, median', ms(quantile(waits, 0.5)), '');
row('Acknowledgement to a phone, p99', ms(quantile(waits, 0.99)), 'below 150 ms');
row('Acknowledgement to a phone, slowest', ms(Math.max(...waits)), 'below 2000 ms');
row('Hand-in until a board hears of it, p99', ms(quantile(lags, 0.99)), 'below 1000 ms');
row('Hand-in until a board hears of it, slowest', ms(Math.max(...lags)), 'below 1000 ms');
row('Lost tries', lost.length, '0');
row('Handed in, and stored', `${acknowledged.size}, ${stored}`, `${PEOPLE}, ${PEOPLE}`);
