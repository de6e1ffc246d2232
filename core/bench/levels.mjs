/**
 * npm run bench -- --levels: how often a planned ranking claims something of its methods where
 * there is nothing to find, and where one method is better, over whole simulated tastings: plan,
 * lock, panel, verdict. With --write the table goes into docs/levels.md; --tastings 200 for a
 * quick look. Only complete rankings so far.
 */
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const load = createRequire(import.meta.url);
const dist = (folder) => load(join(here, '..', 'dist', 'src', folder, 'index.js'));
const { defaultTasting, noRecords } = dist('bundle');
const { lockPlan } = dist('design');
const { plannedVerdict } = dist('findings');
const { usualBallot } = dist('library');
const { randomStream } = dist('numeric');
const { simulateBallots } = dist('simulate');

const AT = '2026-01-01T12:00:00.000Z';
const words = process.argv.slice(2);
const given = words.indexOf('--tastings');
const TASTINGS = given >= 0 ? Number(words[given + 1]) : 1000;

const named = (letter, count, make) => Array.from({ length: count }, (_, at) => make(`${letter}${at}`, at));

function tastingOf({ methods, people, pieces, lots = 0, replicates = 1 }) {
  const defaults = defaultTasting();
  return {
    ...defaults,
    ...{ title: 'Levels', question: 'Which?', createdAt: AT, piecesPerMethod: pieces },
    methods: named('m', methods, (id, at) => ({
      id,
      name: id,
      note: '',
      steps: '',
      equipment: '',
      reference: at === 0,
    })),
    panel: named('p', people, (id, at) => ({ id, name: id, seat: at + 1 })),
    lots: named('l', lots, (id) => ({ id, name: id })),
    ballot: { items: usualBallot('ranking', '').filter(({ kind }) => kind === 'ranking') },
    service: { ...defaults.service, together: methods, replicates },
    quantities: { ...defaults.quantities, pieceGrams: 50_000 },
  };
}

/** Polarised tastes at equal mean ranks: half of the panel likes one order, half the reverse. */
const polarised = (ballots, tasting, key, by) => {
  const place = new Map(tasting.methods.map(({ id }, at) => [id, at]));
  return ballots.map((ballot, at) => {
    if (!by) return ballot;
    const answers = ballot.answers.map((answer) => {
      if (answer.kind !== 'ranking') return answer;
      const sign = at % 2 === 0 ? 1 : -1;
      const order = answer.ranking.flat().map((code, turn) => ({
        code,
        liked: turn + sign * by * place.get(key.codes[code]),
      }));
      return { ...answer, ranking: order.sort((a, b) => a.liked - b.liked).map(({ code }) => [code]) };
    });
    return { ...ballot, answers };
  });
};

function shareOf(cell) {
  const { spread, liking, noShows = 0, polar = 0 } = cell;
  const tasting = tastingOf(cell);
  const truth = {
    liking: liking ?? tasting.methods.map(() => 5),
    disagreement: 1,
    noise: 1,
    pieceSpread: spread,
    noShows,
  };
  const best = truth.liking.indexOf(Math.max(...truth.liking));
  const counts = { claims: 0, winners: 0, wrong: 0 };
  for (let at = 0; at < TASTINGS; at++) {
    const locked = lockPlan(tasting, { seed: `plan ${at}`, salt: '0123456789abcdef', lockedAt: AT });
    const ballots = simulateBallots({ tasting, ...locked }, truth, randomStream(`panel ${at}`, 'levels'), AT);
    const bundle = {
      ...{ format: 'jacana-tasting', version: 3, tasting, plan: locked.plan, pieces: locked.pieces, key: locked.key },
      seal: { closedAt: AT, unsealedAt: AT, unsealedBy: 'levels' },
      ballots: polarised(ballots, tasting, locked.key, polar),
      records: noRecords(),
    };
    const { kind, leaders } = plannedVerdict(bundle, locked.key);
    if (kind !== 'winner' && kind !== 'leading-set') continue;
    counts.claims++;
    if (kind !== 'winner') continue;
    counts.winners++;
    if (!liking || leaders[0] !== best) counts.wrong++;
  }
  return counts;
}

const four = { methods: 4, people: 24, pieces: 3, spread: 0.5 };
const NOTHING = [
  ...[2, 3, 6].flatMap((pieces) =>
    [0, 0.5, 1].flatMap((spread) => [12, 24, 48].map((people) => ({ ...four, pieces, spread, people }))),
  ),
  ...[2, 3, 6].flatMap((methods) => [2, 3, 6].map((pieces) => ({ ...four, methods, pieces, spread: 1 }))),
  { ...four, pieces: 4, lots: 2, spread: 1, what: '2 lots' },
  { ...four, replicates: 2, spread: 1, what: '2 replicates' },
  { ...four, noShows: 0.2, spread: 1, what: '20 % no-shows' },
  { ...four, polar: 3, spread: 1, what: 'polarised tastes' },
  { ...four, spread: 2, what: 'pieces differ by twice what people do' },
];
const SOMETHING = [
  { ...four, liking: [6, 5, 5, 5] },
  { ...four, people: 48, liking: [6, 5, 5, 5] },
  { ...four, people: 48, pieces: 6, liking: [6, 5, 5, 5] },
  { ...four, people: 96, pieces: 6, liking: [6, 5, 5, 5] },
  { ...four, liking: [8, 5, 5, 5], what: 'far apart' },
  { ...four, people: 48, pieces: 6, liking: [6, 5.9, 4, 4], what: 'close rivals' },
];

const percent = (count) => (count / TASTINGS).toFixed(3);
const start = Date.now();
const lines = [];
const say = (line) => {
  lines.push(line);
  process.stdout.write(`${line}\n`);
};
say('| methods | people | pieces | spread | besides | claims something of the methods |');
say('|---|---|---|---|---|---|');
for (const cell of NOTHING)
  say(
    `| ${cell.methods} | ${cell.people} | ${cell.pieces} | ${cell.spread} | ${cell.what ?? ''} | ${percent(shareOf(cell).claims)} |`,
  );
say('');
say('| true liking | people | pieces | spread | claims something | names a winner | a wrong one |');
say('|---|---|---|---|---|---|---|');
for (const cell of SOMETHING) {
  const { claims, winners, wrong } = shareOf(cell);
  say(
    `| ${cell.liking.join(', ')} | ${cell.people} | ${cell.pieces} | ${cell.spread} | ${percent(claims)} | ${percent(winners)} | ${percent(wrong)} |`,
  );
}
process.stderr.write(`${((Date.now() - start) / 1000).toFixed(0)} s\n`);

if (words.includes('--write'))
  writeFileSync(
    join(here, '..', '..', 'docs', 'levels.md'),
    `# What a verdict claims, and how often it should not

\`npm run bench -- --levels --write\` makes this table: ${TASTINGS.toLocaleString('en-GB')} whole tastings a row (plan, lock, panel,
verdict), level 0.05, taste and noise of one point each, pieces of a method differing by the spread. So far it covers complete
rankings; the other tests are not simulated yet. Monte Carlo standard error at 0.05: ${Math.sqrt((0.05 * 0.95) / TASTINGS).toFixed(3)}.

Where there is nothing to find. With few blocks, F claims somewhat too much where pieces differ as much as people do: ranks are
bounded, and four methods in three blocks agree on the best by chance in 1 of 16
([decision](decisions/0020-methods-by-blocks-of-pieces.md)).

${lines.slice(0, lines.indexOf('')).join('\n')}

Where there is:

${lines.slice(lines.indexOf('') + 1).join('\n')}
`,
  );
