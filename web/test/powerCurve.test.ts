import type { SizedPlan } from '@jacana/core/power';
import { enoughPeople, powerCurve } from '../src/stages/plan/people/powerCurve';

const plan = { test: 'ranking' } as SizedPlan;
const reckoner = (bites: number, pieces: number | null) =>
  ({
    power: () => Promise.resolve({ power: bites, from: 'simulated' }),
    inPieces: () => Promise.resolve(pieces === null ? null : { power: pieces, from: 'simulated' }),
    smallest: () => Promise.resolve(24),
  }) as never;

describe('the power curve', () => {
  it('never claims more of methods than is found at all', async () => {
    const curve = await powerCurve(reckoner(0.4, 0.9), plan, 24, () => undefined);
    expect(curve.herePieces?.power).toBe(0.4);
    expect(curve.points.length).toBeGreaterThan(5);
    expect(curve.points.every(({ inPieces }) => inPieces === 0.4)).toBe(true);
  });

  it('says less of methods where pieces say less, and nothing where there is no such claim', async () => {
    const less = await powerCurve(reckoner(0.9, 0.3), plan, 24, () => undefined);
    expect(less.points.every(({ power, inPieces }) => power === 0.9 && inPieces === 0.3)).toBe(true);
    const none = await powerCurve(reckoner(0.9, null), plan, 24, () => undefined);
    expect(none.points.every(({ inPieces }) => inPieces === null)).toBe(true);
  });

  it('has enough people only from where the power stays', () => {
    const at = (panelists: number, power: number) => ({ panelists, power, inPieces: null });
    const points = [at(10, 0.85), at(11, 0.7), at(12, 0.82), at(13, 0.9)];
    expect(enoughPeople({ points, here: null, herePieces: null, smallest: null })).toBe(12);
  });
});
