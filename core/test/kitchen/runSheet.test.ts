import fc from 'fast-check';
import { isTooMuch } from '../../src/kitchen/runSheet/bound';
import {
  bestOf,
  broken,
  givenOut,
  solve,
  waitingOf,
  waitsOf,
  type Appliance,
  type Job,
  type Placed,
  type RunSheetProblem,
  type Task,
} from '../../src/kitchen';

const task = (step: string, minutes: number, more: Partial<Task> = {}): Task => ({
  ...{ step, name: step, minutes, equipment: null, setting: null, hands: 'none', waitLeast: 0, waitMost: 5 },
  ...more,
});
const job = (piece: string, due: number, tasks: Task[], method = piece): Job => ({ piece, method, due, tasks });
const oven = (more: Partial<Appliance> = {}): Appliance => ({
  ...{ id: 'oven', name: 'Oven', kind: 'oven', places: 1, perPlace: 1, shared: true },
  ...more,
});
const hob = (more: Partial<Appliance> = {}): Appliance => ({
  ...{ id: 'hob', name: 'Hob', kind: 'hob', places: 2, perPlace: 2, shared: false },
  ...more,
});
const problem = (jobs: Job[], more: Partial<RunSheetProblem> = {}): RunSheetProblem => ({
  ...{ jobs, appliances: [oven(), hob()], cooks: 1, seed: '1' },
  ...more,
});

const small = fc.record({
  jobs: fc.array(
    fc.record({
      method: fc.constantFrom('a', 'b'),
      due: fc.integer({ min: 8, max: 11 }),
      tasks: fc.array(
        fc.record({
          minutes: fc.integer({ min: 1, max: 4 }),
          equipment: fc.constantFrom(null, 'oven', 'hob'),
          setting: fc.constantFrom(null, '100', '200'),
          hands: fc.constantFrom('none', 'start', 'throughout'),
          waitLeast: fc.integer({ min: 0, max: 1 }),
          waitMost: fc.integer({ min: 1, max: 3 }),
        }),
        { minLength: 1, maxLength: 2 },
      ),
    }),
    { minLength: 1, maxLength: 3 },
  ),
  cooks: fc.integer({ min: 1, max: 2 }),
  ovens: fc.integer({ min: 1, max: 2 }),
  perPlace: fc.integer({ min: 1, max: 2 }),
  burners: fc.integer({ min: 1, max: 2 }),
});
type Drawn = typeof small extends fc.Arbitrary<infer Value> ? Value : never;

function problemOf({ jobs, cooks, ovens, perPlace, burners }: Drawn): RunSheetProblem {
  return {
    jobs: jobs.map(({ method, due, tasks }, at) =>
      // Steps of one method are the same for all its pieces.
      job(
        `${method}${at}`,
        due,
        (jobs.find((one) => one.method === method)?.tasks ?? tasks).map((one, turn) =>
          task(`s${turn}`, one.minutes, one as Partial<Task>),
        ),
        method,
      ),
    ),
    appliances: [
      ...Array.from({ length: ovens }, (_, at) => oven({ id: `oven ${at}`, name: `Oven ${at}`, perPlace })),
      hob({ places: burners }),
    ],
    cooks,
    seed: '1',
  };
}

/** Every combination of starts and appliances, judged by the checker alone. */
function exhaustive(one: RunSheetProblem): number | null {
  const tasks = one.jobs.flatMap(({ piece, method, due, tasks: own }) =>
    own.map((single, turn) => ({ piece, method, due, single, turn, of: own.length })),
  );
  let best: number | null = null;
  const chosen: (Omit<Placed, 'place' | 'cook'> & { task: Task })[] = [];
  (function next(at: number): void {
    if (at === tasks.length) {
      const placed = givenOut(chosen, one);
      if (broken(one, placed).length > 0) return;
      const waiting = waitingOf(waitsOf(one.jobs, placed));
      if (best === null || waiting < best) best = waiting;
      return;
    }
    const { piece, method, due, single, turn } = tasks[at];
    const earliest = turn === 0 ? due - 24 : chosen[at - 1].end + single.waitLeast * 0 + tasks[at - 1].single.waitLeast;
    const latest =
      turn === 0
        ? due - single.minutes
        : Math.min(due - single.minutes, chosen[at - 1].end + tasks[at - 1].single.waitMost);
    for (let start = earliest; start <= latest; start++) {
      const isLast = turn === tasks[at].of - 1;
      const wait = due - start - single.minutes;
      if (isLast && (wait < single.waitLeast || wait > single.waitMost)) continue;
      const rooms =
        single.equipment === null
          ? [null]
          : one.appliances.filter(({ kind }) => kind === single.equipment).map(({ id }) => id);
      for (const appliance of rooms) {
        chosen.push({ piece, method, step: single.step, start, end: start + single.minutes, appliance, task: single });
        next(at + 1);
        chosen.pop();
      }
    }
  })(0);
  return best;
}

describe('a run sheet', () => {
  it('begins as late as it can, so that nothing waits', () => {
    const { placed, waiting, isProven } = solve(
      problem([job('A1', 60, [task('heat', 30, { equipment: 'oven' }), task('rest', 8)])]),
    );
    expect(placed?.map(({ step, start, end }) => [step, start, end])).toEqual([
      ['heat', 22, 52],
      ['rest', 52, 60],
    ]);
    expect([waiting, isProven]).toEqual([0, true]);
  });

  it('lets one piece wait where two want the oven at once, and says that less is impossible', () => {
    const two = ['A1', 'B1'].map((piece) =>
      job(piece, 60, [task('heat', 20, { equipment: 'oven', setting: piece, waitMost: 30 })]),
    );
    const sheet = solve(problem(two));
    expect(sheet).toMatchObject({ waiting: 20, isProven: true });
    expect(solve(problem(two.map((one) => ({ ...one, tasks: [{ ...one.tasks[0], waitMost: 19 }] }))))).toEqual({
      placed: null,
      waiting: 0,
      isProven: true,
    });
  });

  it('is refused without a search where ovens are too small, but not on the day, when what was begun stands', () => {
    const three = ['A1', 'B1', 'C1'].map((piece) => job(piece, 60, [task('heat', 30, { equipment: 'oven' })]));
    const crowded = problem(three, { appliances: [oven({ places: 2, perPlace: 1 })] });
    expect(isTooMuch(crowded)).toBe(true);
    expect(isTooMuch(problem(three, { appliances: [oven({ places: 3, perPlace: 1 })] }))).toBe(false);
    expect(isTooMuch({ ...crowded, now: 0 })).toBe(false);
  });

  it('puts pieces of one method into one pot, with one pair of hands', () => {
    const three = ['A1', 'A2', 'A3'].map((piece) =>
      job(piece, 30, [task('boil', 10, { equipment: 'hob', hands: 'throughout' })], 'a'),
    );
    const sheet = solve(problem(three));
    expect(sheet).toMatchObject({ waiting: 0, isProven: true });
    // Two fit on one burner.
    expect(new Set(sheet.placed?.map(({ place }) => place)).size).toBe(2);
    expect(new Set(sheet.placed?.map(({ cook }) => cook))).toEqual(new Set([0]));
  });

  it('gives places out by lot, which other seeds draw otherwise', () => {
    const four = ['A1', 'B1', 'C1', 'D1'].map((piece) =>
      job(piece, 30, [task('roast', 10, { equipment: 'oven', setting: '200' })]),
    );
    const at = (seed: string) =>
      solve(problem(four, { seed, appliances: [oven({ places: 4 })] })).placed?.map(({ place }) => place);
    expect(at('1')).toEqual(at('1'));
    expect(new Set(['1', '2', '3', '4', '5', '6'].map((seed) => at(seed)?.join())).size).toBeGreaterThan(2);
    expect([...(at('1') ?? [])].sort()).toEqual([1, 2, 3, 4]);
  });

  it('gives each method every place of an appliance equally often over the flights of several days', () => {
    const [flights, places] = [8, 4];
    const jobs = ['a', 'b'].flatMap((method) =>
      Array.from({ length: flights }, (_, flight) =>
        job(`${method}${flight}`, 60 * (1 + flight), [task('roast', 30, { equipment: 'oven' })], method),
      ),
    );
    for (const seed of ['1', '2', '3']) {
      const placed = solve(problem(jobs, { seed, appliances: [oven({ places })] })).placed ?? [];
      for (const method of ['a', 'b']) {
        const own = placed.filter((one) => one.method === method).map(({ place }) => place);
        const often = [1, 2, 3, 4].map((place) => own.filter((one) => one === place).length);
        // The other method may be in the place that it is next to have: then it has one twice before.
        expect(Math.max(...often) - Math.min(...often)).toBeLessThanOrEqual(1);
      }
    }
  });

  it('is the best there is, or says that there is none, in every small kitchen (by exhaustive search)', () => {
    let [feasible, none] = [0, 0];
    fc.assert(
      fc.property(small, (drawn) => {
        const one = problemOf(drawn);
        if (one.jobs.reduce((sum, { tasks }) => sum + tasks.length, 0) > 5) return;
        const best = exhaustive(one);
        const { placed, waiting, isProven } = solve(one);
        expect(isProven).toBe(true);
        expect(placed === null ? null : waiting).toBe(best);
        if (best === null) none++;
        else feasible++;
        if (placed) expect(broken(one, placed)).toEqual([]);
      }),
      { numRuns: 500, seed: 7 },
    );
    expect(Math.min(feasible, none)).toBeGreaterThan(20);
  });

  it('is found by ruling out alone, to the last minute', () => {
    const one = problem([
      job('A1', 20, [task('heat', 5, { equipment: 'oven', setting: '100' })]),
      job('B1', 20, [task('heat', 5, { equipment: 'oven', setting: '200', waitMost: 9 })]),
    ]);
    const within = { span: { from: 0, to: 20 }, nodes: 10_000 };
    // One has to wait for the other: five minutes, and not four.
    expect(bestOf(one, { ...within, below: 6 })).toMatchObject({ isWhole: true, started: expect.any(Array) });
    expect(bestOf(one, { ...within, below: 5 })).toEqual({ isWhole: true, started: null });
    expect(bestOf(one, { ...within, below: 6, nodes: 3 }).isWhole).toBe(false);
  });

  it('is one that the checker takes, in random kitchens of any size', () => {
    let found = 0;
    fc.assert(
      fc.property(fc.array(small, { minLength: 1, maxLength: 5 }), (parts) => {
        const [first] = parts;
        const one = problemOf({ ...first, jobs: parts.flatMap(({ jobs }) => jobs) });
        const roomy = { ...one, jobs: one.jobs.map((own, at) => ({ ...own, due: own.due + 10 * at })) };
        const { placed } = solve(roomy, { nodes: 2000 });
        if (placed) found++;
        if (placed) expect(broken(roomy, placed)).toEqual([]);
      }),
      { numRuns: 150, seed: 11 },
    );
    expect(found).toBeGreaterThan(80);
  });

  it('for twelve methods, three pieces each, on three ovens and a hob, by two cooks, is found', () => {
    const jobs = Array.from({ length: 12 }, (_, method) =>
      [0, 1, 2].map((piece) =>
        job(
          `${String.fromCharCode(65 + method)}${piece + 1}`,
          180 + 60 * piece,
          method % 3 === 0
            ? [
                task('dry', 2, { hands: 'throughout', waitMost: 30 }),
                task('sear', 6, { equipment: 'hob', hands: 'throughout', waitMost: 15 }),
                task('plate', 1, { hands: 'throughout', waitMost: 6 }),
              ]
            : [
                task('season', 1, { hands: 'throughout', waitMost: 60 }),
                task('roast', 25 + method, {
                  equipment: 'oven',
                  setting: `${100 + 20 * (method % 4)}`,
                  hands: 'start',
                  waitMost: 35,
                }),
                task('plate', 1, { hands: 'throughout', waitMost: 10 }),
              ],
          `m${method}`,
        ),
      ),
    ).flat();
    const evening = problem(jobs, {
      appliances: [
        ...['x', 'y', 'z'].map((id) => oven({ id, name: id, places: 3, perPlace: 2 })),
        hob({ places: 4, perPlace: 3 }),
      ],
      cooks: 2,
    });
    const sheet = solve(evening, { nodes: 1000 });
    if (!sheet.placed) throw new Error('none');
    expect(broken(evening, sheet.placed)).toEqual([]);
    expect(sheet.waiting / jobs.length).toBeLessThan(12);
  });
});

describe('the checker', () => {
  const two = problem(
    ['A1', 'B1'].map((piece) =>
      job(piece, 40, [
        task('heat', 10, { equipment: 'oven', setting: '100', hands: 'start', waitMost: 30 }),
        task('plate', 2, { hands: 'throughout' }),
      ]),
    ),
  );
  const sheet = solve(two).placed as Placed[];
  const changed = (piece: string, step: string, part: Partial<Placed>): string[] =>
    broken(
      two,
      sheet.map((one) => (one.piece === piece && one.step === step ? { ...one, ...part } : one)),
    );
  const first = sheet.find(({ piece, step }) => piece === 'A1' && step === 'heat') as Placed;
  const other = sheet.find(({ piece, step }) => piece === 'B1' && step === 'heat') as Placed;

  it('takes a sheet that can be cooked', () => {
    expect(broken(two, sheet)).toEqual([]);
  });

  it.each([
    ['a step that is missing', () => broken(two, sheet.slice(1)), /has 1 of 2 steps/],
    ['a step done twice', () => broken(two, [...sheet, sheet[0]]), /steps|times/],
    ['another duration', () => changed('A1', 'heat', { end: first.end - 1 }), /lasts 9, not 10/],
    ['a wait that is too long', () => changed('A1', 'heat', { start: first.start - 40, end: first.end - 40 }), /waits/],
    ['a start that is too late', () => changed('A1', 'plate', { start: 39, end: 41 }), /ready -1 min/],
    ['a place that there is not', () => changed('A1', 'heat', { place: 4 }), /no place 4/],
    ['the wrong equipment', () => changed('A1', 'heat', { appliance: 'hob' }), /wrong place/],
    ['no hands', () => changed('A1', 'plate', { cook: null }), /wrong hands/],
    [
      'hands for nothing',
      () =>
        broken(
          {
            ...two,
            cooks: 1,
            jobs: two.jobs.map((one) => ({
              ...one,
              tasks: one.tasks.map((own) => ({ ...own, hands: 'none' as const })),
            })),
          },
          sheet,
        ),
      /wrong hands/,
    ],
    [
      'a cook with four hands',
      () => changed('A1', 'plate', { start: 38, end: 40 }).concat(changed('B1', 'plate', { start: 38, end: 40 })),
      /at once/,
    ],
    [
      'two pieces on a place for one',
      () => changed('A1', 'heat', { start: other.start, end: other.end }),
      /holds 2 pieces/,
    ],
    ['a piece nobody asked for', () => broken(two, [...sheet, { ...sheet[0], piece: 'Z9' }]), /not to be cooked/],
  ])('refuses %s', (_, found, message) => {
    expect(found().join(' ')).toMatch(message);
  });

  it('refuses one oven at two temperatures', () => {
    const hot = {
      ...two,
      appliances: [oven({ places: 2 }), hob()],
      jobs: [
        two.jobs[0],
        { ...two.jobs[1], tasks: two.jobs[1].tasks.map((one) => ({ ...one, setting: one.setting && '200' })) },
      ],
    };
    const both = sheet.map((one) =>
      one.step === 'heat' ? { ...one, start: first.start, end: first.end, place: one.piece === 'A1' ? 1 : 2 } : one,
    );
    expect(broken(hot, both).join(' ')).toMatch(/100 and 200 at once/);
  });
});
