import { defaultTasting, type Test } from '../../src/bundle';
import { findings, sectionOf } from '../../src/findings';
import type { PanelFinding } from '../../src/planned';
import { reportSheet } from '../../src/sheets';
import { simulatedBundle, type Wanted } from '../support/bundles';
import { tested } from '../support/results';

/** Who answered, and what the order did, where some of the methods were ranked at a time or a best and a worst named. */

const asked = (test: Test, together: number, wanted: Wanted = {}) =>
  simulatedBundle({
    ...{ methods: 6, panelists: 24, pieces: 4, ...wanted },
    tasting: { test, service: { ...defaultTasting().service, together }, ...wanted.tasting },
  });
const panelOf = (...wanted: Parameters<typeof asked>): PanelFinding => sectionOf(findings(asked(...wanted)), 'panel')!;

describe.each([
  ['best-worst', 4],
  ['ranking', 3],
] as const)('a %s of some methods at a time', (test, together) => {
  it('shows an edge of the first sample, within its set', () => {
    const { order } = panelOf(test, together, { world: { firstEdge: 2 } });
    expect(tested(order.position).p).toBeLessThan(0.001);
    const means = order.positionMeans.map(({ mean }) => mean as number);
    expect(means).toHaveLength(together);
    expect(Math.max(...means)).toBe(means[0]);
  });

  it('shows none where there is none, and says where groups are looked for', () => {
    const { order, groups } = panelOf(test, together);
    expect(tested(order.position).p).toBeGreaterThan(0.01);
    expect(tested(order.carryOver).p).toBeGreaterThan(0.01);
    expect(groups).toEqual({
      test: null,
      reason: 'Groups are looked for where everyone ranks or scores all methods.',
    });
  });

  it('says so in the report, as looked at once the key was open', () => {
    const bundle = asked(test, together);
    const found = findings(bundle);
    expect(found.sections.find(({ id }) => id === 'panel')?.status).toBe('explored');
    expect(JSON.stringify(reportSheet(found, bundle))).toContain(
      'Groups are looked for where everyone ranks or scores all methods',
    );
  });
});

it('knows nothing of orders that nobody wrote down', () => {
  const bundle = asked('best-worst', 4);
  const brought = { file: 'old.csv', ordersKnown: false };
  const { order } = sectionOf(findings({ ...bundle, tasting: { ...bundle.tasting, brought } as never }), 'panel')!;
  expect(order.position).toMatchObject({ test: null, reason: expect.stringContaining('not known') as string });
});
