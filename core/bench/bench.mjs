/**
 * npm run bench: how fast the engine is, beside R on the same data in the same run where R
 * is installed. Both sides time repeated calls inside one process, start-up excluded, and
 * give the median. With --write the table goes into docs/benchmarks.md.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { cpus, tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const load = createRequire(import.meta.url);
const dist = (folder) => load(join(here, '..', 'dist', 'src', folder, 'index.js'));
const { compare, fitMixed, forcedChoicePower, friedman, midRanks, relabeledP, skillingsMack, termTest } =
  dist('inference');
const { incompleteOrders, lockPlan, sittingOrders } = dist('design');
const { answersWithout, findings, NOTHING_OUT } = dist('findings');
const { randomStream } = dist('numeric');
const { incompleteRankingPower, methodPower, rankingPower } = dist('power');
const { rehearse, simulateBallots } = dist('simulate');
const { defaultTasting, noRange, noRecords } = dist('bundle');
const { neutralQuestion, usualBallot } = dist('library');
const { COMPOSITIONS, cookedTo, materialOf, readSteps, runSheetOf } = dist('kitchen');

/** Scores as a liking panel gives them: panelist + sample + panelist by sample + noise. */
function scores(panelists, samples, replicates, seed) {
  const random = randomStream(seed, 'bench');
  const rows = [];
  for (let who = 0; who < panelists; who++) {
    const own = random.normal();
    for (let what = 0; what < samples; what++) {
      const cell = 0.5 * random.normal();
      for (let again = 0; again < replicates; again++)
        rows.push({ panelist: `p${who}`, sample: `s${what}`, score: 5 + what * 0.05 + own + cell + random.normal() });
    }
  }
  return rows;
}

const folder = mkdtempSync(join(tmpdir(), 'jacana-bench-'));
const sets = {
  small: scores(24, 4, 1, 'small'),
  panel: scores(150, 12, 1, 'panel'),
  large: scores(500, 12, 2, 'large'),
};
for (const [name, rows] of Object.entries(sets)) {
  const lines = rows.map(({ panelist, sample, score }) => `${panelist},${sample},${score}`);
  writeFileSync(join(folder, `${name}.csv`), `panelist,sample,score\n${lines.join('\n')}\n`);
}

const mixedData = (rows) => ({
  y: rows.map(({ score }) => score),
  factors: { panelist: rows.map(({ panelist }) => panelist), sample: rows.map(({ sample }) => sample) },
});
const MODEL = { fixed: [['sample']], random: [['panelist'], ['panelist', 'sample']] };
const ONE = { fixed: [['sample']], random: [['panelist']] };

/** Distributions are kept by the ranks that were given: panels with ever another number of ties find none of them. */
function firstExact() {
  const ranks = smallGrid.map(midRanks);
  let turn = 0;
  return () => {
    turn = (turn + 1) % 25;
    return friedman(
      ranks.map((row, at) => (at < turn ? row.map((rank) => (rank <= 2 ? 1.5 : rank)) : row)),
      { seed: '1' },
    );
  };
}

/** Ranks the scores too, as friedman.test does. */
function grid(rows) {
  const people = new Map();
  for (const { panelist, score } of rows) people.set(panelist, [...(people.get(panelist) ?? []), score]);
  return [...people.values()];
}

function median(work, least = 5) {
  work();
  const times = [];
  const start = performance.now();
  while (times.length < least || (performance.now() - start < 1500 && times.length < 200)) {
    const before = performance.now();
    work();
    times.push(performance.now() - before);
  }
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
}

const large = mixedData(sets.large);
const panel = mixedData(sets.panel);
const fitted = fitMixed(large, MODEL);
const [smallGrid, panelGrid] = [grid(sets.small), grid(sets.panel)];
const blocks = panelGrid.slice(0, 100).map((row) => ({ samples: row.map((_, at) => at), values: midRanks(row) }));
const squares = (sums) => sums.reduce((total, sum) => total + sum * sum, 0);

/** Name, R's name for it (if it is timed there too), the work, and the time it should take at most. */
/** An evening of three flights: a third of the methods seared, the others roasted at four temperatures. */
const evening = {
  methods: Array.from({ length: 12 }, (_, at) => ({
    ...{ id: `m${at}`, name: `Method ${at + 1}`, steps: '' },
    chain: readSteps(
      at % 3 === 0
        ? 'Dry 2 min\nSear 6 min\nPlate 1 min'
        : `Season 1 min\nRoast at ${100 + 20 * (at % 4)} °C ${25 + at} min\nPlate 1 min`,
      (line) => `${at} ${line}`,
    ).map((step) => ({ ...step, wait: { most: { heat: 35, prepare: 60, season: 60, plate: 10 }[step.kind] } })),
  })),
  pieces: Array.from({ length: 36 }, (_, at) => ({
    ...{ tag: `P${at}`, method: `m${at % 12}`, flights: [{ sitting: 1, flight: 1 + Math.floor(at / 12) }] },
  })),
  range: {
    equipment: [
      ...[1, 2, 3].map((oven) => ({
        ...{ id: `o${oven}`, name: `Oven ${oven}`, kind: 'oven', places: 3, perPlace: 2, shared: true },
      })),
      { id: 'hob', name: 'Hob', kind: 'hob', places: 4, perPlace: 3, shared: false },
    ],
    cooks: ['One', 'Two'],
    served: [17, 18, 19].map((hour, at) => ({
      ...{ sitting: 1, flight: at + 1, at: `2026-11-26T${hour}:00:00.000Z` },
    })),
  },
  seed: '1',
};
if (!runSheetOf(evening).isFeasible) throw new Error('The evening has no run sheet.');
const roast = {
  body: { shape: 'slab', thickness: 0.04, at: materialOf(COMPOSITIONS['red-meat']) },
  ...{ start: 5, around: { celsius: 180, coefficient: 20, moist: { dewPoint: 12, dries: true } }, target: 54 },
};

const [hall, room] = [tasted(500, 12, 8), tasted(40, 6, 0)];

const CASES = [
  ['Findings of 500 panelists x 12 methods x 8 attributes', null, () => findings(hall), 3000],
  [
    'The planned answer without one piece, 40 x 6',
    null,
    () => answersWithout(room, [{ ...NOTHING_OUT, pieces: [room.pieces[0].tag] }]),
    1000,
  ],
  ['Friedman, 150 panelists x 12 samples (limit)', 'friedman', () => friedman(panelGrid.map(midRanks), { seed: '1' })],
  ['Friedman, 24 x 4, exact p, as for the first time', 'friedmanSmall', firstExact()],
  ['Mixed model with F, 150 x 12, one score each', 'lmerPanel', () => termTest(fitMixed(panel, ONE), 0)],
  ['Mixed model with F, 500 x 12 x 2, two random terms', 'lmerLarge', () => termTest(fitMixed(large, MODEL), 0)],
  ['All 66 pairs by Tukey after it', 'emmeans', () => compare(fitted, 'sample', { alpha: 0.05, adjust: 'tukey' })],
  [
    '100,000 relabelings, 100 x 12',
    null,
    () => relabeledP({ blocks, samples: 12, statistic: squares, seed: '1', draws: 100_000 }),
    2000,
  ],
  ['Skillings-Mack with its 100,000 relabelings, 100 x 12', null, () => skillingsMack(blocks, 12, { seed: '1' })],
  [
    'Power by 5,000 simulated ranking panels, 24 x 4',
    null,
    () => rankingPower({ panelists: 24, liking: [6, 5.5, 5, 5], spread: 1.5, alpha: 0.05, seed: '1' }),
    2000,
  ],
  [
    'Power by 5,000 simulated ranking panels, 100 x 12',
    null,
    () => rankingPower({ panelists: 100, liking: [6, ...Array(11).fill(5)], spread: 1.5, alpha: 0.05, seed: '1' }),
    2000,
  ],
  ['Run sheet: 12 methods, 36 pieces, 3 ovens, a hob, 2 cooks', null, () => runSheetOf(evening), 2000],
  ['Core temperature of a roast with its curve and carry-over', null, () => cookedTo(roast)],
  [
    'Orders, 300 panelists x 6 of 12 samples',
    null,
    () => incompleteOrders({ samples: 12, panelists: 300, perPanelist: 6 }, randomStream('7', 'orders')),
    2000,
  ],
  [
    'Orders, 48 panelists x 6 of 12 samples at each of two sittings',
    null,
    () => sittingOrders({ samples: 12, panelists: 48, perPanelist: 6, sittings: 2 }, randomStream('7', 'orders')),
  ],
  ['Exact power of a triangle, 10 to 500 people', null, () => triangles()],
  [
    'Power by 2,000 simulated incomplete rankings, 96 of 6 of 12',
    null,
    () =>
      incompleteRankingPower({
        rankings: 96,
        together: 6,
        liking: [6, ...Array(11).fill(5)],
        spread: 1.4,
        alpha: 0.05,
        seed: '1',
      }),
  ],
  [
    'Power by 2,000 simulated tables of scores, 48 x 6 from 4 pieces each',
    null,
    () =>
      methodPower({
        ...{ panelists: 48, liking: [6, 5, 5, 5, 5, 5], disagreement: 1, noise: 1, asked: 'scores', together: 6 },
        ...{ pieces: 4, pieceSpread: 0.3, sittings: 1, rounds: 1, tastings: 1, alpha: 0.05, seed: '1', panels: 2000 },
      }),
  ],
  ['A rehearsal of 100 panels and 50, ranking, 24 x 4', null, () => rehearsal('ranking')],
  ['A rehearsal of 100 panels and 50, liking, 24 x 4', null, () => rehearsal('liking')],
];

/** A finished tasting: everyone ranks and scores all methods, and as many words as are given. */
function tasted(people, methods, words) {
  const [defaults, at] = [defaultTasting(), '2026-03-05T18:00:00.000Z'];
  const asked = Array.from({ length: words }, (_, one) => neutralQuestion(`w${one}`, 'line', { word: `word ${one}` }));
  const tasting = {
    ...{ ...defaults, title: 'Bench', question: 'How fast?', createdAt: at, piecesPerMethod: 4 },
    methods: Array.from({ length: methods }, (_, one) => ({
      ...{ id: `m${one}`, name: `Method ${one}`, note: '', steps: '', chain: [], equipment: '', reference: false },
    })),
    panel: Array.from({ length: people }, (_, one) => ({ id: `p${one}`, seat: one + 1, name: `Panelist ${one + 1}` })),
    ballot: { items: [neutralQuestion('liking', 'liking'), neutralQuestion('ranking', 'ranking'), ...asked] },
    service: { ...defaults.service, together: methods },
    quantities: { ...defaults.quantities, pieceGrams: 100_000 },
  };
  const locked = lockPlan(tasting, { seed: 'bench', salt: '0123456789abcdef', lockedAt: at });
  const truth = { liking: tasting.methods.map((_, one) => 5 + one / methods), disagreement: 1, noise: 1 };
  return {
    ...{ format: 'jacana-tasting', version: 3, tasting, ...locked, range: noRange(), records: noRecords() },
    seal: { closedAt: at, unsealedAt: at, unsealedBy: 'Ines' },
    ballots: simulateBallots({ tasting, ...locked }, truth, randomStream('bench', 'panel'), at),
    ...{ readings: [], photos: [], digest: null },
  };
}

function rehearsal(test) {
  const defaults = defaultTasting();
  const methods = ['a', 'b', 'c', 'd'].map((id) => ({
    ...{ id, name: id, note: '', steps: '', chain: [], equipment: '', reference: false },
  }));
  const panel = Array.from({ length: 24 }, (_, at) => ({
    ...{ id: `p${at}`, seat: at + 1, name: `Panelist ${at + 1}`, blind: true, notBlindBecause: '' },
  }));
  const tasting = {
    ...{ ...defaults, title: 'Bench', question: 'How fast?', test, methods, panel, piecesPerMethod: 3 },
    ...{ ballot: { items: usualBallot(test, '') }, service: { ...defaults.service, together: 4 } },
  };
  return rehearse(tasting, { seed: '1', panels: 100 });
}

function triangles() {
  for (let n = 10; n <= 500; n++) forcedChoicePower({ protocol: 'triangle', n, pd: 0.3, alpha: 0.05 });
}

const inR = timesInR();
const rows = CASES.map(([name, other, work, most]) => {
  const own = median(work, most ? 3 : 5);
  const theirs = other && inR ? inR[other] : null;
  const row = [
    name,
    `${own.toFixed(own < 10 ? 2 : 0)} ms`,
    theirs ? `${theirs.toFixed(theirs < 10 ? 2 : 0)} ms` : '',
    theirs ? `${Number((theirs / own).toPrecision(2))}` : '',
    most ? (own <= most ? `below ${most / 1000} s` : `ABOVE ${most / 1000} s`) : '',
  ];
  process.stdout.write(`${row.join(' | ')}\n`);
  return row;
});
if (process.argv.includes('--write')) write(rows);

function timesInR() {
  const { status, stdout, stderr } = spawnSync('Rscript', [join(here, 'bench.R'), folder], { encoding: 'utf8' });
  if (status === 0) return JSON.parse(stdout.trim().split('\n').at(-1));
  process.stderr.write(`Without R: ${status === null ? 'not installed' : stderr.trim().split('\n').at(-1)}\n`);
  return null;
}

function write(table) {
  const target = join(here, '..', '..', 'docs', 'benchmarks.md');
  const text = readFileSync(target, 'utf8');
  const mark = '<!-- figures -->';
  const head = text.slice(0, text.indexOf(mark) + mark.length);
  const lines = [
    `Measured ${new Date().toISOString().slice(0, 10)} on ${cpus().length} x ${cpus()[0].model}, Node ${process.version}; medians.`,
    '',
    '| computation | Jacana | R | R / Jacana | wanted |',
    '|---|---:|---:|---:|---|',
    ...table.map((row) => `| ${row.join(' | ')} |`),
  ];
  writeFileSync(target, `${head}\n\n${lines.join('\n')}\n`);
}
