import {
  COMPOSITIONS,
  coreOf,
  evenly,
  gateCheck,
  judged,
  kitchenState,
  materialOf,
  pieceOf,
  stepped,
  thinned,
  type Curve,
} from '../../src/kitchen';
import { randomStream, type RandomStream } from '../../src/numeric';
import type { ChainStep, KitchenEntry } from '../../src/tasting';
import { tries } from '../support/thorough';

/** Probes in simulated cooks: sound ones keep what they recorded, and faults record no limit as met. */

const ZERO = Date.parse('2026-11-26T16:00:00.000Z');
const at = (minutes: number): string => new Date(ZERO + minutes * 60_000).toISOString();
const FISH = 62.8;

interface Cook {
  /** Core by seconds, and what is around it. */
  core: number[];
  around: number;
  heatFrom: number;
  heatTo: number;
  thickness: number;
  chain: ChainStep[];
  log: KitchenEntry[];
  /** Seconds from one reading to the next, noise, and the probe's own time constant. */
  every: number;
  noise: number;
  constant: number;
}

/** The steps of a cook; a pan says nothing of how hot it is. */
function chainFor({ isBath, isPan }: { isBath: boolean; isPan: boolean }, celsius: number | undefined): ChainStep[] {
  const base = { minutes: { usual: 20 }, setting: '', hands: 'start' as const, doses: [], swaps: false };
  const heat = { ...base, id: 'heat', kind: 'heat' as const, name: 'Cook' };
  const rest = { ...base, id: 'rest', kind: 'rest' as const, name: 'Rest' };
  if (isPan && !isBath) return [{ ...heat, equipment: 'hob' }, rest];
  return [{ ...heat, equipment: isBath ? 'bath' : 'oven', ...(celsius !== undefined && { celsius }) }, rest];
}

/** A piece that lies in the heat until its core truly is at a target, and then rests for ten minutes. */
function cooked(name: string, target: number): Cook & { random: RandomStream } {
  const random = randomStream(name, 'credible');
  const between = (low: number, high: number): number => low + (high - low) * random.fraction();
  const [isBath, isPan] = [random.fraction() < 0.2, random.fraction() < 0.2];
  const around = isBath ? between(target + 2, target + 12) : between(110, 230);
  const coefficient = isPan ? 150 : between(15, 60);
  const thickness = isPan ? between(0.012, 0.03) : between(0.015, 0.06);
  const body = { shape: 'slab' as const, thickness, at: materialOf(COMPOSITIONS.fish) };
  const air = { celsius: around, coefficient, moist: { dewPoint: 15, dries: true } };
  const heat = isBath ? { celsius: around, coefficient: 250 } : air;
  let warmth = evenly(between(2, 12));
  const heatFrom = 120;
  const core = new Array<number>(heatFrom).fill(coreOf(warmth));
  while (coreOf(warmth) < target && core.length < 6 * 3600) {
    // The door is open for a minute in ten.
    const isOpen = !isBath && core.length % 600 > 540;
    warmth = stepped(body, warmth, isOpen ? { ...heat, celsius: 22 + 0.4 * (around - 22) } : heat, 5);
    for (let second = 0; second < 5; second++) core.push(coreOf(warmth));
  }
  const heatTo = core.length;
  for (let second = 0; second < 600; second += 5) {
    warmth = stepped(body, warmth, { celsius: 22, coefficient: 10 }, 5);
    for (let one = 0; one < 5; one++) core.push(coreOf(warmth));
  }
  const chain = chainFor({ isBath, isPan }, random.fraction() < 0.8 ? Math.round(around) : undefined);
  const entry = (second: number, body: KitchenEntry['body']): KitchenEntry => ({
    ...{ id: `${body.kind} ${second}`, at: at(second / 60), storedAt: at(second / 60), by: 'Marek', body },
  });
  const log = [
    entry(0, { kind: 'probed', piece: 'K4', device: 'Logger', channel: 1, where: 'core' }),
    ...(random.fraction() < 0.5 ? [entry(1, { kind: 'thickness', piece: 'K4', millimetres: 1000 * thickness })] : []),
    entry(heatFrom, { kind: 'started', pieces: ['K4'], step: 'heat' }),
    entry(heatTo, { kind: 'done', pieces: ['K4'], step: 'heat' }),
    entry(heatTo + 1, { kind: 'started', pieces: ['K4'], step: 'rest' }),
    entry(core.length - 1, { kind: 'done', pieces: ['K4'], step: 'rest' }),
  ];
  const every = [1, 2, 5, 10, 20, 30, 60][Math.floor(7 * random.fraction())];
  const own = { every, noise: between(0.05, 0.3), constant: between(4, 20) };
  return { core, around, heatFrom, heatTo, thickness, chain, log, ...own, random };
}

/** What its probe shows: it follows what it is in with its own time constant. */
function curveOf(cook: ReturnType<typeof cooked>, seen: (second: number) => number, start = seen(0)): Curve {
  const { core, every, noise, constant, random } = cook;
  const readings: { at: number; value: number }[] = [];
  let shown = start;
  for (let second = 0; second < core.length; second++) {
    shown += (seen(second) - shown) / constant;
    if (second % every === 0)
      readings.push({ at: ZERO + 1000 * second, value: Math.round(10 * (shown + noise * random.normal())) / 10 });
  }
  const span = { piece: 'K4', device: 'Logger', channel: 1, where: 'core' as const, from: at(0), to: null };
  return { ...span, points: thinned(readings, 600) };
}

/** What a rest adds may bring a core to the limit after all; a cook that stays below it truly has not met it. */
const staysBelow = ({ core }: Cook): boolean => Math.max(...core) < FISH - 1;

const isMet = ({ log, chain }: Cook, curve: Curve): boolean =>
  gateCheck(pieceOf(kitchenState(log), 'K4'), chain, 'fish', { curves: [curve] }).limit!.isMet;

const TRIALS = tries(100);
const count = (met: (at: number) => boolean | null): { met: number; all: number } => {
  const results = Array.from({ length: TRIALS }, (_, turn) => met(turn)).filter((one) => one !== null);
  return { met: results.filter(Boolean).length, all: results.length };
};

describe('readings that could be of the core', () => {
  it('keep their limit in 98 of 100 sound cooks, with the door opened now and then', () => {
    const sound = count((turn) => {
      const cook = cooked(`sound ${turn}`, 66);
      return isMet(
        cook,
        curveOf(cook, (second) => cook.core[second]),
      );
    });
    expect(sound.all).toBe(TRIALS);
    expect(sound.met).toBeGreaterThanOrEqual(0.98 * TRIALS);
  });

  it('record no limit from a probe that fell into the heat', () => {
    const fallen = count((turn) => {
      const cook = cooked(`fallen ${turn}`, 52);
      const { core, heatFrom, heatTo, random, around } = cook;
      if (around < FISH + 2 || !staysBelow(cook)) return null;
      const falls = Math.round(heatFrom + 150 + random.fraction() * Math.max(0, heatTo - heatFrom - 200));
      const air = { ...cook, constant: 20 + 40 * random.fraction() };
      return isMet(
        cook,
        curveOf(air, (second) => (second < falls ? core[second] : around + 4 * Math.sin(second / 90))),
      );
    });
    expect(fallen.all).toBeGreaterThan(TRIALS / 2);
    expect(fallen.met).toBe(0);
  });

  it('record none from a probe that is still warm from the piece before', () => {
    const warm = count((turn) => {
      const cook = cooked(`warm ${turn}`, 52);
      if (!staysBelow(cook)) return null;
      return isMet(
        cook,
        curveOf(cook, (second) => cook.core[second], 60 + 30 * cook.random.fraction()),
      );
    });
    expect(warm.all).toBeGreaterThan(TRIALS / 2);
    expect(warm.met).toBe(0);
  });

  it('record none from one wild value, and go on after it', () => {
    const spiked = (target: number) =>
      count((turn) => {
        const cook = cooked(`spike ${target} ${turn}`, target);
        if (target < FISH && !staysBelow(cook)) return null;
        const curve = curveOf(cook, (second) => cook.core[second]);
        const place = Math.floor(curve.points.length * (0.2 + 0.7 * cook.random.fraction()));
        const wild = curve.points[place].mean + 15 + 60 * cook.random.fraction();
        const points = curve.points.with(place, { ...curve.points[place], mean: wild, least: wild, most: wild });
        return isMet(cook, { ...curve, points });
      });
    expect(spiked(52).met).toBe(0);
    expect(spiked(68).met).toBeGreaterThanOrEqual(0.98 * TRIALS);
  });

  it('are told from those that could not, with the reason', () => {
    const point = (minute: number, mean: number) => ({
      ...{ at: ZERO + minute * 60_000, mean, least: mean, most: mean, count: 1 },
    });
    const whys = (points: ReturnType<typeof point>[], celsius = 180): string[] =>
      judged(
        { points, from: at(0) },
        { millimetres: 30, isRound: false, around: [{ from: ZERO, celsius, isOpenEnded: false }] },
      ).doubtful.map(({ why }) => why);
    const steady = Array.from({ length: 30 }, (_, minute) => point(minute, 5 + minute));
    expect(whys(steady)).toEqual(['settling']);
    expect(whys([...steady, point(30, 70), point(31, 90)])).toEqual(['settling', 'jump']);
    expect(whys([...steady, point(30, 240)])).toEqual(['settling', 'hotter']);
    // However slowly it got there: what has been at 60 °C at most is not at 69.
    const beyond = Array.from({ length: 65 }, (_, minute) => point(minute, 5 + minute));
    expect(whys(beyond, 60)).toContain('hotter');
    expect(whys(beyond.slice(0, 55), 60)).not.toContain('hotter');
    // It fell out while it settled: at the bath's 60 °C two minutes after it came in.
    expect(
      whys(
        Array.from({ length: 9 }, (_, minute) => point(minute, 59)),
        60,
      ),
    ).toEqual(['settling', 'too-soon']);
    // Put into a piece that was cooked for an hour, it shows what is true.
    const late = Array.from({ length: 9 }, (_, minute) => point(60 + minute, 59));
    const sound = { millimetres: 30, isRound: false, around: [{ from: ZERO, celsius: 60, isOpenEnded: false }] };
    expect(judged({ points: late, from: at(60) }, sound).points).toHaveLength(7);
    const spots = kitchenState([
      {
        ...{ id: 's', at: at(1), storedAt: at(1), by: 'Marek' },
        body: { kind: 'temperature', piece: 'K4', celsius: 740 },
      },
    ]);
    const check = gateCheck(pieceOf(spots, 'K4'), [], 'fish');
    expect(check).toMatchObject({ highest: null, doubtfulSpots: [740], needs: ['nothing-measured'] });
    expect(check.limit?.isMet).toBe(false);
  });
});
