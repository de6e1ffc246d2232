import reference from '../reference/friedman.json';
import { run } from '../../cli/main';
import { findings } from '../../src/findings';
import { simulatedBundle } from '../support/bundles';

function jacana(file: string, ...args: string[]): { code: number; out: string; error: string } {
  const printed = { out: '', error: '' };
  const code = run(args, {
    read: (name) => {
      if (name === 'missing.csv') throw new Error('no such file');
      return file;
    },
    out: (text) => (printed.out += text),
    error: (text) => (printed.error += text),
  });
  return { code, ...printed };
}

const columns = ['--test', 'friedman', '--panelist', 'who', '--sample', 'what', '--value', 'rank'];
const csv = (rows: number[][]) =>
  ['who,what,rank', ...rows.flatMap((row, who) => row.map((rank, what) => `p${who},s${what},${rank}`))].join('\n');

describe('jacana analyse', () => {
  it('prints the statistics as JSON', () => {
    const { code, out } = jacana(csv(reference.rounding.rows), 'analyse', 'x.csv', ...columns, '--json');
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      statistic: expect.closeTo(11.142857, 5),
      df: 2,
      kendallW: expect.closeTo(0.253247, 5),
      rankSums: { s0: 53, s1: 47, s2: 32 },
      leads: 's2',
    });
  });

  it('reads leadership from the other end with --higher-is-better, with the same rank sums', () => {
    const { out } = jacana(
      csv(reference.rounding.rows),
      'analyse',
      'x.csv',
      ...columns,
      '--json',
      '--higher-is-better',
    );
    expect(JSON.parse(out)).toMatchObject({ rankSums: { s0: 53, s2: 32 }, leads: 's0' });
  });

  it('leaves out incomplete panelists and names them', () => {
    const text =
      csv([
        [1, 2, 3],
        [1, 3, 2],
        [1, 2, 3],
      ]) + '\np9,s0,1';
    expect(JSON.parse(jacana(text, 'analyse', 'x.csv', ...columns, '--json').out)).toMatchObject({
      panelists: 3,
      leftOut: ['p9'],
    });
    expect(jacana(text, 'analyse', 'x.csv', ...columns).out).toContain('Left out (incomplete): p9');
  });

  it.each(['', '-', '–', 'NA', 'n/a', ' na '])(
    'takes %j for a missing answer, leaves it out and counts it',
    (empty) => {
      const rows = ['a,x,1', 'a,y,2', 'b,x,1', 'b,y,2', 'c,x,1', 'c,y,2', 'd,x,1'];
      const asked = ['analyse', 'x.csv', ...columns];
      const found = jacana(['who,what,rank', ...rows, `d,y,${empty}`].join('\n'), ...asked, '--json');
      const without = jacana(['who,what,rank', ...rows].join('\n'), ...asked, '--json');
      expect(JSON.parse(found.out)).toEqual({ ...JSON.parse(without.out), missing: 1 });
      expect(jacana(['who,what,rank', ...rows, `d,y,${empty}`].join('\n'), ...asked).out).toContain(
        '1 row has no answer and was left out.',
      );
    },
  );

  it.each([
    ['who,what,rank\na,b,x', 'Row 2, column rank: "x" is not a finite number.'],
    ['who,what,rank\na,b,1\na,b,2', 'Row 3: panelist "a" has sample "b" a second time'],
    ['who,what,rank\na,,1', 'Row 2, column what: empty.'],
    ['who,what,score\na,b,1', 'No column "rank" for --value. The file has: who, what, score.'],
    ['who,what,rank\na,b,1e999', 'is not a finite number'],
    ['who,what,rank\na,b,0x10', 'is not a finite number'],
    ['who,what,rank\na,b,none', 'Leave the cell empty if there is no answer.'],
    ['who,what,rank,what\na,b,1,c', 'two columns are called "what"'],
    ['who,what,rank\na,"b,1', 'Row'],
    ['who,what,rank\na,b,1,2', 'Row 2: Too many fields'],
  ])('refuses %j with one clear line and exit code 2', (text, message) => {
    const { code, error } = jacana(text, 'analyse', 'x.csv', ...columns);
    expect(code).toBe(2);
    expect(error).toContain(message);
    expect(error.trim().split('\n')).toHaveLength(1);
  });

  it('reads files with a byte order mark, other separators and other line ends', () => {
    const rows = 'who,what,rank\na,x,1\na,y,2\nb,x,1\nb,y,2\n';
    const sums = (text: string) => JSON.parse(jacana(text, 'analyse', 'x.csv', ...columns, '--json').out).rankSums;
    for (const text of [`\uFEFF${rows}`, rows.replaceAll(',', ';'), rows.replaceAll('\n', '\r\n')])
      expect(sums(text)).toEqual({ x: 2, y: 4 });
  });

  it('reads a comma as the decimal sign where semicolons part the cells, and nowhere else', () => {
    const rows = 'who;what;rank\na;x;1,5\na;y;1,5\na;z;3\nb;x;1\nb;y;2\nb;z;3\n';
    expect(JSON.parse(jacana(rows, 'analyse', 'x.csv', ...columns, '--json').out).rankSums).toEqual({
      ...{ x: 2.5, y: 3.5, z: 6 },
    });
    expect(jacana('who,what,rank\na,x,"1,5"\na,y,2', 'analyse', 'x.csv', ...columns).code).toBe(2);
  });

  it('refuses one column in two parts', () => {
    const { code, error } = jacana('who,what,rank\na,b,1', 'analyse', 'x.csv', ...columns.with(5, 'rank'));
    expect(code).toBe(2);
    expect(error).toContain('which another option names too');
  });

  it('refuses an unknown test, a missing file and a bad alpha', () => {
    expect(jacana('', 'analyse', 'x.csv', ...columns.with(1, 'anova')).error).toContain('Unknown test "anova"');
    expect(jacana('', 'analyse', 'missing.csv', ...columns)).toMatchObject({
      code: 2,
      error: expect.stringContaining('Cannot read missing.csv'),
    });
    expect(jacana('', 'analyse', 'x.csv', ...columns, '--alpha', '2').code).toBe(2);
  });

  it('has no test for an empty table, and says why', () => {
    expect(jacana('who,what,rank\n', 'analyse', 'x.csv', ...columns)).toMatchObject({
      code: 0,
      out: expect.stringContaining('nothing to test'),
    });
  });
});

describe('jacana findings', () => {
  const bundle = simulatedBundle({ truth: [8, 5, 4], panelists: 12, liking: true });

  it('prints the same findings as the library', () => {
    const { code, out } = jacana(JSON.stringify(bundle), 'findings', 'b.json', '--json');
    expect(code).toBe(0);
    expect(JSON.parse(out)).toEqual(JSON.parse(JSON.stringify(findings(bundle))));
  });

  it('prints the verdict first for people', () => {
    const { out } = jacana(JSON.stringify(bundle), 'findings', 'b.json');
    expect(out).toContain(findings(bundle).verdict.sentence);
    expect(out).toContain('Fingerprint matches');
  });

  it.each([
    ['{', 'is not JSON'],
    ['{}', 'format: This is not a tasting bundle'],
    [JSON.stringify({ ...bundle, key: null, seal: { ...bundle.seal, unsealedAt: null, unsealedBy: null } }), 'sealed'],
  ])('refuses %.20s', (text, message) => {
    expect(jacana(text, 'findings', 'b.json')).toMatchObject({ code: 2, error: expect.stringContaining(message) });
  });

  it('explains itself', () => {
    expect(jacana('', '--help')).toMatchObject({ code: 0, out: expect.stringContaining('findings') });
  });
});
