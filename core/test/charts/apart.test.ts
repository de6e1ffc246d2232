import { setApart } from '../../src/charts/apart';

const ROOM = [10, 310] as const;

describe('labels on a picture', () => {
  it('stay where they are while there is room', () => {
    const labels = [
      { x: 100, y: 100, text: 'crisp' },
      { x: 300, y: 100, text: 'dull' },
    ];
    expect(setApart(labels, ROOM)).toEqual(labels);
  });

  it('never stand over each other, and never leave the picture', () => {
    const same = Array.from({ length: 12 }, (_, at) => ({ x: 200 + at, y: 300, text: 'salty' }));
    const placed = setApart(same, ROOM);
    const heights = placed.map(({ y }) => y).sort((a, b) => a - b);
    for (let at = 1; at < heights.length; at++) expect(heights[at] - heights[at - 1]).toBeGreaterThanOrEqual(15);
    expect(heights[0]).toBeGreaterThanOrEqual(ROOM[0]);
    expect(heights.at(-1)).toBeLessThanOrEqual(ROOM[1]);
    expect(placed.map(({ x }) => x)).toEqual(same.map(({ x }) => x));
  });

  it('move as little as they can', () => {
    const [, second] = setApart(
      [
        { x: 100, y: 150, text: 'crisp' },
        { x: 110, y: 150, text: 'juicy' },
      ],
      ROOM,
    );
    expect(Math.abs(second.y - 150)).toBe(15);
  });

  it('make room for points', () => {
    const point = { x: 100, y: 100 };
    const [label] = setApart([{ x: 105, y: 104, text: 'watery' }], ROOM, [point]);
    expect(Math.abs(label.y - 104)).toBe(15);
    expect(setApart([{ x: 100, y: 120, text: 'watery' }], ROOM, [point])).toEqual([{ x: 100, y: 120, text: 'watery' }]);
  });
});
