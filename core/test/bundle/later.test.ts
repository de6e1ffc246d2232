import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import { digestOf, fingerprint } from '../../src/bundle';
import { servedText } from '../../src/sheets/planned';
import { LATER_SERVICE, type Tasting, type TastingBundle } from '../../src/tasting';
import { simulatedBundle } from '../support/bundles';

/** Fields that came after the first bundles of this version: what was printed and exported before still comes out. */
const plain = (change: (tasting: Tasting) => Partial<Tasting> = () => ({})): TastingBundle => {
  const bundle = simulatedBundle({ methods: 3, panelists: 4 });
  const { service } = bundle.tasting;
  const before = { ...service, ...LATER_SERVICE };
  const tasting: Tasting = { ...bundle.tasting, service: before, ingredients: [], takenAlike: '' };
  return { ...bundle, tasting: { ...tasting, ...change(tasting) } };
};
const printOf = ({ tasting, plan, pieces, key }: TastingBundle): string =>
  fingerprint({ tasting, plan: plan!, pieces, key: key! });

const LATER: [string, (tasting: Tasting) => Partial<Tasting>, { isPrinted: boolean }][] = [
  ['no way back', ({ service }) => ({ service: { ...service, goingBack: false } }), { isPrinted: true }],
  ['words in own orders', ({ service }) => ({ service: { ...service, ownOrders: 'words' } }), { isPrinted: true }],
  ['attributes too', ({ service }) => ({ service: { ...service, ownOrders: 'attributes' } }), { isPrinted: true }],
  ['side by side', ({ service }) => ({ service: { ...service, presentation: 'side-by-side' } }), { isPrinted: true }],
  ['a pause', ({ service }) => ({ service: { ...service, pauseAfter: 6 } }), { isPrinted: true }],
  [
    'a longer pause',
    ({ service }) => ({ service: { ...service, pauseAfter: 6, pauseSeconds: 600 } }),
    { isPrinted: true },
  ],
  ['practice', ({ service }) => ({ service: { ...service, practice: true } }), { isPrinted: true }],
  ['waiting for trays', ({ service }) => ({ service: { ...service, waitsForTray: true } }), { isPrinted: true }],
  ['another language', ({ service }) => ({ service: { ...service, language: 'fr' } }), { isPrinted: true }],
  [
    'ingredients',
    () => ({ ingredients: [{ id: 'salt', name: 'Salt', allergens: [], methods: [] }] }),
    { isPrinted: false },
  ],
];

const FIRST_SERVICE = [
  'codes',
  'replicates',
  'rinseSeconds',
  'seatsPerFlight',
  'secondsPerSample',
  'sittings',
  'together',
  'warmUp',
];

it('come out as before where nothing later was chosen', () => {
  const bundle = plain();
  // As a Jacana from before would have written it: without the fields that it did not know.
  const service = Object.fromEntries(
    Object.entries(bundle.tasting.service).filter(([name]) => !(name in LATER_SERVICE)),
  );
  // Written out: what is forgotten in the list would be forgotten here too.
  expect(Object.keys(service).sort()).toEqual(FIRST_SERVICE);
  const { ingredients: _ingredients, takenAlike: _alike, ...tasting } = bundle.tasting;
  const { mostTellers: _tellers, ...decision } = tasting.decision;
  const methods = tasting.methods.map(({ chain: _chain, ...method }) => method);
  const { digest: _digest, range: _range, photos: _photos, ...rest } = bundle;
  const before = { ...rest, tasting: { ...tasting, service, decision, methods } };
  const own = createHash('sha256')
    .update(canonicalize(before) as string)
    .digest('hex');
  expect(digestOf(bundle)).toBe(own);
});

it.each(LATER)(
  'say %s by another digest, and by another fingerprint where it is planned',
  (_what, change, { isPrinted }) => {
    const [before, after] = [plain(), plain(change)];
    expect(digestOf(after)).not.toBe(digestOf(before));
    expect(printOf(after) !== printOf(before)).toBe(isPrinted);
  },
);

it('say a photo by another digest', () => {
  const bundle = plain();
  const photo = { id: 'p', piece: 'K4', at: bundle.tasting.createdAt, by: 'Marek', image: 'data:image/jpeg;base64,' };
  expect(digestOf({ ...bundle, photos: [photo as never] })).not.toBe(digestOf(bundle));
});

it('tell apart every choice from every other', () => {
  const digests = [plain(), ...LATER.map(([, change]) => plain(change))].map((bundle) => digestOf(bundle));
  expect(new Set(digests).size).toBe(digests.length);
});

it('is said on the plan sheet, each in its own words', () => {
  const lines = (change: Partial<Tasting['service']>): string => {
    const { tasting } = plain(({ service }) => ({ service: { ...service, warmUp: true, ...change } }));
    return servedText(tasting).join(' ');
  };
  const said: [Partial<Tasting['service']>, string][] = [
    [{ presentation: 'side-by-side' }, 'Samples of a set stand before the panelist at once.'],
    [{ pauseAfter: 1, pauseSeconds: 90 }, 'A pause of 90 s after every sample.'],
    [{ pauseAfter: 2 }, 'after every 2 samples.'],
    [{ practice: true }, 'Scales are tried on the warm-up.'],
    [{ waitsForTray: true }, 'Ballots open their samples once the tray is put down.'],
    [{ goingBack: false }, 'Nobody goes back to an earlier sample.'],
  ];
  for (const [change, text] of said) {
    expect(lines(change)).toContain(text);
    expect(lines({})).not.toContain(text);
  }
  expect(lines({ practice: true, warmUp: false })).not.toContain('Scales are tried');
});
