import { findingsText } from '../../cli/findingsText';
import type { Answer, BallotItem, TastingBundle } from '../../src/bundle';
import { findings, sectionOf, unsealed } from '../../src/findings';
import { justRightFindings } from '../../src/findings/justRight';
import { wordsFindings } from '../../src/findings/words';
import { cochranQ, mcNemarPairs } from '../../src/inference';
import { neutralQuestion } from '../../src/library';
import { randomStream } from '../../src/numeric';
import { reportSheet } from '../../src/sheets';
import { AT, simpleTasting, simulatedBundle } from '../support/bundles';

/** Words that were ticked, and just-about-right scales: what tells methods apart, and what being off costs. */

const WORDS = ['crisp', 'earthy', 'sweet'];
const words: BallotItem = {
  ...neutralQuestion('words', 'check-all'),
  options: WORDS.map((text) => ({ text, weight: 0 })),
};
const right: BallotItem = { ...neutralQuestion('salt', 'just-right', { word: 'salty' }), attribute: 'salty' };

type Say = (panelist: number, method: number) => { ticked?: string[]; score?: number; liking?: number };

const plans = new Map<string, TastingBundle>();
/** Each plan is locked once, whatever is answered. */
function planned(panelists: number, methods: number): TastingBundle {
  const name = `${panelists} ${methods}`;
  const base = simpleTasting({ methods, panelists, liking: true });
  const items = [...base.ballot.items, words, right];
  const known =
    plans.get(name) ?? simulatedBundle({ methods, panelists, liking: true, pieces: 3, tasting: { ballot: { items } } });
  plans.set(name, known);
  return known;
}

/** A ranking with words, a just-about-right scale and liking, answered as is said. */
function answered(say: Say, { panelists = 12, methods = 3 } = {}): TastingBundle {
  const bundle = planned(panelists, methods);
  const { items } = bundle.tasting.ballot;
  const liking = items.find(({ kind }) => kind === 'liking')!.id;
  const ballots = bundle.ballots.map((ballot) => {
    const who = Number(ballot.panelist.slice(1));
    const serving = bundle.plan!.servings.find((one) => one.panelist === ballot.panelist)!;
    const own = ballot.answers.filter(({ kind }) => kind !== 'words' && kind !== 'score');
    const said = serving.sets.flatMap(({ codes }) =>
      codes.flatMap((code): Answer[] => {
        const { ticked, score, liking: liked } = say(who, Number(bundle.key!.codes[code].slice(1)));
        const answer = { at: AT, by: 'panelist', reason: '', code };
        return [
          ...(ticked
            ? [{ ...answer, id: `w-${code}-${who}`, kind: 'words' as const, item: 'words', words: ticked }]
            : []),
          ...(score === undefined
            ? []
            : [{ ...answer, id: `s-${code}-${who}`, kind: 'score' as const, item: 'salt', score }]),
          ...(liked === undefined
            ? []
            : [{ ...answer, id: `l-${code}-${who}`, kind: 'score' as const, item: liking, score: liked }]),
        ];
      }),
    );
    return { ...ballot, answers: [...own, ...said] };
  });
  return { ...bundle, ballots };
}
const wordsIn = (bundle: TastingBundle) => wordsFindings(unsealed(bundle))[0];
const rightIn = (bundle: TastingBundle) => justRightFindings(unsealed(bundle))[0];
const told = (bundle: TastingBundle) => {
  const found = findings(bundle);
  return [findingsText(found), JSON.stringify(reportSheet(found, bundle))];
};

describe('words that were ticked', () => {
  // All tick "crisp" for the first, "earthy" for all; "sweet" now and then.
  const said = answered((who, method) => ({
    ticked: [...(method === 0 ? ['crisp'] : []), 'earthy', ...((who + method) % 4 === 0 ? ['sweet'] : [])],
  }));

  it('are counted by method, and tell apart by the same test as for one word alone', () => {
    const { words: found, servings, people, sentence } = wordsIn(said);
    expect([servings, people]).toEqual([[12, 12, 12], 12]);
    expect(found.map(({ times }) => times)).toEqual([
      [12, 0, 0],
      [12, 12, 12],
      [3, 3, 3],
    ]);
    expect(found.map(({ differs }) => differs)).toEqual([true, false, false]);
    expect(sentence).toBe('“crisp” was ticked more for some of these pieces than for others.');
    const rows = Array.from({ length: 12 }, () => [1, 0, 0]);
    const alone = cochranQ(rows, { seed: 'any' });
    expect(alone.test === null ? 0 : alone.statistic).toBeCloseTo(24, 9);
    // Exact binomial: 12 of 12 for one only, doubled, then three pairs by Holm.
    expect(mcNemarPairs(rows)[0].adjustedP).toBeCloseTo(3 * 2 * 0.5 ** 12, 12);
    expect(found[0].apart).toEqual([
      { more: 'm0', less: 'm1' },
      { more: 'm0', less: 'm2' },
    ]);
    // Everyone ticked "earthy" everywhere: nothing to test, and no place among what is adjusted.
    expect(found[1]).toMatchObject({ probability: null, adjustedP: null });
  });

  it('stand in report and command line, and no longer among what is only listed', () => {
    for (const text of told(said)) {
      expect(text).toContain('“crisp” was ticked more');
      expect(text).toContain('Method 0 12 of 12, Method 1 0 of 12');
      expect(text).toContain('Method 0 more than Method 1');
    }
    expect(sectionOf(findings(said), 'collected') ?? []).toEqual([]);
  });

  it('are counted and not compared where nobody judged every method', () => {
    const partly = answered((who, method) => (who % 3 === method ? {} : { ticked: method === 0 ? ['crisp'] : [] }));
    const { people, sentence, words: found, servings } = wordsIn(partly);
    expect(people).toBe(0);
    expect(servings).toEqual([8, 8, 8]);
    expect(found[0].times).toEqual([8, 0, 0]);
    expect(sentence).toContain('counted here, not compared');
  });

  it('claim nothing of a few people, however alike they tick', () => {
    const few = answered(
      (_, method) => ({
        ticked: method === 0 ? ['crisp'] : [],
        score: method === 0 ? 1 : 0,
        liking: method === 0 ? 2 : 8,
      }),
      { panelists: 5 },
    );
    expect(wordsIn(few).words.some(({ differs }) => differs)).toBe(false);
    expect(wordsIn(few).sentence).toContain('counted here, not compared');
    expect(rightIn(few).methods[0].tooMuch.isCostly).toBe(false);
  });

  it('are on a map with the methods that they were ticked for', () => {
    const apart = answered((_, method) => ({ ticked: [WORDS[method]] }));
    const { map } = wordsIn(apart);
    const nearest = (at: number) => {
      const away = map!.words.map(([x, y]) => Math.hypot(x - map!.methods[at][0], y - map!.methods[at][1]));
      return away.indexOf(Math.min(...away));
    };
    expect([0, 1, 2].map(nearest)).toEqual([0, 1, 2]);
    expect(wordsIn(said).map).toBeNull();
  });

  it('are said to differ no more often than alpha where nothing does, over the whole list', () => {
    const { fraction } = randomStream('words', 'level');
    let wrong = 0;
    const trials = 100;
    for (let trial = 0; trial < trials; trial++) {
      const habits = Array.from({ length: 14 }, () => WORDS.map(() => fraction()));
      const by = (who: number) => WORDS.filter((_, at) => fraction() < habits[who][at]);
      const found = wordsIn(answered((who) => ({ ticked: by(who) }), { panelists: 14 }));
      if (found.words.some(({ differs }) => differs)) wrong++;
    }
    // 5 in 100; more than 10 would be seen one time in 87 at just that level.
    expect(wrong).toBeLessThanOrEqual(10);
  });
});

describe('just about right', () => {
  // The first is too salty for half of them, who like it 3 points less.
  const said = answered(
    (who, method) => {
      const isOff = method === 0 && who % 2 === 0;
      return { score: isOff ? 1 : 0, liking: (isOff ? 4 : 7) + (who % 4 < 2 ? 1 : 0) };
    },
    { panelists: 24 },
  );

  it('says what being off costs, with an interval, and how many find what', () => {
    const { methods, sentence } = rightIn(said);
    expect(methods[0].counts).toEqual([0, 0, 12, 12, 0]);
    expect(methods[0].tooMuch).toMatchObject({ people: 12, drop: 3, isCostly: true });
    const [low, high] = methods[0].tooMuch.interval!;
    expect(low).toBeLessThanOrEqual(3);
    expect(high).toBeGreaterThanOrEqual(3);
    expect(methods[1].counts).toEqual([0, 0, 24, 0, 0]);
    expect(methods[1].tooMuch).toMatchObject({ people: 0, drop: null, isCostly: false });
    expect(sentence).toBe('People liked Method 0 less by 3.0 where it was too salty for them.');
    for (const text of told(said)) {
      expect(text).toContain('People liked Method 0 less by 3.0 where it was too salty for them.');
      expect(text).toContain(
        'Method 0: 0 Much too little, 0 not salty enough, 12 just about right, 12 too salty, 0 Much too much, of 24; too salty costs 3.0',
      );
    }
    expect(sectionOf(findings(said), 'collected') ?? []).toEqual([]);
  });

  it('claims no cost for few people, for chance, or without liking', () => {
    const few = answered(
      (who, method) => ({
        score: method === 0 && who < 4 ? -1 : 0,
        liking: method === 0 && who < 4 ? 2 + (who % 2) : 7 + (who % 2),
      }),
      { panelists: 24 },
    );
    expect(rightIn(few).methods[0].tooLittle).toMatchObject({ people: 4, isCostly: false });
    const without = answered((who) => ({ score: (who % 3) - 1 }));
    expect(rightIn(without).sentence).toBe('12 of 36 answers were just about right.');
    expect(rightIn(without).methods[0].tooMuch).toMatchObject({ people: 4, drop: null, adjustedP: null });
  });

  it('claims a cost no more often than alpha where being off says nothing of liking', () => {
    const { fraction } = randomStream('just right', 'level');
    let wrong = 0;
    const trials = 200;
    for (let trial = 0; trial < trials; trial++) {
      const found = rightIn(
        answered(() => ({ score: Math.floor(3 * fraction()) - 1, liking: 1 + Math.floor(9 * fraction()) }), {
          panelists: 18,
        }),
      );
      if (found.methods.some(({ tooLittle, tooMuch }) => tooLittle.isCostly || tooMuch.isCostly)) wrong++;
    }
    expect(wrong).toBeLessThanOrEqual(17);
  });
});
