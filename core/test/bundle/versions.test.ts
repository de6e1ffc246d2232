import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  digestOf,
  fingerprint,
  parseBundle,
  parseDesign,
  storedDesign,
  type Key,
  type Plan,
  type TastingBundle,
} from '../../src/bundle';
import { readSteps } from '../../src/kitchen';
import { ledgerOf } from '../../src/caveats';
import { simulatedBundle } from '../support/bundles';

/** Bundles as earlier versions wrote them: they never change, and must go on being read as they were. */
const KEPT = join(__dirname, 'kept');
const kept = readdirSync(KEPT);
const raw = (file: string): Record<string, never> => JSON.parse(readFileSync(join(KEPT, file), 'utf8'));

function read(file: string): TastingBundle {
  const { bundle, problems } = parseBundle(raw(file));
  expect(problems).toEqual([]);
  return bundle as TastingBundle;
}

const computed = ({ tasting, plan, pieces, key }: TastingBundle): string => {
  const { fingerprint: _stated, ...rest } = plan as Plan;
  return fingerprint({ tasting, plan: rest, pieces, key: key as Key });
};

/** Every object inside, with the path to it. */
function objectsIn(value: unknown, path = ''): [string, Record<string, unknown>][] {
  if (typeof value !== 'object' || value === null) return [];
  const inner = Object.entries(value).flatMap(([name, one]) => objectsIn(one, `${path}.${name}`));
  return Array.isArray(value) ? inner : [[path, value as Record<string, unknown>], ...inner];
}

describe('bundles of earlier versions', () => {
  it.each(kept.filter((file) => raw(file).key))('%s still has the fingerprint that was printed', (file) => {
    const bundle = read(file);
    expect(computed(bundle)).toBe(bundle.plan?.fingerprint);
  });

  it.each(kept)('%s reads the same a second time, once it was written as version 3', (file) => {
    const bundle = read(file);
    expect(parseBundle(JSON.parse(JSON.stringify(bundle)))).toEqual({ bundle, problems: [] });
  });

  it('keep their digest, though fields were added since', () => {
    const stated = kept.filter((file) => raw(file).digest);
    expect(stated.length).toBeGreaterThan(1);
    for (const file of stated) expect(digestOf(read(file))).toBe(raw(file).digest);
    const alike = read(stated[0]);
    alike.tasting.takenAlike = 'one stirred pot';
    expect(digestOf(alike)).not.toBe(raw(stated[0]).digest);
    const other = read(stated[0]);
    other.tasting.decision.mostTellers = 0.2;
    expect(digestOf(other)).not.toBe(raw(stated[0]).digest);
    const cooked = read(stated[0]);
    cooked.range.cooks = ['Marek'];
    expect(digestOf(cooked)).not.toBe(raw(stated[0]).digest);
    const stepped = read(stated[0]);
    stepped.tasting.methods[0].chain = readSteps('Boil 5 min', String);
    expect(digestOf(stepped)).not.toBe(raw(stated[0]).digest);
  });

  it('have designs that a data file kept without what was added since', () => {
    const { takenAlike: _reason, decision, ...design } = read('version-3-2-rice-taken-alike.json').tasting;
    const { mostTellers: _share, ...decided } = decision;
    const stored = { ...storedDesign(design), decision: decided };
    expect(parseDesign(stored)).toMatchObject({ takenAlike: '', decision: { ...decided, mostTellers: 0.3 } });
    const chosen = { ...stored, decision: { ...decided, mostTellers: 0.2 } };
    expect(parseDesign<{ decision: object }>(chosen).decision).toMatchObject({ mostTellers: 0.2 });
  });

  it('keep their caveats, and who was not blind', () => {
    const older = JSON.parse(readFileSync(join(KEPT, 'version-2-1-salmon.json'), 'utf8'));
    const { caveats, notBlind } = ledgerOf(read('version-2-1-salmon.json'));
    expect(caveats.map(({ id, text, by }) => ({ id, text, by }))).toEqual(
      older.caveats.map(({ id, text, by }: { id: string; text: string; by: string }) => ({ id, text, by })),
    );
    const marked = older.tasting.panel.filter(({ blind }: { blind: boolean }) => !blind);
    expect(notBlind.map(({ panelist }) => panelist)).toEqual(marked.map(({ id }: { id: string }) => id));
    expect(caveats.some(({ afterUnsealing }) => afterUnsealing)).toBe(false);
  });

  it('say where an old bundle is wrong in its own terms', () => {
    const spoilt = { ...raw('version-2-2-rice.json'), caveats: [{ id: 'c' }] };
    expect(parseBundle(spoilt).problems.map(({ field }) => field)).toContain('caveats.0.text');
  });
});

describe('a field that is added later', () => {
  const bundles: [string, () => TastingBundle][] = [
    ...kept.filter((file) => raw(file).key).map((file): [string, () => TastingBundle] => [file, () => read(file)]),
    ['scheme 3', () => simulatedBundle({ tasting: { zones: [{ id: 'z', name: 'Rind' }] } })],
  ];

  it.each(bundles)('changes no fingerprint of %s, wherever it is added', (_name, make) => {
    const bundle = make();
    const before = computed(bundle);
    // Codes and portions of the key are maps of data, not fields.
    const places = objectsIn(bundle).filter(([path]) => path !== '.key.codes');
    expect(places.length).toBeGreaterThan(20);
    for (const [, place] of places) place['added later'] = 1;
    expect(computed(bundle)).toBe(before);
  });
});

describe('the fingerprint of scheme 3', () => {
  const make = () =>
    simulatedBundle({
      panelists: 6,
      tasting: {
        zones: [
          { id: 'z', name: 'Rind' },
          { id: 'y', name: 'Heart' },
        ],
        lots: [
          { id: 'l', name: 'Monday' },
          { id: 'k', name: 'Friday' },
          { id: 'j', name: 'Sunday' },
        ],
        bundled: [{ id: 'b', method: 'm1', text: 'butter' }],
        constants: [{ id: 'c', name: 'Mass', target: '90 g', tolerance: '5 g', check: 'scale' }],
      },
    });
  /** With a chain and a kitchen, which most plans of the tests do without. */
  const whole = () => {
    const bundle = make();
    bundle.tasting.methods[0].chain = readSteps(
      'Salt 10 g/kg, 2 min\nSear, turn every minute, until 52 °C inside, 5-7 min',
      String,
    );
    bundle.range.cooks = ['Marek'];
    bundle.range.served = [{ sitting: 1, flight: 1, at: '2026-11-26T17:00:00.000Z' }];
    return bundle;
  };
  const changed = (value: unknown): unknown =>
    typeof value === 'string'
      ? `${value}x`
      : typeof value === 'number'
        ? value + 1
        : typeof value === 'boolean'
          ? !value
          : value === null
            ? 'x'
            : undefined;

  /** What may be corrected or is of no consequence; everything else that is locked is vouched for. */
  const FREE = [
    /^\.tasting\.(title|question|ballotTitle|createdAt|alpha)$/,
    /^\.tasting\.(quantities|assumed)\./,
    /^\.tasting\.panel\.\d+\.name$/,
    /^\.plan\.fingerprint$/,
    /^\.(format|version|range|seal|ballots|records|readings|digest)/,
  ];

  it('changes with every field that a lock fixes, and with no other', () => {
    const bundle = whole();
    const before = computed(bundle);
    const seen = { fixed: new Set<string>(), free: new Set<string>() };
    for (const [path, place] of objectsIn(bundle))
      for (const [name, value] of Object.entries(place)) {
        const other = changed(value);
        if (other === undefined || `${path}.${name}` === '.plan.scheme') continue;
        place[name] = other;
        const isFree = FREE.some((free) => free.test(`${path}.${name}`));
        const kind = `${path}.${name}`.replace(/\.\d+/g, '');
        if (isFree !== (computed(bundle) === before)) throw new Error(`${path}.${name} is not as it should be.`);
        (isFree ? seen.free : seen.fixed).add(kind);
        place[name] = value;
      }
    expect([...seen.fixed]).toEqual(
      expect.arrayContaining([
        '.tasting.methods.steps',
        '.tasting.methods.chain.minutes.most',
        '.tasting.methods.chain.until.celsius',
        '.tasting.methods.chain.every.seconds',
        '.tasting.methods.chain.doses.perKilogram',
        '.tasting.lots.name',
        '.tasting.zones.name',
        '.tasting.constants.tolerance',
        '.tasting.halves',
        '.pieces.tag',
        '.pieces.method',
        '.pieces.lot',
        '.pieces.block',
        '.key.seed',
        '.key.salt',
        '.plan.servings.warmUp',
        '.plan.servings.sets.zone',
        '.plan.analysis',
      ]),
    );
    expect(computed(bundle)).toBe(before);
  });

  it('changes when a piece, a code or a place in an order is dropped or swapped', () => {
    const before = computed(make());
    const changes: ((bundle: TastingBundle) => void)[] = [
      (bundle) => bundle.pieces.pop(),
      (bundle) => bundle.pieces.reverse(),
      (bundle) => bundle.plan?.servings[0].sets[0].codes.reverse(),
      (bundle) => bundle.key?.portions[0].tags.reverse(),
      (bundle) => bundle.plan?.servings.pop(),
      (bundle) => bundle.tasting.ballot.items.pop(),
      (bundle) => bundle.tasting.methods.reverse(),
    ];
    for (const change of changes) {
      const bundle = make();
      change(bundle);
      expect(computed(bundle)).not.toBe(before);
    }
  });
});
