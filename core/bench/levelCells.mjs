/** The tastings that `npm run bench -- --levels` simulates, a row of its tables each. */

const four = { test: 'ranking', methods: 4, people: 24, pieces: 3, spread: 0.5 };
const crossed = (base, { pieces, spreads = [0, 0.5, 1], people = [12, 24, 48] }) =>
  pieces.flatMap((count) =>
    spreads.flatMap((spread) => people.map((size) => ({ ...base, pieces: count, spread, people: size }))),
  );
/** What else may vary: lots, replicates, people who do not come, tastes that cancel out. */
const besides = (base) => [
  { ...base, pieces: 4, lots: 2, spread: 1, what: '2 lots' },
  { ...base, replicates: 2, spread: 1, what: '2 replicates' },
  { ...base, noShows: 0.2, spread: 1, what: '20 % no-shows' },
];
const six = { methods: 6, together: 3 };
const two = { methods: 2, people: 24 };
const SYMMETRIC = ['paired-preference', '2-afc', 'a-not-a'];
const IN_TWOS = ['triangle', 'duo-trio', '3-afc', 'tetrad', 'same-different'];

/** Similarity: as many can tell as are to be ruled out, or nobody. */
const ALIKE = ['triangle', 'duo-trio', 'tetrad'].map((test) => ({
  ...two,
  test,
  decision: 'similar',
  what: 'similarity',
}));

/** Nothing to find: every claim is a false one. */
export const NOTHING = [
  ...crossed(four, { pieces: [2, 3, 6] }),
  ...[2, 3, 6].flatMap((methods) => [2, 3, 6].map((pieces) => ({ ...four, methods, pieces, spread: 1 }))),
  ...besides(four),
  { ...four, polar: 3, spread: 1, what: 'polarised tastes' },
  { ...four, spread: 2, what: 'pieces differ by twice what people do' },
  ...crossed({ ...four, ...six }, { pieces: [2, 3, 6], people: [24, 48] }),
  ...besides({ ...four, ...six, people: 48 }),
  { ...four, ...six, people: 24, sittings: 2, spread: 1, what: '2 sittings' },
  { ...four, ...six, people: 24, pieces: 12, spread: 1, what: 'more pieces than people can compare' },
  ...crossed({ ...four, test: 'liking' }, { pieces: [2, 3, 6] }),
  ...besides({ ...four, test: 'liking' }),
  { ...four, test: 'liking', methods: 2, pieces: 6, spread: 1 },
  { ...four, test: 'liking', spread: 2, what: 'pieces differ by twice what people do' },
  ...crossed({ ...four, ...six, test: 'liking' }, { pieces: [3, 6], spreads: [0, 1], people: [24, 48] }),
  ...crossed({ ...four, test: 'profile' }, { pieces: [2, 3, 6], spreads: [0, 1], people: [24] }),
  ...[2, 3, 6].map((pieces) => ({ ...four, test: 'non-inferiority', methods: 2, pieces, spread: 1 })),
  { ...four, test: 'non-inferiority', methods: 3, spread: 1 },
  ...crossed({ ...four, test: 'best-worst', methods: 5, together: 4 }, { pieces: [2, 3, 6], people: [24, 48] }),
  ...besides({ ...four, test: 'best-worst', methods: 5, together: 4, people: 48 }),
  ...SYMMETRIC.flatMap((test) =>
    crossed({ ...two, test, tellers: 0 }, { pieces: [6, 8, 12], spreads: [0, 0.5, 1], people: [24, 48] }),
  ),
  ...IN_TWOS.flatMap((test) =>
    crossed({ ...two, test, tellers: 0 }, { pieces: [6, 10, 12], spreads: [0, 0.5, 1], people: [24, 48] }),
  ),
  ...ALIKE.flatMap((base) => [
    ...crossed({ ...base, tellers: 0.3 }, { pieces: [1, 6, 8, 12], spreads: [0, 0.5], people: [48, 96] }),
    { ...base, tellers: 0.3, people: 48, pieces: 8, spread: 0, replicates: 2, what: 'similarity, 2 replicates' },
    { ...base, tellers: 0.3, people: 48, pieces: 1, spread: 0, replicates: 3, what: 'similarity, 3 replicates' },
  ]),
  ...[2, 3, 6].map((pieces) => ({ ...four, test: 'equivalence', methods: 2, pieces, spread: 1, decision: 'similar' })),
  { ...four, test: 'equivalence', methods: 2, people: 48, pieces: 12, spread: 0, decision: 'similar' },
  ...[...SYMMETRIC, ...IN_TWOS].flatMap((test) => [
    { ...two, test, tellers: 0, pieces: 10, spread: 1, replicates: 2, what: '2 replicates' },
    { ...two, test, tellers: 0, pieces: 10, spread: 1, lots: 2, what: '2 lots' },
  ]),
];

/** One method better than the others, or people who tell two apart. */
export const SOMETHING = [
  { ...four, liking: [6, 5, 5, 5] },
  { ...four, people: 48, liking: [6, 5, 5, 5] },
  { ...four, people: 48, pieces: 6, liking: [6, 5, 5, 5] },
  { ...four, people: 96, pieces: 6, liking: [6, 5, 5, 5] },
  { ...four, liking: [8, 5, 5, 5], what: 'far apart' },
  { ...four, people: 48, pieces: 6, liking: [6, 5.9, 4, 4], what: 'close rivals' },
  { ...four, people: 48, pieces: 6, liking: [5.2, 5, 5, 5], what: 'hardly anything' },
  { ...four, test: 'liking', liking: [6, 5, 5, 5] },
  { ...four, test: 'liking', people: 48, pieces: 6, liking: [6, 5, 5, 5] },
  { ...four, test: 'liking', pieces: 4, lots: 2, liking: [6, 5, 5, 5], what: '2 lots' },
  { ...four, test: 'liking', people: 48, pieces: 6, liking: [6, 5.9, 4, 4], what: 'close rivals' },
  { ...four, ...six, people: 48, pieces: 6, liking: [6, 5, 5, 5, 5, 5] },
  { ...four, ...six, people: 48, pieces: 6, liking: [6, 5.9, 4, 4, 4, 4], what: 'close rivals' },
  { ...four, test: 'best-worst', methods: 5, together: 4, people: 48, pieces: 6, liking: [6, 5, 5, 5, 5] },
  { ...four, test: 'non-inferiority', methods: 2, people: 48, pieces: 6, liking: [6, 6] },
  {
    ...four,
    test: 'equivalence',
    methods: 2,
    people: 48,
    pieces: 12,
    spread: 0.3,
    decision: 'similar',
    liking: [6, 6],
  },
  ...ALIKE.flatMap((base) => [
    { ...base, tellers: 0, people: 96, pieces: 1, spread: 0 },
    { ...base, tellers: 0, people: 96, pieces: 8, spread: 0 },
    { ...base, tellers: 0, people: 96, pieces: 8, spread: 0.5 },
  ]),
  ...[...SYMMETRIC, ...IN_TWOS].flatMap((test) =>
    [10, 12].map((pieces) => ({ ...two, test, tellers: 0.4, people: 48, pieces, spread: 0.5 })),
  ),
];

/** Sentences beside the verdict, of complete rankings with liking; with `drawn`, true likings spread by up to so many points. */
export const EXPLORED = [
  ...crossed({ ...four, asks: ['ranking'] }, { pieces: [1, 3], spreads: [0, 1], people: [12, 24, 48] }),
  ...[0, 1].map((spread) => ({ ...four, asks: ['ranking', 'liking'], spread, what: 'with liking' })),
  { ...four, asks: ['ranking'], people: 24, spread: 1, polar: 3, what: 'polarised tastes: there are groups' },
  ...[
    [1, 0],
    [3, 0.5],
    [2, 1],
  ].map(([pieces, spread]) => ({ ...four, asks: ['ranking'], pieces, spread, drawn: 1.5, what: 'likings drawn' })),
];
