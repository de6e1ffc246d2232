import type { SizedPlan } from '@jacana/core/planned';
import { enoughPeople, powerCurve } from '../src/stages/plan/people/powerCurve';

const plan = {
  ...{ test: 'ranking', piecesPerMethod: 3, takenAlike: '', halves: false, lots: [] as unknown },
  decision: { kind: 'told-apart' },
} as SizedPlan;
const calculator = (power: number) =>
  ({
    power: (_plan: SizedPlan, people: number) => Promise.resolve({ power: power * Math.min(1, people / 24) }),
    smallest: () => Promise.resolve(2.4),
  }) as never;

describe('the power curve', () => {
  it('says first what the panel at hand can do, then goes over the sizes', async () => {
    const told: number[] = [];
    const curve = await powerCurve(calculator(0.4), plan, 24, ({ points }) => told.push(points.length));
    expect(told[0]).toBe(0);
    expect(curve.here?.power).toBe(0.4);
    expect(curve.smallest).toBe(2.4);
    expect(curve.points.find(({ panelists }) => panelists === 12)?.power).toBe(0.2);
    expect(curve.points.some(({ panelists }) => panelists === 24)).toBe(true);
  });

  it('shows every size where the power is exact, and some where it is simulated', async () => {
    const count = async (one: Partial<SizedPlan>): Promise<number> =>
      (await powerCurve(calculator(0.4), { ...plan, ...one }, 24, () => undefined)).points.length;
    expect(await count({ test: 'triangle', piecesPerMethod: 1 })).toBe(58);
    expect(await count({ test: 'triangle', piecesPerMethod: 6 })).toBeLessThan(20);
    expect(await count({ test: 'triangle', piecesPerMethod: 6, takenAlike: 'one stirred pot' })).toBe(58);
  });

  it('has enough people only from where the power stays', () => {
    const at = (panelists: number, power: number) => ({ panelists, power });
    const points = [at(10, 0.85), at(11, 0.7), at(12, 0.82), at(13, 0.9)];
    expect(enoughPeople({ points, here: null, smallest: null })).toBe(12);
  });
});
