import type { Method, Product } from '../bundle';
import { readSteps } from '../kitchen';

/** A set of methods to begin with; figures are common practice, no source. */
export interface MethodSet {
  name: string;
  product: Product;
  methods: readonly Omit<Method, 'id'>[];
}

type Row = [
  name: string,
  note: string,
  steps: string,
  equipment: string,
  effort: [handsOn: number, total: number, mess: number, skill: number],
  cookLoss: number,
];

const rows = (list: readonly Row[]): Omit<Method, 'id'>[] =>
  list.map(([name, note, steps, equipment, [handsOnMinutes, totalMinutes, mess, skill], cookLoss]) => ({
    name,
    ...{ note, steps: '', equipment },
    chain: readSteps(steps, (line) => `step-${line + 1}`),
    reference: false,
    effort: { handsOnMinutes, totalMinutes, cost: 0, mess, skill },
    cookLoss,
  }));

export const METHOD_SETS: readonly MethodSet[] = [
  {
    name: 'Fish fillet, four ways',
    product: 'fish',
    methods: rows([
      [
        'Pan-seared',
        'skin side down',
        'Dry the skin 2 min\nSear skin side down, medium-high heat, 5-7 min\nSear the other side until 52 °C inside, 1-2 min',
        'steel pan',
        [9, 12, 4, 4],
        0.17,
      ],
      [
        'Slow oven',
        '110 °C until done inside',
        'Season 1 min\nRoast at 110 °C until 52 °C inside, 22-32 min',
        'oven',
        [4, 35, 1, 2],
        0.12,
      ],
      [
        'Steamed',
        'in a basket',
        'Season 1 min\nSteam under a lid at 100 °C until 52 °C inside, 7-10 min',
        'steamer basket',
        [5, 14, 2, 2],
        0.13,
      ],
      [
        'Poached',
        'in broth below a simmer',
        'Season 1 min\nPoach in broth at 75 °C until 52 °C inside, 8-12 min\nDrain 1 min',
        'wide pot',
        [8, 30, 3, 3],
        0.1,
      ],
    ]),
  },
  {
    name: 'Steak, four ways',
    product: 'red-meat',
    methods: rows([
      [
        'Pan only',
        'turned every minute',
        'Dry 2 min\nSear, turn every minute, medium-high heat, until 56 °C inside, 8-11 min\nRest 8 min',
        'steel pan',
        [12, 22, 4, 3],
        0.22,
      ],
      [
        'Oven, then pan',
        'low oven, short sear',
        'Roast at 120 °C until 50 °C inside, 30-45 min\nRest 5 min\nSear both sides, high heat, 1.5 min',
        'oven, steel pan',
        [8, 55, 3, 3],
        0.16,
      ],
      [
        'Water bath, then pan',
        'bagged, short sear',
        'Bag 3 min\nCook in the water bath at 56 °C, 75-90 min\nDry 1 min\nSear both sides, high heat, 1.5 min',
        'water bath, steel pan',
        [8, 95, 3, 3],
        0.12,
      ],
      [
        'Grilled',
        'direct heat',
        'Grill, turn every minute, until 56 °C inside, 8-12 min\nRest 8 min',
        'grill',
        [12, 30, 4, 4],
        0.24,
      ],
    ]),
  },
  {
    name: 'Root vegetables, six ways',
    product: 'vegetable',
    methods: rows([
      ['Boiled', 'in salted water', 'Boil in salted water 15-20 min\nDrain 1 min', 'pot', [4, 25, 2, 1], 0.02],
      ['Steamed', 'in a basket', 'Steam under a lid 18-22 min', 'steamer basket', [4, 25, 1, 1], 0.03],
      ['Roasted', '200 °C, oiled', 'Oil 2 min\nRoast at 200 °C, turn once, 30-36 min', 'oven', [6, 40, 2, 1], 0.3],
      [
        'Glazed',
        'covered, then reduced',
        'Cook covered with butter, low heat, 12-15 min\nReduce until coated 4-6 min',
        'wide pan',
        [10, 25, 2, 3],
        0.15,
      ],
      [
        'Microwaved',
        'covered, with a spoon of water',
        'Cover 1 min\nMicrowave 5-7 min\nRest 2 min',
        'microwave oven',
        [3, 10, 1, 1],
        0.05,
      ],
      ['Fried', 'in batches', 'Deep-fry at 170 °C in batches 5-7 min\nDrain 1 min', 'deep pot', [15, 25, 5, 3], 0.3],
    ]),
  },
  {
    name: 'Rice, soaked or not',
    product: 'potato-rice',
    methods: rows([
      [
        'Not soaked',
        'rinsed, straight into the pot',
        'Rinse 2 min\nCook covered, low heat, 15-18 min\nRest 10 min',
        'pot with lid',
        [4, 30, 1, 1],
        0,
      ],
      [
        'Soaked overnight',
        'rinsed, soaked in the refrigerator',
        'Rinse 2 min\nSoak overnight\nDrain 1 min\nCook covered, low heat, 15-18 min\nRest 10 min',
        'pot with lid',
        [6, 750, 1, 1],
        0,
      ],
    ]),
  },
];
