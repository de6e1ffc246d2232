import { pText } from '@jacana/core/format';
import { methodLook } from '@jacana/core/charts';
import type { RankingView } from '@jacana/core/findings';
import { bestFirst, placeNames } from '../src/findings/order';

const found = (sums: (number | null)[]) =>
  ({ methods: sums.map((rankSum, at) => ({ id: `m${at}`, name: `Method ${at}`, rankSum })) }) as unknown as RankingView;

describe('methods on Read', () => {
  it('stand from the best rank sum, which is the lowest, to the worst; those nobody ranked come last', () => {
    expect(bestFirst(found([30, 12, null, 18])).map(({ id }) => id)).toEqual(['m1', 'm3', 'm0', 'm2']);
  });

  it('keep the look of their own place in the tasting', () => {
    const [best] = bestFirst(found([30, 12]));
    expect(best).toMatchObject({ place: 1, look: methodLook(1) });
  });

  it('have places named from most to least liked, and p-values that are never nothing', () => {
    expect(placeNames(3, '')).toEqual(['most liked', '2nd', 'least liked']);
    expect(placeNames(3, 'crisp')).toEqual(['most crisp', '2nd', 'least crisp']);
    expect(placeNames(1, '')).toEqual(['most liked']);
    const many = placeNames(24, '');
    expect(many).toHaveLength(24);
    expect([many[8], many[10], many[20], many[21], many[23]]).toEqual(['9th', '11th', '21st', '22nd', 'least liked']);
    expect([pText(0), pText(0.5)]).toEqual(['below 0.0001', '0.5000']);
  });
});
