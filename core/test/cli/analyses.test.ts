import { orderReport } from '../../src/design';
import { progressLine } from '../../cli/main';
import mixed from '../reference/mixed.json';
import reference from '../reference/inference.json';
import { jacana, json } from '../support/commandLine';

const columns = ['--panelist', 'who', '--sample', 'what', '--value', 'score'];

const analyse = (file: string, test: string, ...more: string[]) =>
  json(file, 'analyse', 'x.csv', '--test', test, ...columns, ...more);

const longCsv = (rows: readonly (readonly (number | null)[])[]): string =>
  [
    'who,what,score',
    ...rows.flatMap((row, who) => row.flatMap((value, what) => (value === null ? [] : [`p${who},s${what},${value}`]))),
  ].join('\n');

describe('the tests of jacana analyse', () => {
  it('page: L, z and p along the stated order, which must name every sample once', () => {
    const { rows, L, z } = reference.page.big;
    const order = ['--order', 's0,s1,s2,s3,s4'];
    expect(analyse(longCsv(rows), 'page', ...order)).toMatchObject({ L, z: expect.closeTo(z, 9), panelists: 30 });
    const refused = (...more: string[]) =>
      jacana(longCsv(rows), 'analyse', 'x.csv', '--test', 'page', ...columns, ...more);
    expect(refused()).toMatchObject({ code: 2, error: 'jacana: --test page needs --order.\n' });
    expect(refused('--order', 's0,s1,s2,s3').error).toContain('leaves out "s4"');
    expect(refused('--order', 's0,s1,s2,s3,s4,s9').error).toContain('"s9"');
    expect(refused('--order', 's0,s1,s2,s3,s4,s4').error).toContain('twice');
  });

  it('durbin and skillings-mack read rows that are not there as not tasted', () => {
    const { durbin, skillingsMack } = reference;
    expect(analyse(longCsv(durbin.rows), 'durbin')).toMatchObject({
      statistic: expect.closeTo(durbin.statistic, 9),
      df: 3,
    });
    expect(analyse(longCsv(skillingsMack.small.rows), 'skillings-mack')).toMatchObject({
      statistic: expect.closeTo(skillingsMack.small.statistic, 9),
      df: 3,
      p: expect.closeTo(skillingsMack.small.p, 9),
    });
  });

  it('plackett-luce takes the lowest value as best, or the highest, and names groups that never met', () => {
    const rows = [
      [1, 2, 3],
      [1, 3, 2],
      [2, 1, 3],
      [3, 1, 2],
    ];
    const low = analyse(longCsv(rows), 'plackett-luce');
    const high = analyse(longCsv(rows), 'plackett-luce', '--higher-is-better');
    expect(Object.values<number>(low.logWorth).reduce((a, b) => a + b, 0)).toBeCloseTo(0, 10);
    expect(low.logWorth.s2).toBeLessThan(low.logWorth.s0);
    expect(high.logWorth.s2).toBeGreaterThan(high.logWorth.s0);
    const apart = longCsv([
      [1, 2, null, null],
      [null, null, 2, 1],
    ]);
    expect(analyse(apart, 'plackett-luce')).toMatchObject({
      logLik: null,
      groups: [
        ['s0', 's1'],
        ['s2', 's3'],
      ],
    });
  });

  it('mixed-model: the keys that other programs read, as R has them', () => {
    const { y, factors, anova, variances, means, pairs } = mixed.penicillin;
    const csv = ['who,what,score', ...y.map((score, at) => `${factors.plate[at]},${factors.sample[at]},${score}`)].join(
      '\n',
    );
    const found = analyse(csv, 'mixed-model');
    const [{ F, df1, df2 }] = anova;
    expect(found).toMatchObject({ F: expect.closeTo(F, 2), df1, df2: expect.closeTo(df2, 2), p: expect.any(Number) });
    expect(found.variances.panelist).toBeCloseTo(variances.plate, 4);
    expect(found.variances.residual).toBeCloseTo(variances.Residual, 5);
    for (const { level, mean } of means) expect(found.means[level]).toBeCloseTo(mean, 6);
    expect(found.pairs).toHaveLength(pairs.length);
    expect(Object.keys(found.pairs[0])).toEqual(expect.arrayContaining(['a', 'b', 'difference', 'se', 'df', 't', 'p']));
    expect(found.panelists).toBeUndefined();
  });

  it('mixed-model with replicates: panelist x sample is random too, and each panelist is looked at', () => {
    const rows = [
      [3, 4, 6, 5, 8, 7],
      [2, 4, 5, 5, 9, 8],
      [4, 3, 7, 6, 6, 8],
      [3, 3, 4, 6, 8, 9],
    ];
    const csv = [
      'who,what,score,again',
      ...rows.flatMap((row, who) => row.map((score, at) => `p${who},s${Math.floor(at / 2)},${score},${at % 2}`)),
    ].join('\n');
    const found = analyse(csv, 'mixed-model', '--replicate', 'again', '--reference', 's0', '--margin', '1');
    expect(Object.keys(found.variances)).toEqual(['panelist', 'panelist:sample', 'residual']);
    expect(found.panelists.p0).toMatchObject({
      F: expect.closeTo(16, 8),
      repeatabilitySd: expect.closeTo(Math.SQRT1_2, 6),
    });
    expect(found.againstReference.map(({ a, b }: { a: string; b: string }) => [a, b])).toEqual([
      ['s1', 's0'],
      ['s2', 's0'],
    ]);
    expect(found.withinMargin[0]).toMatchObject({ sample: 's1', margin: 1, nonInferior: true });
    expect(jacana(csv, 'analyse', 'x.csv', '--test', 'mixed-model', ...columns).error).toContain('--replicate');
    expect(jacana(csv, 'analyse', 'x.csv', '--test', 'friedman', ...columns, '--replicate', 'again').error).toContain(
      'does not use --replicate',
    );
  });

  describe('with blocks of pieces', () => {
    // Three blocks of two people; everyone likes s0 most, and one of two puts s1 before s2.
    const ranks = [
      [1, 2, 3],
      [1, 3, 2],
      [1, 2, 3],
      [2, 1, 3],
      [1, 2, 3],
      [1, 2, 3],
    ];
    const csv = (piece = (who: number, at: number): string => `${'XYZ'[at]}${Math.floor(who / 2)}`): string =>
      [
        'who,what,score,block,piece',
        ...ranks.flatMap((row, who) =>
          row.map((score, at) => `p${who},s${at},${score},${Math.floor(who / 2)},${piece(who, at)}`),
        ),
      ].join('\n');

    it('says what is about the methods, and without blocks that all is about the pieces', () => {
      const found = analyse(csv(), 'friedman', '--block', 'block', '--piece', 'piece');
      // By hand: block means 1, 2.5, 2.5 / 1.5, 1.5, 3 / 1, 2, 3 of two people each, as odds of being placed behind
      // another 1/5, 2, 2 / 1/2, 1/2, 5 / 1/5, 1, 5; of their logarithms F = (10.2026 / 2) / (2.0472 / 4).
      expect(found.ofMethods).toMatchObject({ F: expect.closeTo(9.967569, 5), df1: 2, df2: 4, blocks: 3 });
      expect(found).toMatchObject({ about: 'methods', statistic: expect.closeTo(25 / 3, 8) });
      expect(analyse(csv(), 'friedman').about).toBe('pieces');
      const told = (...more: string[]): string =>
        jacana(csv(), 'analyse', 'x.csv', '--test', 'mixed-model', ...columns, ...more).out;
      expect(told()).toContain('This speaks of the pieces that were eaten');
      expect(told('--block', 'block')).toContain('Of the methods: F');
    });

    it('refuses two pieces of one sample in a block, a piece without a block, and blocks where there is no use for them', () => {
      const refused = (file: string, test: string, ...more: string[]) =>
        jacana(file, 'analyse', 'x.csv', '--test', test, ...columns, ...more);
      const split = csv((who, at) => `${'XYZ'[at]}${who}`);
      expect(refused(split, 'friedman', '--block', 'block', '--piece', 'piece')).toMatchObject({
        code: 2,
        error: expect.stringContaining('two pieces in one block'),
      });
      expect(refused(csv(), 'friedman', '--piece', 'piece').error).toContain('--piece needs --block');
      expect(refused(csv(), 'friedman', '--block', 'lot').error).toContain('lot');
      expect(refused(csv(), 'cochran-q', '--block', 'block').error).toContain('does not use --block');
    });
  });

  it('a-not-a compares panelists who answered several times with themselves', () => {
    const said = { p0: [1, 0, 1, 0], p1: [1, 1, 1, 1], p2: [1, 0, 0, 0], p3: [1, 0, 1, 1] };
    const file = [
      'who,what,score',
      ...Object.entries(said).flatMap(([who, own]) => own.map((yes, at) => `${who},${at % 2 ? 'B' : 'A'},${yes}`)),
    ].join('\n');
    const found = analyse(file, 'a-not-a');
    // By hand: of p0 both yes fall on A in 1 of 6 ways, p1 says yes to all, p2 in 1 of 2, p3 in 1 of 2: 1 in 24.
    expect(found).toMatchObject({ hits: 7, falseAlarms: 3, p: expect.closeTo(1 / 24, 10) });
    expect(
      json(file, 'analyse', 'x.csv', '--test', 'a-not-a', '--sample', 'what', '--value', 'score').p,
    ).toBeGreaterThan(found.p);
  });

  it('cochran-q takes only 0 and 1', () => {
    const { rows, statistic } = reference.cochran;
    expect(analyse(longCsv(rows), 'cochran-q')).toMatchObject({ statistic: expect.closeTo(statistic, 8), df: 3 });
    expect(jacana(longCsv([[0, 2]]), 'analyse', 'x.csv', '--test', 'cochran-q', ...columns)).toMatchObject({
      code: 2,
      error: expect.stringContaining('Row 3, column score'),
    });
  });

  it('bradley-terry reads counts, ties as half a win unless told otherwise', () => {
    const { meetings, logWorth } = reference.davidson;
    const csv = ['a,b,winA,winB,ties', ...meetings.map((m) => `s${m.a},s${m.b},${m.winA},${m.winB},${m.ties}`)].join(
      '\n',
    );
    const davidson = json(csv, 'analyse', 'x.csv', '--test', 'bradley-terry', '--ties', 'davidson');
    logWorth.forEach((worth, at) => expect(davidson.logWorth[`s${at}`]).toBeCloseTo(worth, 4));
    const half = json(csv, 'analyse', 'x.csv', '--test', 'bradley-terry');
    expect(half.logTie).toBeNull();
    expect(half.comparisons).toBe(96);
    for (const [row, message] of [
      ['s0,s0,1,2,0', 'cannot meet itself'],
      ['s0,s1,-1,2,0', 'Row 2, column winA'],
      ['s0,s1,1,x,0', 'Row 2, column winB'],
    ])
      expect(jacana(`a,b,winA,winB,ties\n${row}`, 'analyse', 'x.csv', '--test', 'bradley-terry')).toMatchObject({
        code: 2,
        error: expect.stringContaining(message),
      });
    expect(jacana('a,b,winA\n', 'analyse', 'x.csv', '--test', 'bradley-terry').error).toContain('"winB"');
  });

  it('a-not-a counts what was said to A and to not-A, repeated servings included', () => {
    const said = [
      ...Array<string>(30).fill('A,yes'),
      ...Array<string>(10).fill('A,no'),
      ...Array<string>(12).fill('B,1'),
      ...Array<string>(28).fill('B,0'),
    ];
    const csv = ['what,score', ...said].join('\n');
    const found = json(csv, 'analyse', 'x.csv', '--test', 'a-not-a', '--sample', 'what', '--value', 'score');
    expect(found).toMatchObject({
      dPrime: expect.closeTo(reference.aNotA.dPrime, 8),
      hits: 30,
      falseAlarms: 12,
      signals: 40,
    });
    const turned = json(
      csv,
      'analyse',
      'x.csv',
      '--test',
      'a-not-a',
      '--sample',
      'what',
      '--value',
      'score',
      '--reference',
      'B',
    );
    expect(turned.dPrime).toBeLessThan(0);
    expect(
      jacana('what,score\nX,1', 'analyse', 'x.csv', '--test', 'a-not-a', '--sample', 'what', '--value', 'score').error,
    ).toContain('--reference');
    expect(
      jacana('what,score\nA,maybe', 'analyse', 'x.csv', '--test', 'a-not-a', '--sample', 'what', '--value', 'score')
        .error,
    ).toContain('Row 2, column score');
  });
});

describe('forced-choice, power and orders', () => {
  it("forced-choice prints p, the critical number, d' and discriminators", () => {
    expect(json('', 'forced-choice', '--protocol', 'triangle', '--n', '30', '--correct', '15')).toMatchObject({
      p: expect.closeTo(0.0435, 4),
      criticalCorrect: 15,
      pd: expect.closeTo(0.25, 10),
      dPrime: expect.closeTo(reference.dPrime[0].dPrime, 6),
      dPrimeInterval: [0, expect.closeTo(reference.dPrime[0].high, 5)],
    });
  });

  it.each([
    [
      '--correct 31',
      ['forced-choice', '--protocol', 'triangle', '--n', '30', '--correct', '31'],
      '--correct 31 is more than --n 30',
    ],
    [
      'a share for a count',
      ['forced-choice', '--protocol', 'triangle', '--n', '3.5', '--correct', '1'],
      'whole number',
    ],
    ['an unknown protocol', ['power', '--protocol', 'square', '--n', '30', '--pd', '0.3'], 'Allowed choices'],
    ['no panel and no power', ['power', '--protocol', 'triangle', '--pd', '0.3'], '--power'],
    [
      'two ways of saying how far apart',
      ['power', '--protocol', 'triangle', '--n', '30', '--pd', '0.3', '--d-prime', '1'],
      'either --pd',
    ],
    ['pd above 1', ['power', '--protocol', 'triangle', '--n', '30', '--pd', '1.3'], 'between 0 and 1'],
    ['no liking', ['power', '--protocol', 'ranking', '--n', '30'], '--liking'],
    ['more than all', ['orders', '--samples', '4', '--panelists', '9', '--per-panelist', '5'], '--per-panelist'],
    ['no samples', ['orders', '--samples', '0', '--panelists', '9'], '--samples'],
  ])('refuses %s with exit code 2', (_, args, message) => {
    const { code, error } = jacana('', ...args);
    expect(code).toBe(2);
    expect(error).toContain(message);
  });

  it('takes a distance in place of a share, and several answers for similarity', () => {
    const power = (...more: string[]) => json('', 'power', '--protocol', 'triangle', '--n', '46', ...more);
    // R: a distance of 1.6383 is told by 0.3 in a triangle.
    expect(power('--d-prime', '1.63831').pd).toBeCloseTo(0.3, 4);
    expect(power('--pd', '0.3', '--goal', 'similarity').power).toBeCloseTo(0.8392, 3);
    const thrice = power('--pd', '0.3', '--goal', 'similarity', '--replicates', '3');
    expect(thrice.power).toBeGreaterThan(0.9);
    expect(thrice.actualAlpha).toBeLessThanOrEqual(0.05);
  });

  it('takes protocols however they are written', () => {
    const p = (name: string): number => json('', 'forced-choice', '--protocol', name, '--n', '20', '--correct', '15').p;
    expect(p('2-AFC')).toBe(p('2-afc'));
    expect(p('DuoTrio')).toBe(p('duo-trio'));
  });

  it('power is the exact one, and finds the panel', () => {
    const wanted = reference.power[2];
    expect(json('', 'power', '--protocol', 'triangle', '--n', '30', '--pd', '0.3')).toMatchObject({
      power: expect.closeTo(wanted.power, 10),
      criticalCorrect: wanted.critical,
    });
    expect(json('', 'power', '--protocol', 'triangle', '--power', '0.8', '--pd', '0.3').power).toBeGreaterThanOrEqual(
      0.8,
    );
  });

  it('power counts who tells, and not how often', () => {
    const power = (...more: string[]): number =>
      json('', 'power', '--protocol', 'triangle', '--pd', '0.3', ...more).power;
    const [once, twice] = [power('--n', '20'), power('--n', '20', '--replicates', '2')];
    expect(twice).toBeGreaterThan(once);
    expect(power('--n', '40')).toBeGreaterThan(twice);
  });

  it('ranking power is alpha where nothing differs, and near 1 where all does', () => {
    const power = (liking: string): number =>
      json('', 'power', '--protocol', 'ranking', '--n', '20', '--liking', liking).power;
    expect(power('5,5,5,5')).toBeLessThan(0.06);
    expect(power('8,6,4,2')).toBeGreaterThan(0.99);
  });

  it('orders are balanced as reported, and repeat with the seed', () => {
    const args = ['orders', '--samples', '12', '--panelists', '60', '--per-panelist', '6', '--seed', '7'];
    const found = json('', ...args);
    expect(json('', ...args)).toEqual(found);
    const rows: number[][] = found.rows.map((row: number[]) => row.map((sample) => sample - 1));
    expect(rows).toHaveLength(60);
    expect(rows.every((row) => row.length === 6 && new Set(row).size === 6)).toBe(true);
    expect(orderReport(rows, 12)).toMatchObject({
      positionImbalance: found.positionImbalance,
      concurrence: found.concurrence,
    });
    expect(found.positionImbalance).toBe(0);
    expect(found.concurrenceImbalance).toBeLessThanOrEqual(1);
    expect(found.carryOverImbalance).toBeLessThanOrEqual(4);
  });

  it('help teaches every test', () => {
    const { code, out } = jacana('', 'analyse', '--help');
    expect(code).toBe(0);
    for (const test of ['friedman', 'skillings-mack', 'bradley-terry', 'a-not-a', 'Example:'])
      expect(out).toContain(test);
  });

  it('progress is one line that is wiped at the end, and silent for short work', () => {
    let [time, written] = [0, ''];
    const tell = progressLine(
      (text) => (written += text),
      () => time,
    );
    tell(0.2);
    expect(written).toBe('');
    time = 1000;
    tell(0.5);
    tell(0.501);
    tell(1);
    expect(written).toBe('\r50 %\r    \r');
  });
});
