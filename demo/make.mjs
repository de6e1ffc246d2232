/**
 * Writes the demo tastings of the Reedbed Kitchen, which is invented, as are its people
 * and data: npm run demo. The panel is simulated from a seed, so the files come out the
 * same each time.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { parseBundle } from '@jacana/core/bundle';
import { lockPlan } from '@jacana/core/design';
import { randomStream } from '@jacana/core/numeric';
import { simulatePanelist } from '@jacana/core/simulate';

const NAMES = [
  'Ada',
  'Bo',
  'Cleo',
  'Dario',
  'Elif',
  'Femi',
  'Greta',
  'Hugo',
  'Ivo',
  'June',
  'Kofi',
  'Lena',
  'Milan',
  'Nora',
  'Otto',
  'Pia',
  'Quinn',
  'Rosa',
  'Sven',
  'Tala',
  'Umar',
  'Vida',
  'Wim',
  'Xenia',
  'Yann',
  'Zoe',
  'Aron',
  'Bea',
  'Carl',
  'Dina',
  'Emil',
  'Fay',
  'Gil',
  'Hana',
  'Ines M.',
  'Jon',
];

const panelOf = (size, notBlind = {}) =>
  NAMES.slice(0, size).map((name, at) => ({
    id: `panelist-${at + 1}`,
    seat: at + 1,
    name,
    blind: !(name in notBlind),
    notBlindBecause: notBlind[name] ?? '',
  }));

const methodsOf = (list) =>
  list.map(([id, name, note, reference = false, effort]) => ({ id, name, note, reference, ...(effort && { effort }) }));

/** Minutes with hands on, minutes in all, cost a portion, mess and skill from 1 to 5. */
const effortOf = (handsOnMinutes, totalMinutes, cost, mess, skill) => ({
  handsOnMinutes,
  totalMinutes,
  cost,
  mess,
  skill,
});
const minutesAfter = (start, minutes) => new Date(Date.parse(start) + minutes * 60_000).toISOString();

/** Minutes after the start at which the tasting in service stands. */
const NOW = 19;

/** Serves the locked plan to a simulated panel; `progress` says how far each seat has come. */
function serve({ tasting, locked, truth, seed, start, progress }) {
  const random = randomStream(seed, 'demo panel');
  const codeOf = new Map(Object.entries(locked.key.codes).map(([code, method]) => [method, code]));
  const codes = tasting.methods.map((method) => codeOf.get(method.id));
  return tasting.panel.flatMap((panelist, at) => {
    const { scores, ranking } = simulatePanelist(truth, tasting.ballot.ties, random);
    const { tasted, done, quietFor = 0 } = progress(at);
    if (tasted < 0) return [];
    // Those who are done began with the first flight; the others answered last `quietFor` minutes before now.
    const openedAt = minutesAfter(
      start,
      done ? 2 * random.fraction() : NOW - quietFor - (tasted > 0 ? 1.5 + 2.2 * (tasted - 1) : 0),
    );
    const order = locked.plan.servings[at].codes;
    const liking = order.slice(0, done ? order.length : tasted).map((code, position) => ({
      id: `demo-${at + 1}-${code}`,
      at: minutesAfter(openedAt, 1.5 + 2.2 * position),
      by: 'panelist',
      reason: '',
      kind: 'liking',
      code,
      score: scores[codes.indexOf(code)],
    }));
    const handedInAt = done ? minutesAfter(openedAt, 3 + 2.2 * order.length + random.fraction() * 2) : null;
    const ranked = done
      ? [
          {
            id: `demo-${at + 1}-ranking`,
            at: handedInAt,
            by: 'panelist',
            reason: '',
            kind: 'ranking',
            ranking: ranking.map((group) => group.map((sample) => codes[sample])),
          },
        ]
      : [];
    return [{ panelist: panelist.id, openedAt, handedInAt, answers: [...liking, ...ranked] }];
  });
}

function write(file, bundle) {
  const { problems } = parseBundle(bundle);
  if (problems.length > 0) throw new Error(`${file}: ${JSON.stringify(problems.slice(0, 3))}`);
  writeFileSync(fileURLToPath(new URL(file, import.meta.url)), `${JSON.stringify(bundle, null, 1)}\n`);
}

function salmon() {
  const start = '2026-11-12T17:00:00.000Z';
  const tasting = {
    title: 'Salmon, four ways',
    question: 'Which way of cooking salmon do our guests like best?',
    ballotTitle: 'Thursday panel, 12 November',
    methods: methodsOf([
      ['pan-seared', 'Pan-seared', 'skin side down, butter, 180 °C pan', false, effortOf(9, 12, 3.4, 4, 4)],
      ['slow-oven', 'Slow oven', '110 °C until 50 °C inside', false, effortOf(4, 35, 3.2, 1, 2)],
      ['steamed', 'Steamed', 'basket, 8 minutes', false, effortOf(5, 14, 3.1, 2, 2)],
      ['poached', 'Poached', 'court-bouillon at 75 °C', true, effortOf(8, 30, 3.5, 3, 3)],
    ]),
    panel: panelOf(24, { Otto: 'saw the trays in the kitchen', Vida: 'helped to portion' }),
    ballot: { liking: true, ties: false },
    piecesPerMethod: 3,
    alpha: 0.05,
    createdAt: minutesAfter(start, -3 * 24 * 60),
  };
  const locked = lockPlan(tasting, {
    seed: 'reedbed-salmon',
    salt: 'salt-of-the-reedbed-salmon',
    lockedAt: minutesAfter(start, -2 * 24 * 60),
  });
  const truth = { liking: [7.0, 7.2, 5.7, 5.0], disagreement: 0.9, noise: 0.6 };
  const ballots = serve({
    tasting,
    locked,
    truth,
    seed: 'reedbed-salmon',
    start,
    progress: () => ({ tasted: 4, done: true }),
  });
  const tagOf = (method, number) => locked.pieces.filter((piece) => piece.method === method)[number].tag;
  const caveat = (id, minutes, by, text, pieces) => ({
    id,
    at: minutesAfter(start, minutes),
    by,
    text,
    ...(pieces && { about: { pieces, panelists: [] } }),
  });
  const [overshot, held] = [tagOf('slow-oven', 1), tagOf('poached', 0)];
  write('1-salmon.json', {
    format: 'jacana-tasting',
    version: 1,
    tasting,
    plan: locked.plan,
    pieces: locked.pieces,
    key: locked.key,
    seal: { closedAt: minutesAfter(start, 32), unsealedAt: minutesAfter(start, 40), unsealedBy: 'Ines' },
    ballots,
    caveats: [
      caveat('caveat-1', -25, 'Marek', `Piece ${overshot} overshot by 6 °C`, [overshot]),
      caveat('caveat-2', -6, 'Marek', `Piece ${held} was held 9 minutes longer than the others`, [held]),
      caveat('caveat-3', -4, 'Tove', 'Two panelists walked through the kitchen before the first tray'),
    ],
  });
}

/** How far the seats of the second flight have come, and for how many minutes they have been at it. */
const UNDER_WAY = [
  [2, 1.9],
  [1, 0.4],
  [1, 1.2],
  [2, 0.2],
  [0, 0.9],
  [3, 0.5],
  [1, 4.6],
  [0, 0.3],
  [2, 1.1],
  [1, 0.7],
  [3, 1.4],
  [0, 0.6],
  [1, 0],
].map(([tasted, quietFor]) => ({ tasted, quietFor }));

function rice() {
  const start = '2026-11-19T17:00:00.000Z';
  const tasting = {
    title: 'Rice, soaked or not',
    question: 'Is soaking worth the planning ahead?',
    ballotTitle: 'Thursday panel, 19 November',
    methods: methodsOf([
      ['not-soaked', 'Not soaked', 'rinsed, straight into the pot', true],
      ['half-hour', 'Soaked 30 minutes', 'rinsed, soaked in cold water'],
      ['overnight', 'Soaked overnight', 'rinsed, soaked in the refrigerator'],
    ]),
    panel: panelOf(36),
    ballot: { liking: true, ties: true },
    piecesPerMethod: 2,
    alpha: 0.05,
    createdAt: minutesAfter(start, -24 * 60),
  };
  const locked = lockPlan(tasting, {
    seed: 'reedbed-rice',
    salt: 'salt-of-the-reedbed-rice',
    lockedAt: minutesAfter(start, -20 * 60),
  });
  const truth = { liking: [6.1, 6.8, 6.6], disagreement: 0.8, noise: 0.6 };
  const progress = (at) =>
    at < 18
      ? { tasted: 3, done: true }
      : at < 31
        ? { ...UNDER_WAY[at - 18], done: false }
        : { tasted: -1, done: false };
  write('2-rice.json', {
    format: 'jacana-tasting',
    version: 1,
    tasting,
    plan: locked.plan,
    pieces: locked.pieces,
    key: locked.key,
    seal: { closedAt: null, unsealedAt: null, unsealedBy: null },
    ballots: serve({ tasting, locked, truth, seed: 'reedbed-rice', start, progress }),
    caveats: [
      {
        id: 'caveat-1',
        at: minutesAfter(start, -12),
        by: 'Marek',
        text: 'The second pot boiled over for a moment; lid tilted from then on',
      },
    ],
  });
}

salmon();
rice();
