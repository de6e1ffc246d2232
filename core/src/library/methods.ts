import type { Method, Product } from '../bundle';

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
    note,
    steps,
    equipment,
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
        'Dry the skin\nSear skin side down\nTurn for the last minute',
        'steel pan',
        [9, 12, 4, 4],
        0.17,
      ],
      [
        'Slow oven',
        '110 °C until done inside',
        'Season\nRoast at 110 °C\nTake out at the end point',
        'oven',
        [4, 35, 1, 2],
        0.12,
      ],
      ['Steamed', 'in a basket', 'Boil water\nSteam under a lid', 'steamer basket', [5, 14, 2, 2], 0.13],
      ['Poached', 'in broth below a simmer', 'Heat broth to 75 °C\nPoach\nDrain', 'wide pot', [8, 30, 3, 3], 0.1],
    ]),
  },
  {
    name: 'Steak, four ways',
    product: 'red-meat',
    methods: rows([
      ['Pan only', 'turned every minute', 'Dry\nSear, turning every minute\nRest', 'steel pan', [12, 22, 4, 3], 0.22],
      [
        'Oven, then pan',
        'low oven, short sear',
        'Roast at 120 °C\nRest\nSear 45 s a side',
        'oven, steel pan',
        [8, 55, 3, 3],
        0.16,
      ],
      [
        'Water bath, then pan',
        'bagged, short sear',
        'Bag\nHold at the end point\nDry and sear',
        'water bath, steel pan',
        [8, 95, 3, 3],
        0.12,
      ],
      ['Grilled', 'direct heat', 'Heat the grill\nGrill, turning\nRest', 'grill', [12, 30, 4, 4], 0.24],
    ]),
  },
  {
    name: 'Root vegetables, six ways',
    product: 'vegetable',
    methods: rows([
      ['Boiled', 'in salted water', 'Boil\nDrain', 'pot', [4, 25, 2, 1], 0.02],
      ['Steamed', 'in a basket', 'Steam under a lid', 'steamer basket', [4, 25, 1, 1], 0.03],
      ['Roasted', '200 °C, oiled', 'Oil\nRoast, turn once', 'oven', [6, 40, 2, 1], 0.3],
      [
        'Glazed',
        'covered, then reduced',
        'Cook covered with butter\nReduce until coated',
        'wide pan',
        [10, 25, 2, 3],
        0.15,
      ],
      ['Microwaved', 'covered, with a spoon of water', 'Cover\nCook\nRest', 'microwave oven', [3, 10, 1, 1], 0.05],
      ['Fried', 'in batches', 'Heat oil to 170 °C\nFry in batches\nDrain', 'deep pot', [15, 25, 5, 3], 0.3],
    ]),
  },
  {
    name: 'Rice, soaked or not',
    product: 'potato-rice',
    methods: rows([
      [
        'Not soaked',
        'rinsed, straight into the pot',
        'Rinse\nCook covered\nRest 10 min',
        'pot with lid',
        [4, 30, 1, 1],
        0,
      ],
      [
        'Soaked overnight',
        'rinsed, soaked in the refrigerator',
        'Rinse\nSoak overnight\nDrain\nCook covered\nRest 10 min',
        'pot with lid',
        [6, 750, 1, 1],
        0,
      ],
    ]),
  },
];
