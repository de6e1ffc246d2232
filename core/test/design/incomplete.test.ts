import fc from 'fast-check';
import { incompleteBlocks, incompleteOrders, orderReport, servingOrders } from '../../src/design';
import { randomStream } from '../../src/numeric';
import { tries } from '../support/thorough';

const orders = (samples: number, panelists: number, perPanelist: number, seed = '1') =>
  incompleteOrders({ samples, panelists, perPanelist }, randomStream(seed, 'orders'));

describe('incomplete serving orders', () => {
  it.each([
    // Samples, panelists, samples each: parameters of balanced designs in Cochran & Cox, chapter 11.
    [5, 10, 2, 1],
    [6, 10, 3, 2],
    [7, 7, 3, 1],
    [8, 14, 4, 3],
    [9, 12, 3, 1],
    [10, 15, 4, 2],
    [11, 11, 5, 2],
    [13, 13, 4, 1],
    [15, 15, 7, 3],
    [16, 16, 6, 2],
  ])('%i samples to %i panelists, %i each: every two together %i times', (samples, panelists, each, meetings) => {
    const report = orderReport(orders(samples, panelists, each), samples);
    expect(report.balanced).toBe(true);
    expect(report.concurrence[0][1]).toBe(meetings);
    // Efficiency of a balanced design: t (k - 1) / (k (t - 1)).
    expect(report.efficiency).toBeCloseTo((samples * (each - 1)) / (each * (samples - 1)), 10);
  });

  // Whole numbers allow it, and no such design exists (Hall & Connor 1954, from memory), nor its complement.
  const IMPOSSIBLE = new Set(['15 21 5', '15 21 10']);

  it('are balanced for all up to 16 samples and 48 panelists where a balanced design exists', () => {
    const uneven: string[] = [];
    let balanced = 0;
    for (let samples = 4; samples <= 16; samples++) {
      for (let each = 2; each < samples; each++) {
        for (let panelists = samples; panelists <= 48; panelists++) {
          const replication = (panelists * each) / samples;
          const meetings = (replication * (each - 1)) / (samples - 1);
          if (!Number.isInteger(replication) || !Number.isInteger(meetings)) continue;
          // Every third of the large ones, each in turn when all are tried: most of the time goes there.
          if (panelists > 24 && (samples + each + panelists) % 3 !== 0 && tries(1) === 1) continue;
          const blocks = incompleteBlocks({ samples, panelists, perPanelist: each }, randomStream('1', 'x'));
          const report = orderReport(blocks, samples);
          if (report.balanced) balanced++;
          else {
            uneven.push(`${samples} ${panelists} ${each}`);
            expect(report.concurrenceImbalance).toBeLessThanOrEqual(2);
          }
        }
      }
    }
    expect(uneven.filter((one) => !IMPOSSIBLE.has(one))).toEqual([]);
    expect(balanced).toBe(tries(1) === 1 ? 118 : 199);
  });

  it('are as even as whole numbers allow, within one, for any panel', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 14 }),
        fc.integer({ min: 12, max: 60 }),
        fc.nat(),
        (samples, panelists, raw) => {
          const each = 2 + (raw % (samples - 2));
          const rows = orders(samples, panelists, each);
          const report = orderReport(rows, samples);
          expect(rows.every((row) => row.length === each && new Set(row).size === each)).toBe(true);
          expect(Math.max(...report.replication) - Math.min(...report.replication)).toBeLessThanOrEqual(1);
          expect(report.positionImbalance).toBeLessThanOrEqual(2);
          expect(report.concurrenceImbalance).toBeLessThanOrEqual(3);
          expect(report.efficiency).toBeLessThanOrEqual((samples * (each - 1)) / (each * (samples - 1)) + 1e-9);
        },
      ),
      { numRuns: tries(10) },
    );
  });

  it('are the same for the same seed, and others for another', () => {
    expect(orders(12, 24, 5, 'a')).toEqual(orders(12, 24, 5, 'a'));
    expect(orders(12, 24, 5, 'a')).not.toEqual(orders(12, 24, 5, 'b'));
  });

  it('refuse to leave nobody anything to taste, or everybody everything', () => {
    expect(() => orders(4, 5, 4)).toThrow(RangeError);
    expect(() => orders(4, 5, 0)).toThrow(RangeError);
  });

  it('hold up at the ends: one panelist, one sample each', () => {
    expect(incompleteBlocks({ samples: 5, panelists: 1, perPanelist: 2 }, randomStream('1', 'x'))).toHaveLength(1);
    expect(orderReport(orders(5, 10, 1), 5)).toMatchObject({ efficiency: 0, replication: [2, 2, 2, 2, 2] });
  });
});

describe('complete orders of many samples', () => {
  it('stay even for more than eight, leftover rows included', () => {
    for (const [samples, panelists] of [
      [9, 18],
      [12, 30],
      [13, 20],
    ]) {
      const report = orderReport(servingOrders(samples, panelists, randomStream('1', 'orders')), samples);
      expect(report.positionImbalance).toBeLessThanOrEqual(1);
      expect(report.carryOverImbalance).toBeLessThanOrEqual(2);
      expect(report.efficiency).toBeCloseTo(1, 10);
    }
  });
});
