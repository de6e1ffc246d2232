/** Simulates the tastings of one row of `npm run bench -- --levels`, and counts what they claim. */
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parentPort } from 'node:worker_threads';

const here = dirname(fileURLToPath(import.meta.url));
const load = createRequire(import.meta.url);
const dist = (folder) => load(join(here, '..', 'dist', 'src', folder, 'index.js'));
const { defaultTasting, noRange, noRecords } = dist('bundle');
const { lockPlan, isOfTwoSamples } = dist('design');
const { plannedVerdict } = dist('findings');
/** Parts of the findings: all of them would spend most of their time on exact p-values that are not counted here. */
const part = (file) => load(join(here, '..', 'dist', 'src', 'findings', `${file}.js`));
const { likingFinding } = part('liking');
const { panelFinding } = part('panel');
const { readPreferences } = part('preferences');
const { rankedAnswer, rankedRules } = part('ranked');
const { tastedServings } = part('servings');
const { strengthFinding } = part('strength');
const { usualBallot } = dist('library');
const { randomStream } = dist('numeric');
const { isAgainstMargin } = dist('questions');
const { simulateBallots } = dist('simulate');

const AT = '2026-01-01T12:00:00.000Z';
/** So far apart that who tells two methods apart is practically always right. */
const PLAIN = 12;
const PANELS_OF_A_PLAN = 25;
/** To refuse what is at the limit is no false claim. */
const NO_CLAIM = ['no-answer', 'cannot-say', 'too-great-a-loss', 'too-different'];
const named = (letter, count, make) => Array.from({ length: count }, (_, at) => make(`${letter}${at}`, at));

parentPort.on('message', ({ cell, tastings, from = 0 }) =>
  parentPort.postMessage(cell.asks ? exploredOf(cell, { tastings, from }) : countsOf(cell, { tastings, from })),
);

function tastingOf(cell) {
  const { test, methods, together = methods, people, pieces, lots = 0, replicates = 1, sittings = 1 } = cell;
  const defaults = defaultTasting();
  return {
    ...defaults,
    ...{ title: 'Levels', question: 'Which?', createdAt: AT, piecesPerMethod: pieces, test },
    decision: { ...defaults.decision, kind: cell.decision ?? 'told-apart' },
    methods: named('m', methods, (id, at) => ({
      ...{ id, name: id, note: '', steps: '', chain: [], equipment: '', reference: at === 0 },
    })),
    panel: named('p', people, (id, at) => ({ id, name: id, seat: at + 1 })),
    lots: named('l', lots, (id) => ({ id, name: id })),
    ballot: { items: cell.asks ? usualBallot(test, '').filter(({ kind }) => cell.asks.includes(kind)) : itemsOf(test) },
    service: { ...defaults.service, together, replicates, sittings },
    quantities: { ...defaults.quantities, pieceGrams: 50_000 },
  };
}

const LINE = { kind: 'line', definition: '', low: 'not', high: 'very', options: [], ties: false };
const itemsOf = (test) =>
  test === 'profile'
    ? ['crisp', 'sweet', 'salty'].map((word) => ({ ...LINE, id: word, ask: `How ${word}?`, attribute: word }))
    : usualBallot(test, '').filter(({ kind }) => kind === (isAgainstMargin(test) ? 'liking' : test));

function truthOf({ test, methods, liking, tellers, spread, noShows = 0 }, { decision }) {
  const shared = { noise: 1, pieceSpread: spread, noShows };
  const none = new Array(methods).fill(5.5);
  if (isOfTwoSamples(test)) return { ...shared, liking: [5.5, 5.5 + PLAIN], disagreement: 0, tellers };
  const atMargin = none.map((middle, at) => (at === 0 ? middle + decision.margin / 2 : middle - decision.margin / 2));
  return {
    ...{ ...shared, disagreement: 1, height: 1 },
    liking: liking ?? (isAgainstMargin(test) ? atMargin : none),
  };
}

/** Polarised tastes at equal mean ranks: half of the panel likes one order, half the reverse. */
function polarised(ballots, tasting, key, by) {
  const place = new Map(tasting.methods.map(({ id }, at) => [id, at]));
  return ballots.map((ballot, at) => {
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
}

/** One tasting after the other, each plan tasted by several panels; those from another number on are other tastings. */
function* tasted(cell, { tastings, from }) {
  const tasting = tastingOf(cell);
  let locked;
  for (let at = from; at < from + tastings; at++) {
    // Orders take long to find: each plan is tasted by several panels, every time from new pieces.
    if (at === from || at % PANELS_OF_A_PLAN === 0)
      locked = lockPlan(tasting, { seed: `plan ${at}`, salt: '0123456789abcdef', lockedAt: AT });
    const truth = truthOf(cell.drawn ? { ...cell, liking: drawn(cell, at) } : cell, tasting);
    const ballots = simulateBallots({ tasting, ...locked }, truth, randomStream(`panel ${at}`, 'levels'), AT);
    const bundle = {
      ...{ format: 'jacana-tasting', version: 3, tasting, plan: locked.plan, pieces: locked.pieces, key: locked.key },
      seal: { closedAt: AT, unsealedAt: AT, unsealedBy: 'levels' },
      ballots: cell.polar ? polarised(ballots, tasting, locked.key, cell.polar) : ballots,
      range: noRange(),
      records: noRecords(),
    };
    yield { bundle, truth };
  }
}

/** True likings about the middle, by how much they spread being open. */
function drawn({ methods, drawn: most }, at) {
  const random = randomStream(`truth ${at}`, 'levels');
  const spread = most * random.fraction();
  return Array.from({ length: methods }, () => 5.5 + spread * random.normal());
}

/** How often sentences beside the verdict claim something, and how sure they are of the best. */
function exploredOf(cell, which) {
  const counts = { position: 0, carryOver: 0, groups: 0, liking: 0, said: 0, right: 0 };
  for (const { bundle, truth } of tasted(cell, which)) {
    const { key, tasting } = bundle;
    const { panelists } = readPreferences(bundle, key);
    const servings = tastedServings(bundle, key, panelists);
    const rules = { ...rankedRules(bundle, key), asymptotic: true };
    const { methodTest } = rankedAnswer(panelists, rules);
    const panel = panelFinding(panelists, servings, rules);
    const strength = strengthFinding(panelists, tasting.methods.length, { ...rules, methodTest });
    const liking = likingFinding(servings, {
      ...{ status: 'explored', methods: tasting.methods.map(({ id }) => id), alpha: rules.alpha, seed: rules.seed },
      alike: rules.alike,
    });
    const claims = (test) => (test && test.test !== null && test.p <= 0.05 ? 1 : 0);
    counts.position += claims(panel.order.position);
    counts.carryOver += claims(panel.order.carryOver);
    counts.groups += panel.groups.test !== null && panel.groups.groups.length > 1 ? 1 : 0;
    counts.liking += claims(liking?.test);
    if (strength.test === null) continue;
    const chance = Math.max(...strength.chanceOfBest);
    counts.said += chance;
    counts.right += truth.liking[strength.chanceOfBest.indexOf(chance)] === Math.max(...truth.liking) ? 1 : 0;
  }
  return counts;
}

function countsOf(cell, which) {
  const best = cell.liking ? cell.liking.indexOf(Math.max(...cell.liking)) : cell.tellers ? 1 : null;
  const counts = { claims: 0, winners: 0, wrong: 0 };
  for (const { bundle } of tasted(cell, which)) {
    const { kind, leaders } = plannedVerdict(bundle, bundle.key);
    if (NO_CLAIM.includes(kind)) continue;
    counts.claims++;
    if (kind !== 'winner') continue;
    counts.winners++;
    // With tellers who prefer either way a wrong one is the first, which nobody truly prefers.
    if (best === null || leaders[0] !== best) counts.wrong++;
  }
  return counts;
}
