import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseBundle, type TastingBundle } from '../../src/bundle';
import { kitchenCsv } from '../../src/tidy';

const salmon = parseBundle(JSON.parse(readFileSync(join(__dirname, '../../../demo/1-salmon.json'), 'utf8')))
  .bundle as TastingBundle;
const lines = (bundle: TastingBundle): string[] => kitchenCsv(bundle).trim().split('\n');

describe('the kitchen log as CSV', () => {
  it('has a line for each entry and piece, with its method and step, and no code', () => {
    const [header, ...rows] = lines(salmon);
    expect(kitchenCsv(salmon).startsWith('\uFEFF')).toBe(true);
    expect(header).toBe('at,stored_at,by,kind,piece,method,step,value,unit,text');
    const pieces = salmon.records.kitchen.reduce(
      (sum, { body }) => sum + ('pieces' in body ? body.pieces.length : 1),
      0,
    );
    expect(rows).toHaveLength(pieces);
    expect(rows.some((row) => /,mass,[A-Z]\d,Poached,,\d+,g,$/.test(row))).toBe(true);
    expect(rows.some((row) => /,started,[A-Z]\d,Slow oven,Roast,,,$/.test(row))).toBe(true);
    for (const code of Object.keys(salmon.key?.codes ?? {}))
      expect(rows.some((row) => row.split(',').slice(4, 7).includes(code))).toBe(false);
  });

  it('leaves out what was taken back, and disarms what a spreadsheet would run', () => {
    const [first] = salmon.records.kitchen;
    const at = { at: first.at, storedAt: first.at, by: '=Marek' };
    const kitchen = [
      first,
      { ...at, id: 'back', body: { kind: 'undone' as const, of: first.id } },
      { ...at, id: 'said', body: { kind: 'noted' as const, pieces: [salmon.pieces[0].tag], text: '=HYPERLINK("x")' } },
    ];
    const rows = lines({ ...salmon, records: { ...salmon.records, kitchen } });
    expect(rows).toHaveLength(2);
    expect(rows[1]).toContain("'=Marek");
    expect(rows[1]).toContain("'=HYPERLINK");
  });
});
