import fc from 'fast-check';
import Papa from 'papaparse';
import { LIMITS, methodsFromTable } from '../../src/bundle';

const cell = fc
  .string({ maxLength: 30, unit: 'grapheme' })
  .map((text) => text.replaceAll('\r', '').replaceAll('\0', '').trim());
const name = cell.filter((text) => text !== '');

describe('methods from a table', () => {
  it.each([',', ';', '\t'])('come back as they were, between %j', (delimiter) => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(name, cell, fc.nat(500), fc.boolean()), { minLength: 1, maxLength: 12 }),
        (rows) => {
          const csv = Papa.unparse(
            rows.map(([method, note, minutes, isReference]) => ({
              ...{ reference: isReference ? 'yes' : '', 'Total (min)': minutes, method, description: note },
            })),
            { delimiter },
          );
          const { methods, problems, notices } = methodsFromTable(csv);
          expect([problems, notices]).toEqual([[], []]);
          expect(methods.map((one) => [one.name, one.note, one.effort?.totalMinutes, one.reference])).toEqual(rows);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('are taken whole or not at all, with the row and the column of each cell that is wrong', () => {
    const read = methodsFromTable('name,hands-on,mess,skill\nFried,5,2,1\n,ten,9,1.5\nBaked,-1,3,3');
    expect(read.methods).toEqual([]);
    expect(read.problems.map(({ field }) => field)).toEqual([
      'row 3, name',
      'row 3, handsonminutes',
      'row 3, mess',
      'row 3, skill',
      'row 4, handsonminutes',
    ]);
  });

  it('hold to the limits that a plan holds to', () => {
    const { most } = LIMITS.effort.totalMinutes;
    expect(methodsFromTable(`name,total\nFried,${most}`).problems).toEqual([]);
    expect(methodsFromTable(`name,total\nFried,${most + 1}`).problems).toHaveLength(1);
    expect(methodsFromTable(`name,note\n${'x'.repeat(201)},`).problems).toHaveLength(1);
  });

  it.each([
    ['30 %', 0.3],
    ['30', 0.3],
    ['0.3', 0.3],
    ['0,3', 0.3],
    ['0.5 %', 0.005],
    ['90', 0.9],
    ['0', 0],
  ])('read a loss of %s', (typed, share) => {
    const { methods, problems } = methodsFromTable(`name;loss\nFried;${typed}`);
    expect(problems).toEqual([]);
    expect(methods[0].cookLoss).toBeCloseTo(share, 12);
  });

  it.each(['0.95', '95', '-3', '91 %', 'most'])('refuse a loss of %s, which no plan could keep', (typed) => {
    expect(methodsFromTable(`name;loss\nFried;${typed}`).problems).toHaveLength(1);
  });

  it('say which columns were left out, and read the others', () => {
    const { methods, notices } = methodsFromTable('Method,Colour,Cost (EUR)\nFried,brown,"1,5"');
    expect(methods[0]).toMatchObject({ name: 'Fried', effort: { cost: 1.5 } });
    expect(notices).toEqual([expect.stringContaining('Colour')]);
  });

  it('are at most as many as a tasting takes', () => {
    const list = (count: number): string => Array.from({ length: count }, (_, at) => `Method ${at}`).join('\n');
    expect(methodsFromTable(list(60)).methods).toHaveLength(60);
    expect(methodsFromTable(list(61)).problems).toEqual([{ field: 'row 61', message: 'At most 60 methods fit.' }]);
    expect(methodsFromTable(' \n ').problems).toEqual([{ field: 'row 1', message: 'There is nothing to read.' }]);
  });
});
