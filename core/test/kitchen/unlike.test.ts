import { chainName, kitchenState, proposalsOf, readSteps, unlikeOthers, type PlannedStep } from '../../src/kitchen';
import type { KitchenEntry } from '../../src/tasting';

const at = (minutes: number): string => new Date(Date.UTC(2026, 10, 26, 16, minutes)).toISOString();
let count = 0;
const entry = (minutes: number, body: KitchenEntry['body']): KitchenEntry => ({
  ...{ id: `u${count++}`, at: at(minutes), storedAt: at(minutes), by: 'Leni', body },
});
const chain = readSteps('Roast at 180 °C 30 min\nPlate 1 min', String);
const [roast, plate] = chain.map(({ id }) => id);
const tags = ['A1', 'A2', 'B1', 'B2'];
const pieces = tags.map((tag) => ({ tag, method: tag[0], chain }));
/** Out of the oven at 30 minutes, on the plate so many later. */
const held = (piece: string, minutes: number): KitchenEntry[] => [
  entry(0, { kind: 'started', pieces: [piece], step: roast }),
  entry(30, { kind: 'done', pieces: [piece], step: roast }),
  entry(30 + minutes, { kind: 'done', pieces: [piece], step: plate }),
];
const thick = (piece: string, millimetres: number) => entry(0, { kind: 'thickness', piece, millimetres });
const texts = (log: KitchenEntry[], constants: { name: string; tolerance: string }[] = []): string[] =>
  unlikeOthers(pieces, constants, kitchenState(log)).map(({ piece, text }) => `${piece} ${text}`);

it('finds a piece that is thicker or thinner than most', () => {
  const log = [thick('A1', 30), thick('A2', 31), thick('B1', 29), thick('B2', 24)];
  expect(texts(log)).toEqual(['B2 was 6 mm thinner than most (24 mm)']);
  expect(texts(log, [{ name: 'Size', tolerance: '± 8 mm' }])).toEqual([]);
  // A tolerance in another unit says nothing of millimetres.
  expect(texts(log, [{ name: 'Size', tolerance: '± 8 %' }])).toHaveLength(1);
  expect(texts(log.slice(2))).toEqual([]);
});

it('finds a piece that waited longer than most between heat and plate', () => {
  const log = [...held('A1', 4), ...held('A2', 5), ...held('B1', 3), ...held('B2', 15)];
  expect(texts(log)).toEqual(['B2 was on the plate 15 min after the heat, 10 min longer than most']);
  expect(texts(log, [{ name: 'Time from heat to plate', tolerance: '± 12 min' }])).toEqual([]);
  expect(texts(log, [{ name: 'Time from heat to plate', tolerance: '± 1 min' }])).toContain(
    'B1 was on the plate 3 min after the heat, 2 min sooner than most',
  );
});

it('is proposed with the rest, and so is a piece that was cooked again', () => {
  const steps = tags.flatMap((piece) =>
    [roast, plate].map((step, turn): PlannedStep => ({
      ...{ piece, method: piece[0], step, name: chain[turn].name, text: '', start: at(turn * 30), end: at(30 + turn) },
      ...{ equipment: null, place: null, hands: null },
    })),
  );
  const chains = new Map(
    ['A', 'B'].flatMap((method) => chain.map((step) => [chainName(method, step.id), step] as const)),
  );
  const log = [
    ...[...held('A1', 4), ...held('A2', 5), ...held('B1', 3), ...held('B2', 15)],
    entry(50, { kind: 'redone', piece: 'A1', as: 'Q9' }),
  ];
  const proposals = proposalsOf({ steps, chains, waits: [], constants: [] }, kitchenState(log));
  expect(proposals.map(({ text, pieces: touched }) => [text, touched])).toEqual(
    expect.arrayContaining([
      ['Piece B2 was on the plate 15 min after the heat, 10 min longer than most', ['B2']],
      ['Piece Q9 was cooked later, in place of A1', ['Q9']],
    ]),
  );
  expect(new Set(proposals.map(({ id }) => id)).size).toBe(proposals.length);
});
