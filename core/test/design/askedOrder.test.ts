import { askedItems } from '../../src/design';
import { neutralQuestion } from '../../src/library';
import { isScaleOfWord } from '../../src/questions';
import { tidyRows } from '../../src/tidy';
import type { BallotItem } from '../../src/tasting';
import { simulatedBundle } from '../support/bundles';

const WORDS = ['crisp', 'earthy', 'sweet', 'bitter', 'smoky'];
const check: BallotItem = {
  ...neutralQuestion('check', 'check-all'),
  options: WORDS.map((text) => ({ text, weight: 0 })),
};
const lines = WORDS.map((word) => neutralQuestion(`line-${word}`, 'line', { word }));
const items = [
  neutralQuestion('liking', 'liking'),
  lines[0],
  check,
  ...lines.slice(1),
  neutralQuestion('rank', 'ranking'),
];
const asked = (ownOrders: 'none' | 'words' | 'attributes', panelist = 'ada', fingerprint = 'f1') =>
  askedItems(items, { fingerprint, panelist, ownOrders });
const wordsOf = (list: BallotItem[]) => list.find(({ id }) => id === 'check')?.options.map(({ text }) => text) ?? [];
const idsOf = (list: BallotItem[]) => list.map(({ id }) => id);
const people = Array.from({ length: 2000 }, (_, at) => `panelist ${at}`);

describe('the order in which a panelist is asked', () => {
  it('is as listed where the plan has it so', () => {
    expect(asked('none')).toEqual(items);
    expect(idsOf(asked('words'))).toEqual(idsOf(items));
  });

  it('is the same each time for one person, and follows from the plan', () => {
    expect(asked('attributes')).toEqual(asked('attributes'));
    const orders = new Set(['f1', 'f2', 'f3', 'f4'].map((one) => String(wordsOf(asked('words', 'ada', one)))));
    expect(orders.size).toBeGreaterThan(1);
  });

  it('loses nothing, and leaves liking, lists and questions about sets where they were put', () => {
    for (const panelist of people.slice(0, 50)) {
      const own = asked('attributes', panelist);
      expect([...idsOf(own)].sort()).toEqual([...idsOf(items)].sort());
      expect([...wordsOf(own)].sort()).toEqual([...WORDS].sort());
      own.forEach((item, at) => {
        if (!isScaleOfWord(items[at])) expect(item.id).toBe(items[at].id);
      });
    }
  });

  // 2,000 people, each place 400 times on average; six standard errors of a binomial are 107.
  it('puts every word and every attribute in every place as often', () => {
    const places = new Map<string, number>();
    for (const panelist of people) {
      const own = asked('attributes', panelist);
      const attributes = own.filter(isScaleOfWord).map(({ id }) => id);
      for (const list of [wordsOf(own), attributes])
        list.forEach((one, at) => places.set(`${one} ${at}`, (places.get(`${one} ${at}`) ?? 0) + 1));
    }
    expect(places.size).toBe(50);
    for (const count of places.values()) expect(Math.abs(count - 400)).toBeLessThan(107);
  });

  it('stands in the tidy rows, by the columns of the questions', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 4, tasting: { ballot: { items } } });
    const { ownOrders } = bundle.tasting.service;
    for (const row of tidyRows(bundle)) {
      const panelist = bundle.tasting.panel.find(({ seat }) => seat === row.seat)!.id;
      const own = askedItems(items, { fingerprint: bundle.plan!.fingerprint, panelist, ownOrders });
      expect(row['check-all as shown']).toBe(wordsOf(own).join('; '));
      expect(row.asked.split('; ')).toHaveLength(items.length);
    }
    expect(new Set(tidyRows(bundle).map((row) => row['check-all as shown'])).size).toBeGreaterThan(1);
  });
});
