/**
 * A full room on a bad day: 250 phones with six samples each, while findings of another tasting are computed again
 * and again, and the server is killed twice and started again; then forty phones that were offline all the while
 * send whole ballots at once. How long phones wait, how long the server's event loop is held up, and whether
 * anything that was acknowledged is lost or stored twice.
 *
 * npm run bench -- --room [seconds]
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { lockedTasting, quantile, row, startServer } from './server.mjs';

const PEOPLE = 250;
const OFFLINE = 40;
const METHODS = 6;
const SECONDS = Number(process.argv[2] ?? 60);

const server = await startServer();
const { as, post } = server;
const id = await lockedTasting(as, {
  title: 'A full room',
  people: PEOPLE + OFFLINE,
  piecesPerMethod: 3,
  methods: METHODS,
});
const tokens = (await as(`/api/tastings/${id}/links`)).map(({ address }) => address.split('/b/')[1]);
const salmon = JSON.parse(readFileSync(join(import.meta.dirname, '../../demo/1-salmon.json'), 'utf8'));

const pause = (ms) => new Promise((go) => setTimeout(go, ms));
/** How long phones wait; those that ask just after a kill, when everybody tries again, apart. */
const waits = [];
const waitsAfterKill = [];
const AFTER_KILL_MS = 5000;
let killedAt = -Infinity;
const refused = [];
const acknowledged = new Set();
let retries = 0;

/** As a phone does: what got no answer is sent again as it was, until it gets one. */
async function sent(token, what, body) {
  for (;;) {
    const start = performance.now();
    const reply = await post(`/api/ballots/${token}/${what}`, body).catch(() => null);
    if (reply?.ok) {
      (start - killedAt < AFTER_KILL_MS ? waitsAfterKill : waits).push(performance.now() - start);
      const said = await reply.json();
      for (const one of said.saved ?? []) acknowledged.add(one);
      return said;
    }
    if (reply && reply.status < 500) return void refused.push(`${what} ${reply.status} ${await reply.text()}`);
    retries++;
    await pause(500);
  }
}

const score = (at, number, code) => ({
  ...{ id: `score-${at}-${number}`, kind: 'score', item: 'liking', code, score: 1 + ((at + number) % 9) },
});
const order = (at, codes) => ({
  ...{ id: `rank-${at}`, kind: 'ranking', item: 'ranking', set: 0, ranking: codes.map((code) => [code]) },
});

/** One panelist. @param step milliseconds between samples; 0 sends all at once */
async function taste(at, step) {
  const [token, device] = [tokens[at], `device-of-${at}`];
  const ballot = await sent(token, 'open', { device, takeOver: false });
  if (!ballot) return;
  const { codes } = ballot.sets[0];
  const answers = codes.map((code, number) => score(at, number, code));
  for (const answer of answers) {
    await pause(step);
    await sent(token, 'answers', { device, sitting: 1, answers: [answer] });
  }
  await pause(step);
  answers.push(order(at, codes));
  await sent(token, 'hand-in', { device, id: `hand-in-${at}`, sitting: 1, answers });
}

/** Findings of another tasting, anew each time: a caveat more, and they have to be computed again. */
let isOver = false;
let computed = 0;
const other = (await as('/api/import', 'POST', salmon)).id;
async function compute() {
  while (!isOver) {
    try {
      const entry = {
        id: `again-${computed}-${Date.now()}`,
        at: new Date().toISOString(),
        kind: 'noted',
        text: 'again',
      };
      await as(`/api/tastings/${other}/caveats`, 'POST', { entries: [entry] });
      await as(`/api/tastings/${other}/findings`);
      computed++;
    } catch {
      await pause(500);
    }
  }
}

const step = (SECONDS * 1000 * 0.6) / (METHODS + 1);
const computing = compute();
const tasting = Promise.all(
  Array.from({ length: PEOPLE }, async (_, at) => {
    await pause((SECONDS * 1000 * 0.4 * at) / PEOPLE);
    await taste(at, step);
  }),
);
const delays = [];
for (const share of [0.35, 0.7]) {
  await pause(SECONDS * 1000 * 0.35);
  delays.push(server.loopDelays());
  console.log(`killed after ${Math.round(share * SECONDS)} s`);
  killedAt = performance.now();
  await server.killAndRestart();
}
await tasting;
delays.push(server.loopDelays());
const room = { waits: [...waits], waitsAfterKill: [...waitsAfterKill], retries };

const start = performance.now();
await Promise.all(Array.from({ length: OFFLINE }, (_, at) => taste(PEOPLE + at, 0)));
const burst = performance.now() - start;
isOver = true;
await computing;

const { ballots } = await as(`/api/tastings/${id}/bundle`);
const stored = ballots.flatMap(({ answers }) => answers.map((answer) => answer.id));
const lost = [...acknowledged].filter((one) => !stored.includes(one));
const wrong = ballots.filter(
  ({ handedInAt, answers }) =>
    handedInAt === null ||
    answers.length !== METHODS + 1 ||
    new Set(answers.map((one) => one.id)).size !== answers.length,
);
await server.stop();

const ms = (value) => `${value.toFixed(0)} ms`;
const most = (name) => Math.max(...delays.map((one) => one[name]));
console.log(
  `${PEOPLE} phones, ${METHODS} samples, ${SECONDS} s, ${room.waits.length + room.waitsAfterKill.length} requests, ${computed} findings computed meanwhile`,
);
row('Acknowledgement to a phone, p50', ms(quantile(room.waits, 0.5)), '');
row('Acknowledgement to a phone, p99', ms(quantile(room.waits, 0.99)), 'below 500 ms');
row(
  'In the five seconds after a kill, p50, p99',
  [0.5, 0.99].map((q) => ms(quantile(room.waitsAfterKill, q))).join(', '),
  '',
);
row('Event loop held up, p50, p99, longest', ['p50', 'p99', 'max'].map((name) => ms(most(name))).join(', '), '');
row('Sent again after the two kills', room.retries, '');
row('Forty ballots at once, all in after', ms(burst), 'below 5 s');
row('Refused', refused.length, '0');
row('Acknowledged and lost', lost.length, '0');
row(
  'Ballots that are not whole, or hold something twice',
  `${wrong.length} of ${ballots.length}`,
  `0 of ${PEOPLE + OFFLINE}`,
);
if (refused.length + lost.length + wrong.length > 0 || ballots.length !== PEOPLE + OFFLINE) {
  console.error(refused.slice(0, 3).join('\n'));
  process.exitCode = 1;
}
