import readWorkbook from 'read-excel-file/node';
import { renderWorkbook } from '../src/paper/workbook';

const asRead = async (rows: (string | number)[][]) => {
  const [{ data }] = await readWorkbook(Buffer.from(await renderWorkbook([{ name: 'Findings', rows }])));
  return data;
};

describe('a workbook', () => {
  it('keeps numbers as numbers and text as text', async () => {
    const rows = [
      ['Slow oven', 35, 7.625],
      ['Poached', 84, -0.5],
    ];
    expect(await asRead(rows)).toEqual(rows);
  });

  it('holds no formula, whatever somebody typed', async () => {
    const hostile = ['=1+1', '+1', '-1', '@SUM(A1)', '\t=2', '=HYPERLINK("http://x","y")'];
    const file = Buffer.from(
      await renderWorkbook([{ name: 'Servings', rows: [['a'], ...hostile.map((one) => [one])] }]),
    );
    const [{ data }] = await readWorkbook(file, { trim: false });
    expect(data.slice(1).map(([cell]) => cell)).toEqual(hostile);
    // A formula would stand in an element of its own.
    expect(JSON.stringify(data)).not.toContain('"2"');
  });

  it('survives letters that XML cannot hold, and texts longer than a cell', async () => {
    const [[odd, long]] = await asRead([['a\u0000b\u0008c <&> "é" 🐟', 'x'.repeat(40_000)]]);
    expect(odd).toBe('a b c <&> "é" 🐟');
    expect(String(long)).toHaveLength(32_000);
  });
});
