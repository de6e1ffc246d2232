import { findingsText } from '../../cli/findingsText';
import type { Answer, TastingBundle } from '../../src/bundle';
import { findings, sectionOf } from '../../src/findings';
import { neutralQuestion } from '../../src/library';
import { reportSheet } from '../../src/sheets';
import { simulatedBundle } from '../support/bundles';

const WORDS = ['crisp', 'salty', 'flat'];

/** Everyone scores liking and three words by a rule of method and person. */
function scored(
  rule: (word: string, method: number, person: number) => number | null,
  { methods = 4, panelists = 10 } = {},
): TastingBundle {
  const bundle = simulatedBundle({
    ...{ methods, panelists },
    tasting: {
      ballot: {
        items: [
          neutralQuestion('ranking', 'ranking'),
          neutralQuestion('liking', 'liking'),
          ...WORDS.map((word) => neutralQuestion(word, 'line', { word })),
        ],
      },
    },
  });
  bundle.ballots.forEach((ballot, person) => {
    ballot.answers = ballot.answers.flatMap((answer): Answer[] => {
      if (answer.kind !== 'score') return [answer];
      const method = bundle.tasting.methods.findIndex(({ id }) => id === bundle.key!.codes[answer.code]);
      const score = rule(answer.item, method, person);
      return score === null ? [] : [{ ...answer, score }];
    });
  });
  return bundle;
}

/** Crisp rises with liking, by ten points for each; salty falls; flat is the same for everything. */
const rule = (word: string, method: number, person: number): number =>
  ({
    liking: 3 + method,
    crisp: 20 + 10 * method + person,
    salty: 80 - 5 * method - ((person * method) % 3),
    flat: 50,
  })[word] ?? 0;

describe('what goes with liking', () => {
  const found = findings(scored(rule));
  const drivers = sectionOf(found, 'drivers')!;

  it('is said in points for ten points, each person’s own level taken out', () => {
    expect(drivers).toMatchObject({ people: 10, servings: 40 });
    const [crisp, salty] = ['crisp', 'salty'].map((word) =>
      drivers.drivers.find(({ attribute }) => attribute === word)!,
    );
    // One point of liking a method, ten points of crisp: so one for ten, exactly.
    expect(crisp.alone).toBeCloseTo(1, 9);
    expect(crisp.correlation).toBeCloseTo(1, 9);
    expect(salty.alone).toBeLessThan(-1);
    expect(salty.correlation).toBeLessThan(-0.9);
    expect(drivers.sentence).toBe('What somebody found more “crisp” they liked more: by 1.0 for ten points of it.');
  });

  it('leaves out what everyone scored the same', () => {
    expect(drivers.drivers.map(({ attribute }) => attribute)).toEqual(['crisp', 'salty']);
  });

  it('claims nothing where nothing goes along, and is not there where few answered', () => {
    const noise = (word: string, method: number, person: number): number =>
      word === 'liking' ? 1 + ((person * 7 + method * 5) % 9) : (person * 31 + method * 17 + word.length * 13) % 90;
    const said = sectionOf(findings(scored(noise)), 'drivers')!;
    expect(said.drivers.every(({ correlation }) => Math.abs(correlation) < 1)).toBe(true);
    if (Math.abs(said.drivers[0].correlation) < 0.3) expect(said.sentence).toContain('No scale goes along');
    expect(sectionOf(findings(scored(rule, { panelists: 4 })), 'drivers')).toBeUndefined();
    expect(sectionOf(findings(simulatedBundle({ panelists: 10, liking: true })), 'drivers')).toBeUndefined();
  });

  it('counts servings that were scored on everything alone', () => {
    const gaps = scored((word, method, person) =>
      word === 'crisp' && method === 0 && person < 3 ? null : rule(word, method, person),
    );
    expect(sectionOf(findings({ ...gaps, tasting: { ...gaps.tasting } }), 'drivers')).toMatchObject({ servings: 37 });
  });
});

describe('all scales at once', () => {
  const found = findings(scored(rule));
  const map = sectionOf(found, 'map')!;

  it('lays methods along what differs, and liking towards the one that is liked', () => {
    expect(map.shares[0]).toBeGreaterThan(0.95);
    expect(map.sentence).toMatch(/^\d+ % of what differs between these pieces lies along “crisp” and “salty”\.$/);
    const across = map.methods.map(([x]) => x);
    const rising = across[3] > across[0] ? across : across.map((x) => -x);
    expect(rising).toEqual([...rising].sort((a, b) => a - b));
    expect(map.likedBy).toEqual([0, 0, 1, 1]);
    expect(map.people).toBe(10);
  });

  it('needs three methods, two scales and people who scored everything', () => {
    expect(sectionOf(findings(scored(rule, { methods: 2 })), 'map')).toBeUndefined();
    expect(sectionOf(findings(scored(rule, { panelists: 5 })), 'map')).toBeUndefined();
    expect(sectionOf(findings(scored(rule, { methods: 3 })), 'map')?.likedBy).toBeNull();
  });

  it('stands on paper and in the text, as looked at afterwards', () => {
    const bundle = scored(rule);
    const own = findings(bundle);
    for (const text of [findingsText(own), JSON.stringify(reportSheet(own, bundle))]) {
      expect(text).toContain(sectionOf(own, 'drivers')!.sentence);
      expect(text).toContain(map.sentence);
    }
    expect(own.sections.find(({ id }) => id === 'map')?.status).toBe('explored');
    expect(own.sections.find(({ id }) => id === 'drivers')?.status).toBe('explored');
  });
});
