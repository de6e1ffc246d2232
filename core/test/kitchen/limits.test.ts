import { celsiusOf, doseOf, limitOf, PUBLISHED_LIMITS, towards, type PublishedLimit } from '../../src/kitchen';

const table = (id: string): PublishedLimit => limitOf(id) as PublishedLimit;
const held = (celsius: number, minutes: number) => [0, minutes].map((at) => ({ minutes: at, celsius }));

describe('lethality', () => {
  /** Written again from memory, apart from the table in the code: °F, minutes. */
  const rows = [
    [130, 112],
    [135, 36],
    [140, 12],
    [145, 4],
    [150, 67 / 60],
    [155, 22 / 60],
  ];

  it.each(rows)('of FSIS Appendix A: at %s °F the sum comes to 6.5 after %s minutes', (fahrenheit, minutes) => {
    const { logReductions, limitMetAt } = towards(
      held(celsiusOf(fahrenheit), minutes * 1.001),
      table('appendix-a-beef'),
    );
    expect(logReductions).toBeCloseTo(6.5, 1);
    expect(limitMetAt).toBeCloseTo(minutes, 3);
    expect(towards(held(celsiusOf(fahrenheit), minutes * 0.99), table('appendix-a-beef')).limitMetAt).toBeNull();
  });

  it('reads 54.4 as 130 °F, as probes show it, and counts nothing below', () => {
    expect(towards(held(54.4, 113), table('appendix-a-beef')).logReductions).toBeGreaterThan(6.4);
    expect(towards(held(54.3, 1000), table('appendix-a-beef')).logReductions).toBe(0);
  });

  it('agrees with an integral in small steps along a curve that rises and falls', () => {
    const curve = Array.from({ length: 61 }, (_, minute) => ({
      minutes: minute,
      celsius: 50 + 11 * Math.sin((minute * Math.PI) / 60),
    }));
    const fine = Array.from({ length: 60_000 }, (_, at) => {
      const minute = (at + 0.5) / 1000;
      const [from, to] = [curve[Math.floor(minute)].celsius, curve[Math.floor(minute) + 1].celsius];
      const celsius = from + (minute % 1) * (to - from);
      const [fahrenheit] = [(celsius * 9) / 5 + 32];
      if (celsius < celsiusOf(130) - 0.05) return 0;
      // Log-linear between the published rows, as a table of its own.
      const known = [
        [130, 112],
        [131, 89],
        [132, 71],
        [133, 56],
        [134, 45],
        [135, 36],
        [136, 28],
        [137, 23],
        [138, 18],
        [139, 15],
        [140, 12],
        [141, 9],
        [142, 8],
      ];
      const next = Math.max(
        1,
        known.findIndex(([degrees]) => degrees > fahrenheit),
      );
      const [[low, slow], [high, fast]] = [known[next - 1], known[next]];
      return 6.5 / Math.exp(Math.log(slow) + ((fahrenheit - low) / (high - low)) * Math.log(fast / slow)) / 1000;
    }).reduce((sum, one) => sum + one, 0);
    expect(towards(curve, table('appendix-a-beef')).logReductions).toBeCloseTo(fine, 1);
  });

  it('is met at once at 158 °F, even in a single reading', () => {
    expect(towards([{ minutes: 3, celsius: celsiusOf(158) }], table('appendix-a-beef')).limitMetAt).toBe(3);
    const rising = [0, 10].map((minutes) => ({ minutes, celsius: 20 + 10 * minutes }));
    expect(towards(rising, table('appendix-a-beef')).limitMetAt).toBeCloseTo(5, 0);
  });

  it('counts nothing across a gap that is a little too long', () => {
    const readings = [0, 30].map((minutes) => ({ minutes, celsius: 60 }));
    expect(towards(readings, table('appendix-a-beef'), 29)).toMatchObject({ logReductions: 0, gapsLeftOut: 1 });
    expect(towards(readings, table('appendix-a-beef'), 30).logReductions).toBeGreaterThan(6.5);
  });

  it('counts nothing across a gap that is too long', () => {
    const readings = [0, 5, 10, 60].map((minutes) => ({ minutes, celsius: 60 }));
    const whole = towards(readings, table('appendix-a-beef'));
    const cut = towards(readings, table('appendix-a-beef'), 20);
    expect(whole).toMatchObject({ longestGap: 50, gapsLeftOut: 0 });
    expect(cut).toMatchObject({ gapsLeftOut: 1, limitMetAt: null });
    expect(cut.logReductions).toBeCloseTo(6.5 * (10 / 12), 1);
  });
});

describe('a temperature that is reached and kept', () => {
  it('is met once it was kept long enough without a break', () => {
    const readings = [
      [0, 60],
      [1, 64],
      [2, 61],
      [3, 65],
      [7, 65],
    ].map(([minutes, celsius]) => ({ minutes, celsius }));
    // 62.78 °C was passed again at 2.45; three minutes later it had been kept.
    expect(towards(readings, table('whole-cuts')).limitMetAt).toBeCloseTo(5.43, 1);
    expect(towards(readings.slice(0, 3), table('whole-cuts')).limitMetAt).toBeNull();
    expect(towards(readings, table('whole-cuts'), 2).limitMetAt).toBeNull();
  });

  it('is met as probes show it', () => {
    expect(towards([{ minutes: 4, celsius: 71.1 }], table('ground-meat'))).toMatchObject({
      limitMetAt: 4,
      logReductions: null,
    });
    expect(towards([{ minutes: 4, celsius: 71 }], table('ground-meat')).limitMetAt).toBeNull();
  });

  it.each([
    ['whole-cuts', 62.8, 3],
    ['ground-meat', 71.1, 0],
    ['poultry', 73.9, 0],
    ['fish', 62.8, 0],
  ] as const)('%s: %s °C for %s minutes (FSIS chart, from memory)', (id, celsius, minutes) => {
    const { rule } = table(id);
    if (rule.kind !== 'reached') throw new Error('another rule');
    expect(rule.celsius).toBeCloseTo(celsius, 1);
    expect(rule.minutes).toBe(minutes);
  });

  it('names a source for every limit', () => {
    expect(PUBLISHED_LIMITS.every(({ source }) => source.includes('FSIS'))).toBe(true);
    expect(new Set(PUBLISHED_LIMITS.map(({ id }) => id)).size).toBe(PUBLISHED_LIMITS.length);
  });
});

describe('doses', () => {
  it('go by the mass of the piece', () => {
    expect(doseOf({ perKilogram: 2 }, 1500)).toEqual({ grams: 3, ppm: null, isOver: false });
  });

  it.each([
    [3, 187.5, true],
    [2.5, 156.25, false],
  ])('of a 6.25 %% cure at %s g/kg are %s ppm of nitrite (9 CFR 424.21, from memory)', (perKilogram, ppm, isOver) => {
    expect(doseOf({ perKilogram, active: 0.0625 }, 1000)).toMatchObject({ ppm, isOver });
  });
});
