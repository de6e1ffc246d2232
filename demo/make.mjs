/**
 * Writes the demo tastings of the Reedbed Kitchen, which is invented, as are its people
 * and data: npm run demo. The panel is simulated from a seed, so the files come out the
 * same each time.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { defaultTasting, digestOf, noRange, parseBundle } from '@jacana/core/bundle';
import { lockPlan, lockProblems } from '@jacana/core/design';
import { byMinute, kitchenState, minuteOf, pieceOf, readSteps, runSheetOf } from '@jacana/core/kitchen';
import { neutralQuestion, proposedConstants, usualBallot, withProduct } from '@jacana/core/library';
import { randomStream } from '@jacana/core/numeric';
import { guessedCode } from '@jacana/core/questions';
import { flightsOfPieces } from '@jacana/core/served';
import { simulateBallots, simulatedCore } from '@jacana/core/simulate';
import { PALATE_ITEMS, withPalate } from './palate.mjs';

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
  'Kai',
  'Lou',
  'Mara',
  'Nils',
  'Oona',
  'Per',
  'Runa',
  'Selma',
  'Timo',
  'Ulla',
  'Vera',
  'Willem',
];

const panelOf = (size) => NAMES.slice(0, size).map((name, at) => ({ id: `panelist-${at + 1}`, seat: at + 1, name }));

/** An entry of the caveat ledger, by whoever wrote it at a time. */
const entry = (id, at, by, body) => ({ id, at, storedAt: at, by, body });
const notBlind = (name, at, because) =>
  entry(`not-blind-${name.toLowerCase()}`, at, 'Ines', {
    kind: 'not-blind',
    panelist: `panelist-${NAMES.indexOf(name) + 1}`,
    because,
  });
const recordsOf = (...caveats) => ({ caveats, kitchen: [], service: [], amendments: [] });

/** What samples are made of; of all methods where none is named. */
const ingredient = (name, allergens = [], methods = []) => ({
  ...{ id: `of-${name.toLowerCase().replaceAll(' ', '-')}`, name, allergens, methods },
});

const methodsOf = (list) =>
  list.map(([id, name, note, reference = false, effort, steps = '']) => ({
    ...{ id, name, note, steps: '', equipment: '', reference },
    chain: readSteps(steps, (line) => `step-${line + 1}`).map(servedHot),
    ...(effort && { effort }),
  }));

/** What is done stands at most a quarter of an hour, and what is on the plate a few minutes. */
const servedHot = (step) => {
  const most = { heat: 15, prepare: 60, season: 60, plate: 8, rest: 10 }[step.kind];
  return most === undefined ? step : { ...step, wait: { most } };
};

/** The kitchen of the house, and when flights of one sitting are served. */
const rangeFor = (at, flights, minutesApart = 40) => ({
  equipment: [
    ...['Left oven', 'Right oven', 'Small oven'].map((name, number) => ({
      ...{ id: `oven-${number + 1}`, name, kind: 'oven', places: 3, perPlace: 4, shared: true },
    })),
    { id: 'hob', name: 'Hob', kind: 'hob', places: 4, perPlace: 4, shared: false },
    { id: 'fryer', name: 'Fryer', kind: 'fryer', places: 1, perPlace: 4, shared: true },
    { id: 'refrigerator', name: 'Refrigerator', kind: 'refrigerator', places: 6, perPlace: 12, shared: false },
  ],
  cooks: ['Marek', 'Leni'],
  served: at.flatMap((moment, sitting) =>
    Array.from({ length: flights }, (_, flight) => ({
      ...{ sitting: sitting + 1, flight: flight + 1, at: minutesAfter(moment, flight * minutesApart) },
    })),
  ),
});

/** Minutes with hands on, minutes in all, cost a portion, mess and skill from 1 to 5. */
const effortOf = (handsOnMinutes, totalMinutes, cost, mess, skill) => ({
  ...{ handsOnMinutes, totalMinutes, cost, mess, skill },
});
const minutesAfter = (start, minutes) => new Date(Date.parse(start) + minutes * 60_000).toISOString();

/** A tasting as the Ask and Plan screens write it down, for one kind of product. */
function designed({ product, constants = {}, service = {}, quantities = {}, ...rest }) {
  const plain = defaultTasting();
  const usual = withProduct(plain, product);
  const held = proposedConstants(product).map((one, at) => ({
    id: `constant-${at + 1}`,
    ...one,
    ...constants[one.name],
  }));
  return {
    ...plain,
    product,
    constants: held,
    service: { ...usual.service, ...service },
    quantities: { ...usual.quantities, ...quantities },
    ...rest,
  };
}

/**
 * Serves the locked plan to a simulated panel; `progress` says for each seat how many of its
 * answers are in, and how long ago the last one was. Answers come a step of `pace` minutes apart.
 */
function serve({ tasting, locked, truth, seed, start, pace, progress }) {
  const random = randomStream(seed, 'demo panel');
  const clock = randomStream(seed, 'demo clock');
  const ballots = simulateBallots({ tasting, ...locked }, truth, random, start);
  return ballots.flatMap((ballot, at) => {
    const { answered, done, quietFor = 0 } = progress(at);
    if (answered < 0) return [];
    const [kept, late] = [clock.fraction(), clock.fraction()];
    const count = done ? ballot.answers.length : answered;
    // Those who are done began with the first flight; the others gave their last answer `quietFor` minutes before now.
    const openedAt = minutesAfter(start, done ? 2 * kept : NOW - quietFor - (count > 0 ? 1.5 + pace * (count - 1) : 0));
    const answers = inServingOrder(ballot.answers, locked.plan.servings[at])
      .slice(0, count)
      .map((answer, step) => ({ ...answer, at: minutesAfter(openedAt, 1.5 + pace * step) }));
    const last = answers.at(-1)?.at ?? openedAt;
    return [{ ...ballot, openedAt, handedInAt: done ? minutesAfter(last, 0.5 + late * 2) : null, answers }];
  });
}

/** Answers as they are given: about each sample as it is served, then what compares them. */
function inServingOrder(answers, { sets }) {
  const codes = sets.flatMap((set) => set.codes);
  const place = (answer) => ('code' in answer ? codes.indexOf(answer.code) : codes.length);
  return [...answers].sort((a, b) => place(a) - place(b));
}

/** Minutes after the start at which the tasting in service stands. */
const NOW = 19;

const DRAFT = {
  plan: null,
  pieces: [],
  key: null,
  seal: { closedAt: null, unsealedAt: null, unsealedBy: null },
  ballots: [],
  records: recordsOf(),
  readings: [],
};

function write(file, bundle) {
  const undated = {
    format: 'jacana-tasting',
    version: 3,
    range: noRange(),
    readings: [],
    photos: [],
    digest: null,
    ...bundle,
  };
  const whole = { ...undated, digest: digestOf(undated) };
  const { problems } = parseBundle(whole);
  const unready = lockProblems(bundle.tasting);
  if (problems.length + unready.length > 0)
    throw new Error(`${file}: ${JSON.stringify([...problems, ...unready].slice(0, 3))}`);
  writeFileSync(fileURLToPath(new URL(file, import.meta.url)), `${JSON.stringify(whole, null, 1)}\n`);
}

function salmon() {
  const start = '2026-11-12T17:00:00.000Z';
  const tasting = designed({
    title: 'Salmon, four ways',
    question: 'Which way of cooking salmon do our guests like best?',
    ballotTitle: 'Thursday panel, 12 November',
    product: 'fish',
    methods: methodsOf([
      [
        'pan-seared',
        'Pan-seared',
        'skin side down, butter, 180 °C pan',
        false,
        effortOf(9, 12, 3.4, 4, 4),
        'Dry the skin 1 min\nSear skin side down, medium-high heat, until 50 °C inside, 6-8 min\nPlate 1 min',
      ],
      [
        'slow-oven',
        'Slow oven',
        '110 °C until 50 °C inside',
        false,
        effortOf(4, 35, 3.2, 1, 2),
        'Season 1 min\nRoast at 110 °C until 50 °C inside, 25-31 min\nPlate 1 min',
      ],
      [
        'steamed',
        'Steamed',
        'basket, 8 minutes',
        false,
        effortOf(5, 14, 3.1, 2, 2),
        'Season 1 min\nSteam under a lid at 100 °C, 8 min\nPlate 1 min',
      ],
      [
        'poached',
        'Poached',
        'court-bouillon at 75 °C',
        true,
        effortOf(8, 30, 3.5, 3, 3),
        'Season 1 min\nPoach in broth at 75 °C until 50 °C inside, 10-14 min\nDrain 1 min\nPlate 1 min',
      ],
    ]),
    bundled: [{ id: 'bundled-1', method: 'pan-seared', text: 'cooked in butter' }],
    ingredients: [
      ingredient('Salmon', ['fish']),
      ingredient('Salt'),
      ingredient('Butter', ['milk'], ['pan-seared']),
      ingredient('Court-bouillon', ['celery', 'sulphites'], ['poached']),
    ],
    panel: panelOf(24),
    zones: ['Loin', 'Belly'].map((name) => ({ id: name.toLowerCase(), name })),
    ballot: { items: salmonBallot() },
    piecesPerMethod: 4,
    quantities: { costPerKilogram: 32, pieceGrams: 900 },
    createdAt: minutesAfter(start, -3 * 24 * 60),
  });
  const locked = lockPlan(tasting, {
    seed: 'reedbed-salmon',
    salt: 'salt-of-the-reedbed-salmon',
    lockedAt: minutesAfter(start, -2 * 24 * 60),
  });
  const tasted = serve({
    ...{ tasting, locked, seed: 'loin-and-belly', start, pace: 0.4 },
    // In the loin the slow oven is best; in the belly, which stays juicy, browning makes up for it.
    truth: {
      ...{ liking: [6.1, 6.9, 5.6, 5.0], disagreement: 0.8, noise: 0.6, pieceSpread: 0.25 },
      byZone: { loin: [-0.6, 0.8, 0, 0], belly: [0.7, 0, 0, 0.2] },
    },
    progress: () => ({ done: true }),
  });
  const ballots = withPalate(tasted, locked, tasting.methods).map(guessing(locked, tasting.methods));
  const tagOf = (method, number) => locked.pieces.filter((piece) => piece.method === method)[number].tag;
  const caveat = (id, minutes, by, text, pieces) =>
    entry(id, minutesAfter(start, minutes), by, {
      ...{ kind: 'noted', text },
      ...(pieces && { about: { pieces, panelists: [] } }),
    });
  const [overshot, held] = [tagOf('slow-oven', 1), tagOf('poached', 0)];
  const range = rangeFor([start], 2);
  const kitchen = salmonLog({ tasting, locked, range, overshot, held });
  write('1-salmon.json', {
    readings: salmonReadings(tasting, locked.pieces, kitchen),
    ...{ tasting, plan: locked.plan, pieces: locked.pieces, key: locked.key, ballots },
    range,
    seal: { closedAt: minutesAfter(start, 32), unsealedAt: minutesAfter(start, 40), unsealedBy: 'Ines' },
    records: {
      ...recordsOf(
        caveat('caveat-1', -25, 'Marek', `Piece ${overshot} overshot by 6 °C`, [overshot]),
        caveat('caveat-2', -6, 'Marek', `Piece ${held} was held 9 minutes longer than the others`, [held]),
        caveat('caveat-3', -4, 'Tove', 'Two panelists walked through the kitchen before the first tray'),
        notBlind('Otto', minutesAfter(start, -3), 'saw the trays in the kitchen'),
        notBlind('Vida', minutesAfter(start, -2), 'helped to portion'),
      ),
      kitchen,
    },
  });
}

/** Liking and the palate sample by sample, then the ranking, a comment, and the guess once all is handed in. */
function salmonBallot() {
  const [liking, ...rest] = defaultTasting().ballot.items;
  // What the house adds up when it decides on a card: liking first, then the palate.
  return [{ ...liking, weight: 2 }, ...PALATE_ITEMS, ...rest, neutralQuestion('guess', 'guess')];
}

/** What each took the last sample for, a moment after handing in: one in eight knows, and some have no idea. */
function guessing({ plan, key }, methods) {
  const random = randomStream('reedbed-salmon', 'demo guesses');
  return (ballot, at) => {
    const code = guessedCode(plan.servings[at]);
    const [knows, said] = [random.fraction() < 1 / 8, Math.floor((methods.length + 1) * random.fraction())];
    const method = knows ? key.codes[code] : (methods[said]?.id ?? null);
    const when = { at: minutesAfter(ballot.handedInAt, 0.4), by: 'panelist', reason: '' };
    const guess = { id: `guess-${at + 1}`, ...when, kind: 'guess', item: 'guess', code, method };
    return { ...ballot, answers: [...ballot.answers, guess] };
  };
}

/** Share of its mass that a piece of each method loses, and where its core ends, °C: invented. */
const SALMON = {
  'pan-seared': [0.165, 50.6],
  'slow-oven': [0.118, 50.2],
  steamed: [0.131, 50.9],
  poached: [0.101, 50.4],
};

const sheetFor = ({ tasting, locked: { plan, pieces, key }, range }) => {
  const flights = flightsOfPieces({ tasting, plan, pieces, key, amendments: [] }, []);
  return runSheetOf({
    ...{ methods: tasting.methods, range, seed: plan.fingerprint },
    pieces: pieces.map(({ tag, method }) => ({ tag, method, flights: flights.get(tag) ?? [] })),
  });
};

/** Every step begun and done when the sheet has it, and every piece let through at its end. */
function cookedAsPlanned({ steps }) {
  const tap = (one, kind, at) =>
    entry(`${kind}-${one.piece}-${one.step}`, at, one.hands ?? 'Marek', {
      ...{ kind, pieces: [one.piece], step: one.step },
    });
  const tags = [...new Set(steps.map(({ piece }) => piece))];
  return [
    ...steps.flatMap((one) => [tap(one, 'started', one.start), tap(one, 'done', one.end)]),
    ...tags.map((piece) => {
      const last = steps.findLast((one) => one.piece === piece);
      const body = { kind: 'gate', piece, decision: 'passed', because: '' };
      return entry(`gate-${piece}`, last.end, last.hands ?? 'Marek', body);
    }),
  ].sort((a, b) => (a.at < b.at ? -1 : 1));
}

/** Why salmon is served below the limit for fish: invented. */
const FROZEN_BEFORE = 'served at 50 °C as planned; bought frozen at -20 °C for two days, and everyone was told';

/** Every piece as the sheet has it, weighed and measured; with the two departures that the caveats are about. */
function salmonLog({ tasting, locked, range, overshot, held }) {
  const { pieces } = locked;
  const { steps } = sheetFor({ tasting, locked, range });
  const random = randomStream('reedbed-salmon', 'demo kitchen');
  const channelOf = (tag) => 1 + pieces.findIndex((one) => one.tag === tag);
  return pieces
    .flatMap(({ tag, method }) => {
      const own = steps.filter(({ piece }) => piece === tag);
      const [lost, ends] = SALMON[method];
      const raw = Math.round(396 + 10 * random.normal());
      const celsius = Math.round(10 * (ends + 0.4 * random.normal() + (tag === overshot ? 6 : 0))) / 10;
      const cooked = Math.round(raw * (1 - lost - 0.008 * random.normal() - (tag === overshot ? 0.02 : 0)));
      const heated = own.findIndex(({ name }) => !['Season', 'Dry the skin'].includes(name));
      const by = own[heated].hands ?? 'Marek';
      const taps = own.flatMap(({ step, start, end }, at) => {
        const late = tag === held && at > heated ? 9 : 0;
        return [
          entry(`started-${tag}-${step}`, minutesAfter(start, late), by, { kind: 'started', pieces: [tag], step }),
          entry(`done-${tag}-${step}`, minutesAfter(end, late), by, { kind: 'done', pieces: [tag], step }),
        ];
      });
      return [
        entry(`raw-${tag}`, minutesAfter(own[0].start, -12), 'Leni', { kind: 'mass', piece: tag, grams: raw }),
        ...taps,
        entry(`probe-${tag}`, own[heated].start, by, {
          ...{
            kind: 'probed',
            piece: tag,
            device: THERMOMETER,
            channel: 1 + pieces.findIndex((one) => one.tag === tag),
          },
          where: 'core',
        }),
        entry(`probe-out-${tag}`, own[heated].end, by, {
          kind: 'unprobed',
          device: THERMOMETER,
          channel: channelOf(tag),
        }),
        entry(`core-${tag}`, own[heated].end, by, { kind: 'temperature', piece: tag, celsius }),
        entry(`cooked-${tag}`, minutesAfter(own[heated].end, 1), 'Leni', { kind: 'mass', piece: tag, grams: cooked }),
        entry(`gate-${tag}`, minutesAfter(own[heated].end, 1), by, {
          kind: 'gate',
          piece: tag,
          decision: 'served-all-the-same',
          because: FROZEN_BEFORE,
        }),
      ];
    })
    .sort((a, b) => (a.at < b.at ? -1 : 1));
}

const THERMOMETER = 'Kitchen thermometer';

/** What the probes showed: curves of conduction, stretched so that each ends where its piece was measured. */
function salmonReadings(tasting, pieces, kitchen) {
  const state = kitchenState(kitchen);
  return state.probes.flatMap(({ piece: tag, device, channel, from, to }) => {
    const { grams, steps, celsius } = pieceOf(state, tag);
    const { chain } = tasting.methods.find(({ id }) => id === pieces.find((one) => one.tag === tag).method);
    const piece = { tag, product: 'fish', grams: grams[0].value, chain, steps, isCool: false };
    const when = { from: Date.parse(from), to: Date.parse(to), everyMs: 10_000 };
    const { readings } = simulatedCore(piece, 'reedbed-salmon', when);
    const end = readings.findLast(({ at }) => at <= Date.parse(celsius[0].at));
    const stretch = (celsius[0].value - readings[0].value) / (end.value - readings[0].value);
    const stretched = readings.map(({ at, value }) => ({
      ...{ at, value: Math.round(10 * (readings[0].value + stretch * (value - readings[0].value))) / 10 },
    }));
    return [...byMinute(stretched)].map(([minute, own]) =>
      minuteOf({ device, channel, measures: 'celsius' }, minute, own),
    );
  });
}

/** Minutes since the seats of the second flight opened their ballots; a triangle has one answer. */
const UNDER_WAY = [1.9, 0.4, 1.2, 0.2, 0.9, 0.5, 4.6, 0.3, 1.1, 0.7, 1.4, 0.6, 0];

function rice() {
  const start = '2026-11-19T17:00:00.000Z';
  const tasting = designed({
    title: 'Rice, soaked or not',
    question: 'Can anyone tell rice that was soaked overnight? If not, we stop soaking it.',
    ballotTitle: 'Thursday panel, 19 November',
    product: 'potato-rice',
    decision: {
      ...{ kind: 'similar', attribute: '', margin: 1, mostTellers: 0.3 },
      marginWords: 'no table would ask what changed',
    },
    test: 'triangle',
    ballot: { items: usualBallot('triangle', '') },
    ingredients: [ingredient('Rice'), ingredient('Salt')],
    methods: methodsOf([
      [
        'not-soaked',
        'Not soaked',
        'rinsed, straight into the pot',
        true,
        effortOf(4, 30, 0.2, 1, 1),
        'Rinse 2 min\nCook covered, low heat, 16 min\nRest 10 min\nPlate 1 min',
      ],
      [
        'overnight',
        'Soaked overnight',
        'rinsed, soaked in the refrigerator',
        false,
        effortOf(6, 750, 0.2, 1, 1),
        'Rinse 2 min\nSoak overnight\nDrain 1 min\nCook covered, low heat, 16 min\nRest 10 min\nPlate 1 min',
      ],
    ]),
    panel: panelOf(36),
    service: { seatsPerFlight: 18 },
    quantities: { pieceGrams: 900, costPerKilogram: 3.2 },
    piecesPerMethod: 2,
    takenAlike: 'each pot is stirred through before portioning, and both are cooked by one recipe card',
    createdAt: minutesAfter(start, -24 * 60),
  });
  const locked = lockPlan(tasting, {
    seed: 'reedbed-rice',
    salt: 'salt-of-the-reedbed-rice',
    lockedAt: minutesAfter(start, -20 * 60),
  });
  const progress = (at) => {
    if (at < 18) return { done: true };
    return at < 31 ? { answered: 0, quietFor: UNDER_WAY[at - 18] } : { answered: -1 };
  };
  const range = rangeFor([start], 2);
  const boiledOver = entry('caveat-1', minutesAfter(start, -12), 'Marek', {
    kind: 'noted',
    text: 'The second pot boiled over for a moment; lid tilted from then on',
  });
  write('2-rice.json', {
    ...{ tasting, plan: locked.plan, pieces: locked.pieces, key: locked.key, range },
    seal: { closedAt: null, unsealedAt: null, unsealedBy: null },
    ballots: serve({
      ...{ tasting, locked, seed: 'reedbed-rice', start, pace: 2, progress },
      truth: { liking: [5.5, 5.8], disagreement: 0, noise: 1 },
    }),
    records: {
      ...recordsOf(boiledOver),
      kitchen: cookedAsPlanned(sheetFor({ tasting, locked, range })),
    },
  });
}

const WEDGES = [
  [
    'plain-200',
    'Oven 200 °C, plain',
    'oiled, on a tray',
    effortOf(6, 40, 0.6, 2, 1),
    'Oil 1 min\nRoast at 200 °C, turn once, 30-36 min\nPlate 1 min',
  ],
  [
    'hot-230',
    'Oven 230 °C',
    'oiled, on a hot tray',
    effortOf(6, 30, 0.6, 2, 1),
    'Oil 1 min\nRoast at 230 °C, turn once, 22-26 min\nPlate 1 min',
  ],
  [
    'parboiled',
    'Parboiled, then oven',
    'five minutes in salted water first',
    effortOf(9, 50, 0.6, 3, 2),
    'Boil in salted water 5 min\nDrain 1 min\nRoast at 200 °C, turn once, 26-30 min\nPlate 1 min',
  ],
  [
    'steamed-first',
    'Steamed, then oven',
    'eight minutes in the basket first',
    effortOf(9, 52, 0.6, 3, 2),
    'Steam in the basket 8 min\nRoast at 200 °C, turn once, 26-30 min\nPlate 1 min',
  ],
  [
    'soaked',
    'Soaked in cold water',
    'one hour, dried, then oven',
    effortOf(8, 110, 0.6, 2, 1),
    'Soak in cold water 60 min\nDry 2 min\nRoast at 200 °C, turn once, 30-36 min\nPlate 1 min',
  ],
  [
    'starch',
    'Dusted with starch',
    'tossed in corn starch, then oven',
    effortOf(8, 42, 0.7, 3, 2),
    'Dress with corn starch 2 min\nRoast at 200 °C, turn once, 30-36 min\nPlate 1 min',
  ],
  [
    'semolina',
    'Dusted with semolina',
    'tossed in semolina, then oven',
    effortOf(8, 42, 0.7, 3, 2),
    'Dress with semolina 2 min\nRoast at 200 °C, turn once, 30-36 min\nPlate 1 min',
  ],
  [
    'covered',
    'Covered, then open',
    'foil for fifteen minutes',
    effortOf(7, 45, 0.6, 1, 1),
    'Cover with foil 1 min\nRoast at 200 °C 35-40 min\nPlate 1 min',
  ],
  [
    'rack',
    'On a rack',
    'air from below',
    effortOf(7, 38, 0.6, 2, 1),
    'Oil 1 min\nRoast at 200 °C on a rack 28-32 min\nPlate 1 min',
  ],
  [
    'pan',
    'Pan, then oven',
    'browned on two sides first',
    effortOf(14, 40, 0.7, 4, 3),
    'Sear both sides 6 min\nRoast at 200 °C 20-24 min\nPlate 1 min',
  ],
  [
    'fried',
    'Fried',
    '160 °C, then 180 °C',
    effortOf(18, 30, 0.9, 5, 4),
    'Deep-fry at 160 °C 6 min\nDrain 1 min\nDeep-fry at 180 °C 2 min\nPlate 1 min',
  ],
  [
    'low-slow',
    'Oven 150 °C, long',
    'an hour and a half',
    effortOf(6, 95, 0.6, 1, 1),
    'Oil 1 min\nRoast at 150 °C 85-95 min\nPlate 1 min',
  ],
];

function wedges() {
  const tasting = designed({
    title: 'Sweet potato wedges, twelve ways',
    question: 'Which ways of making wedges are worth a final?',
    ballotTitle: 'Thursday panel, 26 November',
    product: 'potato-rice',
    methods: methodsOf(WEDGES.map(([id, name, note, effort, steps]) => [id, name, note, false, effort, steps])),
    bundled: [{ id: 'bundled-1', method: 'fried', text: 'takes up oil' }],
    panel: panelOf(48),
    lots: ['Case 1', 'Case 2'].map((name, at) => ({ id: `case-${at + 1}`, name })),
    service: { together: 6, sittings: 2, seatsPerFlight: 16, warmUp: true },
    quantities: { pieceGrams: 500, cookLoss: 0.25, costPerKilogram: 2.4 },
    assumed: { ...defaultTasting().assumed, difference: 0.8 },
    piecesPerMethod: 6,
    createdAt: '2026-11-23T09:00:00.000Z',
  });
  const range = rangeFor(['2026-11-26T17:00:00.000Z', '2026-12-03T17:00:00.000Z'], 3);
  write('3-wedges.json', { tasting, range, ...DRAFT });
}

function beans() {
  const start = '2026-11-05T17:00:00.000Z';
  const tasting = designed({
    title: 'Green beans, batch-steamed or to order',
    question: 'Is batch-steaming good enough to stop cooking beans to order?',
    ballotTitle: 'Thursday panel, 5 November',
    product: 'vegetable',
    decision: {
      ...{ kind: 'good-enough', attribute: '', margin: 0.8, mostTellers: 0.3 },
      marginWords: 'a guest would not send them back',
    },
    test: 'non-inferiority',
    ballot: { items: [...BEANS_LIKED, ...BEANS_ASKED] },
    methods: methodsOf([
      [
        'to-order',
        'To order',
        'steamed for each table',
        true,
        effortOf(6, 8, 0.5, 2, 2),
        'Steam under a lid 5-6 min\nPlate 1 min',
      ],
      [
        'batch',
        'Batch-steamed',
        'steamed before service, held warm',
        false,
        effortOf(3, 40, 0.4, 1, 1),
        'Steam under a lid 5-6 min\nHold at 65 °C 30 min\nPlate 1 min',
      ],
    ]),
    panel: panelOf(24),
    piecesPerMethod: 3,
    quantities: { pieceGrams: 300, costPerKilogram: 5.5 },
    createdAt: minutesAfter(start, -3 * 24 * 60),
  });
  const locked = lockPlan(tasting, {
    seed: 'reedbed-beans',
    salt: 'salt-of-the-reedbed-beans',
    lockedAt: minutesAfter(start, -2 * 24 * 60),
  });
  write('4-beans.json', {
    range: rangeFor([start], 2),
    ...{ tasting, plan: locked.plan, pieces: locked.pieces, key: locked.key },
    seal: { closedAt: minutesAfter(start, 25), unsealedAt: minutesAfter(start, 31), unsealedBy: 'Ines' },
    ballots: serve({
      ...{ tasting: { ...tasting, ballot: { items: BEANS_LIKED } }, locked, seed: 'reedbed-beans-3', start, pace: 2 },
      truth: { liking: [6.4, 6.1], disagreement: 1, noise: 0.9, pieceSpread: 0.2 },
      progress: () => ({ done: true }),
    }).map(describing(locked.key)),
    records: recordsOf(),
  });
}

/** Beside liking, each word is ticked for so many in a hundred of the two, and so many find them too soft or too firm. */
const BEANS_TICKED = {
  'to-order': { crisp: 70, juicy: 45, grassy: 35, watery: 10, dull: 10 },
  batch: { crisp: 25, juicy: 35, grassy: 30, watery: 50, dull: 35 },
};
const BEANS_GREEN = { 'to-order': 61, batch: 44 };
const BEANS_FIRM = { 'to-order': [5, 15], batch: [40, 2] };

/** What each says of the beans besides, a little after how they like them; whoever finds them off likes them less already. */
function describing(key) {
  const random = randomStream('reedbed-beans', 'demo words');
  return (ballot) => {
    const answers = ballot.answers.flatMap((answer) => {
      if (answer.kind !== 'score') return [answer];
      const { code, at, score } = answer;
      const method = key.codes[code];
      const [soft, firm] = BEANS_FIRM[method];
      const green = Math.round(Math.min(100, Math.max(0, BEANS_GREEN[method] + 14 * random.normal())));
      const [drawn, leaning] = [100 * random.fraction(), 16 * (6.2 - score)];
      const right = drawn < soft + leaning ? -1 : drawn > 100 - firm - leaning ? 1 : 0;
      const words = Object.entries(BEANS_TICKED[method]).flatMap(([word, share]) =>
        100 * random.fraction() < share ? word : [],
      );
      const said = { at: minutesAfter(at, 0.3), by: 'panelist', reason: '', code };
      return [
        answer,
        { ...said, id: `${answer.id}-green`, kind: 'score', item: 'green', score: green },
        { ...said, id: `${answer.id}-firm`, kind: 'score', item: 'firm', score: right },
        { ...said, id: `${answer.id}-words`, kind: 'words', item: 'words', words },
      ];
    });
    return { ...ballot, answers };
  };
}

const LINE = { definition: '', options: [], ties: false };
const BEANS_LIKED = usualBallot('non-inferiority', '');
const BEANS_ASKED = [
  {
    ...LINE,
    id: 'green',
    kind: 'line',
    ask: 'How green does it taste?',
    attribute: 'green',
    low: 'not at all',
    high: 'very',
  },
  neutralQuestion('firm', 'just-right', { word: 'firm' }),
  {
    ...neutralQuestion('words', 'check-all'),
    options: ['crisp', 'juicy', 'grassy', 'watery', 'dull'].map((text) => ({ text, weight: 0 })),
  },
];
const BEETROOT_BALLOT = [
  ...usualBallot('liking', ''),
  { ...LINE, id: 'earthy', kind: 'line', ask: 'How earthy?', attribute: 'earthy', low: 'not at all', high: 'very' },
  { ...LINE, id: 'sweet', kind: 'line', ask: 'How sweet?', attribute: 'sweet', low: 'not at all', high: 'very' },
];

/** Minutes before the first serving at which the kitchen of the beetroot stands. */
const BEFORE = 17;

/**
 * Being cooked now: the log is what the run sheet asks for so far, but for one light piece, one that was begun late,
 * and one that was put on early since it is large, and whose pot has come to stand at a plateau.
 */
function beetroot() {
  const start = '2026-11-26T17:00:00.000Z';
  const tasting = designed({
    title: 'Beetroot, five ways',
    question: 'Which way of cooking beetroot goes onto the winter menu?',
    ballotTitle: 'Thursday panel, winter menu',
    product: 'vegetable',
    test: 'liking',
    ballot: { items: BEETROOT_BALLOT },
    ingredients: [ingredient('Beetroot'), ingredient('Salt')],
    methods: methodsOf([
      [
        'salt',
        'Salt-baked',
        'whole, in a salt crust',
        false,
        effortOf(8, 140, 0.9, 4, 3),
        `Pack in salt 4 min\nBake at 180 °C 115-125 min\nRest 8 min\n${PEEL}`,
      ],
      [
        'foil',
        'Roasted in foil',
        'whole, one each',
        true,
        effortOf(5, 85, 0.7, 1, 1),
        `Wrap in foil 2 min\nRoast at 180 °C until 92 °C inside, 70-82 min\n${PEEL}`,
      ],
      [
        'boiled',
        'Boiled',
        'whole, in salted water',
        false,
        effortOf(4, 60, 0.6, 1, 1),
        `Boil in salted water until 92 °C inside, 50-58 min\n${PEEL}`,
      ],
      [
        'steamed',
        'Steamed',
        'whole, in the basket',
        false,
        effortOf(4, 62, 0.6, 1, 1),
        `Steam under a lid until 92 °C inside, 50-58 min\n${PEEL}`,
      ],
      [
        'pressure',
        'Under pressure',
        'whole, 22 minutes',
        false,
        effortOf(4, 35, 0.6, 1, 2),
        `Cook under pressure 20-24 min\n${PEEL}`,
      ],
    ]),
    panel: panelOf(16),
    service: { seatsPerFlight: 8 },
    quantities: { pieceGrams: 260, costPerKilogram: 2.8 },
    piecesPerMethod: 3,
    createdAt: minutesAfter(start, -3 * 24 * 60),
  });
  const locked = lockPlan(tasting, {
    seed: 'reedbed-beetroot',
    salt: 'salt-of-the-reedbed-beetroot',
    lockedAt: minutesAfter(start, -2 * 24 * 60),
  });
  const range = {
    equipment: [
      { id: 'oven', name: 'Oven', kind: 'oven', places: 3, perPlace: 4, shared: true },
      { id: 'hob', name: 'Hob', kind: 'hob', places: 4, perPlace: 4, shared: false },
    ],
    cooks: ['Marek', 'Leni'],
    served: [0, 30].map((minutes, at) => ({ sitting: 1, flight: at + 1, at: minutesAfter(start, minutes) })),
  };
  const { plan, pieces, key } = locked;
  const sheet = sheetFor({ tasting, locked, range });
  write('5-beetroot.json', {
    ...{ tasting, plan, pieces, key, range, ballots: [] },
    seal: { closedAt: null, unsealedAt: null, unsealedBy: null },
    records: { ...recordsOf(), kitchen: cookedSoFar(sheet, pieces, minutesAfter(start, -BEFORE)) },
  });
}

const PEEL = 'Peel 2 min\nSeason 10 g/kg salt, 1 min\nPlate 1 min';

/** The thermometer that is simulated while the demo runs. */
const SIMULATED = 'Simulated thermometer';
const CHANNELS = 8;

/** Taps as the sheet asks for them, up to a moment; masses of all raw pieces first. */
function cookedSoFar({ steps }, pieces, now) {
  const random = randomStream('reedbed-beetroot', 'demo kitchen');
  const light = pieces.find(({ method }) => method === 'boiled').tag;
  const late = steps.find(({ method, name }) => method === 'Roasted in foil' && name === 'Roast').piece;
  const early = 'L7';
  const weighed = pieces.map(({ tag }, at) => {
    const grams = tag === early ? 274 : tag === light ? 221 : 252 + Math.round(18 * random.fraction());
    const first = steps.reduce((earliest, one) => (one.start < earliest ? one.start : earliest), now);
    return entry(`weighed-${tag}`, minutesAfter(first, -20 + at), 'Leni', { kind: 'mass', piece: tag, grams });
  });
  const isHeat = (name) => /Roast|Boil|Steam|Bake|pressure/.test(name);
  let channel = 0;
  const tapped = steps.flatMap(({ piece, step, name, start, end, hands }) => {
    const moved = piece === late && name === 'Roast' ? 7 : piece === early ? -34 : 0;
    const [began, ended] = [minutesAfter(start, moved), minutesAfter(end, moved)];
    const isOpen = ended > now || piece === early;
    if (began > now || (piece === early && !isHeat(name))) return [];
    const by = hands ?? 'Marek';
    const tap = (kind, at, body) => entry(`${kind}-${piece}-${step}`, at, by, { kind, ...body });
    const body = { pieces: [piece], step };
    // A crust of salt is not pierced.
    const isProbed = isOpen && /Roast|Boil|Steam/.test(name) && channel < CHANNELS;
    if (isProbed) channel++;
    return [
      tap('started', began, body),
      ...(isProbed ? [tap('probed', began, { piece, device: SIMULATED, channel, where: 'core' })] : []),
      ...(isOpen ? [] : [tap('done', ended, body)]),
    ];
  });
  const looked = entry('looked-at-the-oven', now, 'Marek', {
    kind: 'noted',
    pieces: [late],
    text: 'went in late: the rack was full',
  });
  return [...weighed, ...tapped, looked].sort((a, b) => (a.at < b.at ? -1 : 1));
}

salmon();
rice();
wedges();
beans();
beetroot();
