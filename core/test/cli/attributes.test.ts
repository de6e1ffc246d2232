import reference from '../reference/inference.json';
import { jacana, json } from '../support/commandLine';

/** What `jacana analyse` says of attributes, words, controls and answers one by one. */

const WHO = ['--panelist', 'who', '--sample', 'what'];
const analyse = (file: string, test: string, ...more: string[]) =>
  json(file, 'analyse', 'x.csv', '--test', test, ...WHO, ...more);
const told = (file: string, test: string, ...more: string[]) =>
  jacana(file, 'analyse', 'x.csv', '--test', test, ...WHO, ...more);

/** Every sample by every panelist, who score all a little higher than the one before. */
const profiles = (values: readonly (readonly number[])[], people = 4): string =>
  [
    `who,what,${values[0].map((_, at) => `a${at}`).join()},liking`,
    ...Array.from({ length: people }, (_, who) =>
      values.map((row, at) => [`p${who}`, `s${at}`, ...row.map((value) => value + who / 10), row[0] + who].join()),
    ).flat(),
  ].join('\n');
const attributes = ['--attributes', 'a0,a1,a2,a3,a4'];

describe('attributes', () => {
  it('are mapped as prcomp has them', () => {
    const { rows, shares } = reference.pca;
    const found = analyse(profiles(rows), 'principal-components', ...attributes);
    shares.forEach((share: number, at: number) => expect(found.shares[at] ?? 0).toBeCloseTo(share, 6));
    expect(Object.keys(found.samples)).toEqual(['s0', 's1', 's2', 's3', 's4', 's5']);
    expect(found.ellipses.s0.halfAxes[0]).toBeCloseTo(0, 6);
    const gap = profiles(rows).replace(/p3,s5[^\n]*/, '');
    expect(analyse(gap, 'principal-components', ...attributes).leftOut).toEqual(['p3']);
    expect(told(profiles(rows), 'principal-components', ...attributes).out).toContain('of the spread between samples');
  });

  it('that go with liking are found, within panelists, and the map says who likes what', () => {
    const { rows } = reference.pca;
    const found = analyse(profiles(rows), 'drivers', ...attributes, '--liking', 'liking');
    // Liking was made of the first attribute alone.
    expect(found.together.a0.slope).toBeCloseTo(1, 6);
    expect(found.rSquared).toBeCloseTo(1, 6);
    const map = analyse(profiles(rows), 'preference-map', ...attributes, '--liking', 'liking');
    expect(map.arrows).toHaveLength(4);
    expect(Object.values(map.likedBy).every((share) => share === 0 || share === 1)).toBe(true);
  });

  it('need their columns, numbers in them, and each sample once', () => {
    const file = profiles(reference.pca.rows);
    expect(told(file, 'drivers', ...attributes).error).toContain('needs --liking');
    expect(told(file, 'principal-components').error).toContain('needs --attributes');
    expect(told(file, 'principal-components', '--attributes', 'a0,salt').error).toContain('"salt" for --attributes');
    expect(told(file.replace('p0,s0,', 'p0,s0,much'), 'principal-components', ...attributes).error).toContain('Row 2');
    expect(told(`${file}\n${file.split('\n')[1]}`, 'drivers', ...attributes, '--liking', 'liking')).toMatchObject({
      code: 2,
      error: expect.stringContaining('a second time'),
    });
  });
});

describe('words', () => {
  it('are mapped as corresp has them, from ticks', () => {
    const { counts, inertia } = reference.correspondence;
    const words = counts[0].map((_: number, word: number) => `w${word}`);
    const most = Math.max(...counts.flat());
    const ticks = counts.flatMap((row: number[], sample: number) =>
      Array.from({ length: most }, (_, who) => [`p${who}`, `s${sample}`, ...row.map((count) => (who < count ? 1 : 0))]),
    );
    const file = [['who', 'what', ...words], ...ticks].map((row) => row.join()).join('\n');
    const found = analyse(file, 'correspondence', '--attributes', words.join());
    expect(found.totalInertia).toBeCloseTo(inertia, 8);
    expect(found.counts.s0).toEqual(counts[0]);
    expect(told(file.replace(/,1$/m, ',2'), 'correspondence', '--attributes', words.join()).error).toContain(
      '1 (ticked)',
    );
  });
});

describe('just about right', () => {
  it('has the drop of Welch’s test in R, sample by sample', () => {
    const { right, much, drop, p } = reference.justAboutRight;
    const rows = [
      ...right.map((liking: number, at: number) => `p${at},s0,0,${liking}`),
      ...much.map((liking: number, at: number) => `q${at},s0,1,${liking}`),
    ];
    const file = ['who,what,salt,liking', ...rows, 'p0,s1,-1,3'].join('\n');
    const { samples } = analyse(file, 'just-about-right', '--value', 'salt', '--liking', 'liking');
    expect(samples.s0.tooMuch).toMatchObject({
      meanDrop: expect.closeTo(drop, 10),
      welch: { p: expect.closeTo(p, 8) },
    });
    expect(samples.s1.tooLittle.share).toBe(1);
    const one = analyse(file, 'just-about-right', '--value', 'salt', '--liking', 'liking', '--reference', 's1');
    expect(Object.keys(one.samples)).toEqual(['s1']);
  });
});

describe('a blind control', () => {
  it('is what samples are held against', () => {
    const scores = [
      [1, 4, 1],
      [2, 5, 2],
      [1, 5, 1],
      [2, 4, 3],
    ];
    const file = [
      'who,what,score',
      ...scores.flatMap((row, who) => row.map((score, at) => `p${who},${['blind', 'far', 'near'][at]},${score}`)),
    ].join('\n');
    const found = analyse(file, 'difference-from-control', '--value', 'score', '--reference', 'blind');
    expect(found.comparisons.map(({ a, difference }: { a: string; difference: number }) => [a, difference])).toEqual([
      ['far', expect.closeTo(3, 8)],
      ['near', expect.closeTo(0.25, 8)],
    ]);
    expect(found.comparisons[0].p).toBeLessThan(0.01);
    expect(told(file, 'difference-from-control', '--value', 'score').error).toContain('needs --reference');
  });
});

describe('answers one by one', () => {
  const sequence = (answers: string, ...more: string[]) =>
    json('', 'forced-choice', '--protocol', 'triangle', '--sequence', answers, ...more);

  it('stop where Wald’s lines are crossed', () => {
    // By hand: share 0.5333, step ln(1.6) + ln(0.6667 / 0.4667) = 0.8267; slope 0.4314, differ ln(16) / 0.8267 = 3.354.
    const found = sequence('1,1,1,1,1,1,1');
    expect(found.boundaries.slope).toBeCloseTo(0.43144, 4);
    expect(found.boundaries.differ).toBeCloseTo(3.3539, 3);
    expect(found).toMatchObject({ decision: 'differ', decidedAt: 6 });
    expect(sequence('1,0,1')).toMatchObject({ decision: 'go on', decidedAt: null });
    expect(sequence('0,0,0,0,0,0')).toMatchObject({ decision: 'alike' });
  });

  it('are 1 or 0, or else counts', () => {
    expect(jacana('', 'forced-choice', '--protocol', 'triangle', '--sequence', '1,2').error).toContain('"2"');
    expect(jacana('', 'forced-choice', '--protocol', 'triangle').error).toContain('--n and --correct');
  });
});
