import { comparedProtocols, distanceOf } from '../../src/power';

describe('the same distance under every protocol', () => {
  // R 4.2.2, integrate: a distance of 1 is told by 0.12707 in a triangle, by 0.2407126 in a tetrad; 2-AFC 2 pnorm(1 / sqrt(2)) - 1.
  it('is told by more people in some than in others', () => {
    expect(distanceOf('triangle', 0.12707)).toBeCloseTo(1, 3);
    expect(distanceOf('tetrad', 0.2407126)).toBeCloseTo(1, 4);
    const { dPrime, protocols } = comparedProtocols({ protocol: 'triangle', pd: 0.12707, alpha: 0.05 }, 0.8);
    expect(dPrime).toBeCloseTo(1, 3);
    const shares = Object.fromEntries(protocols.map(({ protocol, share }) => [protocol, share]));
    expect(shares.tetrad).toBeCloseTo(0.2407, 3);
    expect(shares['2-afc']).toBeCloseTo(0.5205, 3);
  });

  it('takes a tetrad about a third of the people of a triangle, and a pair the fewest portions', () => {
    const { protocols } = comparedProtocols({ protocol: 'triangle', pd: 0.12707, alpha: 0.05 }, 0.8);
    const people = Object.fromEntries(protocols.map((one) => [one.protocol, one.people as number]));
    expect(people.tetrad / people.triangle).toBeGreaterThan(0.25);
    expect(people.tetrad / people.triangle).toBeLessThan(0.4);
    const portions = protocols.map((one) => [one.protocol, (one.people as number) * one.portions] as const);
    expect(portions.sort((a, b) => a[1] - b[1])[0][0]).toBe('2-afc');
  });

  it('compares for similarity only what can show it', () => {
    const found = comparedProtocols({ protocol: 'triangle', pd: 0.3, alpha: 0.05, goal: 'similarity' }, 0.8);
    expect(found.protocols.map(({ protocol }) => protocol)).toEqual(['triangle', 'duo-trio', 'tetrad']);
    expect(found.protocols[0]).toMatchObject({ people: 46, portions: 3 });
  });

  it('says where no panel is in reach, and where everyone tells', () => {
    const none = comparedProtocols({ protocol: 'triangle', pd: 0, alpha: 0.05 }, 0.8);
    expect(none).toMatchObject({ dPrime: 0 });
    expect(none.protocols.map(({ people }) => people)).toEqual(none.protocols.map(() => null));
    const all = comparedProtocols({ protocol: 'triangle', pd: 1, alpha: 0.05 }, 0.8);
    expect(all.dPrime).toBeNull();
    expect(all.protocols.every(({ share, people }) => share === 1 && people !== null && people < 10)).toBe(true);
  });
});
