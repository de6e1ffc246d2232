import fc from 'fast-check';
import Papa from 'papaparse';
import { neutralQuestion } from '../../src/library';
import { ordersCsv, servedRows, tidyCsv, tidyRows } from '../../src/tidy';
import type { ItemKind, TastingBundle } from '../../src/tasting';
import { simulatedBundle } from '../support/bundles';

/** Read as a spreadsheet or a statistics program reads it. */
const read = (csv: string) =>
  Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, '').trimEnd(), { header: true, delimiter: ',' });

/** What a spreadsheet would run, quote marks and broken lines, names of columns, letters of anywhere. */
const nasty = fc.oneof(
  fc.constantFrom(
    '=1+1',
    '+cmd',
    '=a\nb',
    '-2',
    '@SUM(A1)',
    '\tx',
    ' =1+1',
    'a\n=1+1',
    'a\r\n@x',
    '"=1"',
    '＝1+1',
    '\u00a0＠x',
    '"',
    '""',
    'a,b',
    'a;b',
    'a\nb',
    "'",
    'seat',
    '__proto__',
    '',
  ),
  fc.constantFrom('Crème brûlée', 'łosoś', '三文鱼', '🥕', 'عسل', ' lead', 'trail '),
  fc.string({ maxLength: 20 }),
);
const named = nasty.filter((text) => text.trim() !== '');

/** Whether a spreadsheet would run some line of a text, by looking at its letters one by one. */
function wouldRun(text: string): boolean {
  return text.split(/[\r\n\u2028\u2029]/).some((line) => {
    const first = [...line].find((letter) => letter.trim() !== '' && !`"'`.includes(letter));
    const isDisarmed = line.trimStart().startsWith("'");
    return first !== undefined && '=+-@＝＋－＠'.includes(first) && !isDisarmed;
  });
}

/** What is read comes from what was written: the same but for apostrophes before what would run. */
const isFrom = (read: string, written: unknown): boolean => {
  const lines = (text: string): string[] => text.replaceAll('\r\n', '\n').split(/(?<=[\r\n\u2028\u2029])/);
  const [own, given] = [lines(read), lines(String(written))];
  return own.length === given.length && own.every((line, at) => line === given[at] || line === `'${given[at]}`);
};

const bundleWith = (texts: string[]): TastingBundle => {
  const bundle = simulatedBundle({
    ...{ methods: 2, panelists: 4, truth: [7, 5], liking: true },
    tasting: {
      zones: [0, 1].map((at) => ({ id: `z${at}`, name: texts[at] })),
      lots: [{ id: 'l', name: texts[2] }],
    },
  });
  bundle.tasting.title = texts[3];
  bundle.tasting.methods.forEach((method, at) => (method.name = texts[4 + at]));
  bundle.tasting.panel.forEach((panelist, at) => (panelist.name = texts[at]));
  bundle.tasting.ballot.items = bundle.tasting.ballot.items.map((item, at) => ({ ...item, attribute: texts[at] }));
  const comment = bundle.tasting.ballot.items.find(({ kind }) => kind === 'comment')!;
  for (const [at, ballot] of bundle.ballots.entries())
    ballot.answers.push({
      ...{ id: `said-${at}`, kind: 'comment', item: comment.id, text: texts[5 - at] },
      ...{ at: ballot.openedAt!, by: 'panelist', reason: '' },
    });
  return bundle;
};

describe('the CSV of a tasting', () => {
  it('comes back cell by cell, whatever the texts are', () => {
    fc.assert(
      fc.property(fc.array(named, { minLength: 6, maxLength: 6 }), (texts) => {
        const bundle = bundleWith(texts);
        const rows = tidyRows(bundle);
        const { data, errors, meta } = read(tidyCsv(bundle));
        expect(errors).toEqual([]);
        expect(new Set(meta.fields).size).toBe(meta.fields!.length);
        expect(data).toHaveLength(rows.length);
        const given = Object.keys(rows[0]);
        const fields = meta.fields!;
        expect(fields).toHaveLength(given.length);
        expect(fields.filter(wouldRun)).toEqual([]);
        for (const column of given) {
          const name = fields.find((field) => field === column) ?? fields.find((field) => isFrom(field, column));
          expect([column, name]).toEqual([column, expect.any(String)]);
          rows.forEach((row, line) => {
            const cell = data[line][name!];
            if (typeof row[column] === 'string') expect([cell, wouldRun(cell)]).toEqual([cell, false]);
            expect([cell, row[column], isFrom(cell, row[column])]).toEqual([cell, row[column], true]);
          });
        }
      }),
      { numRuns: 60 },
    );
  });

  it('holds nothing that a spreadsheet would run, and numbers as numbers', () => {
    const bundle = bundleWith(['=A1', '+B2', '-C3', '@D4', '\tE5', '=F6']);
    const { data } = read(tidyCsv(bundle));
    for (const row of data)
      for (const [column, cell] of Object.entries(row)) {
        expect(cell).not.toMatch(/^[=+@\t\r]/);
        if (cell.startsWith('-')) expect([column, Number.isFinite(Number(cell))]).toEqual([column, true]);
      }
    expect(data[0].seat).toBe('1');
  });

  it('has no column twice, however questions are named', () => {
    const kinds: ItemKind[] = ['line', 'line', 'category', 'liking', 'liking', 'comment'];
    const bundle = simulatedBundle({
      tasting: {
        ballot: {
          items: [
            ...kinds.map((kind, at) => ({ ...neutralQuestion(`q${at}`, kind), attribute: at < 3 ? 'seat' : '' })),
            neutralQuestion('ranking', 'ranking'),
          ],
        },
      },
    });
    const columns = read(tidyCsv(bundle)).meta.fields!;
    expect(columns.slice(20)).toEqual([
      ...['asked', 'seat 2', 'seat 3', 'seat 4', 'liking', 'liking 2', 'comment', 'rank', 'handed_in_at'],
    ]);
    const [row] = tidyRows(bundle);
    expect(Number(row.liking)).toBeGreaterThan(0);
    expect(row['seat 2']).not.toBe(row.seat);
  });

  it('never calls a rank as it calls a score of the same word, which runs the other way', () => {
    const juicy = (id: string, kind: ItemKind) => ({ ...neutralQuestion(id, kind), attribute: 'juicy' });
    const bundle = simulatedBundle({
      ...{ truth: [8, 5, 2], panelists: 24, world: { noise: 0.2, disagreement: 0.2 } },
      tasting: { ballot: { items: [juicy('line', 'line'), juicy('ranking', 'ranking')] } },
    });
    const rows = tidyRows(bundle).filter(({ method }) => method === 'Method 0');
    const mean = (column: string): number => rows.reduce((sum, row) => sum + Number(row[column]), 0) / rows.length;
    expect(mean('juicy')).toBeGreaterThan(60);
    expect(mean('rank juicy')).toBeLessThan(1.2);
  });

  it('lists the orders with codes alone', () => {
    const bundle = bundleWith(['Ada', 'Bo', 'Cleo', 'Dan', 'Steamed', 'Roasted']);
    const csv = ordersCsv(bundle);
    expect(read(csv).data).toHaveLength(4 * 2 * 2);
    for (const word of ['Steamed', 'Roasted', ...bundle.pieces.map(({ tag }) => tag)]) expect(csv).not.toContain(word);
  });

  it('says how long a rinse took, nothing of one that still lasts, and how paper was typed', () => {
    const bundle = bundleWith(['Ada', 'Bo', 'Cleo', 'Dan', 'Steamed', 'Roasted']);
    const [{ panelist, answers }] = bundle.ballots;
    const { codes } = bundle.plan!.servings.find((serving) => serving.panelist === panelist)!.sets[0];
    const base = { at: answers[0].at, by: 'phone', reason: '' };
    answers.push(
      { ...base, id: 'rinse-1', kind: 'rinse', code: codes[0], seconds: 45 },
      { ...base, id: 'rinse-2', kind: 'rinse', code: codes[1], seconds: null },
      { ...base, id: 'typed-1', kind: 'typed', times: 2, second: 'Bo', settled: 0 },
    );
    const own = tidyRows(bundle).filter(({ typed }) => typed !== '');
    expect(own.find(({ code }) => code === codes[0])).toMatchObject({ rinsed_s: 45, typed: 'twice' });
    expect(own.find(({ code }) => code === codes[1])).toMatchObject({ rinsed_s: '', typed: 'twice' });
  });

  it('keeps methods, pieces and lots to itself while the key is sealed', () => {
    const bundle = { ...bundleWith(['Ada', 'Bo', 'Lot nine', 'Dan', 'Steamed', 'Roasted']), key: null };
    const { data } = read(tidyCsv(bundle));
    expect(data).toHaveLength(4 * 2 * 2);
    for (const { method, piece, block, lot } of data) expect([method, piece, block, lot]).toEqual(['', '', '', '']);
  });
});

it('counts sets and blocks from 1 in the table of servings, as piece and lot are named', () => {
  const bundle = simulatedBundle({ methods: 2, panelists: 4, pieces: 2 });
  const rows = servedRows(bundle, bundle.key!);
  const blockOf = new Map(bundle.pieces.map(({ tag, block }) => [tag, block + 1]));
  expect(rows.map(({ block }) => block)).toEqual(rows.map(({ piece }) => blockOf.get(piece)));
  expect(new Set(rows.map(({ block }) => block))).toEqual(new Set([1, 2]));
  expect(rows.every(({ set }) => set === 1)).toBe(true);
});
