import { kitchenState } from '@jacana/core/kitchen';
import type { KitchenEntry, Product } from '@jacana/core/bundle';
import { gateBatches, undecided } from '../src/stages/cook/gate/batches';
import { liveSentence } from '../src/stages/cook/day/day';

const AT = '2026-03-05T18:00:00.000Z';
let count = 0;
const entry = (body: KitchenEntry['body']): KitchenEntry => ({
  ...{ id: `e${count++}`, at: AT, storedAt: AT, by: 'Marek' },
  body,
});
const chain = [
  {
    ...{ id: 'cook', kind: 'heat' as const, name: 'Cook', minutes: { usual: 10 }, setting: '' },
    ...{ hands: 'start' as const, doses: [], swaps: false },
  },
];
const pieces = ['A1', 'B2', 'C3', 'D4', 'E5'].map((tag) => ({
  ...{ tag, lot: null, block: 0, raw: 1, standing: 'stands' as const, insteadOf: null },
}));
const batches = (product: Product, log: KitchenEntry[], isCookedUnrecorded = false) =>
  gateBatches({
    ...{ methods: [{ chain, pieces }] as never, product, state: kitchenState(log), curves: [], locale: 'us' },
    isCookedUnrecorded,
  });
const done = (...tags: string[]) => entry({ kind: 'done', pieces: tags, step: 'cook' });
const warm = (piece: string, celsius: number) => entry({ kind: 'temperature', piece, celsius });

describe('pieces at the gate', () => {
  it('are decided on together where they take the same, and never while they cook', () => {
    const log = [
      done('A1', 'B2', 'C3'),
      warm('A1', 75),
      warm('B2', 55),
      entry({ kind: 'started', pieces: ['D4'], step: 'cook' }),
    ];
    expect(batches('poultry', log)).toEqual({
      inOrder: ['A1'],
      needing: [
        { why: 'limit for poultry not recorded as met', pieces: ['B2'] },
        { why: 'limit for poultry not recorded as met: nothing was measured', pieces: ['C3'] },
      ],
      ...{ cooking: ['D4'], untapped: ['E5'], decided: 0 },
    });
    expect(batches('vegetable', log, true)).toMatchObject({ inOrder: ['A1', 'B2', 'C3', 'E5'], cooking: ['D4'] });
  });

  it('are through once each has a decision, and the page says so only then', () => {
    const gate = (piece: string) => entry({ kind: 'gate', piece, decision: 'passed', because: '' });
    const all = pieces.map(({ tag }) => tag);
    const log = [done(...all), ...all.slice(1).map(gate)];
    expect(undecided(batches('vegetable', log))).toEqual(['A1']);
    expect(undecided(batches('vegetable', [...log, gate('A1')]))).toEqual([]);
    expect(liveSentence({ actions: [], waitingAtGate: 1 }, 0)).toBe(
      'All steps are over. 1 piece waits for a decision at the gate.',
    );
    expect(liveSentence({ actions: [], waitingAtGate: 0 }, 0)).toBe('All pieces are through.');
  });
});
