import {
  chainEffort,
  chainOf,
  differences,
  differenceText,
  readStep,
  readSteps,
  servingWindow,
  stepProblem,
  stepText,
} from '../../src/kitchen';
import { METHOD_SETS } from '../../src/library';
import { randomStream } from '../../src/numeric';
import { methodSchema, stepSchema } from '../../src/tasting';

/** Without what is undefined. */
const pruned = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, part]) => part !== undefined)) as T;

const read = (line: string) => readStep(line, 'a');

describe('a step that is typed in', () => {
  it.each([
    [
      'Roast 110 °C until 50 °C inside, 25-40 min',
      {
        kind: 'heat',
        name: 'Roast',
        equipment: 'oven',
        celsius: 110,
        hands: 'start',
        until: { celsius: 50, where: 'inside' },
        minutes: { least: 25, usual: 32.5, most: 40 },
      },
    ],
    [
      'Smoke at 225 F until 195 F, 14-16 h',
      {
        equipment: 'smoker',
        celsius: 107.2,
        until: { celsius: 90.6, where: '' },
        minutes: { least: 840, usual: 900, most: 960 },
      },
    ],
    [
      'Sear, turning every 30 s, high heat, 4 min',
      {
        equipment: 'hob',
        hands: 'throughout',
        setting: 'high heat',
        every: { what: 'turn', seconds: 30 },
        minutes: { usual: 4 },
        name: 'Sear',
      },
    ],
    ['Fry 3 min, turned twice', { every: { what: 'turn', times: 2 }, minutes: { usual: 3 } }],
    ['sear 45 s', { name: 'Sear', minutes: { usual: 0.75 } }],
    ['Hold at 60 °C 2 h 30 min', { kind: 'hold', celsius: 60, minutes: { usual: 150 }, hands: 'none' }],
    ['Thaw overnight', { kind: 'thaw', equipment: 'refrigerator', minutes: { least: 480, usual: 720, most: 960 } }],
    [
      'Brine 4 h in the fridge, 20 g/kg salt',
      { kind: 'brine', equipment: 'refrigerator', doses: [{ name: 'salt', perKilogram: 20 }] },
    ],
    ['Season with pepper 2 g per kg', { kind: 'season', doses: [{ name: 'pepper', perKilogram: 2 }] }],
    ['Roast at 120 °C 30 min, places swapped halfway', { kind: 'heat', swaps: true, celsius: 120 }],
    ['Cook in the water bath at 56 °C, 1,5 h', { equipment: 'bath', celsius: 56, minutes: { usual: 90 } }],
    [
      'Hold in a warm cabinet at 65 °C or above, up to 12 h',
      { name: 'Hold in a warm cabinet', equipment: 'cabinet', celsius: 65, minutes: { most: 720 } },
    ],
    ['Grill until it has lost 20 % of its mass', { name: 'Grill', until: { loss: 0.2 } }],
    ['Smoke until 12,5 % lighter, 5 h', { name: 'Smoke', until: { loss: 0.125 }, minutes: { usual: 300 } }],
    ['Sear 45 s a side, high heat', { name: 'Sear', minutes: { usual: 1.5 } }],
    [
      'Cure with 2.5 g/kg curing salt, 6.25 % nitrite, 3 days',
      {
        name: 'Cure',
        minutes: { usual: 4320 },
        doses: [{ name: 'curing salt', perKilogram: 2.5, active: 0.0625 }],
      },
    ],
    ['Simmer 1 h 30 min to 2 h', { minutes: { least: 90, usual: 105, most: 120 } }],
    ['Braise 1½ h', { minutes: { usual: 90 } }],
    ['Roast for half an hour', { name: 'Roast', minutes: { usual: 30 } }],
    ['Fry 6 min, turned once a minute', { minutes: { usual: 6 }, every: { what: 'turn', seconds: 60 } }],
    ['Heat to 54 °C at the core at 120 °C', { until: { celsius: 54, where: 'inside' }, celsius: 120 }],
    ['Heat the fat to 180 °C', { celsius: 180 }],
    [
      'Rest 8 min, then waits at most 20 min at 57 °C or above',
      {
        name: 'Rest',
        minutes: { usual: 8 },
        wait: { most: 20, celsius: 57, side: 'above' },
      },
    ],
    ['Freeze at -18 °C, 2 days', { name: 'Freeze', equipment: 'freezer', celsius: -18, minutes: { usual: 2880 } }],
    ['Turn once', { kind: 'turn', minutes: {} }],
    ['Whatever the cook thinks', { kind: 'other', name: 'Whatever the cook thinks', minutes: {} }],
  ])('%s', (line, expected) => {
    expect(read(line)).toMatchObject(expected);
  });

  it('leaves open what it does not say, and makes no equipment or temperature up', () => {
    const step = read('Rest');
    expect(step).toMatchObject({ kind: 'rest', minutes: {}, hands: 'none', doses: [] });
    expect(step.equipment ?? step.celsius ?? step.until ?? step.every ?? step.wait).toBeUndefined();
    expect(read('40-25 min').minutes).toEqual({ usual: 25 });
  });

  it('never fails, and is a step that a bundle takes, whatever is typed', () => {
    for (const line of [
      '-',
      '°',
      '5-',
      'at',
      '110',
      '110 °C',
      'g/kg',
      'until until',
      'x'.repeat(200),
      '🥕 20 min',
      '1e9 h',
      'Bake at 5000 °C',
      'Salt 9000 g/kg',
      'Until 9999 F, turning every 2 days',
    ])
      expect(methodSchema.shape.chain.safeParse([read(line)]).success).toBe(true);
  });

  it.each(
    METHOD_SETS.flatMap(({ methods }) =>
      methods.flatMap(({ name, chain }) => chain.map((step) => [name, step] as const)),
    ),
  )('of %s reads back as the same from what is shown', (_, step) => {
    const { name: _name, ...again } = readStep(stepText(step), step.id);
    const { name: _other, ...first } = step;
    expect(again).toMatchObject({ ...first, doses: [], swaps: false });
  });

  it('thaws in water without a refrigerator, and smokes overnight in the smoker', () => {
    expect(read('Thaw in cold water, 1 h').equipment).toBeUndefined();
    expect(read('Cold-smoke overnight').equipment).toBe('smoker');
    expect(read('Heat the fat to 180 °C').until).toBeUndefined();
  });

  it('names its equipment once, by the word the cook used', () => {
    expect(stepText(read('Dry-age 28 days in the fridge at 2 °C'))).toBe('Dry-age in the fridge at 2 °C, 28 days');
    expect(stepText(read('Soak overnight'))).toBe('Soak overnight in the refrigerator, 8 to 16 h');
  });

  it('reads back whole from what is shown, whatever it has', () => {
    const { fraction: random } = randomStream('steps', 'read back');
    const maybe = <T>(value: T): T | undefined => (random() < 0.5 ? value : undefined);
    const among = (least: number, most: number) => Math.round(least + random() * (most - least));
    for (let trial = 0; trial < 300; trial++) {
      const [least, most] = [among(1, 200), among(201, 3000)];
      const celsius = maybe(among(-20, 300));
      const minutes = pruned({ least: maybe(least), most: maybe(most), usual: maybe(among(least, most)) });
      const wait = pruned({
        least: maybe(among(1, 9)),
        most: maybe(among(10, 5000)),
        ...maybe({ celsius: 57, side: 'above' as const }),
      });
      const step = stepSchema.parse(
        pruned({
          ...{ id: 'a', kind: 'heat', name: 'Steam', equipment: 'hob', hands: 'start' },
          // Least and most without a usual time are read with the middle of the two.
          minutes:
            minutes.least && minutes.most && !minutes.usual ? { ...minutes, usual: (least + most) / 2 } : minutes,
          celsius,
          setting: maybe('low heat'),
          until:
            random() < 0.5
              ? { celsius: among(40, 99), where: 'inside' }
              : maybe({ where: '', loss: among(1, 99) / 100 }),
          wait: Object.keys(wait).length > 0 ? wait : undefined,
          doses: maybe([pruned({ name: 'curing salt', perKilogram: among(1, 40) / 4, active: maybe(0.0625) })]),
          swaps: random() < 0.5,
        }),
      );
      expect(readStep(stepText(step), 'a')).toEqual(step);
    }
  });
});

describe('the shipped methods', () => {
  it.each(METHOD_SETS.flatMap(({ methods }) => methods))('$name has a whole chain', ({ chain, effort }) => {
    expect(chain.length).toBeGreaterThan(0);
    expect(chain.map(stepProblem)).toEqual(chain.map(() => null));
    const { unknown, totalMinutes, handsOnMinutes } = chainEffort(chain);
    expect(unknown).toBe(0);
    // Within what the set says of its effort, which counts clearing up and heating up as well.
    expect(totalMinutes).toBeLessThanOrEqual(1.05 * (effort?.totalMinutes ?? 0));
    expect(handsOnMinutes).toBeLessThanOrEqual(totalMinutes);
  });
});

describe('chains', () => {
  it('of plans from before are read from their lines', () => {
    const method = { chain: [], steps: 'Boil 20 min\n\nDrain' };
    expect(chainOf(method).map(({ id, name }) => [id, name])).toEqual([
      ['line-1', 'Boil'],
      ['line-2', 'Drain'],
    ]);
    const chain = readSteps('Steam 5 min', String);
    expect(chainOf({ chain, steps: 'Boil' })).toBe(chain);
  });

  it('say what only differs', () => {
    const [once, often] = ['Dry 1 min\nSear 8 min, turned once', 'Dry 1 min\nSear 8 min, turning every minute'].map(
      (text) => readSteps(text, String),
    );
    expect(differenceText(differences(once, often))).toBe('Only this differs: Sear: turn once, not turn every minute.');
    expect(differenceText(differences(once, once))).toBe('Nothing in their steps differs.');
  });

  it('line steps up, so that one more is one difference', () => {
    const [plain, rested] = [
      'Roast at 110 °C 30 min\nSlice 2 min',
      'Roast at 110 °C 30 min\nRest 8 min\nSlice 2 min',
    ].map((text) => readSteps(text, String));
    expect(differences(rested, plain).map(({ text }) => text)).toEqual(['has “Rest”']);
    expect(differences(plain, rested).map(({ text }) => text)).toEqual(['has no “Rest”']);
    const turned = readSteps('Sear 1 min\nRoast at 110 °C 30 min', String);
    const first = readSteps('Roast at 110 °C 30 min\nSear 1 min', String);
    expect(differences(first, turned).length).toBeGreaterThanOrEqual(2);
  });

  it('name what is wrong with a step', () => {
    const step = read('Roast 30 min');
    expect(stepProblem(step)).toBeNull();
    expect(stepProblem({ ...step, name: ' ' })).toMatch('what is done');
    expect(stepProblem({ ...step, minutes: { least: 5, most: 4 } })).toMatch('longer than the most');
    expect(stepProblem({ ...step, minutes: { least: 5, usual: 4, most: 9 } })).toMatch('outside');
    expect(stepProblem({ ...step, wait: { least: 5, most: 4 } })).toMatch('longer than it may');
    expect(stepProblem({ ...step, every: { what: 'turn' } })).toMatch('how often to turn');
  });
});

describe('servingWindow', () => {
  it('is the shortest wait after the last step of any chain that says one', () => {
    const chain = (...lines: string[]) => readSteps(lines.join('\n'), String);
    const waits = (most: number) => [{ ...chain('Plate 1 min')[0], wait: { most } }];
    expect(servingWindow([waits(8), waits(5), chain('Plate 1 min')])).toBe(5);
    // What waits before the last step is no serving window.
    expect(servingWindow([[...waits(3), ...chain('Plate 1 min')]])).toBeNull();
    expect(servingWindow([])).toBeNull();
  });
});
